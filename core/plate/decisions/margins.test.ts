import { plateOf } from '../../testing/fixtures.ts'
import type { Path } from '../../things/paths/path.ts'
import type { Studio } from '../../things/studio/studio.ts'
import { wireAttributesOf } from './registry.ts'

/** Four margins that no edge shares with another, µm. */
const UNEVEN = { leading: 3000, trailing: 20_000, left: 3400, right: 5100 }
const PINS = { printer: 'heron', path: 'heron-cassette', stock: 'lustre-a3' }
const withPath = (change: Partial<Path>) => (studio: Studio) => {
  for (const printer of studio.printers) for (const path of printer.paths) if (path.id === 'heron-cassette') Object.assign(path, change)
}
const candidates = (change: Partial<Path>, finish: 'bordered' | 'borderless', pins: Record<string, string> = {}) => {
  const plate = plateOf({ brief: { finish }, pins: { ...PINS, ...pins }, studio: withPath({ margins: UNEVEN, ...change }) })
  const line = plate.decisions.find((d) => d.key === 'margins')
  if (!line) throw new Error('margins are not decided')
  return { chosen: line.value, enforced: plate.setup?.enforced, of: Object.fromEntries(line.alternatives.map((a) => [a.id, a])) }
}
const ALL = ['leading', 'trailing', 'left', 'right'] as const
const past = (edges: readonly (typeof ALL)[number][], sizes: 'any' | string[], margins: typeof UNEVEN | null = null) => ({
  borderless: { edges: [...edges], sizes, enforced: 4500, margins } as Path['borderless'],
})

test('each edge of a page is asked for by its own margin, hundredths of a millimetre; the second side by its own', () => {
  const back = { leading: 6000, trailing: 7100, left: 8200, right: 9300 }
  const plate = plateOf({
    pins: PINS,
    studio: withPath({ margins: UNEVEN, duplex: { how: 'by-hand', upTo: 2000, margins: back } as Path['duplex'] }),
  })
  const asked = (side: 'front' | 'back') => {
    if (!plate.setup) throw new Error('no set-up')
    const wire: Record<string, { value: unknown }> = wireAttributesOf(plate.setup, side)
    return ['top', 'bottom', 'left', 'right'].map((edge) => wire[`media-col.media-${edge}-margin`]?.value)
  }
  expect(asked('front')).toEqual([300, 2000, 340, 510])
  expect(asked('back')).toEqual([600, 710, 820, 930])
})

test('margins are said once where they are even, and each by itself that is wider', () => {
  expect(candidates({}, 'bordered').of.bordered?.label).toBe(
    'With margins, 3.0 mm, 20.0 mm at the trailing edge, 3.4 mm at the left edge, 5.1 mm at the right edge',
  )
  const even = { leading: 4200, trailing: 4200, left: 4200, right: 4200 }
  expect(candidates({ margins: even }, 'bordered').of.bordered?.label).toBe('With margins, 4.2 mm')
})

test('a path that prints past all edges of this size is taken as asked; one of other sizes enforces its margin', () => {
  const any = candidates(past(ALL, 'any'), 'borderless')
  expect([any.chosen, any.enforced, any.of.borderless?.ruledOut]).toEqual(['borderless', null, null])
  const named = candidates(past(ALL, ['iso_a3_297x420mm']), 'borderless', { page: 'iso_a3_297x420mm' })
  expect([named.chosen, named.enforced]).toEqual(['borderless', null])
  const other = candidates(past(ALL, ['iso_a4_210x297mm']), 'borderless', { page: 'iso_a3_297x420mm' })
  expect(other.of.borderless).toMatchObject({
    label: 'Borderless asked for, 4.5 mm enforced',
    ruledOut: 'A3 is not among the sizes Cassette prints borderless: expect 4.5 mm of paper all round.',
  })
})

test('of two sides the others keep their paper, and it is said how much', () => {
  const kept = { leading: 7000, trailing: 9000, left: 1, right: 1 }
  const sides = candidates(past(['left', 'right'], 'any', kept), 'borderless')
  expect(sides.chosen).toBe('borderless-sides')
  expect(sides.of.borderless?.ruledOut).toMatch(/prints borderless at the two sides only\.$/)
  const ownMargins = candidates(past(['left', 'right'], 'any'), 'borderless')
  const says = (of: typeof sides) => JSON.stringify(of.of['borderless-sides'])
  expect(says(sides)).toContain('paper stays at the leading edge (7.0 mm) and the trailing edge (9.0 mm)')
  expect(says(ownMargins)).toContain('paper stays at the leading edge (3.0 mm) and the trailing edge (20.0 mm)')
})

test('a path that never prints to the edge says so, and the brief is answered with margins', () => {
  const { chosen, of } = candidates({ borderless: null }, 'borderless')
  expect([chosen, of.borderless?.ruledOut]).toEqual(['bordered', expect.stringMatching(/does not print to the edge\.$/)])
})
