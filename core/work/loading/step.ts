import type { Plate, Setup } from '../../plate/resolve/plate.ts'
import type { Unit } from '../../things/length/length.ts'
import type { Path } from '../../things/paths/path.ts'
import type { Studio } from '../../things/studio/studio.ts'

export type StepPhase = 'computer' | 'panel' | 'load' | 'after'

/** What a step is about; each has a drawing of its own. */
export const STEP_KINDS = [
  'practise',
  'cut',
  'computer',
  'panel',
  'attach',
  'room',
  'wait',
  'side',
  'guides',
  'slot',
  'board',
  'cut-sheet',
  'core',
  'flange',
  'suction',
  'feed',
  'media',
  'confirm',
  'dry',
  'turn-over',
  'trim',
  'fold',
  'wrap',
  'tidy',
] as const
export type StepKind = (typeof STEP_KINDS)[number]

/** One thing to do at the printer or the computer, in order. */
export interface Step {
  /** Stable for a plate, so that a tick survives a reload. */
  id: string
  kind: StepKind
  phase: StepPhase
  /** The act, a few words. */
  title: string
  /** How, in one or two sentences. */
  text: string
  /** What can hurt here, with whom to defer to. */
  caution: string | null
  /** This step is where the sheet is put in: ticking it records what the path holds. */
  loads: boolean
  /** Minutes to wait, counted from the tick before or from delivery; null when nothing is waited for. */
  minutes: number | null
  /** Must be done before the job is sent, or only after the printer asks, or when it has printed. */
  when: 'before' | 'asked' | 'after'
}

/** What steps are made from. */
export interface LoadContext {
  plate: Plate
  setup: Setup
  path: Path
  unit: Unit
  /** What the studio has learnt so far; null where nobody knows. */
  studio: Studio | null
  /** When the sheet goes in: before sending, or when the printer asks. */
  feeding: 'before' | 'asked'
}

/** A step with what follows from its phase left out. */
export type Draft = Pick<Step, 'id' | 'kind' | 'phase' | 'title' | 'text'> & Partial<Pick<Step, 'caution' | 'loads' | 'minutes' | 'when'>>

/** Makes the steps of one subject, none when it does not arise. */
export type StepMaker = (context: LoadContext) => Draft[]

export const CAUTIONS = {
  clear: 'Fingers, hair, ties and lanyards clear of rollers, carriage and cutter. Never hold a sheet that is being drawn in.',
  heavy: 'A wide roll is heavy: two people or a lift. Follow the printer maker’s instructions and your local rules.',
  blade: 'Cutting mat, metal rule with a finger guard, fresh blade, blade away from the hand; close it when you are done.',
  inside: 'Only the parts the maker means for you; anything inside the machine is for qualified service. Fingers clear of rollers.',
  walkway: 'Keep cables and sheets off the walkway.',
  air: 'Fresh ink and overspray: air the room.',
} as const
