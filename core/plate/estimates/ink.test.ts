import { studioOf } from '../../testing/fixtures.ts'
import { FULL, inkOf } from './ink.ts'

const named = (names: string[]) => {
  const [ink] = studioOf().printers[0]?.inks ?? []
  if (!ink) throw new Error('no ink')
  return { inks: names.map((name) => ({ ...ink, id: name, name })) }
}
const square = { w: 1_000_000, h: 500_000 }
const on = { surface: 'gloss' as const, coat: 'off' as const, greys: false }
const rounded = (of: Record<string, number>) => Object.fromEntries(Object.entries(of).map(([k, v]) => [k, Number(v.toFixed(6))]))

test('the whole is how dark the picture is times its area, whatever the inks that share it', () => {
  const sum = (names: string[]) => Object.values(inkOf(named(names), [0.5, 0.3, 0.1], square, on)).reduce((a, b) => a + b, 0)
  // Half a square metre at 30 % of full.
  for (const names of [
    ['Cyan', 'Magenta', 'Yellow'],
    ['Cyan', 'Magenta', 'Yellow', 'Photo black', 'Matte black', 'Light cyan', 'Grey', 'Orange'],
  ])
    expect(sum(names)).toBeCloseTo(FULL * 0.3 * 0.5, 9)
  expect(sum(['Clear coat'])).toBe(0)
})

test('a coat lies where there is ink or all over, 2 or 3 ml a square metre, beside the other inks', () => {
  const coat = (how: 'off' | 'ink' | 'all') => inkOf(named(['Cyan', 'Clear coat']), [0.5, 0, 0], square, { ...on, coat: how })
  expect([coat('off'), coat('ink'), coat('all')].map((of) => of['Clear coat'])).toEqual([0, 1, 1.5])
  expect(new Set(['off', 'ink', 'all'].map((how) => coat(how as 'off').Cyan)).size).toBe(1)
})

test('the black that is not in use takes nothing, and a picture without ink nothing at all', () => {
  const names = ['Photo black', 'Matte black', 'Cyan']
  const grey = [0.4, 0.4, 0.4] as const
  expect(inkOf(named(names), [...grey], square, on)['Matte black']).toBe(0)
  expect(inkOf(named(names), [...grey], square, { ...on, surface: 'art' })['Photo black']).toBe(0)
  expect(rounded(inkOf(named(names), [0, 0, 0], square, on))).toEqual({ 'Photo black': 0, 'Matte black': 0, Cyan: 0 })
})

test('a printer’s own greys take a touch of its colours: less of them, more of its blacks, the same in all', () => {
  const names = ['Cyan', 'Magenta', 'Yellow', 'Photo black', 'Grey']
  const [colour, greys] = [false, true].map((g) => inkOf(named(names), [0.5, 0.4, 0.4], square, { ...on, greys: g }))
  if (!colour || !greys) throw new Error('none')
  const coloured = (of: Record<string, number>) => (of.Cyan ?? 0) + (of.Magenta ?? 0) + (of.Yellow ?? 0)
  const sum = (of: Record<string, number>) => Object.values(of).reduce((a, b) => a + b, 0)
  expect(sum(greys)).toBeCloseTo(sum(colour), 9)
  // As much less, to the blacks, as 15 % are.
  const ratio = coloured(greys) / (sum(greys) - coloured(greys)) / (coloured(colour) / (sum(colour) - coloured(colour)))
  expect(ratio).toBeCloseTo(0.15, 9)
})
