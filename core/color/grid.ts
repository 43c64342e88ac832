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

/** Fractions are counted in 1/256, so that a pixel is a handful of whole-number operations. */
const ONE = 256

/** Applies the grid to RGBA pixels (alpha copied), writing RGBA into `out`, which may be the input.
 * Both must begin at a multiple of four bytes; the machine must be little-endian, as every one with a browser is. */
export function applyGrid(grid: Grid, rgba: Uint8ClampedArray | Uint8Array, out: Uint8ClampedArray | Uint8Array): void {
  const { size, values } = grid
  const last = size - 1
  const sr = size * size
  const sg = size
  const sb = 1
  const cell = new Int32Array(256)
  const part = new Int32Array(256)
  for (let v = 0; v < 256; v++) {
    const at = (v * last) / 255
    cell[v] = Math.min(last - 1, Math.floor(at))
    part[v] = Math.round((at - (cell[v] as number)) * ONE)
  }
  const nodes = size ** 3
  const redBlue = new Int32Array(nodes)
  const green = new Int32Array(nodes)
  for (let n = 0, k = 0; n < nodes; n++, k += 3) {
    redBlue[n] = (values[k] as number) | ((values[k + 2] as number) << 16)
    green[n] = values[k + 1] as number
  }
  const pixels = new Uint32Array(rgba.buffer, rgba.byteOffset, rgba.length / 4)
  const output = new Uint32Array(out.buffer, out.byteOffset, out.length / 4)
  const { imul } = Math
  const count = pixels.length
  for (let at = 0; at < count; at++) {
    const pixel = pixels[at] as number
    const r = pixel & 255
    const g = (pixel >>> 8) & 255
    const b = (pixel >>> 16) & 255
    const fr = part[r] as number
    const fg = part[g] as number
    const fb = part[b] as number
    const base = (cell[r] as number) * sr + (cell[g] as number) * sg + (cell[b] as number) * sb
    const top = base + sr + sg + sb
    // Walk from the black corner of the cell to the white one along the axes, largest fraction first.
    let f1 = fr
    let f2 = fg
    let f3 = fb
    let p1 = base + sr
    let p2 = p1 + sg
    if (fr >= fg) {
      if (fg < fb) {
        if (fr >= fb) {
          f2 = fb
          f3 = fg
          p2 = p1 + sb
        } else {
          f1 = fb
          f2 = fr
          f3 = fg
          p1 = base + sb
          p2 = p1 + sr
        }
      }
    } else if (fb >= fg) {
      f1 = fb
      f3 = fr
      p1 = base + sb
      p2 = p1 + sg
    } else if (fb >= fr) {
      f1 = fg
      f2 = fb
      f3 = fr
      p1 = base + sg
      p2 = p1 + sb
    } else {
      f1 = fg
      f2 = fr
      p1 = base + sg
      p2 = p1 + sr
    }
    const w0 = ONE - f1
    const w1 = f1 - f2
    const w2 = f2 - f3
    // Red and blue share one multiplication: with weights that add up to 256 neither half overflows its 16 bits.
    const rb =
      imul(w0, redBlue[base] as number) +
      imul(w1, redBlue[p1] as number) +
      imul(w2, redBlue[p2] as number) +
      imul(f3, redBlue[top] as number) +
      0x800080
    const gg =
      imul(w0, green[base] as number) + imul(w1, green[p1] as number) + imul(w2, green[p2] as number) + imul(f3, green[top] as number) + 128
    output[at] = ((rb >>> 8) & 0xff) | (gg & 0xff00) | ((rb >>> 8) & 0xff0000) | (pixel & 0xff000000)
  }
}
