import fc from 'fast-check'
import { planPage } from '../../output/page/page-plan.ts'
import { intersect } from '../../sheet/rect.ts'
import { brief, decided, finding, picture, plateOf, sheet, studioOf } from '../../testing/fixtures.ts'
import { SENTENCE } from '../../testing/sentence.ts'
import { withItem } from '../../things/brief/brief.ts'
import { mm } from '../../things/length/length.ts'
import { EDGES } from '../../things/paths/path.ts'
import { DECISION_KEYS, type Pins } from '../decisions/registry.ts'
import { layoutOf, PlateSchema, sideOf } from './plate.ts'
import { resolve } from './resolve.ts'

test('every decision is taken, in the order of the work, with reason and alternatives', () => {
  const plate = plateOf({})
  expect(plate.decisions.map((d) => d.key)).toEqual([...DECISION_KEYS])
  for (const line of plate.decisions) {
    expect(line.value).not.toBeNull()
    expect(line.reason).toMatch(SENTENCE)
    expect(line.alternatives.some((a) => a.id === line.value)).toBe(true)
    for (const a of line.alternatives)
      if (a.id !== line.value) expect(a.ruledOut !== null || a.costs.length > 0 || line.alternatives[0]?.total === a.total).toBe(true)
  }
})

test('a plate survives being written down and read back', () => {
  const plate = plateOf({})
  expect(PlateSchema.parse(JSON.parse(JSON.stringify(plate)))).toEqual(JSON.parse(JSON.stringify(plate)))
})

/** The same, and nothing in it can be changed. */
const frozen = <T>(value: T): T => {
  if (typeof value === 'object' && value !== null) for (const inner of Object.values(Object.freeze(value))) frozen(inner)
  return value
}
test('a plate is made without touching what it is made from, and has the same answer after other questions', () => {
  const [studio, of] = [frozen(studioOf()), frozen(brief({ copies: 3 }))]
  const first = JSON.stringify(resolve(of, studio, frozen({ printer: 'heron' })))
  for (const pins of [{ printer: 'tern' }, {}]) resolve(of, studio, frozen(pins))
  expect(JSON.stringify(resolve(of, studio, frozen({ printer: 'heron' })))).toBe(first)
})

test('the proven path for heavy cotton is the single-sheet slot, with the wide platen gap', () => {
  const plate = plateOf({ brief: { paperId: 'saltmarsh-cotton' } })
  expect([decided(plate, 'printer'), decided(plate, 'path')]).toEqual(['gannet', 'gannet-art'])
  expect(plate.setup?.mediaType.platenGap).toBe('wide')
  expect(plate.decisions.find((d) => d.key === 'printer')?.by).toBe('pairing')
})

test('pins hold and the rest follows them', () => {
  const plate = plateOf({ brief: { paperId: 'beacon-gloss', sheet: sheet('iso_a4_210x297mm') }, pins: { printer: 'gannet' } })
  expect(plate.setup?.printer.id).toBe('gannet')
  expect(decided(plate, 'profile')).toBe('gannet-beacon-gloss')
  expect(plate.decisions.find((d) => d.key === 'printer')?.by).toBe('you')
  // A pinned path pulls the printer along.
  expect(
    plateOf({ brief: { paperId: 'beacon-gloss', sheet: sheet('iso_a4_210x297mm') }, pins: { path: 'gannet-rear' } }).setup?.printer.id,
  ).toBe('gannet')
})

test('pins that contradict each other stop, and never leave an empty screen', () => {
  const plate = plateOf({ pins: { printer: 'tern', path: 'heron-cassette' } })
  expect(plate.findings.some((f) => f.level === 'stop')).toBe(true)
  expect(layoutOf(plate)).not.toBeNull()
})

test('relative on gloss, perceptual on matte, perceptual for black and white; the house rule can say otherwise', () => {
  expect(decided(plateOf({}), 'intent')).toBe('relative')
  expect(decided(plateOf({ brief: { paperId: 'saltmarsh-cotton' } }), 'intent')).toBe('perceptual')
  expect(decided(plateOf({ brief: { picture: picture({ channels: 'grey' }) } }), 'intent')).toBe('perceptual')
  expect(
    decided(
      plateOf({
        studio: (s) => {
          s.rules.everydayIntent = 'perceptual'
        },
      }),
      'intent',
    ),
  ).toBe('perceptual')
})

test('absolute colorimetric leaves the black point alone', () =>
  expect(decided(plateOf({ pins: { intent: 'absolute' } }), 'black-point')).toBe('off'))

test('a rush of a hundred goes on standard; one print on the pairing’s quality', () => {
  const souvenirs = { paperId: 'quay-matte', sheet: sheet('iso_a4_210x297mm') }
  expect(decided(plateOf({ brief: souvenirs, pins: { printer: 'gannet' } }), 'quality')).toBe('fine')
  expect(decided(plateOf({ brief: { ...souvenirs, copies: 80 }, pins: { printer: 'gannet' } }), 'quality')).toBe('standard')
})

test('borders typed are borders measured, on a sheet that is not its nominal size', () => {
  const plate = plateOf({ brief: { paperId: 'saltmarsh-cotton', size: { by: 'border', border: mm(30) } } })
  const m = layoutOf(plate)?.margins
  expect(Math.min(m?.left ?? 0, m?.leading ?? 0)).toBe(mm(30))
  expect(Math.abs((m?.left ?? 0) - (m?.right ?? 9))).toBeLessThanOrEqual(1)
})

test('a roll is cut to the picture', () => {
  const plate = plateOf({
    brief: {
      paperId: 'fairway-satin',
      sheet: null,
      size: { by: 'picture', width: mm(1500), height: null },
      picture: picture({ width: 9000, height: 3000 }),
    },
  })
  expect(plate.setup?.path.kind).toBe('roll')
  expect(layoutOf(plate)?.sheet.h).toBe(mm(1500) + 2 * mm(10))
  expect(finding(plate, 'picture-clipped')).toBeUndefined()
})

test('a dragged place is kept and read back from its pin', () => {
  const plate = plateOf({ pins: { placement: 'at:41000,52300' } })
  expect([layoutOf(plate)?.picture.x, layoutOf(plate)?.picture.y]).toEqual([41_000, 52_300])
  expect(finding(plateOf({ pins: { placement: 'at:x,y' } }), 'pin-lost')).toBeDefined()
})

test('no brief and no pins make it throw or give figures that are not numbers', () => {
  const studio = studioOf()
  const ids = resolve(brief(), studio).decisions.flatMap((d) => d.alternatives.map((a) => ({ key: d.key, id: a.id })))
  const pins = fc.array(fc.constantFrom(...ids), { maxLength: 6 }).map((list) => Object.fromEntries(list.map((p) => [p.key, p.id])) as Pins)
  const size = fc.oneof(
    fc.record({
      by: fc.constant('picture' as const),
      width: fc.option(fc.integer({ min: 1, max: 100_000_000 })),
      height: fc.option(fc.integer({ min: 1, max: 100_000_000 })),
    }),
    fc.record({ by: fc.constant('sheet' as const), fill: fc.boolean() }),
    fc.record({ by: fc.constant('border' as const), border: fc.nat(2_000_000) }),
  )
  fc.assert(
    fc.property(
      size,
      pins,
      fc.constantFrom(null, ...studio.papers.map((p) => p.id)),
      fc.constantFrom('bordered' as const, 'borderless' as const),
      fc.integer({ min: 1, max: 10_000 }),
      (s, p, paperId, finish, copies) => {
        const plate = resolve(brief({ size: s, paperId, finish, copies, sheet: null }), studio, p)
        const layout = layoutOf(plate)
        if (layout) for (const e of EDGES) expect(Number.isFinite(layout.margins[e]) && Number.isFinite(layout.clipped[e])).toBe(true)
        expect(layout !== null || plate.findings.some((f) => f.level === 'stop')).toBe(true)
      },
    ),
    { numRuns: 150 },
  )
})

test('an item of words is set where it lies and printed as words; nobody asks it for a picture', () => {
  const words = { text: 'Lamp room\nOpen daily', points: 24, at: 'middle' as const, align: 'centre' as const }
  const plate = resolve(
    withItem(brief({ sheet: sheet('iso_a4_210x297mm'), paperId: 'quay-matte' }), { content: { as: 'words', words } }),
    studioOf(),
  )
  const front = sideOf(plate)
  expect(front?.text?.lines).toEqual(['Lamp room', 'Open daily'])
  expect(front?.crop).toBeNull()
  expect(front && intersect(front.text?.rect ?? front.layout.sheet, front.layout.picture)).toEqual(front?.text?.rect)
  expect(planPage(plate)).toMatchObject({ pictures: [], words: [{ lines: ['Lamp room', 'Open daily'] }] })
  expect(plate.findings.filter((f) => ['picture-missing', 'resolution-low', 'profile-not-embedded'].includes(f.id))).toEqual([])
})

test('the brief may say how an item lies; a kept turn costs the others, and its reason is the brief', () => {
  for (const turn of [90, 270] as const) {
    const line = plateOf({ brief: { turn } }).decisions.find((d) => d.key === 'orientation')
    expect([line?.value, line?.by]).toEqual([String(turn), 'brief'])
  }
})
