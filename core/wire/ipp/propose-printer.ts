import { kindForSource, PATH_KINDS } from '../../things/paths/kinds.ts'
import { EDGES, type Edge, type Edges, edgesOf, type Path, PathSchema } from '../../things/paths/path.ts'
import { type MachinePart, PATH_PART_KEYS } from '../../things/printers/parts.ts'
import { type MediaType, type Printer, PrinterSchema, type Quality } from '../../things/printers/printer.ts'
import { nameOf } from '../../things/sizes/named.ts'
import { type Attributes, type Value, v } from './message.ts'

/**
 * What a printer says of itself over IPP, as a printer record. Sources: RFC 8011 (`print-quality-supported`,
 * `sides-supported`), PWG 5100.3 and 5100.7 (`media-col-database`, margins, sources and types; lengths in 1/100 mm),
 * PWG 5102.4 (`pwg-raster-document-resolution-supported`), PWG 5100.9 (`marker-names`).
 */
export interface IppProposal {
  printer: Printer
  /** What IPP does not tell and was assumed, in words. */
  assumed: string[]
}

/** More entries than any printer has: the rest of a hostile answer is not looked at. */
const MOST_ENTRIES = 20_000
const MOST_SIZES = 400

const texts = (values: readonly Value[] | undefined): string[] =>
  (values ?? []).map((x) => x.value).filter((x): x is string => typeof x === 'string')
const um = (hundredths: number) => Math.round(hundredths * 10)

function numbers(value: Value | undefined): [number, number] | null {
  if (value?.tag === 'integer') return [value.value, value.value]
  return value?.tag === 'rangeOfInteger' ? value.value : null
}

interface Entry {
  source: string
  type: string | null
  width: [number, number]
  length: [number, number]
  margins: Edges
  /** Caliper range in µm where the printer gives one. */
  thickness: [number, number] | null
}

const MARGIN: Record<Edge, string> = {
  leading: 'media-top-margin',
  trailing: 'media-bottom-margin',
  left: 'media-left-margin',
  right: 'media-right-margin',
}

/** One entry of `media-col-database`; null when it has no size. */
function readEntry(collection: Attributes): Entry | null {
  const size = collection['media-size']?.[0]
  if (size?.tag !== 'begCollection') return null
  const [x, y] = [numbers(size.value['x-dimension']?.[0]), numbers(size.value['y-dimension']?.[0])]
  if (!x || !y || [...x, ...y].some((n) => !(n > 0))) return null
  const thick = numbers(collection['media-thickness']?.[0])
  return {
    source: texts(collection['media-source'])[0] ?? 'main',
    type: texts(collection['media-type'])[0] ?? null,
    width: [um(Math.min(...x)), um(Math.max(...x))],
    length: [um(Math.min(...y)), um(Math.max(...y))],
    margins: edgesOf((e) => um(Math.max(0, numbers(collection[MARGIN[e]]?.[0])?.[0] ?? 300))),
    thickness: thick && [um(thick[0]), um(thick[1])],
  }
}

/** Entries from the separate lists, for printers without a database. */
function fromLists(attributes: Attributes): Entry[] {
  const margin = (edge: Edge) =>
    Math.max(...(attributes[`${MARGIN[edge]}-supported`] ?? []).map((x) => (x.tag === 'integer' ? x.value : 0)), 0) || 300
  const margins = Object.fromEntries(EDGES.map((e) => [MARGIN[e], v.integer(margin(e))]))
  const sources = texts(attributes['media-source-supported']).filter((s) => s !== 'auto')
  return (attributes['media-size-supported'] ?? []).slice(0, MOST_ENTRIES).flatMap((size) =>
    (sources.length > 0 ? sources : ['main']).flatMap((source) => {
      const entry = readEntry({ 'media-size': [size], 'media-source': v.keyword(source), ...margins })
      return entry ? [entry] : []
    }),
  )
}

const words = (keyword: string) => {
  const plain = keyword.replace(/[-_]+/g, ' ').trim().slice(0, 60)
  return plain.charAt(0).toUpperCase() + plain.slice(1)
}

const span = (ranges: [number, number][]) => ({ min: Math.min(...ranges.map((r) => r[0])), max: Math.max(...ranges.map((r) => r[1])) })
const most = (list: Edges[]): Edges => edgesOf((e) => Math.max(...list.map((m) => m[e])))

function pathFrom(source: string, entries: Entry[], before: Path | undefined, twoSided: boolean, assumed: string[]): Path | null {
  const [width, length] = [span(entries.map((e) => e.width)), span(entries.map((e) => e.length))]
  const bare = entries.filter((e) => EDGES.some((edge) => e.margins[edge] === 0))
  const bordered = entries.filter((e) => EDGES.every((edge) => e.margins[edge] > 0))
  const edges = EDGES.filter((edge) => bare.some((e) => e.margins[edge] === 0))
  const ranges = bare.some((e) => e.width[0] !== e.width[1] || e.length[0] !== e.length[1])
  const sizes = [...new Set(bare.flatMap((e) => nameOf(e.width[0], e.length[0])?.pwg ?? []))].slice(0, MOST_SIZES)
  const custom = entries.some((e) => e.width[0] !== e.width[1] || e.length[0] !== e.length[1])
  const calipers = entries.flatMap((e) => (e.thickness ? [e.thickness] : []))
  if (!before)
    assumed.push(`${words(source)}: printable side, guide, thickness, weight and stack are assumed. Look them up in the printer’s manual.`)
  const thickness = calipers.length > 0 ? span(calipers) : { min: 80, max: 300 }
  const kind = kindForSource(source)
  const { usually } = PATH_KINDS[kind]
  const candidate = {
    ...(before ?? {
      id: source,
      name: words(source),
      kind,
      source,
      panelName: words(source),
      // What it takes so thick it takes as heavy: the densest sheets have a gram to the square metre for each micrometre.
      weight: { min: 60, max: Math.max(300, thickness.max) },
      capacity: [
        { upTo: 150, sheets: 20 },
        { upTo: 300, sheets: 10 },
        ...(thickness.max > 300 ? [{ upTo: thickness.max, sheets: 1 }] : []),
      ],
      // Nobody has held what is assumed against the machine.
      unconfirmed: [...PATH_PART_KEYS],
      printableSide: usually.side,
      registration: 'centre',
      senses: { width: false, size: false, edges: false, skew: false },
      drawIn: 'at-once',
      attachment: null,
      tolerance: { across: 800, along: 1000, skewDegrees: 0.2 },
      duplex: twoSided && usually.turnsOver ? { how: 'automatic', upTo: 150, margins: null } : null,
    }),
    width,
    length,
    ...(before && calipers.length === 0 ? {} : { thickness }),
    margins: most((bordered.length > 0 ? bordered : entries).map((e) => e.margins)),
    borderless:
      edges.length === 0 || (sizes.length === 0 && !ranges)
        ? null
        : {
            edges,
            sizes: ranges ? 'any' : sizes,
            enforced: before?.borderless?.enforced ?? 4500,
            margins: before?.borderless?.margins ?? null,
          },
    // A range is what can be fed; whether the driver also takes a size typed by hand, the record knows better.
    customSizes: before?.customSizes ?? custom,
  }
  const read = PathSchema.safeParse(candidate)
  if (read.success) return read.data
  assumed.push(`${words(source)} was left out: ${read.error.issues[0]?.message ?? 'its figures contradict each other'}.`)
  return before ?? null
}

/** What a thing is comes before how it shines: a glossy canvas is a canvas. */
const SURFACES: [RegExp, MediaType['surface']][] = [
  [/canvas/, 'canvas'],
  [/board/, 'board'],
  [/fine-art|cotton|rag|watercolo/, 'art'],
  [/satin|semi|lustre|pearl/, 'satin'],
  [/gloss/, 'gloss'],
  [/matte|card|photographic/, 'matte'],
]

const mediaTypeFrom = (id: string): MediaType => ({
  id: id.slice(0, 60),
  driverName: words(id),
  panelName: words(id),
  surface: SURFACES.find(([pattern]) => pattern.test(id))?.[1] ?? 'plain',
  weight: { min: 60, max: 400 },
  black: 'either',
  platenGap: 'normal',
})

const QUALITY: Record<number, Pick<Quality, 'id' | 'name' | 'ipp' | 'dpi' | 'secondsPerSquareMetre'>> = {
  3: { id: 'draft', name: 'Draft', ipp: 'draft', dpi: 360, secondsPerSquareMetre: 200 },
  4: { id: 'standard', name: 'Standard', ipp: 'normal', dpi: 720, secondsPerSquareMetre: 500 },
  5: { id: 'fine', name: 'Fine', ipp: 'high', dpi: 1440, secondsPerSquareMetre: 1200 },
}

/**
 * Proposes a record from Get-Printer-Attributes. What IPP does not carry (names at the panel, thickness, tolerances,
 * steps) is kept from the record there is, or assumed and said so.
 * @param before the record to bring up to date, or null for a printer new to the studio
 */
export function proposeFromIpp(attributes: Attributes, address: string, before: Printer | null): IppProposal | null {
  const assumed: string[] = []
  const database = (attributes['media-col-database'] ?? []).slice(0, MOST_ENTRIES)
  const read = database.flatMap((value) => (value.tag === 'begCollection' ? (readEntry(value.value) ?? []) : []))
  const entries = read.length > 0 ? read : fromLists(attributes)
  const sources = [...new Set(entries.map((e) => e.source))].slice(0, 12)
  const twoSided = texts(attributes['sides-supported']).some((s) => s.startsWith('two-sided'))
  const paths = sources.flatMap((source) => {
    const known = before?.paths.find((p) => p.source === source)
    return (
      pathFrom(
        source,
        entries.filter((e) => e.source === source),
        known,
        twoSided,
        assumed,
      ) ?? []
    )
  })
  if (paths.length === 0) return null
  const types = [...new Set([...texts(attributes['media-type-supported']), ...entries.flatMap((e) => e.type ?? [])])]
    .filter((t) => t !== 'auto')
    .slice(0, 100)
  const mediaTypes = types.map((id) => before?.mediaTypes.find((m) => m.id === id) ?? mediaTypeFrom(id))
  const unknown = types.filter((id) => !before?.mediaTypes.some((m) => m.id === id))
  if (unknown.length > 0) assumed.push(`Names, weight and black of ${unknown.length} media types are assumed.`)
  const asked = (attributes['print-quality-supported'] ?? []).flatMap((x) => (x.tag === 'enum' ? [x.value] : []))
  const known = before?.qualities ?? []
  const fresh = asked.flatMap((n) => QUALITY[n] ?? []).filter((q) => !known.some((k) => k.ipp === q.ipp))
  const resolution = [
    ...(attributes['pwg-raster-document-resolution-supported'] ?? []),
    ...(attributes['printer-resolution-supported'] ?? []),
  ].find((x) => x.tag === 'resolution')
  const levels = attributes['marker-levels'] ?? []
  const inks = texts(attributes['marker-names'])
    .slice(0, 16)
    .map((name, i) => {
      const level = levels[i]
      const percent = level?.tag === 'integer' && level.value >= 0 && level.value <= 100 ? level.value : 100
      const own = before?.inks.find((ink) => ink.name === name)
      const capacity = own?.capacity ?? 25
      return {
        id:
          own?.id ??
          (name
            .toLowerCase()
            .replace(/[^a-z0-9]+/g, '-')
            .slice(0, 60) ||
            `ink-${i}`),
        name: name.slice(0, 40),
        capacity,
        millilitres: (capacity * percent) / 100,
      }
    })
  const name = texts(attributes['printer-info'])[0] ?? texts(attributes['printer-name'])[0] ?? 'New printer'
  const candidate = {
    ...(before ?? {
      id:
        (texts(attributes['printer-name'])[0] ?? name)
          .toLowerCase()
          .replace(/[^a-z0-9]+/g, '-')
          .slice(0, 40) || 'printer',
      kind: (texts(attributes['printer-make-and-model'])[0] ?? 'Printer').slice(0, 120),
      inkSet: inks.length >= 11 ? 'pigment-12' : inks.length >= 8 ? 'pigment-10' : inks.length <= 4 ? 'bulk-4' : 'dye-6',
      black: { installed: 'both', swap: null },
      expansions: [],
      quirks: [],
      // What it tells of itself, it knows.
      unconfirmed: ['machine', 'expansions', 'quirks'] satisfies MachinePart[],
    }),
    name: before?.name ?? name.slice(0, 80),
    paths: [...paths, ...(before?.paths.filter((p) => !sources.includes(p.source)) ?? [])].slice(0, 12),
    mediaTypes: mediaTypes.length > 0 ? mediaTypes : (before?.mediaTypes ?? [mediaTypeFrom('stationery')]),
    qualities: [...known, ...fresh].length > 0 ? [...known, ...fresh] : [QUALITY[4]],
    inks: inks.length > 0 ? inks : (before?.inks ?? [{ id: 'ink', name: 'Ink', capacity: 25, millilitres: 25 }]),
    feedPpi:
      resolution?.tag === 'resolution' && resolution.value[2] === 'dpi'
        ? Math.min(1440, Math.max(72, resolution.value[0]))
        : (before?.feedPpi ?? 360),
    address,
  }
  const record = PrinterSchema.safeParse(candidate)
  return record.success ? { printer: record.data, assumed } : null
}
