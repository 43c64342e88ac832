import { mm, parseLength, UM_PER_INCH, UM_PER_MM, type Um, type Unit, writeNumber } from '../length/length.ts'
import { fail, ok, type Result } from '../problem/problem.ts'
import { NAMED_SIZES, namedSize, nameOf, SOLD_AS } from './named.ts'
import { parsePwgName } from './pwg.ts'

export interface TypedSize {
  /** Null when only a length was typed: whatever the roll or the stock is wide. */
  width: Um | null
  /** Null for a roll: it is cut where the print ends. */
  length: Um | null
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

/** Shorter than any sheet there is: a slip of the finger. */
const SHORTEST_EDGE: Um = mm(10)

const writeShort = (um: Um, unit: Unit) => `${writeNumber(um, unit).replace(/\.0$/, '')} ${unit}`

const squash = (text: string) => text.toLowerCase().replace(/\s+/g, '')

const exactly = (width: Um | null, length: Um | null, name: string | null, unit: Unit | null): Result<TypedSize> => {
  const known = width !== null && length !== null ? nameOf(width, length) : undefined
  return ok({ width, length, pwg: known?.pwg ?? null, name: known?.name ?? name, unit })
}

/** Half of a named sheet: cut lengthwise it keeps its long edge, cut across it keeps its short edge. */
function halved(key: string): TypedSize | null {
  const match = /^(.+?)(?:halved?|cutinhalf)(lengthwise|lengthways|across|crosswise)?$/.exec(key)
  const of = match && find(match[1] ?? '')
  if (!of) return null
  const across = match[2] === 'across' || match[2] === 'crosswise'
  const half = (um: Um) => Math.floor(um / (2 * UM_PER_MM)) * UM_PER_MM
  const [width, length] = across ? [half(of.length), of.width] : [half(of.width), of.length]
  const known = across ? nameOf(width, length) : undefined
  return {
    width,
    length,
    pwg: known?.pwg ?? null,
    name: known?.name ?? `${of.name} halved ${across ? 'across' : 'lengthwise'}`,
    unit: null,
  }
}

/** A standard is said or left out: `ISO A3`, `DIN A4`. */
const find = (key: string) => {
  const plain = key.replace(/^(?:iso|din)(?=[ac]\d|ra\d|sra\d|dl$)/, '')
  return NAMED_SIZES.find((s) => [s.name, s.pwg, ...s.also].some((n) => squash(n) === plain || squash(n) === key))
}
const soldAs = (key: string) => SOLD_AS.find((s) => [s.name, ...s.also].some((n) => squash(n) === key))

/** Any name of the standard says its own size, also one nobody in a studio calls by a name. */
function selfDescribing(key: string): TypedSize | null {
  const size = parsePwgName(key)
  if (!size) return null
  const known = namedSize(size.pwg)
  return known
    ? named(known)
    : { width: size.width, length: size.length, pwg: size.family === 'custom' ? null : size.pwg, name: null, unit: null }
}

/** A pair up to here, in millimetres, may as well be meant in centimetres. */
const MAYBE_CENTIMETRES = 150

const SERIES_TWICE = /^b(\d)$/

/**
 * Reads a sheet, roll or print size as people type it: `A4`, `a2 halved lengthwise`, `13x19in`, `8 1/2 × 11`,
 * `203 x 1000`, `17in roll`, and `1.2 m` alone for a length of whatever width there is.
 * A bare pair without a unit is inches when both numbers are below 61 (no sheet is that small in millimetres, and
 * few are 61 in wide), otherwise the studio's unit. `B5` is refused with the two sizes it may mean as choices.
 */
export function parseSize(text: string, fallback: Unit, field = 'size'): Result<TypedSize> {
  const typed = text.trim()
  if (!typed) return fail({ field, code: 'size-empty', value: '', message: 'Type a size, for example A4, 13 × 19 in or 203 × 1000 mm.' })
  const key = squash(typed)
  const twice = SERIES_TWICE.exec(key)
  if (twice && find(`isob${twice[1]}`) && find(`jisb${twice[1]}`)) {
    const name = `B${twice[1]}`
    return fail({
      field,
      code: 'size-ambiguous',
      value: typed,
      message: `${name} exists twice, as ISO and as JIS. Say which; a printer’s guide mark usually means JIS.`,
      choices: [`ISO ${name}`, `JIS ${name}`],
    })
  }
  const half = selfDescribing(key) ?? halved(key)
  if (half) return ok(half)
  const sold = soldAs(key)
  if (sold) return ok({ width: sold.width, length: sold.length, pwg: null, name: sold.name, unit: null })
  const known = find(key) ?? (twice ? find(`isob${twice[1]}`) : undefined)
  if (known) return ok(named(known))
  const cut = /^(.*?)\s*[- ]?roll\s*(?:[x×*]|by)\s*(.+)$/i.exec(typed)
  if (cut) {
    const [width, length] = [parseSize(`${cut[1]} roll`, fallback, field), parseLength(cut[2] ?? '', fallback, field)]
    return !width.ok
      ? width
      : !length.ok
        ? length
        : exactly(width.value.width, length.value.um, null, length.value.unit ?? width.value.unit)
  }
  const roll = /^(.*?)\s*[- ]?roll$/i.exec(typed) ?? /^roll\s+(.*)$/i.exec(typed)
  if (roll) {
    const width = parseLength(roll[1] ?? '', fallback, field)
    if (!width.ok) return width
    // Rolls are sold by the inch: a bare number below 61 is never a roll in millimetres.
    const bareInches = width.value.unit === null && fallback === 'mm' && width.value.um < 61 * UM_PER_MM
    const um = bareInches ? Math.round((width.value.um / UM_PER_MM) * UM_PER_INCH) : width.value.um
    const unit = bareInches ? 'in' : (width.value.unit ?? fallback)
    return exactly(um, null, `${writeShort(um, unit)} roll`, unit)
  }
  const parts = typed.toLowerCase().split(/\s*[x×*]\s*|\s+by\s+/)
  if (parts.length === 1) {
    const alone = parseLength(typed, fallback, field)
    // A number without a unit may be a slip; a length with one is meant.
    if (alone.ok && alone.value.unit !== null) return exactly(null, alone.value.um, null, alone.value.unit)
  }
  if (parts.length !== 2) {
    return fail({
      field,
      code: 'size-unreadable',
      value: typed,
      message: `“${typed.slice(0, 40)}” is not a size. Type a name (A4, Letter), width × length (13 × 19 in), a roll (17 in roll) or a length (1.2 m).`,
    })
  }
  const [first = '', second = ''] = parts
  const bare = [first, second].every((p) => /^[\d.,/ ½¼¾⅛⅜⅝⅞]+$/.test(p))
  const b = parseLength(second, fallback, field)
  if (!b.ok) return b
  // A unit typed once, at the end, is meant for both: 50x70 cm is half a metre wide.
  const suffix = /[a-z"”″]+$/.exec(second)?.[0] ?? ''
  const a = parseLength(/[a-z"”″]$/.test(first) ? first : `${first} ${suffix}`, fallback, field)
  if (!a.ok) return a
  let [width, length] = [a.value.um, b.value.um]
  let unit = b.value.unit ?? a.value.unit
  const perUnit = fallback === 'mm' ? UM_PER_MM : UM_PER_INCH
  if (bare && width / perUnit < 61 && length / perUnit < 61) {
    ;[width, length] = [width, length].map((um) => Math.round((um / perUnit) * UM_PER_INCH)) as [Um, Um]
    unit = 'in'
  } else if (bare && fallback === 'mm' && Math.max(width, length) <= MAYBE_CENTIMETRES * UM_PER_MM) {
    return fail({
      field,
      code: 'size-ambiguous',
      value: typed,
      message: `${first} × ${second} may be millimetres or centimetres. Say which.`,
      choices: [`${first} × ${second} mm`, `${first} × ${second} cm`],
    })
  }
  for (const um of [width, length])
    if (um < SHORTEST_EDGE)
      return fail({ field, code: 'size-too-small', value: typed, limit: '10 mm', message: 'No printer feeds a sheet under 10 mm.' })
  return exactly(width, length, null, unit)
}
