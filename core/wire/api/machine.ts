import { z } from 'zod'

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
      remaining: z.number(),
      /** Sheets since it was serviced. */
      fed: z.number(),
      panel: z.object({ mediaTypeId: z.string().nullable(), gap: z.enum(['auto', 'wide']) }),
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

export const HandSchema = z.discriminatedUnion('act', [
  z.object({
    act: z.literal('load'),
    pathId: z.string().max(60),
    lotId: z.string().max(60).nullable(),
    remaining: z.number().int().nonnegative(),
    wrongSide: z.boolean().optional(),
    /** Its other side came out of the printer just now. */
    printed: z.boolean().optional(),
  }),
  z.object({ act: z.literal('go') }),
  z.object({ act: z.literal('stop') }),
  z.object({ act: z.literal('power'), on: z.boolean() }),
  z.object({ act: z.literal('cover'), open: z.boolean() }),
  z.object({
    act: z.literal('panel'),
    pathId: z.string().max(60),
    mediaTypeId: z.string().max(60).nullable(),
    gap: z.enum(['auto', 'wide']),
  }),
  z.object({ act: z.literal('ink'), inkId: z.string().max(60) }),
  z.object({ act: z.literal('service'), pathId: z.string().max(60) }),
  z.object({ act: z.literal('pace'), pace: z.number().min(1).max(1_000_000).nullable() }),
])
