import { sayDisagreement } from './disagree.ts'
import type { Measures } from './measures.ts'

const rendering = (intent: 'relative' | 'perceptual', blackPoint: boolean) => ({ intent, blackPoint }) as Measures['renderings'][number]
const m = {
  renderings: [rendering('relative', true), rendering('perceptual', true)],
  differences: [{ one: 0, other: 1, mean: 2.04, p95: 4.26, visible: 0.731 }],
} as Measures
const recommended = { intent: 'relative' as const, says: '', close: false }

test('who decided, what the measures would choose, and by how much it matters', () =>
  expect(sayDisagreement(m, { intent: 'perceptual', blackPoint: true, by: 'house' }, recommended)).toBe(
    'The plate takes perceptual (the house rule); the measures would take relative. The two prints differ by 2.0 ΔE2000 on average, 4.3 at the 95th percentile, and by more than 1 in 73\u00a0% of the picture.',
  ))
test('nothing is said where they agree, or where it makes no difference', () => {
  expect(sayDisagreement(m, { intent: 'relative', blackPoint: true, by: 'house' }, recommended)).toBeNull()
  expect(sayDisagreement(m, { intent: 'perceptual', blackPoint: true, by: 'you' }, { ...recommended, close: true })).toBeNull()
})
