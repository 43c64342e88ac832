import { useCallback, useEffect, useMemo, useReducer, useRef, useState } from 'react'
import type { Fix } from '../../../core/plate/checks/check.ts'
import { applyFix } from '../../../core/plate/resolve/apply-fix.ts'
import type { BriefChange } from '../../../core/things/brief/brief.ts'
import type { ItemChange } from '../../../core/things/brief/item.ts'
import { readBrief } from '../../../core/things/brief/read-brief.ts'
import type { Job } from '../../../core/wire/api/dto.ts'
import { ApiError, api, messageOf } from '../../api/client.ts'
import { jobQuery, queryClient } from '../../api/queries.ts'
import { begun, type Draft, reduce, sameDraft } from './draft-history.ts'

const draftOf = (job: Job): Draft => ({ title: job.title, brief: job.brief, pins: job.pins })
const SAVE_AFTER = 350
const RETRY_AFTER = 2500

type PinChange = NonNullable<Fix['pins']>

export type SaveState = { state: 'saved' | 'saving' } | { state: 'away' | 'refused'; message: string } | { state: 'conflict'; theirs: Job }

/**
 * The job being edited: undo and redo, saved as it changes, kept on this device while the server is away,
 * and never written over somebody else's change.
 */
export function useJobEditor(job: Job) {
  const key = `unsaved-job-${job.id}`
  const saved = useRef<{ draft: Draft; version: number }>({ draft: draftOf(job), version: job.version })
  const [state, dispatch] = useReducer(reduce, job, (first) => {
    const kept = localStorage.getItem(key)
    let now = draftOf(first)
    try {
      const unsaved = kept ? (JSON.parse(kept) as { draft: Draft; version: number }) : null
      if (unsaved && unsaved.version === first.version) now = { ...unsaved.draft, brief: readBrief(unsaved.draft.brief) }
    } catch {
      localStorage.removeItem(key)
    }
    return begun(now)
  })
  const [save, setSave] = useState<SaveState>({ state: 'saved' })
  const [attempt, setAttempt] = useState(0)
  const { now, base } = state

  // Somebody else's change arrives: take it when nothing of ours is waiting, otherwise ask.
  useEffect(() => {
    if (job.version <= saved.current.version) return
    if (sameDraft(now, saved.current.draft)) {
      saved.current = { draft: draftOf(job), version: job.version }
      dispatch({ do: 'replace', draft: draftOf(job) })
    } else if (save.state !== 'saving') setSave({ state: 'conflict', theirs: job })
  }, [job, now, save.state])

  // biome-ignore lint/correctness/useExhaustiveDependencies: attempt is the retry's trigger
  useEffect(() => {
    if (base || save.state === 'conflict') return
    if (sameDraft(now, saved.current.draft)) return
    localStorage.setItem(key, JSON.stringify({ draft: now, version: saved.current.version }))
    let retry: ReturnType<typeof setTimeout> | undefined
    const timer = setTimeout(async () => {
      setSave({ state: 'saving' })
      try {
        const { version } = saved.current
        const answer = await api('PATCH /jobs/{id}', { id: job.id, body: { version, ...now } })
        saved.current = { draft: now, version: answer.version }
        localStorage.removeItem(key)
        queryClient.setQueryData(jobQuery(job.id).queryKey, answer)
        setSave({ state: 'saved' })
      } catch (error) {
        if (error instanceof ApiError && error.status === 409 && error.problem.current)
          setSave({ state: 'conflict', theirs: error.problem.current as Job })
        else if (error instanceof ApiError && error.away) {
          setSave({ state: 'away', message: messageOf(error) })
          retry = setTimeout(() => setAttempt((n) => n + 1), RETRY_AFTER)
        } else setSave({ state: 'refused', message: messageOf(error) })
      }
    }, SAVE_AFTER)
    return () => {
      clearTimeout(timer)
      clearTimeout(retry)
    }
  }, [now, base, job.id, key, attempt, save.state === 'conflict'])

  const set = useCallback((draft: Draft) => dispatch({ do: 'set', draft }), [])
  return useMemo(
    () => ({
      draft: now,
      save,
      version: saved.current.version,
      /** True while what is shown has not reached the server. */
      dirty: base !== null || !sameDraft(now, saved.current.draft),
      canUndo: state.past.length > 0,
      canRedo: state.future.length > 0,
      set,
      brief: (brief: BriefChange, pins: PinChange = {}) => set(applyFix(now, { brief, pins })),
      item: (item: ItemChange, pins: PinChange = {}) => set(applyFix(now, { item, pins })),
      pin: (pins: PinChange) => set(applyFix(now, { pins })),
      title: (title: string) => set({ ...now, title }),
      /** Shows a change without making it an undo step; `commit` does. */
      preview: (pins: PinChange) => dispatch({ do: 'preview', draft: applyFix(now, { pins }) }),
      /** The same for the item: a crop frame or a slider being dragged. */
      previewItem: (item: ItemChange) => dispatch({ do: 'preview', draft: applyFix(now, { item }) }),
      commit: () => dispatch({ do: 'commit' }),
      apply: (fix: Fix) => set(applyFix(now, fix)),
      undo: () => dispatch({ do: 'undo' }),
      redo: () => dispatch({ do: 'redo' }),
      /** After a lost race: take the other version, or write ours over it. */
      settle: (choice: 'theirs' | 'mine') => {
        if (save.state !== 'conflict') return
        const { theirs } = save
        saved.current = { draft: draftOf(theirs), version: theirs.version }
        if (choice === 'theirs') {
          localStorage.removeItem(key)
          dispatch({ do: 'replace', draft: draftOf(theirs) })
        }
        setSave({ state: 'saved' })
        setAttempt((n) => n + 1)
      },
    }),
    [now, base, save, state.past.length, state.future.length, set, key],
  )
}
export type JobEditor = ReturnType<typeof useJobEditor>
