import { demoStudio } from '../../../demo/studio.ts'
import { resolve } from '../../plate/resolve/resolve.ts'
import { waysFor } from '../../plate/ways/ways.ts'
import { briefOf } from '../../things/brief/brief-of.ts'
import { LotSchema, type Paper, PaperSchema } from '../../things/media/media.ts'
import { lotLimits } from '../../things/paths/limits.ts'
import { printerOfClass } from '../../things/printers/classes.ts'
import type { Printer } from '../../things/printers/printer.ts'
import { entryChoices, pairingSteps } from './pairing-steps.ts'

const paper = (more: object): Paper =>
  PaperSchema.parse({
    id: 'mole',
    name: 'Mole',
    surface: 'art',
    weight: 310,
    thickness: 419,
    white: [96, 0, 2],
    twoSided: false,
    pricePerSquareMetre: 0,
    ...more,
  })
const petrel = printerOfClass('13-inch-pigment', { id: 'petrel', name: 'Petrel', address: '' })
const roll24 = printerOfClass('24-inch-roll', { id: 'swan', name: 'Swan', address: '' })
const a3 = (of: Paper) =>
  LotSchema.parse({
    id: 'mole-a3',
    paperId: of.id,
    form: 'sheet',
    pwg: null,
    nominal: { width: 297_000, length: 420_000 },
    measured: { width: 297_000, length: 420_000 },
    spread: 0,
    stock: 10,
  })
const steps = (of: Paper, printer: Printer, more: Partial<ReturnType<typeof demoStudio>> = {}, checks = 0) => {
  const studio = { ...demoStudio(), printers: [printer], papers: [of], lots: [a3(of)], pairings: [], profiles: [], ...more }
  return Object.fromEntries(pairingSteps(studio, printer, of, checks).map((s) => [s.id, s]))
}

test('an unknown coated matte of 230 g/m² on a 24-inch roll: the matte entry, with why; no wrong black', () => {
  const [first, ...others] = entryChoices(roll24, paper({ surface: 'matte', weight: 230, thickness: 290 }), null)
  expect(first).toMatchObject({ entry: { id: 'photographic-matte' }, taken: true, misfit: null })
  expect(first?.why).toBe('for matte paper, as this is; the nearest of all')
  // An entry with photo black is last of all, and says why.
  expect(others.at(-1)?.misfit).toBe('black')
  expect(others.at(-1)?.why).toContain('rubs off')
})
test('310 g/m² rag of 16.5 mil, from typed values alone: art entry, fine-art slot, raised head', () => {
  const found = steps(paper({}), petrel)
  expect(found.entry?.says).toContain('“Fine art”')
  expect(found.path?.says).toBe('Fine-art slot; raised head height for 0.419 mm (16.5 mil).')
  expect([found.path?.done, found.profile?.done, found.proven?.done]).toEqual([true, false, false])
  const asks = steps(paper({ thicknessFrom: 'estimated' }), { ...petrel, confirmsWideGap: true })
  expect(asks.path?.says).toBe(
    'Fine-art slot; raised head height for 0.419 mm (16.5 mil), which is an estimate: measure it; the panel asks and waits.',
  )
})
test('the head is raised above the printer’s own limit, not at it', () => {
  // An entry that asks for it by itself would raise it in any case.
  const mediaTypes = petrel.mediaTypes.map((m) => ({ ...m, platenGap: 'normal' as const }))
  const at = (thickness: number) => steps(paper({ thickness }), { ...petrel, mediaTypes, normalGapUpTo: 350 }).path?.says
  expect(at(350)).toContain('usual head height')
  expect(at(351)).toContain('raised head height')
})
test('1.6 mm board goes nowhere here, and that is said', () => {
  const found = steps(paper({ surface: 'board', weight: 1100, thickness: 1600 }), petrel)
  expect(found.path?.done).toBe(false)
  expect(found.path?.says).toContain('No path of this printer takes it as it is. ')
  expect(found.path?.says).toContain('The sheet is 1.60 mm thick; Fine-art slot takes up to 1.50 mm.')
  expect(steps(paper({}), petrel, { lots: [] }).path?.says).toContain('Nothing of it is on the shelf')
})
test('what the maker names comes before the nearest; what won on strips before both', () => {
  const of = paper({ surface: 'matte', weight: 230, recommends: [{ printers: 'roll', mediaType: 'fine ART' }] })
  const taken = (pairing: Parameters<typeof entryChoices>[2]) => entryChoices(roll24, of, pairing).find((c) => c.taken)
  expect(taken(null)?.entry.id).toBe('art-matte')
  expect(taken(null)?.why).toContain('the paper’s maker names it')
  const other = printerOfClass('a4-six-ink', { id: 'x', name: 'X', address: '' })
  expect(entryChoices(other, of, null).find((c) => c.taken)?.entry.id).toBe('photographic-matte')
  const pairing = {
    id: 'p',
    printerId: 'swan',
    paperId: 'mole',
    mediaTypeId: 'photographic-matte',
    profileId: null,
    pathId: null,
    qualityId: 'fine',
    dryingMinutes: 30,
    good: 3,
    bad: 0,
  }
  expect(taken(pairing)?.why).toContain('3 good prints')
  expect(taken({ ...pairing, good: 1 })?.why).toMatch(/(^|; )1 good print(;|$)/)
  // Prints made as another entry are none of this one's.
  const chosen = { ...pairing, mediaTypeId: 'art-matte', tallies: { 'photographic-matte': { good: 3, bad: 0 } } }
  const whys = Object.fromEntries(entryChoices(roll24, of, chosen).map((c) => [c.entry.id, c.why]))
  expect(whys['photographic-matte']).toContain('3 good prints')
  expect(whys['art-matte']).not.toContain('good print')
  const tested = { intent: 'relative', blackPoint: true, mediaTypeId: 'canvas', because: '', on: '2026-11-26' } as const
  expect(taken({ ...pairing, tested })?.entry.id).toBe('canvas')
})
test('without a profile its cost is said, with one of the family to borrow; with one it is named', () => {
  const of = paper({})
  const profile = (paperId: string) => ({
    id: paperId,
    description: `P ${paperId}`,
    hash: 'a'.repeat(64),
    boundTo: { printerId: 'petrel', paperId, mediaTypeId: 'art-matte', dpi: 1440 },
  })
  const papers = [of, paper({ id: 'vole', name: 'Vole' }), paper({ id: 'gloss', name: 'Gloss', surface: 'gloss' })]
  expect(steps(of, petrel).profile?.says).toBe('None. Colours are made by the driver: expect 4 to 8 ΔE.')
  expect(steps(of, petrel, { papers, profiles: [profile('gloss')] }).profile?.says).not.toContain('borrowed')
  expect(steps(of, petrel, { papers, profiles: [profile('vole')] }).profile?.says).toContain(
    '“P vole”, of another art paper, may be borrowed: expect 2 to 4 ΔE.',
  )
  expect(steps(of, petrel, { papers, profiles: [profile('mole')] }).profile).toEqual({ id: 'profile', done: true, says: 'P mole' })
})
test('a measured path, a target that was read and a good print finish the steps', () => {
  const pairing = {
    id: 'p',
    printerId: 'petrel',
    paperId: 'mole',
    mediaTypeId: 'art-matte',
    profileId: null,
    pathId: null,
    qualityId: 'fine',
    dryingMinutes: 30,
    good: 1,
    bad: 2,
  }
  const calibrations = [
    { printerId: 'petrel', pathId: 'petrel-art', across: 0, along: 0, skewDegrees: null, spreadAcross: 0, spreadAlong: 0, runs: [1, 2, 3] },
  ]
  const found = steps(paper({}), petrel, { pairings: [pairing], calibrations }, 2)
  expect([found.entry?.done, found.layout?.done, found.target?.done, found.proven?.done]).toEqual([true, true, true, true])
  expect([found.layout?.says, found.target?.says, found.proven?.says]).toEqual([
    'Measured on Fine-art slot: drawings make up for where it lays prints.',
    'Its profile was held against a print 2 times.',
    '1 good, 2 wasted.',
  ])
  const never = steps(paper({}), petrel, { pairings: [{ ...pairing, good: 0 }] }).proven
  expect(never).toMatchObject({ done: false, says: expect.stringMatching(/^Not yet, 2 wasted: /) })
  const untried = steps(paper({}), petrel, { pairings: [{ ...pairing, good: 0, bad: 0 }] }).proven
  expect(untried?.says).toMatch(/^Not yet: the first print /)
  const once = steps(paper({}), petrel, { pairings: [{ ...pairing, bad: 1 }] }).proven
  expect(once?.says).toBe('1 good, 1 wasted.')
  const twice = steps(paper({}), petrel, { calibrations: calibrations.map((c) => ({ ...c, runs: [1, 2] })) }).layout
  expect(twice).toMatchObject({
    done: false,
    says: 'Measured 2 of 3 times on Fine-art slot; then drawings make up for where it lays prints.',
  })
  // Another printer’s measurements say nothing of this one.
  expect(steps(paper({}), petrel, { calibrations: calibrations.map((c) => ({ ...c, printerId: 'swan' })) }).layout).toMatchObject({
    done: false,
    says: expect.stringMatching(/^Nothing was measured on Fine-art slot: borders may be off /),
  })
})
describe('beside what the planner decides for every printer and paper of the demo', () => {
  const studio = demoStudio()
  const cases = studio.printers.flatMap((printer) => studio.papers.map((of) => [printer, of] as const))
  test('a path takes a lot here exactly where a way leads through it there', () => {
    for (const [printer, of] of cases)
      for (const way of waysFor(briefOf({ paperId: of.id }), { ...studio, printers: [printer] }))
        if (way.cut === null)
          expect([way.path.id, way.lot.id, lotLimits(way.path, of, way.lot).length === 0]).toEqual([
            way.path.id,
            way.lot.id,
            way.ruledOut === null,
          ])
  })
  test('entry and head height are those of the plate', () => {
    let compared = 0
    for (const [printer, of] of cases) {
      const plate = resolve(briefOf({ paperId: of.id, picture: null }), studio, { printer: printer.id })
      if (!plate.setup || plate.setup.printer.id !== printer.id || plate.setup.path.kind.startsWith('roll') || plate.setup.cut) continue
      const { path, lot } = plate.setup
      if (!waysFor(plate.brief, studio).some((w) => w.path.id === path.id && w.lot.id === lot.id && w.ruledOut === null)) continue
      const says = Object.fromEntries(pairingSteps(studio, printer, of, 0).map((s) => [s.id, s.says]))
      expect([printer.id, of.id, says.entry]).toEqual([printer.id, of.id, expect.stringContaining(`“${plate.setup.mediaType.driverName}”`)])
      expect([printer.id, of.id, says.path]).toEqual([
        printer.id,
        of.id,
        expect.stringContaining(plate.setup.gap === 'wide' ? 'raised head height' : 'usual head height'),
      ])
      compared++
    }
    expect(compared).toBeGreaterThan(15)
  })
})

test('of a profile nobody has read it says so; without one the target shows the driver’s own colours; borrowed is read too', () => {
  const says = (of: Paper, more: Parameters<typeof steps>[2] = {}, checks = 0) => steps(of, petrel, more, checks).target?.says
  expect(says(paper({}))).toBe('Not printed: it shows tones and colours of the driver as they are.')
  expect(says(paper({}), {}, 1)).toBe('Its profile was held against a print once.')
  expect(says(paper({}), {}, 3)).toBe('Its profile was held against a print 3 times.')
})
test('a paper at the weight an entry ends at is within it, a gram beyond is said', () => {
  const [first] = entryChoices(petrel, paper({}), null)
  const { min, max } = first?.entry.weight ?? { min: 0, max: 0 }
  const why = (weight: number) => entryChoices(petrel, paper({ weight }), null).find(({ entry }) => entry.id === first?.entry.id)?.why
  expect([min, max].map((weight) => /meant for/.test(why(weight) ?? ''))).toEqual([false, false])
  expect(why(max + 1)).toContain(`meant for ${min}–${max} g/m², this is ${max + 1}`)
  expect(why(min - 1)).toContain(`this is ${min - 1}`)
})
