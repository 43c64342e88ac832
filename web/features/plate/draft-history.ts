import type { Wanted } from '../../../core/plate/resolve/apply-fix.ts'

/** What an operator edits: everything else follows from it. */
export interface Draft extends Wanted {
  title: string
}

export interface History {
  past: Draft[]
  now: Draft
  future: Draft[]
  /** A drag or a held key in progress: shown, not yet an undo step. */
  base: Draft | null
}

/** What is to be, from what there is when it is done: an act that was made a moment ago takes nothing back that came since. */
type Change = (now: Draft) => Draft

export type Action =
  | { do: 'set'; to: Change }
  | { do: 'preview'; to: Change }
  | { do: 'commit' }
  | { do: 'undo' }
  | { do: 'redo' }
  | { do: 'replace'; draft: Draft }

export const UNDO_STEPS = 200

export function reduce(state: History, action: Action): History {
  switch (action.do) {
    case 'set':
      return { past: [...state.past, state.base ?? state.now].slice(-UNDO_STEPS), now: action.to(state.now), future: [], base: null }
    case 'preview':
      return { ...state, now: action.to(state.now), base: state.base ?? state.now }
    case 'commit':
      return state.base ? { past: [...state.past, state.base].slice(-UNDO_STEPS), now: state.now, future: [], base: null } : state
    case 'undo': {
      // In the middle of a drag, the drag is what is taken back.
      if (state.base) return { ...state, now: state.base, base: null }
      const before = state.past.at(-1)
      return before ? { past: state.past.slice(0, -1), now: before, future: [state.now, ...state.future], base: null } : state
    }
    case 'redo': {
      const [after, ...rest] = state.future
      return after ? { past: [...state.past, state.base ?? state.now], now: after, future: rest, base: null } : state
    }
    case 'replace':
      return { past: [], now: action.draft, future: [], base: null }
  }
}

/** A history that begins here. */
export const begun = (now: Draft): History => ({ past: [], now, future: [], base: null })

export const sameDraft = (a: Draft, b: Draft) => JSON.stringify(a) === JSON.stringify(b)
