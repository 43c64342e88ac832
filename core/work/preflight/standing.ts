import { z } from 'zod'

/** What a printer says of itself at this moment, as far as it says it; null where it does not. */
export const PrinterNowSchema = z.object({
  /** Stopped, for whatever reason, until somebody sees to it (`printer-state` 5, RFC 8011 section 5.4.11). */
  stopped: z.boolean(),
  /** `printer-state-reasons` without “none”. */
  reasons: z.array(z.string()),
  /** In its own words. */
  message: z.string(),
  accepting: z.boolean(),
  /** Jobs it has before a new one. */
  ahead: z.number().int(),
  /** Whether anything lies in the path of the plate. */
  holds: z.boolean().nullable(),
  /** Media type the path is set to. */
  mediaType: z.string().nullable(),
  /** Size that lies there, as it was told or sensed, µm; a roll has no length. */
  size: z.object({ width: z.number(), length: z.number() }).nullable(),
  sensing: z.enum(['on', 'off']).nullable(),
  /** Inks at or below a hundredth. */
  empty: z.array(z.string()),
})
export type PrinterNow = z.infer<typeof PrinterNowSchema>

/** The same in the names people know, for a plate that is about to go there. */
export interface Standing extends PrinterNow {
  /** The entry it is set to as the panel calls it, where that is known. */
  mediaTypeName?: string | null
  /** The job of ours that it would be behind, and what that one waits for. */
  behind?: { title: string; waits: string | null } | null
}
