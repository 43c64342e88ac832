import { seeded } from '../../simulator/machine/random.ts'
import { applyGrid, type Grid, gridNodes } from './grid.ts'

const SIZE = 5
const random = seeded(8)
/** Nodes without any order: no way through a cell gives what another gives. */
const grid: Grid = { size: SIZE, values: Uint8Array.from({ length: SIZE ** 3 * 3 }, () => Math.floor(random() * 256)) }
const node = (r: number, g: number, b: number, c: number) => grid.values[((r * SIZE + g) * SIZE + b) * 3 + c] as number

/** Tetrahedral interpolation as it is told (Sakamoto & Itooka 1981): the axes in the order of their fractions, largest first. */
function told(rgb: readonly number[], c: number): number {
  const at = rgb.map((v) => (v * (SIZE - 1)) / 255)
  const cell = at.map((v) => Math.min(SIZE - 2, Math.floor(v)))
  const part = at.map((v, i) => v - (cell[i] as number))
  const order = [0, 1, 2].sort((a, b) => (part[b] as number) - (part[a] as number))
  const corner = [...cell]
  const here = () => node(corner[0] as number, corner[1] as number, corner[2] as number, c)
  let sum = here()
  for (const axis of order) {
    const before = here()
    corner[axis] = (corner[axis] as number) + 1
    sum += (part[axis] as number) * (here() - before)
  }
  return sum
}

test('every pixel is what its six ways through a cell say, to a level, on nodes without any order', () => {
  const pixels = Uint8Array.from({ length: 4000 * 4 }, () => Math.floor(random() * 256))
  // Equal fractions, corners and edges of cells as well.
  pixels.set([0, 0, 0, 9, 255, 255, 255, 8, 64, 128, 191, 7, 100, 100, 100, 6, 100, 100, 30, 5, 30, 100, 100, 4, 100, 30, 100, 3])
  const out = new Uint8Array(pixels.length)
  applyGrid(grid, pixels, out)
  const off: string[] = []
  for (let p = 0; p < pixels.length; p += 4) {
    const rgb = [...pixels.subarray(p, p + 3)]
    for (const c of [0, 1, 2])
      if (Math.abs((out[p + c] as number) - told(rgb, c)) > 1.6) off.push(`${rgb} ${c}: ${out[p + c]} for ${told(rgb, c).toFixed(1)}`)
    if (out[p + 3] !== pixels[p + 3]) off.push(`${rgb}: alpha`)
  }
  expect(off).toEqual([])
})

test('nodes run with blue the quickest and red the slowest, from black to white', () => {
  const nodes = gridNodes(3)
  expect([...nodes.slice(0, 12)]).toEqual([0, 0, 0, 0, 0, 128, 0, 0, 255, 0, 128, 0])
  expect([...nodes.slice(27, 30), ...nodes.slice(-3)]).toEqual([128, 0, 0, 255, 255, 255])
})
