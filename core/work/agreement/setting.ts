import type { Plate, Setup } from '../../plate/resolve/plate.ts'
import type { Unit } from '../../things/length/length.ts'
import type { Printer } from '../../things/printers/printer.ts'
import type { Studio } from '../../things/studio/studio.ts'
import type { SetPlace } from './place.ts'

/** Something a place can be set to: in our terms, and in that place's own words. */
export interface Choice {
  value: string
  words: string
}

/** What a place that cannot be set is: a choice, or null when nobody has recorded it. */
export type Fact = Choice | null

/** What a row is made from. */
export interface AgreementContext {
  plate: Plate
  setup: Setup
  studio: Studio
  /** The printer as the studio knows it now, with all it offers. */
  printer: Printer
  unit: Unit
}

/** What is wanted of a place that is set by hand. */
export interface Wanted {
  choice: Choice
  /** What else it could be, the wanted one among them or not; empty when anything can be entered. */
  others: Choice[]
  /** Reads words that are none of the choices; null when they mean nothing. */
  read?: (words: string) => string | null
  /** Whether another value means the same; otherwise only the same value does. */
  same?: (value: string) => boolean
}

/** A setting that several places must agree on: one shape for all rows of the table. */
export interface AgreementSetting {
  title: string
  /** What the plate says, in words; null when this setting does not matter to this plate. */
  says(context: AgreementContext): string | null
  /** What each place must be set to; a place that is left out, or says null, has nothing of the kind. */
  set: Partial<Record<SetPlace, (context: AgreementContext) => Wanted | null>>
  /** What the loaded paper and installed ink, or the profile's making, must be and are; undefined when they do not bear on it. */
  loaded?: (context: AgreementContext) => { wanted: Choice; is: Fact } | undefined
  profile?: (context: AgreementContext) => { wanted: Choice; is: Fact } | undefined
  /** What the plate's own wish would do to the print when it is wrong in itself: no place that follows it is then right. */
  harm?: (context: AgreementContext) => string | null
}
