import { existsSync, readFileSync } from 'node:fs'
import { EMPTY_BRIEF } from '../core/brief/brief.ts'
import { readProfile, requirePrinterProfile } from '../core/color/icc/read.ts'
import { EDGES } from '../core/paths/path.ts'
import { resolve } from '../core/plate/resolve.ts'
import { planPage } from '../core/render/page-plan.ts'
import { nameOf } from '../core/sizes/named.ts'
import { StudioSchema } from '../core/studio/studio.ts'
import { picture } from '../core/testing/fixtures.ts'
import { realSheet } from '../simulator/demo-machines.ts'
import { feed, inkLimits } from '../simulator/machine/mechanics.ts'
import { seeded } from '../simulator/machine/random.ts'
import { truthOf } from '../simulator/press/press.ts'
import { DEMO_JOBS } from './jobs.ts'
import { PAIRINGS } from './pairings.ts'
import { demoStudio } from './studio.ts'

const studio = demoStudio()

test('the demo studio is valid, with one printer of each class and about twelve papers', () => {
  expect(StudioSchema.safeParse(studio).error?.issues).toBeUndefined()
  expect([studio.printers.length, studio.papers.length, DEMO_JOBS.length >= 24]).toEqual([7, 12, true])
  expect(new Set(studio.printers.flatMap((p) => p.paths.map((x) => x.id))).size).toBe(
    studio.printers.reduce((n, p) => n + p.paths.length, 0),
  )
})

test('every pairing names things that exist, and has its chart readings and a profile with every table', () => {
  for (const p of PAIRINGS) {
    const printer = studio.printers.find((x) => x.id === p.printerId)
    expect(printer?.mediaTypes.some((m) => m.id === p.mediaTypeId)).toBe(true)
    expect(printer?.qualities.some((q) => q.id === p.qualityId)).toBe(true)
    if (p.pathId) expect(printer?.paths.some((x) => x.id === p.pathId)).toBe(true)
    expect(existsSync(`demo/charts/${p.id}.ti3`)).toBe(true)
    const read = readProfile(new Uint8Array(readFileSync(`demo/profiles/${p.id}.icc`)))
    const checked = read.ok ? requirePrinterProfile(read.value) : read
    expect(checked.ok && checked.value.intents).toEqual({ perceptual: true, relative: true, saturation: true })
  }
})

test('every demo job has a set-up, and nothing stops it', () => {
  for (const job of DEMO_JOBS) {
    const plate = resolve({ ...EMPTY_BRIEF, ...job.brief, picture: picture({ width: 6000, height: 4000 }) }, studio, job.pins ?? {})
    expect(plate.setup).not.toBeNull()
    expect([job.title, plate.findings.filter((f) => f.level === 'stop').map((f) => f.id)]).toEqual([job.title, []])
  }
})

/** The widest a path may be out: three deviations of its tolerance, the lot's spread, and the drift of its skew. */
test('400 seeded sheets through the simulated mechanics lie where the drawing says, within the stated tolerance', () => {
  const random = seeded(20)
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T
  let compared = 0
  for (let i = 0; i < 400; i++) {
    const lot = pick(studio.lots)
    const plate = resolve(
      {
        ...EMPTY_BRIEF,
        paperId: lot.paperId,
        picture: picture({ width: 3000 + Math.floor(random() * 3000), height: 4000 }),
        size: { by: 'border', border: 15_000 + Math.floor(random() * 15_000) },
      },
      studio,
      { stock: lot.id },
    )
    const { setup, layout } = plate
    const plan = planPage(plate)
    const sheet = realSheet(lot.id)
    if (!setup || !layout || !plan || !sheet || plate.findings.some((f) => f.level === 'stop')) continue
    const told = { width: setup.page.width, length: setup.page.length }
    const upright =
      layout.sheet.w <= layout.sheet.h === sheet.width <= sheet.length || sheet.form === 'roll'
        ? sheet
        : { ...sheet, width: sheet.length, length: sheet.width }
    const travel = feed(setup.path, upright, told, random)
    const um = 25_400 / plan.ppi
    const ink = {
      left: plan.place.left * um,
      top: plan.place.top * um,
      right: (plan.place.left + plan.place.width) * um,
      bottom: (plan.place.top + plan.place.height) * um,
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
    const limits = inkLimits(setup.path, { ...told, known: nameOf(told.width, told.length)?.pwg ?? null }, false, 0)
    const coating = sheet.coating
    const truth = truthOf({
      page: { width: 1, height: 1, ppi: 150, rgba: new Uint8Array(4), header, ink, coverage: 0 },
      told,
      limits,
      travel,
      inks: { inkSet: 'pigment-10', coating, white: sheet.white, expects: coating, black: 'matte' },
    })
    const { across, along } = setup.path.tolerance
    // A pixel of rounding each way, the path's own tolerance, and how much sheets of the lot differ.
    const allowed = { left: across, right: across, leading: along, trailing: along }
    for (const edge of EDGES)
      expect([
        setup.path.id,
        lot.id,
        edge,
        Math.abs(truth.margins[edge] - layout.margins[edge]) <= allowed[edge] + sheet.spread + 2 * um,
      ]).toEqual([setup.path.id, lot.id, edge, true])
    compared++
  }
  expect(compared).toBeGreaterThan(250)
})
