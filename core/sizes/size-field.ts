import { parseLength, UM_PER_INCH, UM_PER_MM, type Um, type Unit } from '../length/length.ts'
import { fail, ok, type Result } from '../problem/problem.ts'
import { NAMED_SIZES, nameOf } from './named.ts'

export interface TypedSize {
  width: Um
  length: Um
  /** Standard's self-describing name when it is a named size. */
  pwg: string | null
  /** Name for people, or null for a custom size. */
  name: string | null
  /** The unit typed, or null when none was. */
  unit: Unit | null
}

const named = (size: (typeof NAMED_SIZES)[number]): TypedSize => ({
  width: size.width,
  length: size.length,
  pwg: size.pwg,
  name: size.name,
  unit: null,
})

const squash = (text: string) => text.toLowerCase().replace(/\s+/g, '')

/**
 * Reads a sheet or print size as people type it: `A4`, `a2 halved lengthwise`, `13x19in`, `8 1/2 × 11`, `203 x 1000`.
 * A bare pair without a unit is inches when both numbers are below 61 (no sheet is that small in millimetres, and
 * few are 61 in wide), otherwise the studio's unit.
 */
export function parseSize(text: string, fallback: Unit, field = 'size'): Result<TypedSize> {
  const typed = text.trim()
  if (!typed) return fail({ field, code: 'size-empty', value: '', message: 'Type a size, for example A4, 13 × 19 in or 203 × 1000 mm.' })
  const key = squash(typed)
  if (key === 'b5' || key === 'b4' || key === 'b3') {
    return fail({
      field,
      code: 'size-ambiguous',
      value: typed,
      message: `${key.toUpperCase()} exists twice. Type ISO ${key.toUpperCase()} or JIS ${key.toUpperCase()}; a printer’s guide mark usually means JIS.`,
    })
  }
  const halved = /^(a\d)(halved?lengthwise|halflengthwise)$/.exec(key)
  const found = NAMED_SIZES.find((s) => [s.name, s.pwg, ...s.also].some((n) => squash(n) === (halved?.[1] ?? key)))
  if (found && halved)
    return ok({
      width: Math.floor(found.width / 2000) * 1000,
      length: found.length,
      pwg: null,
      name: `${found.name} halved lengthwise`,
      unit: null,
    })
  if (found) return ok(named(found))
  const parts = typed.toLowerCase().split(/\s*[x×*]\s*/)
  if (parts.length !== 2) {
    return fail({
      field,
      code: 'size-unreadable',
      value: typed,
      message: `“${typed.slice(0, 40)}” is not a size. Type a name (A4, Letter) or width × length, for example 13 × 19 in.`,
    })
  }
  const [first = '', second = ''] = parts
  const bare = [first, second].every((p) => /^[\d.,/ ½¼¾⅛⅜⅝⅞]+$/.test(p))
  const b = parseLength(second, fallback, field)
  if (!b.ok) return b
  // A unit typed once, at the end, is meant for both.
  const a = parseLength(first, b.value.unit ?? fallback, field)
  if (!a.ok) return a
  let [width, length] = [a.value.um, b.value.um]
  let unit = b.value.unit ?? a.value.unit
  const perUnit = fallback === 'mm' ? UM_PER_MM : UM_PER_INCH
  if (bare && width / perUnit < 61 && length / perUnit < 61) {
    ;[width, length] = [width, length].map((um) => Math.round((um / perUnit) * UM_PER_INCH)) as [Um, Um]
    unit = 'in'
  }
  const name = nameOf(width, length)
  return ok({ width, length, pwg: name?.pwg ?? null, name: name?.name ?? null, unit })
}
