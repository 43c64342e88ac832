import { type Unit, writeLength } from '../length/length.ts'
import { calipersApart } from '../media/caliper.ts'
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

type Tell = (kind: LimitKind, broken: boolean, value: number, limit: number) => void

const into =
  (found: Violation[]): Tell =>
  (kind, broken, value, limit) => {
    if (broken) found.push({ kind, value, limit })
  }

/** A label size at the limit is fed although the lot measures a little over it: the guide gives that much, µm. */
const GIVES = 1000

function sideLimits(path: Path, fed: FedSheet, width: number, test: Tell): void {
  test('wide', width > path.width.max + GIVES, fed.width, path.width.max)
  test('narrow', fed.width < path.width.min - GIVES, fed.width, path.width.min)
  test('long', fed.length > path.length.max + GIVES, fed.length, path.length.max)
  test('short', fed.length < path.length.min - GIVES, fed.length, path.length.min)
}

function paperLimits(path: Path, paper: Paper, test: Tell): void {
  test('thick', paper.thickness > path.thickness.max, paper.thickness, path.thickness.max)
  test('thin', paper.thickness < path.thickness.min, paper.thickness, path.thickness.min)
  test('heavy', paper.weight > path.weight.max, paper.weight, path.weight.max)
}

function allLimits(path: Path, paper: Paper, lot: Lot, fed: FedSheet, test: Tell): void {
  test('form', (lot.form === 'roll') !== isRoll(path), 0, 0)
  paperLimits(path, paper, test)
  sideLimits(path, fed, lot.form === 'roll' ? Math.min(fed.width, lot.nominal.width) : fed.width, test)
}

/** The limits of the path that a sheet of these edges breaks whichever edge leads; those of the turn that breaks fewer. */
export function sizeLimits(path: Path, edges: FedSheet): Violation[] {
  const turns = [edges, { width: edges.length, length: edges.width }].map((fed) => {
    const found: Violation[] = []
    sideLimits(path, fed, fed.width, into(found))
    return found
  })
  const [upright, sideways] = turns as [Violation[], Violation[]]
  return sideways.length < upright.length ? sideways : upright
}

/** Every limit of the path that this sheet breaks. Empty when it can be fed. */
export function violations(path: Path, paper: Paper, lot: Lot, fed: FedSheet): Violation[] {
  const found: Violation[] = []
  allLimits(path, paper, lot, fed, into(found))
  return found
}

/** How many limits of the path this sheet breaks. */
export function countViolations(path: Path, paper: Paper, lot: Lot, fed: FedSheet): number {
  counted = 0
  allLimits(path, paper, lot, fed, countOne)
  return counted
}

/** How many of them any sheet of this paper breaks. */
export function countPaperLimits(path: Path, paper: Paper): number {
  counted = 0
  paperLimits(path, paper, countOne)
  return counted
}

let counted = 0
const countOne: Tell = (_kind, broken) => {
  if (broken) counted++
}

/**
 * Every limit of the path that a lot of this paper breaks, whichever edge of a sheet leads: those of the turn that breaks
 * fewer. Empty when it can be fed as it is.
 */
export function lotLimits(path: Path, paper: Paper, lot: Lot): Violation[] {
  const { width, length } = lot.measured
  // Of a roll as much goes through as the job asks for.
  if (lot.form === 'roll') return violations(path, paper, lot, { width, length: path.length.min })
  const upright = violations(path, paper, lot, { width, length })
  const turned = violations(path, paper, lot, { width: length, length: width })
  return turned.length < upright.length ? turned : upright
}

/** One limit in words. */
export function violationText(path: Path, v: Violation, unit: Unit): string {
  const [value, limit] = calipersApart(v.value, v.limit)
  switch (v.kind) {
    case 'form':
      return isRoll(path) ? `${path.name} takes rolls, and this stock is sheets.` : `${path.name} takes sheets, and this stock is a roll.`
    case 'thick':
      return `The sheet is ${value} thick; ${path.name} takes up to ${limit}.`
    case 'thin':
      return `The sheet is ${value} thin; ${path.name} wants at least ${limit}.`
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

const BOUND: Partial<Record<LimitKind, { side: 'wide' | 'long'; takes: string }>> = {
  wide: { side: 'wide', takes: 'up to' },
  narrow: { side: 'wide', takes: 'at least' },
  long: { side: 'long', takes: 'up to' },
  short: { side: 'long', takes: 'at least' },
}

/**
 * Whether a sheet of these edges keeps the path's limits of size, whichever edge leads.
 * @param shorter as much less it may measure, µm
 */
export function sizeGoes(path: Path, width: number, length: number, shorter = 0): boolean {
  const goes = (of: { min: number; max: number }, value: number) => value - shorter <= of.max + GIVES && value >= of.min - GIVES
  return (goes(path.width, width) && goes(path.length, length)) || (goes(path.width, length) && goes(path.length, width))
}

/** Everything broken in words: width and length in one sentence, since both have to change. */
export function violationsText(path: Path, broken: readonly Violation[], unit: Unit): string {
  const sides = broken.filter((v) => BOUND[v.kind])
  if (sides.length < 2) return broken.map((v) => violationText(path, v, unit)).join(' ')
  const say = (of: (v: Violation) => string) => sides.map(of).join(' and ')
  const sheet = say((v) => `${writeLength(v.value, unit)} ${BOUND[v.kind]?.side}`)
  const takes = say(
    (v) => `${BOUND[v.kind]?.takes} ${writeLength(v.limit, unit)} in ${BOUND[v.kind]?.side === 'wide' ? 'width' : 'length'}`,
  )
  const rest = broken.filter((v) => !BOUND[v.kind]).map((v) => violationText(path, v, unit))
  return [`The sheet is ${sheet}; ${path.name} takes ${takes}.`, ...rest].join(' ')
}

/** Sheets the path may hold of this caliper (µm); 0 when the caliper is beyond every entry. */
export const capacityFor = (path: Path, thickness: number): number => path.capacity.find((c) => thickness <= c.upTo)?.sheets ?? 0
