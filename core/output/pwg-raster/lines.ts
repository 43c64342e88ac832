/** Line compression of PWG Raster, 3 bytes a pixel. Source: PWG 5102.4-2012, section 4.4. */

const PIXEL = 3
const MAX_RUN = 128
const MAX_REPEAT = 256

const same = (row: Uint8Array, a: number, b: number) => row[a] === row[b] && row[a + 1] === row[b + 1] && row[a + 2] === row[b + 2]

/** Compresses one row of RGB pixels; appends to `out` at `at` and returns the new end. `out` needs row.length·4/3 + 2 bytes spare. */
function packRow(row: Uint8Array, out: Uint8Array, at: number): number {
  const end = row.length
  let i = 0
  while (i < end) {
    let run = 1
    while (run < MAX_RUN && i + run * PIXEL < end && same(row, i, i + run * PIXEL)) run++
    if (run > 1 || i + PIXEL >= end) {
      out[at++] = run - 1
      for (const end = i + PIXEL; i < end; ) out[at++] = row[i++] as number
      i += (run - 1) * PIXEL
      continue
    }
    let count = 1
    while (
      count < MAX_RUN &&
      i + (count + 1) * PIXEL <= end &&
      !(i + (count + 2) * PIXEL <= end && same(row, i + count * PIXEL, i + (count + 1) * PIXEL))
    )
      count++
    if (count === 1) {
      out[at++] = 0
    } else {
      out[at++] = 257 - count
    }
    // Most are short: a view of the row would cost more than the bytes.
    for (const end = i + count * PIXEL; i < end; ) out[at++] = row[i++] as number
  }
  return at
}

/** Makes a compressor for rows of `width` pixels. Feed rows in order; equal rows are folded. */
export function lineWriter(width: number): { add(row: Uint8Array): Uint8Array | null; end(): Uint8Array | null } {
  const bytes = width * PIXEL
  let held: Uint8Array | null = null
  let repeats = 0
  const flush = (): Uint8Array | null => {
    if (!held) return null
    const out = new Uint8Array(2 + Math.ceil((bytes * 4) / 3) + 8)
    out[0] = repeats - 1
    return out.subarray(0, packRow(held, out, 1))
  }
  return {
    add(row) {
      if (held && repeats < MAX_REPEAT && equalBytes(held, row)) {
        repeats++
        return null
      }
      const done = flush()
      held = row.slice()
      repeats = 1
      return done
    },
    end() {
      const done = flush()
      held = null
      return done
    },
  }
}

function equalBytes(a: Uint8Array, b: Uint8Array): boolean {
  for (let i = 0; i < a.length; i++) if (a[i] !== b[i]) return false
  return true
}

export class RasterError extends Error {}

/**
 * Reads the rows of one page. Calls `row` once a line, with a buffer it may not keep, and whether it is the line before again.
 * Throws RasterError when the data ends early or a run goes past the line.
 * @returns where the page ends in `data`
 */
export function readLines(
  data: Uint8Array,
  from: number,
  width: number,
  height: number,
  row: (pixels: Uint8Array, y: number, again: boolean) => void,
): number {
  const line = new Uint8Array(width * PIXEL)
  let at = from
  const need = (count: number) => {
    if (at + count > data.length) throw new RasterError('the page data ends in the middle of a line')
  }
  for (let y = 0; y < height; ) {
    need(1)
    const repeat = (data[at++] as number) + 1
    let x = 0
    while (x < line.length) {
      need(1)
      const code = data[at++] as number
      if (code === 128) {
        line.fill(255, x)
        x = line.length
      } else if (code < 128) {
        need(PIXEL)
        const end = x + (code + 1) * PIXEL
        if (end > line.length) throw new RasterError('a run goes past the end of its line')
        const [red, green, blue] = [data[at] as number, data[at + 1] as number, data[at + 2] as number]
        at += PIXEL
        // Most long runs are bare paper.
        if (code > 0 && red === green && green === blue) {
          line.fill(red, x, end)
          x = end
        }
        for (; x < end; x += PIXEL) {
          line[x] = red
          line[x + 1] = green
          line[x + 2] = blue
        }
      } else {
        const count = (257 - code) * PIXEL
        need(count)
        if (x + count > line.length) throw new RasterError('a run goes past the end of its line')
        line.set(data.subarray(at, at + count), x)
        at += count
        x += count
      }
    }
    for (let n = 0; n < repeat && y < height; n++) row(line, y++, n > 0)
  }
  return at
}
