import { type Brief, type BriefChange, withItem } from '../../things/brief/brief.ts'
import type { ItemChange } from '../../things/brief/item.ts'
import type { Fix } from '../checks/check.ts'
import type { Pins } from '../decisions/registry.ts'

/** What an operator asks for: everything else of a job follows from it. */
export interface Wanted {
  brief: Brief
  pins: Pins
}

/** Pins changed as if by hand: null releases one. */
const withPins = (pins: Pins, change: Fix['pins'] = {}): Pins =>
  Object.fromEntries(Object.entries({ ...pins, ...change }).filter(([, value]) => value !== null && value !== undefined))

/** What is asked for with a fix applied. */
export const applyFix = <W extends Wanted>(
  wanted: W,
  { brief, item, of, pins }: Pick<Fix, 'brief' | 'item' | 'pins'> & { of?: string | undefined },
): W => ({
  ...wanted,
  brief: withItem({ ...wanted.brief, ...(brief as BriefChange | undefined) }, (item as ItemChange | undefined) ?? {}, of),
  pins: withPins(wanted.pins, pins),
})
