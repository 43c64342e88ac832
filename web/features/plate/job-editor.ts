import { useCallback, useEffect, useMemo, useReducer, useRef, useState } from 'react'
import type { Fix } from '../../../core/plate/checks/check.ts'
import type { DecisionKey, Pins } from '../../../core/plate/decisions/registry.ts'
import { type Brief, fullBrief } from '../../../core/things/brief/brief.ts'
import type { Job } from '../../../core/wire/api/dto.ts'
import { ApiError, api, messageOf } from '../../api/client.ts'
import { jobQuery, queryClient } from '../../api/queries.ts'

/** What an operator edits: everything else follows from it. */
export interface Draft {
  title: string
  brief: Brief
  pins: Pins
}

interface State {
  past: Draft[]
  now: Draft
  future: Draft[]
  /** A drag or a held key in progress: shown, not yet an undo step. */
  base: Draft | null
}

type Action =
  | { do: 'set'; draft: Draft }
  | { do: 'preview'; draft: Draft }
  | { do: 'commit' }
  | { do: 'undo' }
  | { do: 'redo' }
  | { do: 'replace'; draft: Draft }

const UNDO_STEPS = 200

function reduce(state: State, action: Action): State {
  switch (action.do) {
    case 'set':
      return { past: [...state.past, state.base ?? state.now].slice(-UNDO_STEPS), now: action.draft, future: [], base: null }
    case 'preview':
      return { ...state, now: action.draft, base: state.base ?? state.now }
    case 'commit':
      return state.base ? { past: [...state.past, state.base].slice(-UNDO_STEPS), now: state.now, future: [], base: null } : state
    case 'undo': {
      const before = state.past.at(-1)
      return before ? { past: state.past.slice(0, -1), now: before, future: [state.now, ...state.future], base: null } : state
    }
    case 'redo': {
      const [after, ...rest] = state.future
      return after ? { past: [...state.past, state.now], now: after, future: rest, base: null } : state
    }
    case 'replace':
      return { past: [], now: action.draft, future: [], base: null }
  }
}

const draftOf = (job: Job): Draft => ({ title: job.title, brief: fullBrief(job.brief), pins: job.pins })
const same = (a: Draft, b: Draft) => JSON.stringify(a) === JSON.stringify(b)
const SAVE_AFTER = 350
const RETRY_AFTER = 2500

/** Pins change as if by hand: null releases. */
function withPins(pins: Pins, change: Partial<Record<DecisionKey, string | null>>): Pins {
  const next: Pins = { ...pins }
  for (const [key, value] of Object.entries(change) as [DecisionKey, string | null | undefined][]) {
    if (value === null || value === undefined) delete next[key]
    else next[key] = value
  }
  return next
}

export type SaveState = { state: 'saved' | 'saving' } | { state: 'away' | 'refused'; message: string } | { state: 'conflict'; theirs: Job }

/**
 * The job being edited: undo and redo, saved as it changes, kept on this device while the server is away,
 * and never written over somebody else's change.
 */
export function useJobEditor(job: Job) {
  const key = `unsaved-job-${job.id}`
  const saved = useRef<{ draft: Draft; version: number }>({ draft: draftOf(job), version: job.version })
  const [state, dispatch] = useReducer(reduce, job, (first): State => {
    const kept = localStorage.getItem(key)
    let now = draftOf(first)
    try {
      const unsaved = kept ? (JSON.parse(kept) as { draft: Draft; version: number }) : null
      if (unsaved && unsaved.version === first.version) now = { ...unsaved.draft, brief: fullBrief(unsaved.draft.brief) }
    } catch {
      localStorage.removeItem(key)
    }
    return { past: [], now, future: [], base: null }
  })
  const [save, setSave] = useState<SaveState>({ state: 'saved' })
  const [attempt, setAttempt] = useState(0)
  const { now, base } = state

  // Somebody else's change arrives: take it when nothing of ours is waiting, otherwise ask.
  useEffect(() => {
    if (job.version <= saved.current.version) return
    if (same(now, saved.current.draft)) {
      saved.current = { draft: draftOf(job), version: job.version }
      dispatch({ do: 'replace', draft: draftOf(job) })
    } else if (save.state !== 'saving') setSave({ state: 'conflict', theirs: job })
  }, [job, now, save.state])

  // biome-ignore lint/correctness/useExhaustiveDependencies: attempt is the retry's trigger
  useEffect(() => {
    if (base || save.state === 'conflict') return
    if (same(now, saved.current.draft)) return
    localStorage.setItem(key, JSON.stringify({ draft: now, version: saved.current.version }))
    let retry: ReturnType<typeof setTimeout> | undefined
    const timer = setTimeout(async () => {
      setSave({ state: 'saving' })
      try {
        const { version } = saved.current
        const answer = await api<Job>('PATCH', `/jobs/${job.id}`, { version, ...now })
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
      dirty: base !== null || !same(now, saved.current.draft),
      canUndo: state.past.length > 0,
      canRedo: state.future.length > 0,
      set,
      brief: (change: Partial<Brief>, pins: Partial<Record<DecisionKey, string | null>> = {}) =>
        set({ ...now, brief: { ...now.brief, ...change }, pins: withPins(now.pins, pins) }),
      pin: (change: Partial<Record<DecisionKey, string | null>>) => set({ ...now, pins: withPins(now.pins, change) }),
      title: (title: string) => set({ ...now, title }),
      /** Shows a change without making it an undo step; `commit` does. */
      preview: (change: Partial<Record<DecisionKey, string | null>>) =>
        dispatch({ do: 'preview', draft: { ...now, pins: withPins(now.pins, change) } }),
      /** The same for the brief: a crop frame or a slider being dragged. */
      previewBrief: (change: Partial<Brief>) => dispatch({ do: 'preview', draft: { ...now, brief: { ...now.brief, ...change } } }),
      commit: () => dispatch({ do: 'commit' }),
      apply: (fix: Fix) =>
        set({ ...now, brief: { ...now.brief, ...(fix.brief as Partial<Brief> | undefined) }, pins: withPins(now.pins, fix.pins ?? {}) }),
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
