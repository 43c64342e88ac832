import { fail, ok, type Result } from '../problem/problem.ts'

/** A length in micrometres. Stored lengths are whole numbers; computed ones may carry fractions until shown. */
export type Um = number

export type Unit = 'mm' | 'in'

/** Exact by definition: 1 in = 25.4 mm (international yard and pound agreement, 1959). */
export const UM_PER_INCH = 25_400
export const UM_PER_MM = 1000
const UM_PER_FOOT = 12 * UM_PER_INCH

export const mm = (value: number): Um => Math.round(value * UM_PER_MM)
export const inch = (value: number): Um => Math.round(value * UM_PER_INCH)
export const toMm = (um: Um): number => um / UM_PER_MM
export const toInch = (um: Um): number => um / UM_PER_INCH
/** Area of a width by a length in µm, m². */
export const squareMetres = (width: Um, length: Um): number => (width * length) / 1e12

const UNIT_UM: Record<string, number> = {
  '': 0,
  mm: 1000,
  cm: 10_000,
  m: 1_000_000,
  in: UM_PER_INCH,
  inch: UM_PER_INCH,
  inches: UM_PER_INCH,
  '"': UM_PER_INCH,
  '”': UM_PER_INCH,
  '″': UM_PER_INCH,
  ft: UM_PER_FOOT,
  foot: UM_PER_FOOT,
  feet: UM_PER_FOOT,
  mil: 25.4,
  mils: 25.4,
}

/** Longest length anybody prints here: a roll of 100 m. */
export const MAX_LENGTH: Um = 100_000_000

const VULGAR: Record<string, string> = { '½': ' 1/2', '¼': ' 1/4', '¾': ' 3/4', '⅛': ' 1/8', '⅜': ' 3/8', '⅝': ' 5/8', '⅞': ' 7/8' }
const NUMBER = /^(?:(\d+)\s+(\d+)\/(\d+)|(\d+)\/(\d+)|(\d+(?:[.,]\d+)?|[.,]\d+))$/

/** Reads `8.5`, `8,5`, `8 1/2`, `1/2`. Returns NaN for anything else. */
function parseNumber(text: string): number {
  const match = NUMBER.exec(text)
  if (!match) return Number.NaN
  const [, whole, num, den, num2, den2, decimal] = match
  if (decimal !== undefined) return Number(decimal.replace(',', '.'))
  if (den2 !== undefined) return Number(num2) / Number(den2)
  return Number(whole) + Number(num) / Number(den)
}

export interface ParsedLength {
  um: Um
  /** The unit as typed, or null when none was typed and the default was taken. */
  unit: Unit | null
}

/**
 * Reads one length as people type it: `203`, `8 1/2 in`, `13"`, `1.2 m`, `16.5 mil`, `8½`.
 * @param fallback unit meant when none is typed
 * @param field name of the field, carried into the problem
 */
export function parseLength(text: string, fallback: Unit, field?: string): Result<ParsedLength> {
  const at = field === undefined ? {} : { field }
  const plain = text
    .replace(/[½¼¾⅛⅜⅝⅞]/g, (c) => VULGAR[c] ?? c)
    // 8-1/2 is said and written with a hyphen, too.
    .replace(/(\d)-(?=\d+\/\d)/g, '$1 ')
    .trim()
    .toLowerCase()
    .replace(/\s+/g, ' ')
  const match = /^([\d.,/ ]+?)\s*([a-z"”″]*)$/.exec(plain)
  const factor = match ? UNIT_UM[match[2] ?? ''] : undefined
  const number = match ? parseNumber((match[1] ?? '').trim()) : Number.NaN
  if (!match || factor === undefined || Number.isNaN(number)) {
    return fail({
      ...at,
      code: 'length-unreadable',
      value: text,
      message: `“${text.slice(0, 40)}” is not a length. Type a number with mm, cm, m, in or mil, for example 210 mm or 8 1/2 in.`,
    })
  }
  const unit: Unit | null = factor === 0 ? null : factor === UM_PER_INCH || factor === UM_PER_FOOT || factor === 25.4 ? 'in' : 'mm'
  const um = Math.round(number * (factor || (fallback === 'mm' ? UM_PER_MM : UM_PER_INCH)))
  if (!(um > 0))
    return fail({ ...at, code: 'length-not-positive', value: text, limit: '0 mm', message: 'A length must be more than nothing.' })
  if (um > MAX_LENGTH)
    return fail({
      ...at,
      code: 'length-too-long',
      value: text,
      limit: '100 m',
      message: 'That is longer than any roll: the limit is 100 m.',
    })
  return ok({ um, unit })
}

const FRACTIONS: readonly [number, string][] = [
  [0, ''],
  [1 / 8, '1/8'],
  [1 / 4, '1/4'],
  [3 / 8, '3/8'],
  [1 / 2, '1/2'],
  [5 / 8, '5/8'],
  [3 / 4, '3/4'],
  [7 / 8, '7/8'],
  [1, '1'],
]

/** Inches as people say them: eighths where the length is within 0.05 mm of one, else two decimals. */
function writeInches(um: Um): string {
  const value = toInch(um)
  const whole = Math.floor(value)
  const near = FRACTIONS.find(([f]) => Math.abs(um - (whole + f) * UM_PER_INCH) <= 50)
  if (!near) return value.toFixed(2)
  if (near[0] === 1) return String(whole + 1)
  return [whole > 0 || near[0] === 0 ? String(whole) : '', near[1]].filter(Boolean).join(' ')
}

/** The number alone, at the precision a ruler can check: 0.1 mm, or inches in eighths or hundredths. */
export function writeNumber(um: Um, unit: Unit): string {
  if (unit === 'in') {
    const text = writeInches(Math.abs(um))
    return um < 0 && Number(text) !== 0 ? `-${text}` : text
  }
  const text = toMm(um).toFixed(1)
  return text === '-0.0' ? '0.0' : text
}

/** A length with its unit, e.g. `329.0 mm` or `8 1/2 in`. */
export const writeLength = (um: Um, unit: Unit): string => `${writeNumber(um, unit)} ${unit}`

/** How rolls are counted, µm: in metres, or in feet where lengths are in inches. */
export const ROLL_UNITS: Record<Unit, { um: Um; name: 'm' | 'ft' }> = {
  mm: { um: 1_000_000, name: 'm' },
  in: { um: UM_PER_FOOT, name: 'ft' },
}

/** How much roll, as one says it: `7.40 m`, `21.5 m`, `24.3 ft`; what is short of a metre, or three feet, as any length. */
export function writeRoll(um: Um, unit: Unit): string {
  const { um: one, name } = ROLL_UNITS[unit]
  if (um < (unit === 'mm' ? one : 3 * one)) return writeLength(um, unit)
  return `${(um / one).toFixed(unit === 'mm' && um < 10 * one ? 2 : 1)} ${name}`
}

/** Width × length with one unit, e.g. `210.0 × 297.0 mm`. */
export const writeSize = (width: Um, length: Um, unit: Unit): string => `${writeNumber(width, unit)} × ${writeNumber(length, unit)} ${unit}`
