import { studioOf } from '../../testing/fixtures.ts'
import { mediaDistance, misfitOf, nearestEntry, recommendedEntry, sayMisfit } from './media-distance.ts'

const studio = studioOf()
const coated = (surface: string) => surface === 'gloss' || surface === 'satin'

test('no printer takes an entry of the wrong black or coating for any paper while it has one of the right', () => {
  // Said again in a few words of its own: photo black on sealed surfaces, matte black on the others.
  const right = (m: { surface: string; black: string }, surface: string) =>
    coated(m.surface) === coated(surface) && (m.black === 'either' || (m.black === 'photo') === coated(surface))
  let without = 0
  for (const printer of studio.printers)
    for (const paper of studio.papers) {
      const chosen = nearestEntry(printer, paper)
      const any = printer.mediaTypes.some((m) => right(m, paper.surface))
      if (!any) without++
      expect([printer.id, paper.id, right(chosen, paper.surface)]).toEqual([printer.id, paper.id, any])
    }
  expect(without).toBe(0)
})

test('after black and coating the surface decides, then the gap, then the weight', () => {
  const gannet = studio.printers.find((p) => p.id === 'gannet')
  const paper = studio.papers.find((p) => p.id === 'saltmarsh-cotton')
  const [matte] = gannet?.mediaTypes.filter((m) => m.id === 'photographic-matte') ?? []
  if (!gannet || !paper || !matte) throw new Error('no gannet')
  const entry = (id: string, change: object) => ({ ...matte, id, weight: { min: 250, max: 350 }, platenGap: 'wide' as const, ...change })
  const of = (...mediaTypes: (typeof matte)[]) => nearestEntry({ ...gannet, mediaTypes }, paper).id
  // A cotton art paper of 308 g/m², thicker than the normal gap clears. The nearer one stands second each time.
  expect(
    of(entry('glossy', { surface: 'gloss', black: 'matte' }), entry('plain', { surface: 'plain', weight: { min: 60, max: 90 } })),
  ).toBe('plain')
  expect(of(entry('photo', { surface: 'art', black: 'photo' }), entry('canvas', { surface: 'canvas' }))).toBe('canvas')
  expect(
    of(entry('board', { surface: 'board' }), entry('art', { surface: 'art', platenGap: 'normal', weight: { min: 100, max: 200 } })),
  ).toBe('art')
  expect(of(entry('low', { surface: 'art', platenGap: 'normal' }), entry('high', { surface: 'art', weight: { min: 100, max: 300 } }))).toBe(
    'high',
  )
  expect(
    of(entry('far', { surface: 'art', weight: { min: 100, max: 290 } }), entry('near', { surface: 'art', weight: { min: 100, max: 300 } })),
  ).toBe('near')
})

test.each([
  ['gloss', 'photo', 'gloss', null],
  ['satin', 'photo', 'gloss', null],
  ['gloss', 'photo', 'art', 'black'],
  ['gloss', 'either', 'matte', 'coating'],
  ['matte', 'matte', 'satin', 'black'],
  ['board', 'matte', 'art', null],
  ['canvas', 'matte', 'art', 'surface'],
  ['plain', 'either', 'matte', 'surface'],
] as const)('an entry for %s with %s black on %s paper: %s', (surface, black, paper, misfit) =>
  expect(misfitOf({ surface, black }, { surface: paper })).toBe(misfit),
)

test('how far one surface stands in for another, nearest first: common practice, and the other way round not the same', () => {
  const gannet = studio.printers.find((p) => p.id === 'gannet')
  const [entry] = gannet?.mediaTypes ?? []
  const [paper] = studio.papers
  if (!gannet || !entry || !paper) throw new Error('no gannet')
  const surfaces = ['gloss', 'satin', 'matte', 'art', 'board', 'canvas', 'plain'] as const
  const even = { ...entry, black: 'either' as const, weight: { min: 1, max: 900 }, platenGap: 'normal' as const }
  const far = (of: (typeof surfaces)[number], as: (typeof surfaces)[number]) =>
    mediaDistance({ ...even, surface: as }, { ...paper, surface: of, thickness: 1 }, gannet)
  const order = (of: (typeof surfaces)[number]) => [...surfaces].sort((a, b) => far(of, a) - far(of, b)).join(' ')
  expect(Object.fromEntries(surfaces.map((of) => [of, order(of)]))).toEqual({
    gloss: 'gloss satin matte art board canvas plain',
    satin: 'satin gloss matte art board canvas plain',
    matte: 'matte art board canvas plain satin gloss',
    art: 'art board matte canvas plain satin gloss',
    board: 'board art matte canvas plain satin gloss',
    canvas: 'canvas art matte board plain satin gloss',
    plain: 'plain matte art board canvas gloss satin',
  })
  // Whatever follows never outweighs what stands before it.
  expect(far('matte', 'gloss')).toBeGreaterThan(2 * far('matte', 'plain'))
  expect(far('plain', 'matte')).toBeLessThan(far('matte', 'plain'))
  for (const of of surfaces) expect(far(of, of)).toBe(0)
})

test('a grammage beyond an entry’s counts by how far, up to 500 g/m²; the gap more than any', () => {
  const gannet = studio.printers.find((p) => p.id === 'gannet')
  const [entry] = gannet?.mediaTypes ?? []
  const [paper] = studio.papers
  if (!gannet || !entry || !paper) throw new Error('no gannet')
  const of = (weight: number, gap: 'normal' | 'wide' = 'normal') =>
    mediaDistance(
      { ...entry, surface: paper.surface, black: 'either', weight: { min: 200, max: 300 }, platenGap: gap },
      { ...paper, thickness: 1, weight },
      gannet,
    )
  expect([of(200), of(300), of(190), of(350), of(800), of(1400)]).toEqual([0, 0, 1, 5, 50, 50])
  expect([of(250, 'wide'), of(1400, 'wide')]).toEqual([60, 110])
})

test('what is wrong is said by what goes wrong on this very paper', () => {
  const entry = (surface: string, black: string) => ({ surface, black }) as never
  const paper = (surface: string) => ({ surface }) as never
  expect(sayMisfit('black', entry('matte', 'matte'), paper('gloss'))).toBe('prints with matte black, which stays dull on a sealed surface')
  expect(sayMisfit('black', entry('gloss', 'photo'), paper('art'))).toBe(
    'prints with photo black, which does not bind to an absorbent one and rubs off',
  )
  expect(sayMisfit('coating', entry('art', 'either'), paper('satin'))).toBe('lays ink for art paper: too little for a sealed surface')
  expect(sayMisfit('coating', entry('gloss', 'either'), paper('matte'))).toBe('lays ink for gloss paper: too much for an absorbent one')
  expect(sayMisfit('surface', entry('canvas', 'matte'), paper('board'))).toBe(
    'is meant for canvas paper and this is board: tones and drying will differ',
  )
})

test('what the maker names is an entry as the driver writes it or as the panel does, however the words are spaced', () => {
  const gannet = studio.printers.find((p) => p.id === 'gannet')
  const entry = gannet?.mediaTypes.find((m) => m.driverName !== m.panelName)
  if (!gannet || !entry) throw new Error('no entry with two names')
  const named = (mediaType: string, printers = '') => recommendedEntry(gannet, { recommends: [{ printers, mediaType }] })?.id
  for (const name of [entry.driverName, entry.panelName]) expect(named(` ${name.toUpperCase().replaceAll(' ', '  ')}`)).toBe(entry.id)
  expect([named('nothing of the kind'), named(entry.driverName, 'swan'), named(entry.driverName, 'GANNET')]).toEqual([
    undefined,
    undefined,
    entry.id,
  ])
})
