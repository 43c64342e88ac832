import { useEffect, useMemo, useReducer, useState } from 'react'
import type { Fix } from '../../../core/plate/checks/check.ts'
import { applyFix } from '../../../core/plate/resolve/apply-fix.ts'
import type { Brief, BriefChange } from '../../../core/things/brief/brief.ts'
import type { ItemChange } from '../../../core/things/brief/item.ts'
import { readBrief } from '../../../core/things/brief/read-brief.ts'
import type { Job } from '../../../core/wire/api/dto.ts'
import { ApiError, api, messageOf } from '../../api/client.ts'
import { keptAs } from '../../api/here.ts'
import { jobQuery, queryClient } from '../../api/queries.ts'
import { begun, type Draft, reduce, sameDraft } from './draft-history.ts'
import { Saver, type SaveState, type Sent, type Version } from './saver.ts'

const draftOf = (job: Job): Draft => ({ title: job.title, brief: job.brief, pins: job.pins })

type PinChange = NonNullable<Fix['pins']>

async function send(id: number, draft: Draft, version: number): Promise<Sent<Job>> {
  try {
    const answer = await api('PATCH /jobs/{id}', { id, body: { version, ...draft } })
    // Somebody else may have been heard of since.
    queryClient.setQueryData(jobQuery(id).queryKey, (known) => (known && known.version > answer.version ? known : answer))
    return { ended: 'saved', version: answer.version }
  } catch (error) {
    if (error instanceof ApiError && error.status === 409 && error.problem.current)
      return { ended: 'conflict', theirs: error.problem.current as Job }
    return { ended: error instanceof ApiError && error.away ? 'away' : 'refused', message: messageOf(error) }
  }
}

/** What an earlier visit left unsaved on this device, or null. */
function unsavedOn(key: string): Version<Draft> | null {
  try {
    const kept = JSON.parse(localStorage.getItem(key) ?? 'null') as Version<Draft> | null
    return kept && { version: kept.version, draft: { ...kept.draft, brief: readBrief(kept.draft.brief) } }
  } catch {
    localStorage.removeItem(key)
    return null
  }
}

/**
 * The job being edited: undo and redo, saved as it changes, kept on this device while the server is away,
 * and never written over somebody else's change.
 */
export function useJobEditor(job: Job) {
  const key = keptAs(`unsaved-job-${job.id}`)
  const [unsaved] = useState(() => unsavedOn(key))
  const [state, dispatch] = useReducer(reduce, job, (first) => begun(unsaved?.draft ?? draftOf(first)))
  const [save, setSave] = useState<SaveState<Job>>({ state: 'saved' })
  const [saver] = useState(
    () =>
      new Saver<Draft, Job>(
        {
          send: (draft, version) => send(job.id, draft, version),
          versionOf: (theirs) => ({ draft: draftOf(theirs), version: theirs.version }),
          same: sameDraft,
          keep: (kept) => (kept ? localStorage.setItem(key, JSON.stringify(kept)) : localStorage.removeItem(key)),
          tell: setSave,
          later: (ms, act) => {
            const timer = setTimeout(act, ms)
            return () => clearTimeout(timer)
          },
        },
        { draft: draftOf(job), version: job.version },
      ),
  )
  const { now, base } = state

  // biome-ignore lint/correctness/useExhaustiveDependencies: once, when the job is opened
  useEffect(() => {
    saver.open()
    if (unsaved) saver.resume(unsaved, job)
    return () => saver.close()
  }, [saver])

  // A drag or a held key is saved when it has come to rest.
  useEffect(() => {
    if (!base) saver.want(now)
  }, [saver, now, base])

  // biome-ignore lint/correctness/useExhaustiveDependencies: looked at again when an attempt of ours has ended
  useEffect(() => {
    const theirs = saver.arrived(job)
    if (theirs) dispatch({ do: 'replace', draft: theirs })
  }, [saver, job, save])

  // The same ones all the time: what only acts need not follow every step of a drag.
  const acts = useMemo(() => {
    const set = (to: (now: Draft) => Draft) => dispatch({ do: 'set', to })
    const preview = (fix: Parameters<typeof applyFix>[1]) => dispatch({ do: 'preview', to: (now) => applyFix(now, fix) })
    return {
      set: (draft: Draft) => set(() => draft),
      brief: (brief: BriefChange, pins: PinChange = {}) => set((now) => applyFix(now, { brief, pins })),
      /** Changes an item: the first, unless another is named. */
      item: (item: ItemChange, pins: PinChange = {}, of?: string) => set((now) => applyFix(now, { item, of, pins })),
      /** Changes every item: what is said once of all pictures. */
      everyItem: (item: ItemChange) =>
        set((now) => ({ ...now, brief: { ...now.brief, items: now.brief.items.map((one) => ({ ...one, ...item })) } })),
      /** Changes which items there are, and in which order. */
      items: (change: (brief: Brief) => Brief, pins: PinChange = {}) =>
        set((now) => applyFix({ ...now, brief: change(now.brief) }, { pins })),
      pin: (pins: PinChange) => set((now) => applyFix(now, { pins })),
      title: (title: string) => set((now) => ({ ...now, title })),
      /** Shows a change without making it an undo step; `commit` does. */
      preview: (pins: PinChange) => preview({ pins }),
      /** The same for the item: a crop frame or a slider being dragged. */
      previewItem: (item: ItemChange, of?: string) => preview({ item, of }),
      /** The same for what all share: a place being dragged. */
      previewBrief: (brief: BriefChange) => preview({ brief }),
      commit: () => dispatch({ do: 'commit' }),
      apply: (fix: Fix) => set((now) => applyFix(now, fix)),
      undo: () => dispatch({ do: 'undo' }),
      redo: () => dispatch({ do: 'redo' }),
      /** After a lost race: take the other version, or write ours over it. */
      settle: (choice: 'theirs' | 'mine') => {
        const draft = saver.settle(choice)
        if (draft) dispatch({ do: 'replace', draft })
      },
    }
  }, [saver])
  return useMemo(
    () => ({
      ...acts,
      draft: now,
      save,
      version: saver.version,
      /** True while what is shown has not reached the server. */
      dirty: base !== null || saver.differs(now),
      canUndo: state.past.length > 0,
      canRedo: state.future.length > 0,
    }),
    [acts, now, base, save, saver, state.past.length, state.future.length],
  )
}
export type JobEditor = ReturnType<typeof useJobEditor>
