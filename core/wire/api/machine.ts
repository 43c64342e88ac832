import { z } from 'zod'
import { type Lot, LotSchema, type Paper, PaperSchema } from '../../things/media/media.ts'

/** What is really in the trays of a simulated printer, as somebody standing there sees it. */
export const MachineStateSchema = z.object({
  on: z.boolean(),
  /** What its panel shows, and what its OK key does now; null when it does nothing. */
  display: z.object({ title: z.string(), line: z.string(), ok: z.string().nullable() }),
  coverOpen: z.boolean(),
  black: z.enum(['photo', 'matte', 'both']),
  /** Simulated seconds in a real one. */
  pace: z.number(),
  events: z.array(z.object({ at: z.number(), says: z.string() })),
  trays: z.array(
    z.object({
      pathId: z.string(),
      /** IPP `media-source` of the path. */
      source: z.string().optional(),
      remaining: z.number(),
      /** Sheets since it was serviced. */
      fed: z.number(),
      panel: z.object({ mediaTypeId: z.string().nullable(), gap: z.enum(['auto', 'wide']), sensing: z.enum(['on', 'off']).optional() }),
      sheet: z
        .object({
          lotId: z.string(),
          paperName: z.string(),
          width: z.number(),
          length: z.number(),
          form: z.enum(['sheet', 'roll']),
          wrongSide: z.boolean().optional(),
        })
        .nullable(),
    }),
  ),
  inks: z.record(z.string(), z.number()),
})
export type MachineState = z.infer<typeof MachineStateSchema>

/** Bench that is seen around a delivered sheet in its picture, µm. */
export const BENCH_AROUND = 14_000

const key = z.string().max(60)

/** What somebody standing at a machine can do to it, beside loading it. */
const ACTS = [
  z.object({ act: z.literal('go') }),
  z.object({ act: z.literal('stop') }),
  z.object({ act: z.literal('power'), on: z.boolean() }),
  z.object({ act: z.literal('cover'), open: z.boolean() }),
  z.object({
    act: z.literal('panel'),
    pathId: key,
    mediaTypeId: key.nullable(),
    gap: z.enum(['auto', 'wide']),
    sensing: z.enum(['on', 'off']).optional(),
  }),
  z.object({ act: z.literal('ink'), inkId: key }),
  z.object({ act: z.literal('service'), pathId: key }),
  /** Simulated seconds in a real one; null is as the machine was started. */
  z.object({ act: z.literal('pace'), pace: z.number().min(1).max(1_000_000).nullable() }),
] as const
const load = z.object({ act: z.literal('load'), pathId: key, remaining: z.number().int().nonnegative() })
const turned = {
  /** Lies with its back to the head. */
  wrongSide: z.boolean().optional(),
  /** Came out of this machine just now, with ink on its other side. */
  printed: z.boolean().optional(),
}

/** A sheet, or roll, as it really is: µm. */
const RealSheetSchema = z.object({
  lotId: key,
  paperName: PaperSchema.shape.name,
  coating: PaperSchema.shape.surface,
  white: PaperSchema.shape.white,
  thickness: z.number().positive(),
  width: z.number().positive(),
  length: z.number().positive(),
  /** Half of the range over which sheets of the lot differ. */
  spread: z.number().nonnegative(),
  form: LotSchema.shape.form,
  ...turned,
})
export type RealSheet = z.infer<typeof RealSheetSchema>

/** A sheet of this lot. */
export const realSheetOf = (lot: Lot, paper: Paper): RealSheet => ({
  lotId: lot.id,
  paperName: paper.name,
  coating: paper.surface,
  white: paper.white,
  thickness: paper.thickness,
  width: lot.measured.width,
  length: lot.measured.length,
  spread: lot.spread,
  form: lot.form,
})

/** A hand on a simulated printer as the studio asks for it: it names a lot. */
export const HandSchema = z.discriminatedUnion('act', [load.extend({ lotId: key.nullable(), ...turned }), ...ACTS])
/** The same as the machine is given it: it gets the sheet itself. */
export const MachineHandSchema = z.discriminatedUnion('act', [load.extend({ sheet: RealSheetSchema.nullable() }), ...ACTS])
export type MachineHand = z.infer<typeof MachineHandSchema>
