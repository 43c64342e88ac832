import type { Transform } from '../engine/engine.ts'
import { inkedBy } from './inked.ts'

// One dark red three times and one pale blue once: by hand, each channel's paper showing through is what is not inked.
const PICTURE = { colours: Uint8Array.from([204, 51, 0, 153, 204, 255]), counts: Uint32Array.from([3, 1]), total: 4 }
const through = (device: readonly number[]) => ({ run: () => Uint8Array.from(device) }) as unknown as Transform

test('by its own numbers where there is no profile, each colour as often as it is there', () => {
  // Cyan: (3 × 0.2 + 0.4) / 4; magenta: (3 × 0.8 + 0.2) / 4; yellow: (3 × 1 + 0) / 4.
  expect(inkedBy(PICTURE, [])).toEqual([0.25, 0.65, 0.75])
})

test('through profiles it is the mean over them; of no pixels nothing is said', () => {
  const one = through([102, 255, 51, 255, 0, 204])
  const other = through([0, 255, 255, 0, 255, 255])
  // One: (3 × 0.6 + 0) / 4, (0 + 1) / 4, (3 × 0.8 + 0.2) / 4; other: 1, 0, 0.
  expect(inkedBy(PICTURE, [one])).toEqual([0.45, 0.25, 0.65])
  expect(inkedBy(PICTURE, [one, other])).toEqual([0.725, 0.125, 0.325])
  expect(inkedBy({ ...PICTURE, total: 0 }, [one])).toBeNull()
})
