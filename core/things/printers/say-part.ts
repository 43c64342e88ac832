import { type Unit, writeLength } from '../length/length.ts'

const caliper = (um: number) => `${(um / 1000).toFixed(2)} mm`
const plain = (unit: string) => (value: number) => `${value} ${unit}`

/** What a number of a record is in, by where it stands; numbers that are named nowhere here are counts. */
const NUMBERS: readonly (readonly [RegExp, (value: number, unit: Unit) => string])[] = [
  [/(^|\.)thickness\.(min|max)$|(^|\.)(upTo|normalGapUpTo)$/, caliper],
  [/(^|\.)weight\.(min|max)$/, plain('g/m²')],
  [/(^|\.)(width|length)(\.(min|max))?$|(^|\.)(leading|trailing|left|right|enforced|across|along|before|behind|um|accepts)$/, writeLength],
  [/(^|\.)skewDegrees$/, (value) => `${value}°`],
  [/(^|\.)cores\.\d+$/, plain('in')],
  [/(^|\.)dpi$/, plain('dpi')],
  [/(^|\.)feedPpi$/, plain('ppi')],
  [/(^|\.)secondsPerSquareMetre$/, plain('s/m²')],
  [/(^|\.)minutes$/, plain('min')],
  [/(^|\.)(millilitres|capacity)$/, plain('ml')],
  [/(^|\.)(since|cleanAfter)$/, plain('m²')],
]

const LISTS: ReadonlySet<string> = new Set(['paths', 'mediaTypes', 'inks', 'qualities', 'expansions'])

/** A field as one speaks of it: `secondsPerSquareMetre` as “seconds per square metre”. */
const fieldName = (key: string) => key.replace(/([A-Z])/g, (letter) => ` ${letter.toLowerCase()}`)

/**
 * Where in a printer's record something stands, in words: `paths.heron-roll.margins.left` as “heron-roll, margins, left”.
 * @param at field names joined by dots, as `differences` gives them
 */
export function sayPlace(at: string): string {
  const [first = '', ...rest] = at.split('.')
  // Of a list its entries are known by their ids, which stay as they are.
  const [id, ...fields] = LISTS.has(first) && rest.length > 0 ? rest : [fieldName(first), ...rest]
  return [id, ...fields.map(fieldName)].join(', ')
}

/**
 * A part of a printer's record in words, each number with what it is in.
 * @param at where it stands, field names joined by dots
 * @param value what JSON holds there; null and undefined are “nothing”
 * @param unit the unit lengths are said in; calipers are millimetres everywhere
 */
export function sayPart(at: string, value: unknown, unit: Unit): string {
  if (value === null || value === undefined || value === '') return 'nothing'
  if (typeof value === 'number') return NUMBERS.find(([where]) => where.test(at))?.[1](value, unit) ?? String(value)
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (Array.isArray(value)) return value.length === 0 ? 'none' : value.map((one, i) => sayPart(`${at}.${i}`, one, unit)).join('; ')
  if (typeof value !== 'object') return String(value)
  const { name, driverName } = value as { name?: unknown; driverName?: unknown }
  if (typeof name === 'string' || typeof driverName === 'string') return String(name ?? driverName)
  return Object.entries(value)
    .map(([key, part]) => `${fieldName(key)} ${sayPart(`${at}.${key}`, part, unit)}`)
    .join(', ')
}
