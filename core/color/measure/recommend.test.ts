import { differenceOf, isUnseen, sayDifference } from './difference.ts'
import type { Measures, Rendering } from './measures.ts'
import { recommend } from './recommend.ts'

/** A picture of which relative flattens this share, perceptual a tenth; whose printable colours perceptual moves by so much. */
const measured = (flattens: number, moves: number, { mean = 3, p95 = 6, visible = 0.8 } = {}, kind: Measures['kind'] = 'photograph') => {
  const rendering = (intent: 'relative' | 'perceptual', all: number, moved: number) =>
    ({ intent, blackPoint: true, moved: { mean: moved, p95: moved }, flattened: { all } }) as Rendering
  return {
    outOfGamut: { share: 0.25 },
    kind,
    renderings: [rendering('relative', flattens, 0.2), rendering('perceptual', 0.1, 0.2 + moves)],
    differences: [{ one: 0, other: 1, mean, p95, visible }],
  } as unknown as Measures
}
const intent = (...of: Parameters<typeof measured>) => recommend(measured(...of)).intent

test('gradations saved are weighed against colours moved: a ΔE for one and a half per cent of the picture', () => {
  // 4 ΔE are worth 6 %: 16 % flattened, of which perceptual leaves 10.
  expect([intent(0.1599, 4), intent(0.1601, 4)]).toEqual(['relative', 'perceptual'])
  // However little it moves, a hundredth of the picture is not worth it.
  expect([intent(0.1099, 0), intent(0.1101, 0)]).toEqual(['relative', 'perceptual'])
})

test('what is not seen is the house’s to decide; below half a ΔE on average and one at the 95th percentile', () => {
  const same = (mean: number, p95: number) => recommend(measured(0.9, 0, { mean, p95, visible: 0 }), { house: 'relative' })
  expect([same(0.49, 0.99).close, same(0.5, 0.99).close, same(0.49, 1).close]).toEqual([true, false, false])
  expect([same(0.49, 0.99).intent, same(0.5, 0.99).intent]).toEqual(['relative', 'perceptual'])
  expect(recommend(measured(0, 0, { mean: 0.1, p95: 0.2, visible: 0 }), { house: 'perceptual' }).intent).toBe('perceptual')
  expect(recommend(measured(0.9, 0, { mean: 0.1, p95: 0.2, visible: 0 })).intent).toBe('relative')
})

test('black and white goes perceptual unless that flattens more; line art goes relative; what the operator says comes first', () => {
  const of = (flattens: number, kind: Measures['kind']) => recommend(measured(flattens, 9, {}, kind))
  expect([of(0.0901, 'black-and-white').intent, of(0.0899, 'black-and-white').intent]).toEqual(['perceptual', 'relative'])
  expect(of(0.1099, 'black-and-white').says).toBe('The picture is black and white: perceptual keeps its gradients.')
  expect(of(0.35, 'black-and-white').says).toContain('in 25\u00a0% of it where relative flattens them')
  expect(of(0.9, 'line-art').intent).toBe('relative')
  expect(recommend(measured(0.9, 0, {}, 'line-art'), { kind: 'photograph' }).intent).toBe('perceptual')
})

test('relative says what perceptual would cost and what it would save', () => {
  const says = (flattens: number) => recommend(measured(flattens, 4)).says
  expect(says(0.12)).toContain('75\u00a0% of the picture, by 4.0 ΔE to save gradations in 2.0\u00a0%')
  expect(says(0.1)).toContain('and save nothing')
})

test('the difference of two prints is weighed by how much of the picture each colour is', () => {
  // Greys one apart in a, from neutral: CIEDE2000 of a small step is read from the colour itself, so equal steps count equally.
  const one = new Float32Array([50, 0, 0, 50, 0, 0, 50, 0, 0])
  const other = new Float32Array([50, 0, 0, 52, 0, 0, 60, 0, 0])
  const { mean, p95, visible } = differenceOf(one, other, Float64Array.of(94, 5, 1))
  const [two] = [differenceOf(one.slice(3, 6), other.slice(3, 6), Float64Array.of(1)).mean]
  const ten = differenceOf(one.slice(6), other.slice(6), Float64Array.of(1)).mean
  expect([mean, visible]).toEqual([expect.closeTo((5 * two + ten) / 100, 9), 0.06])
  expect(p95).toBeCloseTo(two, 9)
  expect(differenceOf(one, other, Float64Array.of(95, 4, 1)).p95).toBe(0)
  expect(isUnseen({ mean: 0.49, p95: 0.99, visible: 0 })).toBe(true)
  expect(sayDifference({ mean: 1.26, p95: 3.14, visible: 0.5 })).toBe(
    'differ by 1.3 ΔE2000 on average, 3.1 at the 95th percentile, and by more than 1 in 50\u00a0% of the picture',
  )
  expect(differenceOf(one, other, Float64Array.of(0, 0, 0))).toEqual({ mean: 0, p95: 0, visible: 0 })
})
