import { type Unit, writeLength } from '../length/length.ts'
import type { Lot, Paper } from '../media/media.ts'
import { isRoll } from './kinds.ts'
import type { Path } from './path.ts'

export type LimitKind = 'thick' | 'thin' | 'wide' | 'narrow' | 'long' | 'short' | 'heavy' | 'form'

/** One limit of a path that a sheet breaks, as data. */
export interface Violation {
  kind: LimitKind
  /** The sheet's own figure: µm, or g/m² for `heavy`. */
  value: number
  limit: number
}

/** A sheet as it would travel: width across the feed. */
export interface FedSheet {
  width: number
  length: number
}

/** Every limit of the path that this sheet breaks. Empty when it can be fed. */
export function violations(path: Path, paper: Paper, lot: Lot, fed: FedSheet): Violation[] {
  const found: Violation[] = []
  const test = (kind: LimitKind, broken: boolean, value: number, limit: number) => {
    if (broken) found.push({ kind, value, limit })
  }
  test('form', (lot.form === 'roll') !== isRoll(path), 0, 0)
  test('thick', paper.thickness > path.thickness.max, paper.thickness, path.thickness.max)
  test('thin', paper.thickness < path.thickness.min, paper.thickness, path.thickness.min)
  test('heavy', paper.weight > path.weight.max, paper.weight, path.weight.max)
  // A label size at the limit is fed although the lot measures a little over it: the guide gives that much.
  test('wide', Math.min(fed.width, lot.form === 'roll' ? lot.nominal.width : fed.width) > path.width.max + 1000, fed.width, path.width.max)
  test('narrow', fed.width < path.width.min - 1000, fed.width, path.width.min)
  test('long', fed.length > path.length.max + 1000, fed.length, path.length.max)
  test('short', fed.length < path.length.min - 1000, fed.length, path.length.min)
  return found
}

/** One limit in words. */
export function violationText(path: Path, v: Violation, unit: Unit): string {
  const caliper = (um: number) => `${(um / 1000).toFixed(2)} mm`
  switch (v.kind) {
    case 'form':
      return isRoll(path) ? `${path.name} takes rolls, and this stock is sheets.` : `${path.name} takes sheets, and this stock is a roll.`
    case 'thick':
      return `The sheet is ${caliper(v.value)} thick; ${path.name} takes up to ${caliper(v.limit)}.`
    case 'thin':
      return `The sheet is ${caliper(v.value)} thin; ${path.name} wants at least ${caliper(v.limit)}.`
    case 'heavy':
      return `The paper weighs ${v.value} g/m²; ${path.name} takes up to ${v.limit} g/m².`
    case 'wide':
      return `The sheet is ${writeLength(v.value, unit)} wide; ${path.name} takes up to ${writeLength(v.limit, unit)}.`
    case 'narrow':
      return `The sheet is ${writeLength(v.value, unit)} wide; ${path.name} wants at least ${writeLength(v.limit, unit)}.`
    case 'long':
      return `The sheet is ${writeLength(v.value, unit)} long; ${path.name} takes up to ${writeLength(v.limit, unit)}.`
    case 'short':
      return `The sheet is ${writeLength(v.value, unit)} long; ${path.name} wants at least ${writeLength(v.limit, unit)}.`
  }
}

/** Sheets the path may hold of this caliper (µm); 0 when the caliper is beyond every entry. */
export const capacityFor = (path: Path, thickness: number): number => path.capacity.find((c) => thickness <= c.upTo)?.sheets ?? 0
