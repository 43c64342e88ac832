import { parseLength, type Um, type Unit } from '../../core/things/length/length.ts'

/** What came of reading a text: the value, or what is wrong with it and what was perhaps meant. */
export type Read<T> = { ok: true; value: T } | { ok: false; message: string; choices?: readonly string[] }

/**
 * A number as people type it: `1,5`, `1.5`, `1 200`, `1.200,50`. The last of comma and point is the decimal sign; a
 * single sign before exactly three figures that is repeated divides thousands. Null where it is no number.
 */
export function readNumber(text: string): number | null {
  const plain = text.trim().replace(/[\s'’]/g, '')
  if (!/^[-+]?[\d.,]*\d[\d.,]*$/.test(plain)) return null
  const signs = plain.replace(/[^.,]/g, '')
  const last = signs.at(-1)
  if (!last) return Number(plain)
  const repeated = signs.split('').filter((sign) => sign === last).length > 1
  // 1.200.000: only thousands. 1.200,50: the other sign divides them.
  const decimal = repeated ? null : last
  if (repeated && new Set(signs).size > 1) return null
  if (repeated && !/^[-+]?\d{1,3}([.,]\d{3})+$/.test(plain)) return null
  const other = decimal === '.' ? ',' : '.'
  const whole = decimal ? plain.split(decimal)[0] : plain
  if (decimal && whole?.includes(other) && !/^[-+]?\d{1,3}([.,]\d{3})+$/.test(whole)) return null
  const value = Number(decimal ? plain.replaceAll(other, '').replace(decimal, '.') : plain.replace(/[.,]/g, ''))
  return Number.isFinite(value) ? value : null
}

/** A number that was read, if it is within limits; whole where it counts things. */
export function readsWithin(value: number | null, min: number, max: number, whole: boolean): Read<number> {
  if (value === null) return { ok: false, message: 'Type a number.' }
  if (whole && !Number.isInteger(value)) return { ok: false, message: 'Type a whole number.' }
  if (value < min || value > max) return { ok: false, message: `Between ${min} and ${max}.` }
  return { ok: true, value }
}

/** A length as it is typed: `12`, `1/2 in`, `3,5 cm`; signed ones also 0 and `-4`. */
export function readLength(text: string, unit: Unit, label: string, signed: boolean): Read<Um> {
  const minus = signed && /^\s*-/.test(text)
  const plain = minus ? text.replace('-', '') : text
  if (signed && /^\s*0*([.,]0*)?\s*(mm|in|cm)?\s*$/.test(plain) && /0/.test(plain)) return { ok: true, value: 0 }
  if (plain.trim() === '') return { ok: false, message: 'Type a length, such as 210 mm or 8 1/2 in.' }
  const parsed = parseLength(plain, unit, label)
  return parsed.ok ? { ok: true, value: minus ? -parsed.value.um : parsed.value.um } : { ok: false, message: parsed.problem.message }
}

/** An amount as it is typed, in cents: `12`, `12.5`, `€ 12,50`; parts of a cent are refused. */
export function readMoney(text: string, most: number): Read<number> {
  const value = readNumber(text.replace(/[\p{Sc}a-z]/giu, ''))
  if (value === null) return { ok: false, message: 'Type an amount, such as 12.50.' }
  const cents = Math.round(value * 100)
  if (Math.abs(value * 100 - cents) > 1e-6) return { ok: false, message: 'Nothing is cheaper than a hundredth.' }
  if (cents < 0 || cents > most) return { ok: false, message: `Between 0 and ${(most / 100).toFixed(2)}.` }
  return { ok: true, value: cents }
}
