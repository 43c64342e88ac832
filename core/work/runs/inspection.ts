import { z } from 'zod'
import { MAX_LENGTH } from '../../things/length/length.ts'
import { FAULT_IDS } from '../faults/registry.ts'

/** What went wrong in a run, as somebody found it. */
export const FoundFaultSchema = z.object({
  faultId: z.enum(FAULT_IDS),
  causeId: z.string().max(60),
  /** Sheets it spoilt. */
  sheets: z.number().int().nonnegative(),
  /** Those of them that never came out. */
  onTheWay: z.number().int().nonnegative().default(0),
  at: z.iso.datetime(),
})
export type FoundFault = z.infer<typeof FoundFaultSchema>

/** Verdict on a print. */
export const VERDICTS = ['right', 'usable', 'wasted'] as const

/** Faults an operator can mark, in the words of the trade. */
export const SEEN_FAULTS = [
  'off centre',
  'clipped',
  'white sliver',
  'banding',
  'head strike',
  'roller marks',
  'colour cast',
  'too dark',
  'too light',
  'gloss differential',
  'scratch',
  'ink pooling',
] as const

const reading = z.number().int().nonnegative().max(MAX_LENGTH)
const MarginReadingSchema = z.object({ leading: reading, trailing: reading, left: reading, right: reading })

/** How the tone and colour target was read. */
const TargetReadingSchema = z.object({
  /** The first step above black that was told from it, 1…12, or null when none was. */
  dark: z.number().int().min(1).max(12).nullable(),
  /** The last step that was seen against the paper, 245…254, or null when none was. */
  light: z.number().int().min(245).max(254).nullable(),
  greysNeutral: z.boolean(),
  colourSeparate: z.boolean(),
  hairlinesWhole: z.boolean(),
})
export type TargetReading = z.infer<typeof TargetReadingSchema>

/** What a wet brush does to printed lines, and how even the gloss is. */
export const WASHES = ['stands', 'softens', 'runs'] as const
export const GLOSSES = ['even', 'a little uneven', 'uneven'] as const

export const InspectionSchema = z.object({
  /** Measured borders, µm, or null where nothing was measured. */
  margins: MarginReadingSchema.nullable(),
  /** The left border read again beside the print's leading and its trailing end, µm: how much it turned. */
  skew: z.object({ leading: reading, trailing: reading }).nullable().default(null),
  /** Only on the target. */
  target: TargetReadingSchema.nullable().default(null),
  /** A wet brush over printed lines: how long after printing, and what became of them; null when nobody tried. */
  wash: z
    .object({ minutes: z.number().int().min(0).max(100_000), result: z.enum(WASHES) })
    .nullable()
    .default(null),
  /** Gloss seen by tilting against the light; null when nobody looked. */
  gloss: z.enum(GLOSSES).nullable().default(null),
  verdict: z.enum(VERDICTS),
  faults: z.array(z.enum(SEEN_FAULTS)).max(SEEN_FAULTS.length),
  note: z.string().max(5000),
  sheetsUsed: z.number().int().nonnegative().max(10_000),
  sheetsWasted: z.number().int().nonnegative().max(10_000),
})
export type Inspection = z.infer<typeof InspectionSchema>

/** An inspection as somebody gives it. */
export const InspectionGivenSchema = InspectionSchema.refine(({ sheetsUsed, sheetsWasted }) => sheetsWasted <= sheetsUsed, {
  path: ['sheetsWasted'],
  message: 'No more sheets can be wasted than were used.',
})
