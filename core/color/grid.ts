import { applyTable, type Table, tableOf } from './tetrahedra/table.ts'

/**
 * A 3-D table over RGB with 3 output bytes a node, applied by tetrahedral interpolation.
 * Why: building it costs one engine call on `size³` colours; applying it is a few operations a pixel, so a change of
 * intent repaints a megapixel within a frame.
 */
export interface Grid {
  size: number
  values: Uint8Array
}

/** All node colours of a grid, as packed RGB bytes, red slowest. */
export function gridNodes(size: number): Uint8Array {
  const nodes = new Uint8Array(size ** 3 * 3)
  let at = 0
  const level = (i: number) => Math.round((i * 255) / (size - 1))
  for (let r = 0; r < size; r++)
    for (let g = 0; g < size; g++)
      for (let b = 0; b < size; b++) {
        nodes[at++] = level(r)
        nodes[at++] = level(g)
        nodes[at++] = level(b)
      }
  return nodes
}

/** Tables of grids that have been applied: a grid's numbers never change. */
const tables = new WeakMap<Grid, Table>()

/** Applies the grid to RGBA pixels (alpha copied), writing RGBA into `out`, which may be the input. */
export function applyGrid(grid: Grid, rgba: Uint8ClampedArray | Uint8Array, out: Uint8ClampedArray | Uint8Array): void {
  const table = tables.get(grid) ?? tableOf(grid.size, grid.values)
  tables.set(grid, table)
  applyTable(table, rgba, out)
}
