import { fail, ok, type Result } from '../../things/problem/problem.ts'

/** Where one tag of a profile lies. */
export interface Tag {
  signature: string
  offset: number
  size: number
}

/** One multi-dimensional table of a profile. */
export interface Table {
  /** Tag that holds it, e.g. `A2B0`. */
  tag: string
  /** Type of the table as ICC.1 names it. */
  kind: 'lut8' | 'lut16' | 'lutAToB' | 'lutBToA'
  inputs: number
  outputs: number
  /** Points along each input; empty when there are only curves and a matrix. */
  grid: number[]
  /** Where its data lies: tables that share it are one table. */
  offset: number
}

const KINDS: Record<string, Table['kind']> = { mft1: 'lut8', mft2: 'lut16', 'mAB ': 'lutAToB', 'mBA ': 'lutBToA' }
const CHANNELS = 15

/**
 * Reads what every table of a profile is, and checks that the numbers it claims are there: an absurd grid is refused
 * before anything is allocated for it. Source: ICC.1:2022, 10.10 to 10.13.
 */
export function readTables(bytes: Uint8Array, tags: readonly Tag[], field = 'profile'): Result<Table[]> {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const tables: Table[] = []
  for (const { signature, offset, size } of tags) {
    const kind = KINDS[String.fromCharCode(...bytes.subarray(offset, offset + 4))]
    if (!kind) {
      if (/^(A2B|B2A)[0-3]$/.test(signature))
        return fail({
          field,
          code: 'profile-table-type',
          message: `The table “${signature}” is of a type that printer profiles do not use.`,
        })
      continue
    }
    const bad = (what: string) => fail({ field, code: 'profile-table-size', message: `The table “${signature}” ${what}.` })
    if (size < 32) return bad('is cut short')
    const [inputs, outputs] = [view.getUint8(offset + 8), view.getUint8(offset + 9)]
    if (inputs < 1 || inputs > CHANNELS || outputs < 1 || outputs > CHANNELS) return bad(`claims ${inputs} inputs and ${outputs} outputs`)
    let grid: number[] = []
    if (kind === 'lut8' || kind === 'lut16') {
      if (size < 52) return bad('is cut short')
      const points = view.getUint8(offset + 10)
      const [before, after] = kind === 'lut8' ? [256, 256] : [view.getUint16(offset + 48), view.getUint16(offset + 50)]
      if (points < 2 || before < 2 || after < 2 || before > 4096 || after > 4096) return bad(`has a grid of ${points} points`)
      const needed = points ** inputs * outputs + before * inputs + after * outputs
      if (needed * (kind === 'lut8' ? 1 : 2) + (kind === 'lut8' ? 48 : 52) > size)
        return bad(`claims a grid of ${points} points, more than it holds`)
      grid = Array.from({ length: inputs }, () => points)
    } else {
      const at = view.getUint32(offset + 24)
      if (at > 0) {
        if (at + 20 > size) return bad('points outside itself')
        grid = [...bytes.subarray(offset + at, offset + at + inputs)]
        const precision = view.getUint8(offset + at + 16)
        const needed = grid.reduce((product, points) => product * points, outputs) * precision
        if (grid.some((points) => points < 2) || (precision !== 1 && precision !== 2) || at + 20 + needed > size)
          return bad(`claims a grid of ${grid.join(' × ')} points, more than it holds`)
      }
      for (const part of [12, 16, 20, 28]) if (view.getUint32(offset + part) + 8 > size) return bad('points outside itself')
    }
    tables.push({ tag: signature, kind, inputs, outputs, grid, offset })
  }
  return ok(tables)
}
