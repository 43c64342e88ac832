import Papa from 'papaparse'
import { estimateCaliper } from '../../things/media/caliper.ts'
import { type Paper, type PaperInput, PaperSchema, SURFACES, type Surface } from '../../things/media/media.ts'
import { perSquareMetre } from '../../things/media/paper-price.ts'
import { fail, ok, type Result } from '../../things/problem/problem.ts'
import { parseSize } from '../../things/sizes/size-field.ts'
import { MOST } from '../../things/studio/studio.ts'
import { toCsv } from './csv.ts'

/** Columns of a list of papers, with the words by which other lists head them. */
export const PAPER_COLUMNS = {
  name: { title: 'name', also: ['paper', 'product', 'media', 'description', 'bezeichnung', 'papier', 'nom', 'nombre'] },
  code: { title: 'code', also: ['sku', 'article', 'item', 'no', 'number', 'art.-nr.', 'artikel'] },
  surface: { title: 'surface', also: ['finish', 'type', 'kind', 'oberfläche', 'art', 'surface finish'] },
  weight: { title: 'g/m²', also: ['gsm', 'weight', 'grammage', 'g/m2', 'gewicht', 'grammatur'] },
  caliperMm: { title: 'mm', also: ['thickness', 'thickness mm', 'caliper mm', 'dicke'] },
  caliperMil: { title: 'mil', also: ['thickness mil', 'caliper mil', 'mils', 'caliper'] },
  twoSided: { title: 'two-sided', also: ['double-sided', 'duplex', 'dual side', 'sides', 'beidseitig'] },
  price: { title: 'price', also: ['price/m²', 'price per m²', 'price/m2', 'preis', 'cost', 'prix'] },
  packPrice: { title: 'pack price', also: ['box price', 'price pack'] },
  packSize: { title: 'pack size', also: ['sheets', 'pack', 'sheets per pack', 'count', 'qty', 'blatt'] },
  size: { title: 'size', also: ['format', 'dimensions', 'sheet size', 'grösse', 'größe', 'taille'] },
  notes: { title: 'notes', also: ['comment', 'comments', 'remarks', 'bemerkung'] },
} as const
export type PaperColumn = keyof typeof PAPER_COLUMNS
export const PAPER_COLUMN_KEYS = Object.keys(PAPER_COLUMNS) as PaperColumn[]
/** For each heading of a list the column it stands for, or null where it is passed over. */
export type Matching = Record<string, PaperColumn | null>

/** A list of papers with the columns a spreadsheet shows. */
export const writePaperCsv = (papers: readonly Paper[]): string =>
  toCsv(
    ['name', 'code', 'surface', 'g/m²', 'mm', 'two-sided', 'price', 'notes'],
    papers.map((p) => [p.name, p.code, p.surface, p.weight, p.thickness / 1000, p.twoSided ? 'yes' : 'no', p.pricePerSquareMetre, p.notes]),
  )

const plain = (words: string) => words.toLowerCase().replace(/\s+/g, ' ').trim()

/** A row of a list: its number in the spreadsheet, and its cells by their headings. */
export interface ListRow {
  row: number
  cells: Record<string, string>
}

const SEPARATORS = [',', ';', '\t', '|']

/** The rows of a list as they stand, with its headings; empty ones are left out, and counted. Separator (comma, semicolon, tab) and quotes are found out. */
export function readCsv(text: string): Result<{ headings: string[]; rows: ListRow[] }> {
  const list = text.replace(/^\uFEFF/, '')
  const { delimiter } = Papa.parse(list, { preview: 20, skipEmptyLines: 'greedy', delimitersToGuess: SEPARATORS }).meta
  const { data, errors } = Papa.parse<string[]>(list, { delimiter })
  const [head, ...lines] = data.map((cells, i) => ({ row: i + 1, cells })).filter(({ cells }) => cells.some((cell) => cell.trim() !== ''))
  // A heading that is there twice is two columns.
  const seen = new Map<string, number>()
  const names = (head?.cells ?? []).map((name) => {
    const before = seen.get(name) ?? 0
    seen.set(name, before + 1)
    return before === 0 ? name : `${name}_${before}`
  })
  const rows = lines.map(({ row, cells }) => ({ row, cells: Object.fromEntries(names.map((name, i) => [name, cells[i] ?? ''])) }))
  const headings = names.filter((name) => name.trim() !== '')
  if (headings.length === 0 || rows.length === 0)
    return fail({
      field: 'list',
      code: 'list-empty',
      message: 'There is nothing in this list. It needs a line of headings and a line for each paper.',
    })
  if (rows.length > MOST.papers)
    return fail({
      field: 'list',
      code: 'list-long',
      value: String(rows.length),
      limit: `${MOST.papers} rows`,
      message: `The list has ${rows.length} rows; up to ${MOST.papers} are taken at once. Split it.`,
    })
  const broken = errors.find((e) => e.type === 'Quotes')
  const where = `row ${(broken?.row ?? 0) + 1}`
  if (broken)
    return fail({
      field: 'list',
      code: 'list-broken',
      value: where,
      message: `A quotation mark in ${where} is not closed, so the rest cannot be told apart. Mend it there and try again.`,
    })
  return ok({ headings, rows })
}

/** What each heading most likely stands for; `known` are headings somebody has matched before. */
export function matchHeadings(headings: readonly string[], known: Matching = {}): Matching {
  const used = new Set<PaperColumn>()
  return Object.fromEntries(
    headings.map((heading) => {
      const before = known[plain(heading)]
      const found =
        before !== undefined
          ? before
          : (PAPER_COLUMN_KEYS.find((key) => plain(heading) === plain(PAPER_COLUMNS[key].title)) ??
            PAPER_COLUMN_KEYS.find((key) => (PAPER_COLUMNS[key].also as readonly string[]).includes(plain(heading))) ??
            null)
      if (found === null || used.has(found)) return [heading, null]
      used.add(found)
      return [heading, found]
    }),
  )
}

/** A number with a decimal point or a decimal comma, thousands set apart by the other, a space or an apostrophe. */
export function readDecimal(text: string): number | null {
  const bare = text.replace(/[^\d.,'’\s-]/g, '').replace(/[\s'’\u00a0\u202f]/g, '')
  if (!/\d/.test(bare)) return null
  const comma = bare.lastIndexOf(',')
  const point = bare.lastIndexOf('.')
  const decimal = comma > point ? ',' : '.'
  // Threes set apart by commas are thousands; nothing begins with nought then.
  const grouped = /^-?[1-9]\d{0,2}(,\d{3})+$/.test(bare) ? bare.replaceAll(',', '') : bare
  const number = Number(decimal === ',' && grouped === bare ? grouped.replaceAll('.', '').replace(',', '.') : grouped.replaceAll(',', ''))
  return Number.isFinite(number) ? number : null
}

/** Words that lists use for surfaces, the more particular first. */
const SURFACE_READS: readonly (readonly [RegExp, Surface])[] = [
  [/canvas|leinwand/, 'canvas'],
  [/board|karton|museum mount/, 'board'],
  [/lustre|luster|satin|pearl|semi.?gloss|silk|seiden/, 'satin'],
  [/gloss|baryt|glänz|glossy/, 'gloss'],
  [/rag|cotton|art|water.?colou?r|textur|bütten/, 'art'],
  [/matt/, 'matte'],
  [/plain|office|normal/, 'plain'],
]
const surfaceOf = (words: string): Surface | null => {
  const text = plain(words)
  return SURFACES.find((s) => s === text) ?? SURFACE_READS.find(([of]) => of.test(text))?.[1] ?? null
}

/** What a row is to the papers there are: new, one of them in all it says, or one of them with something else said. */
export type Standing = { as: 'new' } | { as: 'same'; id: string } | { as: 'differs'; id: string; fields: string[] }

/** What a list may say of a paper. */
const SAID = ['code', 'surface', 'weight', 'thickness', 'twoSided', 'pricePerSquareMetre', 'notes'] as const

/** Which of the papers there are a row is, by name or by code, and in what the list says it otherwise. */
export function standingOf(read: Omit<PaperInput, 'id'>, papers: readonly Paper[]): Standing {
  const there =
    papers.find((p) => plain(p.name) === plain(read.name)) ??
    papers.find((p) => read.code !== undefined && read.code !== '' && p.code === read.code)
  if (!there) return { as: 'new' }
  // What the list leaves out, or what was only estimated from it, is not said otherwise.
  const silent = (key: (typeof SAID)[number]) =>
    read[key] === '' || (key === 'thickness' && read.thicknessFrom === 'estimated') || (key === 'pricePerSquareMetre' && read[key] === 0)
  const fields = SAID.filter((key) => !silent(key) && read[key] !== undefined && read[key] !== there[key])
  return fields.length === 0 ? { as: 'same', id: there.id } : { as: 'differs', id: there.id, fields: [...fields] }
}

/** The paper there is with what a list says of it. */
export function saidOver(there: Paper, read: Omit<PaperInput, 'id'>, fields: readonly string[]): Omit<PaperInput, 'id'> {
  const { id: _, ...before } = there
  const said = Object.fromEntries(fields.map((key) => [key, read[key as keyof typeof read]]))
  return {
    ...before,
    ...said,
    ...(fields.includes('thickness') ? { thicknessFrom: read.thicknessFrom } : {}),
    ...(fields.includes('pricePerSquareMetre') ? { price: read.price ?? null } : {}),
  }
}

/** One row read: a paper to be, or what is wrong with it. */
export interface ReadRow {
  /** As a spreadsheet counts it. */
  row: number
  /** As it stands there, whatever is wrong with it. */
  name: string
  paper: Omit<PaperInput, 'id'> | null
  wrong: string[]
}

/** The papers of a list by its matched headings; what a row does not say is as usual, what it says wrongly is named. */
export function papersFrom(rows: readonly ListRow[], matching: Matching): ReadRow[] {
  const seen = new Map<string, number>()
  return rows.map(({ row, cells }) => {
    const wrong: string[] = []
    const cell = (key: PaperColumn): string => {
      const heading = Object.entries(matching).find(([, column]) => column === key)?.[0]
      // What was kept from being run as a formula was written with a mark before it.
      return heading === undefined ? '' : (cells[heading] ?? '').trim().replace(/^'(?=[=+\-@])/, '')
    }
    const number = (key: PaperColumn, from: number, to: number): number | null => {
      const text = cell(key)
      if (text === '') return null
      const value = readDecimal(text)
      if (value === null || value < from || value > to) {
        wrong.push(`${PAPER_COLUMNS[key].title} “${text.slice(0, 30)}” is not between ${from} and ${to}`)
        return null
      }
      return value
    }
    const name = cell('name')
    if (name === '') wrong.push('it has no name')
    else if (name.length > 80) wrong.push('its name is longer than 80 letters')
    const twin = seen.get(plain(name))
    if (name !== '' && twin !== undefined) wrong.push(`row ${twin} has the same name`)
    else seen.set(plain(name), row)
    const said = cell('surface')
    const surface = surfaceOf(said) ?? surfaceOf(name)
    if (surface === null) wrong.push(said === '' ? 'its surface is not said' : `“${said.slice(0, 30)}” is no surface that is known`)
    const weight = number('weight', 10, 3000)
    if (weight === null && wrong.length === 0) wrong.push('its g/m² is not said')
    const mm = number('caliperMm', 0.02, 10)
    // As thick as ten millimetres.
    const mil = number('caliperMil', 1, 393)
    const square = number('price', 0, 100_000)
    const pack = number('packPrice', 0, 1_000_000)
    const sheets = number('packSize', 1, 100_000)
    const size = cell('size') === '' ? null : parseSize(cell('size'), 'mm')
    if (size && !size.ok) wrong.push(`size “${cell('size').slice(0, 30)}” cannot be read`)
    if (wrong.length > 0 || surface === null || weight === null) return { row, name, paper: null, wrong }
    const thickness = mm !== null ? Math.round(mm * 1000) : mil !== null ? Math.round(mil * 25.4) : null
    // What a pack costs is known of a square metre where its sheets have a size.
    const price =
      pack !== null && size?.ok && size.value.width !== null && size.value.length !== null
        ? {
            cents: Math.round(pack * 100),
            per: 'pack' as const,
            sheets: Math.round(sheets ?? 1),
            width: size.value.width,
            length: size.value.length,
          }
        : null
    const paper = {
      name,
      code: cell('code').slice(0, 40),
      surface,
      weight,
      thickness: thickness ?? estimateCaliper(surface, weight),
      thicknessFrom: thickness === null ? ('estimated' as const) : ('label' as const),
      white: [96, 0, 0] as [number, number, number],
      whiteFrom: 'eye' as const,
      twoSided: /^(y|yes|ja|j|oui|true|1|2|x|both|two|double)/i.test(cell('twoSided')),
      pricePerSquareMetre: price ? Number(perSquareMetre(price).toFixed(4)) : (square ?? 0),
      price,
      notes: cell('notes').slice(0, 2000),
    }
    const checked = PaperSchema.omit({ id: true }).safeParse(paper)
    return checked.success
      ? { row, name, paper, wrong }
      : { row, name, paper: null, wrong: [checked.error.issues[0]?.message ?? 'it cannot be read'] }
  })
}
