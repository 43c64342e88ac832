import { planPage } from '../core/output/page/page-plan.ts'
import type { Plate } from '../core/plate/resolve/plate.ts'
import { layoutOf } from '../core/plate/resolve/plate.ts'
import { resolve } from '../core/plate/resolve/resolve.ts'
import { picture } from '../core/testing/fixtures.ts'
import { cases } from '../core/testing/thorough.ts'
import type { Brief } from '../core/things/brief/brief.ts'
import { briefOf } from '../core/things/brief/brief-of.ts'
import type { Item } from '../core/things/brief/item.ts'
import { type Make, NEW_MAKE } from '../core/things/brief/make.ts'
import { calibrate } from '../core/things/calibration/offset.ts'
import { mm } from '../core/things/length/length.ts'
import { isRoll } from '../core/things/paths/kinds.ts'
import { EDGES } from '../core/things/paths/path.ts'
import { nameOf } from '../core/things/sizes/named.ts'
import { realSheet } from '../simulator/demo-machines.ts'
import { feed, inkLimits } from '../simulator/machine/mechanics.ts'
import { seeded } from '../simulator/machine/random.ts'
import { type Truth, truthOf, UNMARKED } from '../simulator/press/press.ts'
import { demoStudio } from './studio.ts'

const studio = demoStudio()
const JOBS = cases(500, 200)

/** Feeds one sheet through the simulated mechanics and measures it; null when the plate prints no picture. */
function print(plate: Plate, random: () => number): { truth: Truth; um: number; cutByMachine: number } | null {
  const { setup } = plate
  const layout = layoutOf(plate)
  const plan = planPage(plate)
  const sheet = realSheet(setup?.lot.id ?? null)
  const [placed] = plan?.pictures ?? []
  if (!setup || !layout || !plan || !placed || !sheet) return null
  const told = { width: setup.page.width, length: setup.page.length }
  const upright =
    layout.sheet.w <= layout.sheet.h === sheet.width <= sheet.length || sheet.form === 'roll'
      ? sheet
      : { ...sheet, width: sheet.length, length: sheet.width }
  const travel = feed(setup.path, upright, told, random)
  const um = 25_400 / plan.ppi
  const clamp = (value: number, most: number) => Math.max(0, Math.min(most, value)) * um
  // As the page data has it: cut at the page's edge and at the printable area, like any raster.
  const { keep } = plan
  const { place } = placed
  const ink = {
    left: clamp(Math.max(place.left, keep.left), plan.width),
    top: clamp(Math.max(place.top, keep.top), plan.height),
    right: clamp(Math.min(place.left + place.width, keep.left + keep.width), plan.width),
    bottom: clamp(Math.min(place.top + place.height, keep.top + keep.height), plan.height),
  }
  const header = {
    ppi: plan.ppi,
    width: plan.width,
    height: plan.height,
    pageWidth: plan.pageWidth,
    pageHeight: plan.pageHeight,
    colour: 'device3' as const,
    copies: 1,
    mediaType: '',
  }
  const bleed = setup.borderless === 'none' ? 0 : (setup.expansion?.um ?? 0)
  const limits = inkLimits(setup.path, { ...told, known: nameOf(told.width, told.length)?.pwg ?? null }, setup.borderless !== 'none', bleed)
  const truth = truthOf({
    page: { width: 1, height: 1, ppi: 150, rgba: new Uint8Array(4), header, ink, darkness: { cyan: 0, magenta: 0, yellow: 0 } },
    told,
    limits,
    travel,
    inks: { inkSet: 'pigment-10', coating: sheet.coating, white: sheet.white, expects: sheet.coating, black: 'matte' },
    marks: UNMARKED,
  })
  const whole = {
    left: place.left * um - bleed,
    top: place.top * um - bleed,
    right: (place.left + place.width) * um - bleed,
    bottom: (place.top + place.height) * um - bleed,
  }
  const cutByMachine = Math.max(
    limits.left - whole.left,
    limits.top - whole.top,
    whole.right - limits.right,
    whole.bottom - limits.bottom,
    0,
  )
  return { truth, um, cutByMachine }
}

function randomBrief(random: () => number): { brief: Brief; pins: { printer: string; path: string; stock: string } } {
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T
  const printer = pick(studio.printers)
  const path = pick(printer.paths)
  const lot = pick(studio.lots.filter((l) => (l.form === 'roll') === isRoll(path)))
  const sizes: Item['size'][] = [
    { by: 'border', border: mm(15) + Math.floor(random() * 15_000), foot: pick([1, 1.2]), exact: random() < 0.3 },
    { by: 'sheet', fill: random() < 0.5 },
    { by: 'picture', width: mm(60) + Math.floor(random() * mm(300)), height: null },
    { by: 'resolution', ppi: 250 + Math.floor(random() * 400) },
  ]
  const makes: Make[] = [NEW_MAKE.print, NEW_MAKE.print, NEW_MAKE['folded-card'], { ...NEW_MAKE['two-sided'], backPicture: 'same' }]
  return {
    brief: briefOf({
      paperId: lot.paperId,
      picture: picture({ width: 3000 + Math.floor(random() * 3000), height: 4000 }),
      size: pick(sizes),
      finish: random() < 0.35 ? 'borderless' : 'bordered',
      cropAt: { x: random(), y: random() },
      make: pick(makes),
    }),
    pins: { printer: printer.id, path: path.id, stock: lot.id },
  }
}

test('hundreds of seeded jobs over all printers: sheets lie where the drawing says, and every clipped or bare edge was announced', () => {
  const random = seeded(20)
  const seen = { printed: 0, borderless: 0, slivers: 0, clipped: 0, printers: new Set<string>() }
  for (let tries = 0; seen.printed < JOBS && tries < 40_000; tries++) {
    const { brief, pins } = randomBrief(random)
    const plate = resolve(brief, studio, pins)
    const { setup } = plate
    const layout = layoutOf(plate)
    // The operator is stopped before these; what is stopped for being clipped is fed all the same, to see that it was true.
    const stops = plate.findings.filter((f) => f.level === 'stop').map((f) => f.id)
    if (!setup || !layout || stops.some((id) => id !== 'picture-clipped')) continue
    const out = print(plate, random)
    if (!out) continue
    const { truth, um, cutByMachine } = out
    const { across, along } = setup.path.tolerance
    const allowed = { left: across, right: across, leading: along, trailing: along }
    const announced = (id: string) => plate.findings.some((f) => f.id === id)
    const where = `${setup.printer.id} ${setup.path.id} ${setup.lot.id}`
    for (const edge of EDGES) {
      if (setup.borderless !== 'none' && layout.margins[edge] <= 0) {
        // The edge should be covered; where it is not, the operator had been told.
        if (truth.margins[edge] > 0) {
          seen.slivers++
          expect([where, edge, truth.margins[edge], announced('expansion-small')]).toEqual([where, edge, truth.margins[edge], true])
        }
        continue
      }
      const off = Math.abs(truth.margins[edge] - layout.margins[edge])
      // Read half-way along a side, where a sheet that is turned has drifted by half of what its far end has.
      const drift = edge === 'left' || edge === 'right' ? (truth.length / 2) * Math.tan((Math.abs(truth.skewDegrees) * Math.PI) / 180) : um
      expect([where, edge, off <= allowed[edge] + setup.lot.spread + drift + 2 * um]).toEqual([where, edge, true])
    }
    if (cutByMachine > 150 && setup.borderless === 'none') {
      seen.clipped++
      expect([where, announced('picture-clipped')]).toEqual([where, true])
    }
    seen.printed++
    seen.printers.add(setup.printer.id)
    if (setup.borderless !== 'none') seen.borderless++
  }
  expect(seen.printed).toBe(JOBS)
  expect([...seen.printers].sort()).toEqual(studio.printers.map((p) => p.id).sort())
  // The cases the announcements are about did come up.
  expect(Math.min(seen.borderless, seen.clipped)).toBeGreaterThan(20)
})

test('inspections of earlier sheets bring the next ones closer: the habit of a path is learnt, its luck is not', () => {
  const random = seeded(7)
  const brief = briefOf({ paperId: 'harbour-lustre', picture: picture(), size: { by: 'border', border: mm(20) } })
  const pins = { printer: 'heron', path: 'heron-cassette', stock: 'lustre-a3' }
  const off = (plate: Plate) => {
    const out = print(plate, random)
    const drawn = layoutOf(plate)?.margins
    if (!out || !drawn) throw new Error('nothing printed')
    return {
      across: (out.truth.margins.left - drawn.left - out.truth.margins.right + drawn.right) / 2,
      along: (out.truth.margins.leading - drawn.leading - out.truth.margins.trailing + drawn.trailing) / 2,
    }
  }
  const mean = (plate: Plate) => {
    const errors = Array.from({ length: 60 }, () => off(plate))
    return Math.max(Math.abs(errors.reduce((s, e) => s + e.across, 0) / 60), Math.abs(errors.reduce((s, e) => s + e.along, 0) / 60))
  }
  const before = resolve(brief, studio, pins)
  const readings = Array.from({ length: 5 }, (_, i) => ({
    runId: i + 1,
    printerId: 'heron',
    pathId: 'heron-cassette',
    skewDegrees: null,
    ...off(before),
  }))
  const after = resolve(brief, { ...studio, calibrations: calibrate(readings) }, { ...pins, position: 'measured' })
  expect(mean(after)).toBeLessThan(mean(before) / 2)
})
