import fc from 'fast-check'
import { DECISION_KEYS, type Pins } from '../plate/decisions/registry.ts'
import type { Plate } from '../plate/resolve/plate.ts'
import { resolve } from '../plate/resolve/resolve.ts'
import { APART, NEW_ARRANGEMENT } from '../things/brief/arrangement.ts'
import type { Brief } from '../things/brief/brief.ts'
import type { Item } from '../things/brief/item.ts'
import { NEW_MAKE } from '../things/brief/make.ts'
import { mm } from '../things/length/length.ts'
import type { Studio } from '../things/studio/studio.ts'
import { studioOf } from './fixtures.ts'
import { several } from './several.ts'

const base = studioOf()

/** Studios that differ from each other in what their sentences speak of: settings, steps, entries, blacks, stock, what is loaded. */
const studios: fc.Arbitrary<Studio> = fc.infiniteStream(fc.nat(1_000_000)).map((numbers) => {
  const pick = (n: number) => (numbers.next().value as number) % n
  const some = <T>(list: readonly T[]): T[] => {
    const kept = list.filter(() => pick(3) > 0)
    return kept.length > 0 || list.length === 0 ? kept : [list[pick(list.length)] as T]
  }
  const studio = structuredClone(base)
  const kind = pick(6)
  if (kind > 1) studio.printers = some(studio.printers)
  // One printer says other things of itself than the best of several.
  if (kind === 0) studio.printers = [studio.printers[pick(studio.printers.length)] as Studio['printers'][number]]
  for (const printer of studio.printers) {
    printer.qualities = some(printer.qualities)
    printer.expansions = pick(4) === 0 ? [] : some(printer.expansions)
    printer.mediaTypes = some(printer.mediaTypes)
    if (pick(2) === 0) printer.paths = some(printer.paths)
    if (pick(2) === 0)
      for (const path of printer.paths) path.tolerance = { across: pick(4000), along: pick(4000), skewDegrees: pick(10) / 20 }
    for (const ink of printer.inks) if (pick(6) === 0) ink.millilitres = pick(3)
  }
  studio.lots = some(studio.lots)
  for (const lot of studio.lots) if (pick(3) === 0) lot.stock = pick(3)
  studio.loaded = pick(2) === 0 ? [] : some(studio.loaded)
  studio.pairings = some(studio.pairings)
  for (const pairing of studio.pairings) pairing.good = pick(3)
  studio.profiles = pick(4) === 0 ? [] : some(studio.profiles)
  return studio
})

const by = (width: number, height: number | null = null): Item['size'] => ({
  by: 'picture',
  width: mm(width),
  height: height === null ? null : mm(height),
})
const items = fc.array(
  fc.record({
    size: fc.constantFrom<Item['size'][]>(
      { by: 'sheet', fill: true },
      { by: 'sheet', fill: false },
      { by: 'border', border: mm(18) },
      { by: 'border', border: mm(2) },
      { by: 'border', border: mm(30), exact: true },
      ...[80, 150, 200, 280, 300, 390, 450].map((width) => by(width)),
      by(200, 200),
      { by: 'resolution', ppi: 150 },
      { by: 'resolution', ppi: 40 },
    ),
    turn: fc.constantFrom<Item['turn'][]>(null, null, null, 0, 90, 180, 270),
    keep: fc.constantFrom<Item['keep'][]>([], [], ['left'], ['head', 'foot']),
    copies: fc.constantFrom(1, 2, 60),
    kind: fc.constantFrom<Item['kind'][]>(null, null, 'black-and-white', 'line-art'),
    picture: fc.record({ width: fc.integer({ min: 300, max: 9000 }), height: fc.constant(4000) }),
  }),
  { minLength: 1, maxLength: 3 },
)
const sheetOf = (width: number, length: number | null, name: string | null = null): Brief['sheet'] => ({
  width: mm(width),
  length: length === null ? null : mm(length),
  name,
})
const shared = fc.record({
  paperId: fc.option(fc.constantFrom(...base.papers.map((p) => p.id)), { nil: null }),
  finish: fc.constantFrom<Brief['finish'][]>('bordered', 'borderless'),
  make: fc.constantFrom<Brief['make'][]>(NEW_MAKE.print, NEW_MAKE.print, ...Object.values(NEW_MAKE)),
  sheet: fc.constantFrom(null, null, sheetOf(297, 420, 'A3'), sheetOf(210, 297, 'A4'), sheetOf(610, null), sheetOf(203, 1000)),
  finished: fc.constantFrom<Brief['finished'][]>(null, null, null, { width: mm(150), length: mm(200) }),
})
const arrangements = fc.constantFrom<Brief['arrangement'][]>(APART, APART, APART, ...Object.values(NEW_ARRANGEMENT))
const choices = fc.array(fc.tuple(fc.constantFrom(...DECISION_KEYS), fc.nat(20)), { maxLength: 4 })

export interface AnyAsked {
  studio: Studio
  brief: Brief
  pins: Pins
  plate: Plate
}

/** Any studio and wish, of one picture or a few, with up to four decisions pinned to anything they offer. */
export const anyAsked: fc.Arbitrary<AnyAsked> = fc
  .tuple(studios, items, arrangements, shared, choices)
  .map(([studio, list, arrangement, wish, pinned]): AnyAsked => {
    const brief = several(list, arrangement, wish)
    let plate = resolve(brief, studio)
    let pins: Pins = {}
    for (const [key, n] of pinned) {
      const offered = plate.decisions.find((d) => d.key === key)?.alternatives ?? []
      const one = offered[n % Math.max(1, offered.length)]
      if (one) pins = { ...pins, [key]: one.id }
      plate = resolve(brief, studio, pins)
    }
    return { studio, brief, pins, plate }
  })
