import type { z } from 'zod'
import { AGREEMENT_CALLS } from './agreement.ts'
import { GANGS_CALLS } from './gangs.ts'
import { JOBS_CALLS } from './jobs.ts'
import { LAYOUT_TESTS_CALLS } from './layout-tests.ts'
import { LAYOUTS_CALLS } from './layouts.ts'
import { LOTS_CALLS } from './lots.ts'
import { MEASURES_CALLS } from './measures.ts'
import { PAIRINGS_CALLS } from './pairings.ts'
import { PAPERS_CALLS } from './papers.ts'
import { PICTURES_CALLS } from './pictures.ts'
import { PLATES_CALLS } from './plates.ts'
import { PRINT_FILES_CALLS } from './print-files.ts'
import { PRINTERS_CALLS } from './printers.ts'
import { PROFILES_CALLS } from './profiles.ts'
import { RUNS_CALLS } from './runs.ts'
import { SAMPLES_CALLS } from './samples.ts'
import { SETUPS_CALLS } from './setups.ts'
import { STUDIO_CALLS } from './studio.ts'
import { STUDIOS_CALLS } from './studios.ts'
import { TEST_SHEETS_CALLS } from './test-sheets.ts'
import { UPKEEP_CALLS } from './upkeep.ts'

/** Every call of the API by its method and address. The server's routes, the published document and the web's client are made from it. */
export const CALLS = {
  ...AGREEMENT_CALLS,
  ...GANGS_CALLS,
  ...JOBS_CALLS,
  ...LAYOUTS_CALLS,
  ...LAYOUT_TESTS_CALLS,
  ...LOTS_CALLS,
  ...MEASURES_CALLS,
  ...PAIRINGS_CALLS,
  ...PAPERS_CALLS,
  ...PICTURES_CALLS,
  ...PLATES_CALLS,
  ...PRINT_FILES_CALLS,
  ...PRINTERS_CALLS,
  ...PROFILES_CALLS,
  ...RUNS_CALLS,
  ...SAMPLES_CALLS,
  ...SETUPS_CALLS,
  ...STUDIO_CALLS,
  ...STUDIOS_CALLS,
  ...TEST_SHEETS_CALLS,
  ...UPKEEP_CALLS,
}
type Calls = typeof CALLS
export type CallKey = keyof Calls

type Output<T> = T extends z.ZodType ? z.output<T> : never
/** The parts of what a call takes, as they are once they have been checked. */
export type Params<K extends CallKey> = Calls[K] extends { params: infer P } ? Output<P> : never
export type Query<K extends CallKey> = Calls[K] extends { query: infer Q } ? Output<Q> : never
export type Body<K extends CallKey> = Calls[K] extends { takes: infer T } ? Output<T> : never

/** What a call is given: its parameters and its query side by side, and its body. */
export type Asked<K extends CallKey> = (Calls[K] extends { params: unknown } ? Params<K> : unknown) &
  (Calls[K] extends { query: infer Q extends z.ZodType } ? z.input<Q> : unknown) &
  (Calls[K] extends { takes: infer T extends z.ZodType } ? { body: z.input<T> } : unknown)
/** What it answers when it succeeds. */
export type Answer<K extends CallKey> = Output<Calls[K]['answers']>
