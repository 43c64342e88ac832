import { inch, mm, toInch, toMm, type Um } from '../length/length.ts'

/** A size with the name the standard gives it. Source of names: PWG 5101.1 (media standardized names). */
export interface Size {
  /** Self-describing name, e.g. `iso_a4_210x297mm`. */
  pwg: string
  width: Um
  length: Um
}

const SELF_DESCRIBING = /^([a-z]+)_([a-z0-9.-]+)_(\d{1,5}(?:\.\d{1,3})?)x(\d{1,6}(?:\.\d{1,3})?)(mm|in)$/

/** Reads a self-describing size name; null when the text is not one. Names: PWG 5101.1 section 5. */
export function parsePwgName(name: string): (Size & { family: string; label: string }) | null {
  const match = SELF_DESCRIBING.exec(name)
  if (!match) return null
  const [, family = '', label = '', w, l, unit] = match
  const convert = unit === 'mm' ? mm : inch
  return { pwg: name, family, label, width: convert(Number(w)), length: convert(Number(l)) }
}

const trim = (value: number, digits: number) => String(Number(value.toFixed(digits)))

/** Writes `custom_<label>_<w>x<l>mm` (or `in` where the size is a whole number of hundredths of an inch). */
export function writeCustomName(width: Um, length: Um, label = 'sheet'): string {
  const inches = [width, length].every((um) => Math.abs(toInch(um) * 100 - Math.round(toInch(um) * 100)) < 1e-6)
  const millimetres = [width, length].every((um) => um % 1000 === 0)
  return inches && !millimetres
    ? `custom_${label}_${trim(toInch(width), 2)}x${trim(toInch(length), 2)}in`
    : `custom_${label}_${trim(toMm(width), 2)}x${trim(toMm(length), 2)}mm`
}
