import { type Attributes, first, groupOf, type Message, type Value } from './message.ts'
import { OPERATION } from './tags.ts'

/** Forms a page can be sent in, the best first: what keeps the printer's own numbers, then what keeps the pixels. */
const SENT_FORMATS = ['image/pwg-raster', 'image/tiff', 'image/jpeg', 'application/pdf'] as const
/** Forms that hold several pages in one document. */
const MANY_PAGED: readonly string[] = ['image/pwg-raster', 'application/pdf']
export type SentFormat = (typeof SENT_FORMATS)[number]

/** What a printer says it can do, as far as sending goes. */
export interface Capabilities {
  format: SentFormat | null
  /** It takes device numbers in PWG Raster and leaves them alone. */
  deviceColour: boolean
  /** A job can be made first and given its document after: then a broken line never doubles it. */
  twoSteps: boolean
}

const words = (attributes: Attributes, name: string) => (attributes[name] ?? []).map((v) => v.value)

/** What a printer says it can do with a document of one page, or of several. */
export function capabilitiesOf(printer: Attributes, several = false): Capabilities {
  const formats = words(printer, 'document-format-supported')
  const operations = words(printer, 'operations-supported')
  const types = words(printer, 'pwg-raster-document-type-supported')
  // A printer may take PWG Raster and yet no colour in it.
  const raster = types.length === 0 || types.some((t) => t === 'device3_8' || t === 'srgb_8')
  return {
    format:
      SENT_FORMATS.find((f) => formats.includes(f) && (!several || MANY_PAGED.includes(f)) && (f !== 'image/pwg-raster' || raster)) ?? null,
    deviceColour: types.some((t) => String(t) === 'device3_8'),
    twoSteps: operations.includes(OPERATION['Create-Job']) && operations.includes(OPERATION['Send-Document']),
  }
}

/** Something a printer will not do as asked. */
export interface Substitution {
  attribute: string
  asked: string
  /** What it does instead, or null when it just leaves it out. */
  instead: string | null
  weight: 'matters' | 'note'
  says: string
}

const TITLES: Record<string, string> = {
  'print-quality': 'Quality',
  'printer-resolution': 'Resolution',
  sides: 'Sides',
  'print-color-mode': 'Colour mode',
  'print-scaling': 'Scaling',
  'print-rendering-intent': 'Rendering intent of the printer',
  'orientation-requested': 'Orientation',
  'platen-gap': 'Platen gap',
  finishings: 'Clear coat',
  copies: 'Copies',
  'media-source': 'Source',
  'media-type': 'Media type',
  'media-size': 'Page size',
  'media-col': 'Paper, size and source',
  'document-format': 'Form of the data',
}
/** Spoils the print when it is not done; the rest shows at most. */
const MATTERS = new Set([
  'print-scaling',
  'media-source',
  'media-type',
  'media-size',
  'media-col',
  'platen-gap',
  'document-format',
  'copies',
])
/** Values that ask for nothing: not knowing the attribute is the same as doing it. */
const NEUTRAL: Record<string, readonly unknown[]> = {
  'print-rendering-intent': ['auto'],
  'orientation-requested': [3],
  finishings: [3],
  sides: ['one-sided'],
  'print-color-mode': ['color', 'auto'],
  'platen-gap': ['normal'],
  copies: [1],
}

const QUALITY: Record<string, string> = { 3: 'draft', 4: 'normal', 5: 'high' }
function written(name: string, value: Value | undefined): string {
  if (!value) return '–'
  if (value.tag === 'resolution') return `${value.value[0]} × ${value.value[1]} ${value.value[2]}`
  if (value.tag === 'rangeOfInteger') return `${value.value[0]}–${value.value[1]}`
  if (value.tag === 'begCollection') return 'a collection'
  return name === 'print-quality' ? (QUALITY[String(value.value)] ?? String(value.value)) : String(value.value)
}

const sameValue = (a: Value, b: Value): boolean =>
  b.tag === 'rangeOfInteger' && typeof a.value === 'number'
    ? a.value >= b.value[0] && a.value <= b.value[1]
    : JSON.stringify(a.value) === JSON.stringify(b.value)

const member = (attributes: Attributes, name: string): Attributes => {
  const value = attributes[name]?.[0]
  return value?.tag === 'begCollection' ? value.value : {}
}

/** Whether one of the sizes a printer lists (exact ones and ranges, 1/100 mm) takes this one. Rounding of half a millimetre is let pass. */
function takesSize(printer: Attributes, width: number, length: number): boolean {
  const sizes = [...(printer['media-size-supported'] ?? []), ...(printer['media-col-database'] ?? []).map((v) => v)]
    .flatMap((v) => (v.tag === 'begCollection' ? [v.value] : []))
    .map((col) => ('media-size' in col ? member(col, 'media-size') : col))
  const fits = (v: Value | undefined, n: number) =>
    v?.tag === 'rangeOfInteger' ? n >= v.value[0] - 50 && n <= v.value[1] + 50 : typeof v?.value === 'number' && Math.abs(v.value - n) <= 50
  return sizes.length === 0 || sizes.some((s) => fits(s['x-dimension']?.[0], width) && fits(s['y-dimension']?.[0], length))
}

function told(attribute: string, asked: string, instead: string | null, known: boolean): Substitution {
  const title = TITLES[attribute] ?? attribute
  return {
    attribute,
    asked,
    instead,
    weight: MATTERS.has(attribute) ? 'matters' : 'note',
    says: !known
      ? `${title}: the printer does not know this setting. “${asked}” has to be set at its panel.`
      : instead === null
        ? `${title}: “${asked}” is not done.`
        : `${title}: “${asked}” is asked for, the printer will do “${instead}”.`,
  }
}

/**
 * What a printer would leave out or do otherwise, from what it says of itself and from its answer to Validate-Job.
 * Source: RFC 8011 section 4.1.7 (unsupported attributes), `xxx-supported` and `xxx-default` of section 5.2.
 */
export function substitutions(asked: Attributes, printer: Attributes, validated: Message | null): Substitution[] {
  const out: Substitution[] = []
  const add = (attribute: string, value: Value | undefined, known = true) => {
    if (out.some((s) => s.attribute === attribute)) return
    const usual = printer[`${attribute}-default`]?.[0]
    out.push(told(attribute, written(attribute, value), usual && known ? written(attribute, usual) : null, known))
  }
  for (const [name, [value]] of Object.entries(asked)) {
    if (!value || name === 'media-col') continue
    const supported = printer[`${name}-supported`]
    if (supported === undefined) {
      if (!NEUTRAL[name]?.includes(value.value) && name in TITLES) add(name, value, false)
    } else if (!supported.some((s) => sameValue(value, s))) add(name, value)
  }
  const col = member(asked, 'media-col')
  for (const name of ['media-source', 'media-type']) {
    const value = col[name]?.[0]
    const supported = printer[`${name}-supported`]
    if (!value) continue
    if (supported === undefined) add(name, value, false)
    else if (!supported.some((s) => s.value === value.value)) add(name, value)
  }
  const size = member(col, 'media-size')
  const [x, y] = [first(size, 'x-dimension'), first(size, 'y-dimension')]
  if (typeof x === 'number' && typeof y === 'number' && !takesSize(printer, x, y))
    out.push(told('media-size', `${x / 100} × ${y / 100} mm`, null, true))
  if (validated)
    for (const [name, values] of Object.entries(groupOf(validated, 'unsupported')))
      if (name in TITLES && !(name === 'finishings' && first(asked, 'finishings') === 3))
        add(name, asked[name]?.[0] ?? col[name]?.[0] ?? values[0])
  return out
}

/** Attributes to send: what is asked for, without what only some printers do and this one does not: it was told beforehand. */
export function sendable(asked: Attributes, printer: Attributes): Attributes {
  const own = ['platen-gap', 'print-dots-per-inch', 'finishings', 'printer-resolution', 'print-rendering-intent']
  const does = (name: string, value: Value | undefined) => value && printer[`${name}-supported`]?.some((s) => sameValue(value, s))
  return Object.fromEntries(Object.entries(asked).filter(([name, [value]]) => !own.includes(name) || does(name, value)))
}
