import type { Table } from '../icc/tables.ts'

/**
 * A lut8 or lut16 table of a profile from device to Lab, evaluated as it stands, by interpolation in the simplex of a cell
 * that holds the colour, in as many dimensions as there are inks. The engine does so in three and goes straight in the
 * fourth, which differs by up to 0.2 ΔE2000 where black begins; this is the way tables are built to be read.
 * Source: ICC.1:2022, 10.10 and 10.11; Lab encoding of version 2 tables (6.3.4.2): 100 % L* is 65280 of 65535.
 */
export function exactTable(bytes: Uint8Array, table: Table): ((device: readonly number[]) => [number, number, number]) | null {
  const wide = table.kind === 'lut16'
  if ((!wide && table.kind !== 'lut8') || table.outputs !== 3) return null
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const at = table.offset
  const [n, out, grid] = [table.inputs, table.outputs, table.grid[0] as number]
  const [before, after] = wide ? [view.getUint16(at + 48), view.getUint16(at + 50)] : [256, 256]
  const start = at + (wide ? 52 : 48)
  const value = (index: number) => (wide ? view.getUint16(start + index * 2) / 65_535 : view.getUint8(start + index) / 255)
  const curve = (first: number, entries: number, x: number) => {
    const place = Math.min(1, Math.max(0, x)) * (entries - 1)
    const low = Math.min(entries - 2, Math.floor(place))
    return value(first + low) + (place - low) * (value(first + low + 1) - value(first + low))
  }
  const nodes = n * before
  const curves = nodes + grid ** n * out
  const full = wide ? 65_535 / 65_280 : 1
  return (device) => {
    const low: number[] = []
    const part: number[] = []
    for (let c = 0; c < n; c++) {
      const place = curve(c * before, before, device[c] as number) * (grid - 1)
      low[c] = Math.min(grid - 2, Math.floor(place))
      part[c] = place - (low[c] as number)
    }
    // From the cell's low corner to its high one along the axes, largest fraction first: n + 1 corners of a simplex.
    const order = part.map((_, c) => c).sort((x, y) => (part[y] as number) - (part[x] as number))
    const stride = order.map((c) => grid ** (n - 1 - c))
    let node = low.reduce((sum, at) => sum * grid + at, 0)
    const mixed = [0, 0, 0]
    for (let step = 0; step <= n; step++) {
      const weight =
        (step === 0 ? 1 : (part[order[step - 1] as number] as number)) - (step === n ? 0 : (part[order[step] as number] as number))
      if (step > 0) node += stride[step - 1] as number
      for (let k = 0; k < 3; k++) mixed[k] = (mixed[k] as number) + weight * value(nodes + node * out + k)
    }
    const [l, a, b] = mixed.map((v, k) => curve(curves + k * after, after, v) * full) as [number, number, number]
    return [l * 100, a * 255 - 128, b * 255 - 128]
  }
}
