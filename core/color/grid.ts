/**
 * A 3-D table over RGB with 3 output bytes a node, applied by tetrahedral interpolation.
 * Why: building it costs one engine call on `size³` colours; applying it is a dozen operations a pixel, so a change of
 * intent repaints a megapixel in the time of a frame or two. Source: tetrahedral interpolation, Sakamoto & Itooka 1981.
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

/** Applies the grid to RGBA pixels (alpha copied), writing RGBA into `out`, which may be the input. */
export function applyGrid(grid: Grid, rgba: Uint8ClampedArray | Uint8Array, out: Uint8ClampedArray | Uint8Array): void {
  const { size, values } = grid
  const last = size - 1
  const cell = new Uint8Array(256)
  const part = new Float32Array(256)
  for (let v = 0; v < 256; v++) {
    const at = (v * last) / 255
    cell[v] = Math.min(last - 1, Math.floor(at))
    part[v] = at - (cell[v] as number)
  }
  const sr = size * size * 3
  const sg = size * 3
  const sb = 3
  for (let i = 0; i < rgba.length; i += 4) {
    const r = rgba[i] as number
    const g = rgba[i + 1] as number
    const b = rgba[i + 2] as number
    const fr = part[r] as number
    const fg = part[g] as number
    const fb = part[b] as number
    const base = (cell[r] as number) * sr + (cell[g] as number) * sg + (cell[b] as number) * sb
    const top = base + sr + sg + sb
    // Walk from the black corner of the cell to the white one along the axes, largest fraction first.
    let f1: number, f2: number, f3: number, p1: number, p2: number
    if (fr >= fg) {
      if (fg >= fb) {
        f1 = fr
        f2 = fg
        f3 = fb
        p1 = base + sr
        p2 = base + sr + sg
      } else if (fr >= fb) {
        f1 = fr
        f2 = fb
        f3 = fg
        p1 = base + sr
        p2 = base + sr + sb
      } else {
        f1 = fb
        f2 = fr
        f3 = fg
        p1 = base + sb
        p2 = base + sr + sb
      }
    } else if (fb >= fg) {
      f1 = fb
      f2 = fg
      f3 = fr
      p1 = base + sb
      p2 = base + sg + sb
    } else if (fb >= fr) {
      f1 = fg
      f2 = fb
      f3 = fr
      p1 = base + sg
      p2 = base + sg + sb
    } else {
      f1 = fg
      f2 = fr
      f3 = fb
      p1 = base + sg
      p2 = base + sr + sg
    }
    const w0 = 1 - f1
    const w1 = f1 - f2
    const w2 = f2 - f3
    for (let k = 0; k < 3; k++) {
      out[i + k] =
        w0 * (values[base + k] as number) +
        w1 * (values[p1 + k] as number) +
        w2 * (values[p2 + k] as number) +
        f3 * (values[top + k] as number) +
        0.5
    }
    out[i + 3] = rgba[i + 3] as number
  }
}
