import fc from 'fast-check'
import { criticalRegion } from './critical-region.ts'

/** Every window there is, summed pixel by pixel: the highest sum, and where it is first. */
function everyWindow(map: Uint8Array, width: number, height: number, w: number, h: number) {
  let best = { sum: -1, x: 0, y: 0 }
  for (let y = 0; y + h <= height; y++)
    for (let x = 0; x + w <= width; x++) {
      let sum = 0
      for (let j = 0; j < h; j++) for (let i = 0; i < w; i++) sum += map[(y + j) * width + x + i] as number
      if (sum > best.sum) best = { sum, x, y }
    }
  return { x: (best.x + w / 2) / width, y: (best.y + h / 2) / height, mean: best.sum / (w * h) }
}

test('the window that holds most is the one that looking at every window finds', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 13 }),
      fc.integer({ min: 1, max: 9 }),
      fc.integer({ min: 1, max: 13 }),
      fc.integer({ min: 1, max: 9 }),
      fc.array(fc.nat(255), { minLength: 117, maxLength: 117 }),
      (width, height, w, h, levels) => {
        const map = Uint8Array.from(levels.slice(0, width * height))
        const [wide, high] = [Math.min(w, width), Math.min(h, height)]
        const found = criticalRegion(map, width, height, { w, h })
        const said = everyWindow(map, width, height, wide, high)
        expect(found.mean).toBeCloseTo(said.mean, 9)
        expect([found.x, found.y]).toEqual([expect.closeTo(said.x, 9), expect.closeTo(said.y, 9)])
      },
    ),
    { seed: 20_261_128, numRuns: 300 },
  )
})

test('a window is at least a pixel, and no larger than the map', () => {
  const map = Uint8Array.from([0, 9, 0, 0, 0, 0])
  expect(criticalRegion(map, 3, 2, { w: 0.2, h: 0.2 })).toEqual({ x: 0.5, y: 0.25, mean: 9 })
  expect(criticalRegion(map, 3, 2, { w: 40, h: 40 })).toEqual({ x: 0.5, y: 0.5, mean: 1.5 })
})
