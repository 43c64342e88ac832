import { z } from 'zod'
import { MAX_LENGTH, mm, type Um } from '../length/length.ts'
import { fail, ok, type Result } from '../problem/problem.ts'
import { nameOf } from '../sizes/named.ts'
import { type Lot, LotSchema, type Paper } from './media.ts'

/** Least edge of a sheet any printer feeds, and the widest that is made, µm. Common practice. */
const SHORTEST: Um = mm(10)
const WIDEST: Um = mm(3200)
/** Thicker than this nothing is wound on a core, µm. Common practice: the heaviest canvas rolls are near 0.7 mm. */
const THICKEST_ROLL: Um = 1000

/** A box, pack or roll as somebody writes it down when it comes in. */
export const ArrivalSchema = z.object({
  paperId: z.string().min(1).max(60),
  form: z.enum(['sheet', 'roll']),
  /** Size on the label, µm; of a roll its width and full length. */
  width: z.number().int().max(MAX_LENGTH),
  length: z.number().int().max(MAX_LENGTH),
  /** How many sheets, or how much of the roll there is, µm. */
  stock: z.number().int().max(1_000_000_000),
  number: z.string().trim().max(60).default(''),
  arrived: z.iso.date().nullable().default(null),
  paidCents: z.number().int().nonnegative().max(1_000_000_000).nullable().default(null),
})
export type Arrival = z.input<typeof ArrivalSchema>

/**
 * The lot that came in: it measures what its label says until somebody measures it.
 * @param taken ids there are already
 */
export function lotFrom(arrival: Arrival, paper: Pick<Paper, 'id' | 'name' | 'thickness'>, taken: readonly string[]): Result<Lot> {
  const { form, stock, ...rest } = ArrivalSchema.parse(arrival)
  const roll = form === 'roll'
  // A sheet lies with its short side across, whichever way it was typed.
  const [width, length] = roll || rest.width <= rest.length ? [rest.width, rest.length] : [rest.length, rest.width]
  if (roll && paper.thickness > THICKEST_ROLL)
    return fail({
      field: 'form',
      code: 'not-on-a-roll',
      value: `${(paper.thickness / 1000).toFixed(2)} mm`,
      limit: `${THICKEST_ROLL / 1000} mm`,
      message: `${paper.name} is ${(paper.thickness / 1000).toFixed(2)} mm thick; nothing thicker than ${THICKEST_ROLL / 1000} mm comes on a roll.`,
    })
  for (const [field, um] of [
    ['width', width],
    ['length', length],
  ] as const) {
    if (um < SHORTEST)
      return fail({ field, code: 'too-small', value: `${um / 1000} mm`, limit: '10 mm', message: 'No sheet or roll is under 10 mm.' })
  }
  if (width > WIDEST)
    return fail({
      field: 'width',
      code: 'too-wide',
      value: `${width / 1000} mm`,
      limit: `${WIDEST / 1000} mm`,
      message: 'Nothing wider than 3.2 m is made. Is the unit right?',
    })
  if (stock < 1)
    return fail({
      field: 'stock',
      code: 'nothing-came',
      value: String(stock),
      limit: '1',
      message: roll ? 'Say how much is on the roll.' : 'Say how many sheets came.',
    })
  if (roll && stock > length)
    return fail({
      field: 'stock',
      code: 'more-than-full',
      value: `${stock / 1_000_000} m`,
      limit: `${length / 1_000_000} m`,
      message: 'There is more on the roll than a full one holds.',
    })
  const named = roll ? undefined : nameOf(width, length)
  const size = { width, length }
  const of = named?.name ?? `${Math.round(width / 1000)}${roll ? '' : `x${Math.round(length / 1000)}`}`
  return ok(
    LotSchema.parse({
      ...rest,
      id: freeId(`${paper.id}-${of}`, taken),
      form,
      pwg: named?.pwg ?? null,
      nominal: size,
      measured: size,
      spread: 0,
      stock,
      arrivedWith: stock,
    }),
  )
}

/** An id of small letters, digits and hyphens that nothing has yet. */
export function freeId(words: string, taken: readonly string[]): string {
  const plain = words
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .slice(0, 54)
  for (let n = 1; ; n++) {
    const id = n === 1 ? plain : `${plain}-${n}`
    if (!taken.includes(id)) return id
  }
}
