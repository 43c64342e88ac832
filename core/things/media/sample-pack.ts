import { z } from 'zod'
import { MAX_LENGTH, squareMetres } from '../length/length.ts'
import { NameSchema } from '../name.ts'
import { fail, ok, type Problem, type Result } from '../problem/problem.ts'
import { nameOf } from '../sizes/named.ts'
import { freeId } from './arrival.ts'
import { estimateCaliper } from './caliper.ts'
import { type Lot, LotSchema, type Paper, PaperSchema, SURFACES } from './media.ts'
import { NEW_PAPER } from './paper-words.ts'

const um = z.number().int().positive().max(MAX_LENGTH)

/** One of the papers of a pack, as its divider says. */
const SampleKindSchema = z.object({
  /** Within the pack. */
  id: z.string().min(1).max(20),
  name: NameSchema.min(1).max(80),
  surface: z.enum(SURFACES),
  /** Grammage, g/m². */
  weight: z.number().positive().max(3000),
  /** Caliper, µm; null where the divider does not say. */
  thickness: um.max(10_000).nullable(),
  twoSided: z.boolean(),
  printableSide: z.string().trim().max(200),
  /** Sheets that came. */
  sheets: z.number().int().min(1).max(100),
})
export type SampleKind = z.infer<typeof SampleKindSchema>

/** A pack of a few sheets each of several papers, as somebody writes it down. */
export const SamplePackEditSchema = z.object({
  name: NameSchema.min(1).max(80),
  /** Size of every sheet in it, µm. */
  width: um,
  length: um,
  /** Paid for it, cents of the studio's currency; null when it was given. */
  paidCents: z.number().int().nonnegative().max(100_000_000).nullable(),
  arrived: z.iso.date().nullable(),
  notes: z.string().max(2000),
  kinds: z
    .array(SampleKindSchema)
    .min(1)
    .max(60)
    .refine((kinds) => new Set(kinds.map((k) => k.id)).size === kinds.length, { error: 'names a paper twice' }),
})
export type SamplePackEdit = z.infer<typeof SamplePackEditSchema>

/** The same with what became of it. */
export const SamplePackSchema = SamplePackEditSchema.extend({
  /** Ids of the lots of all sheets that were taken out, in that order: each was given the next number. */
  taken: z.array(z.string().max(60)).max(6000),
  /** By kind: sheets still in the pack, and the paper that was written down when the first was taken out. */
  of: z.record(z.string().max(20), z.object({ left: z.number().int().nonnegative(), paperId: z.string().max(60).nullable() })),
})
export type SamplePack = z.infer<typeof SamplePackSchema>

/** A pack as it came in: nothing has been taken out. */
export const packFrom = (edit: SamplePackEdit): SamplePack => ({
  ...edit,
  taken: [],
  of: Object.fromEntries(edit.kinds.map((kind) => [kind.id, { left: kind.sheets, paperId: null }])),
})

/**
 * A pack as it is written down anew: what was taken out stays taken out.
 * Fails when fewer sheets would have come than were taken out, or a paper is left out of which some were.
 */
export function packEdited(pack: SamplePack, edit: SamplePackEdit): Result<SamplePack> {
  const of: SamplePack['of'] = {}
  for (const kind of pack.kinds) {
    const { left = kind.sheets, paperId = null } = pack.of[kind.id] ?? {}
    const gone = kind.sheets - left
    const now = edit.kinds.find((k) => k.id === kind.id)
    if (gone > 0 && (!now || now.sheets < gone))
      return fail({
        field: 'kinds',
        code: 'taken-already',
        value: kind.name,
        limit: String(gone),
        message: `${gone} of ${kind.name} ${gone === 1 ? 'was' : 'were'} taken out already.`,
      })
    if (now) of[kind.id] = { left: now.sheets - gone, paperId }
  }
  for (const kind of edit.kinds) of[kind.id] ??= { left: kind.sheets, paperId: null }
  return ok({ ...edit, taken: pack.taken, of })
}

/** The letters of the nth pack of a studio: A … Z, AA, AB … */
function lettersOf(n: number): string {
  const rest = Math.floor((n - 1) / 26)
  return `${rest > 0 ? lettersOf(rest) : ''}${String.fromCharCode(65 + ((n - 1) % 26))}`
}

/** What the nth sheet out of a pack is called: the letters of the pack and its own number. */
export const markOf = (packNumber: number, n: number): string => `${lettersOf(packNumber)}${n}`

/** The paper a kind is, as far as its divider says; its price is its share of the pack's. */
export function paperOfKind(packNumber: number, pack: SamplePack, kind: SampleKind): Omit<Paper, 'id'> {
  const { width, length, paidCents } = pack
  const sheets = pack.kinds.reduce((sum, k) => sum + k.sheets, 0)
  const { id: _, ...paper } = PaperSchema.parse({
    id: 'unnamed',
    name: kind.name,
    surface: kind.surface,
    weight: kind.weight,
    thickness: kind.thickness ?? estimateCaliper(kind.surface, kind.weight),
    thicknessFrom: kind.thickness === null ? 'estimated' : 'label',
    white: NEW_PAPER.white,
    whiteFrom: 'eye',
    twoSided: kind.twoSided,
    printableSide: kind.printableSide,
    pricePerSquareMetre: paidCents === null ? 0 : Math.round(paidCents / sheets / squareMetres(width, length)) / 100,
    sampleOf: String(packNumber),
  })
  return paper
}

/** Why no sheet of this kind can be taken out. */
export function noneLeft(pack: SamplePack, kindId: string): Problem {
  const kind = pack.kinds.find((k) => k.id === kindId)
  return kind
    ? {
        field: 'kind',
        code: 'none-left',
        value: kind.name,
        limit: String(kind.sheets),
        message: `No sheet of ${kind.name} is left in the pack.`,
      }
    : { field: 'kind', code: 'no-such-paper', value: kindId, message: 'There is no such paper in this pack.' }
}

/**
 * The one sheet that is taken out of a kind that has any left: a lot of its own, known by its mark; and the pack without it.
 * @param taken ids of lots there are already
 */
export function sheetOut(
  packNumber: number,
  pack: SamplePack,
  kind: SampleKind,
  paperId: string,
  taken: readonly string[],
): { lot: Lot; pack: SamplePack } {
  const left = (pack.of[kind.id]?.left ?? kind.sheets) - 1
  const mark = markOf(packNumber, pack.taken.length + 1)
  // A sheet lies with its short side across, whichever way it was typed.
  const [width, length] = pack.width <= pack.length ? [pack.width, pack.length] : [pack.length, pack.width]
  const size = { width, length }
  const lot = LotSchema.parse({
    id: freeId(`sample-${mark}`, taken),
    paperId,
    form: 'sheet',
    pwg: nameOf(width, length)?.pwg ?? null,
    nominal: size,
    measured: size,
    spread: 0,
    stock: 1,
    arrived: pack.arrived,
    arrivedWith: 1,
    mark,
  })
  return { lot, pack: { ...pack, taken: [...pack.taken, lot.id], of: { ...pack.of, [kind.id]: { left, paperId } } } }
}
