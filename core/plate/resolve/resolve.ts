import { type Brief, itemOf, togetherOf } from '../../things/brief/brief.ts'
import { EMPTY_ITEM, type Item, pictureIn } from '../../things/brief/item.ts'
import type { Studio } from '../../things/studio/studio.ts'
import { findAll } from '../checks/registry.ts'
import type { Given, Moment } from '../decisions/decision.ts'
import { decideAll, keptOf, type Pins } from '../decisions/registry.ts'
import { settle } from '../settle/settled.ts'
import { waysFor } from '../ways/ways.ts'
import { PLATE_SCHEMA_VERSION, type Plate } from './plate.ts'

/** What the decisions for all look at: the first item, or, where several lie together, a stand-in of the kind they all are. */
function leadOf(brief: Brief): Item {
  if (!togetherOf(brief)) return itemOf(brief)
  const kinds = new Set(brief.items.map((item) => item.kind ?? pictureIn(item)?.told ?? null))
  const [kind] = kinds
  return { ...EMPTY_ITEM, id: '', kind: kinds.size === 1 ? (kind ?? null) : null }
}

/** Everything that is decided, and what follows from it; null while something could not be decided. */
export function workOut(brief: Brief, studio: Studio, pins: Pins, moment: Moment | null) {
  const given: Given = { brief, item: leadOf(brief), studio, pins, ways: waysFor(brief, studio, pins.stock), moment }
  const { lines, decided } = decideAll(given)
  const lostPins = lines.flatMap(({ key, title, pinned }) => (pins[key] === undefined || pinned ? [] : [{ key, title, id: pins[key] }]))
  return { asked: { ...given, lostPins }, lines, settled: decided && settle(decided) }
}

/**
 * Works out a complete plate: brief + studio, with the operator's pins held fast. Pure; the browser calls it at every
 * edit and the server to freeze and verify. Never throws on valid input: what is impossible becomes a stop finding.
 */
export function resolve(brief: Brief, studio: Studio, pins: Pins = {}, moment: Moment | null = null): Plate {
  const { asked, lines, settled } = workOut(brief, studio, pins, moment)
  return {
    schemaVersion: PLATE_SCHEMA_VERSION,
    brief,
    pins,
    decisions: settled ? [...lines, ...settled.lines] : lines,
    setup: settled && keptOf(settled),
    forms: settled?.forms ?? [],
    findings: findAll(asked, settled),
    estimates: settled?.estimates ?? null,
  }
}
