import { z } from 'zod'
import type { Um } from '../length/length.ts'
import type { Edges } from '../paths/path.ts'

/** What one inspected run says of where its path lays the print. Lengths in µm. */
export interface OffsetReading {
  runId: number
  printerId: string
  pathId: string
  /** To the right of where the uncorrected drawing has it. */
  across: Um
  /** Towards the trailing edge. */
  along: Um
  /** Clockwise, degrees; null when it was not measured. */
  skewDegrees: number | null
}

/** The robust mean of a path's offset, with its evidence. */
export const CalibrationSchema = z.object({
  printerId: z.string().max(60),
  pathId: z.string().max(60),
  across: z.number(),
  along: z.number(),
  skewDegrees: z.number().nullable(),
  /** Robust standard deviations. */
  spreadAcross: z.number().nonnegative(),
  spreadAlong: z.number().nonnegative(),
  /** The runs it was learnt from, newest last. */
  runs: z.array(z.number().int()).max(1000),
})
export type Calibration = z.infer<typeof CalibrationSchema>

/** A tenth of a millimetre is as well as anybody reads a ruler, µm. */
export const READABLE: Um = 100
/** What of an offset is made up for: what nobody would read is not corrected, nor told. */
export const toCorrect = (um: Um): Um => (Math.abs(um) < READABLE / 2 ? 0 : um)

/** Inspections it takes before anything is corrected. */
export const ENOUGH_READINGS = 3
/** Only the latest count: a printer is serviced and moved. */
export const LATEST = 20

/** Median of the values; NaN when there are none. */
export function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b)
  const middle = sorted.length >> 1
  return sorted.length % 2 === 1 ? (sorted[middle] as number) : ((sorted[middle - 1] ?? Number.NaN) + (sorted[middle] ?? Number.NaN)) / 2
}

/** Robust standard deviation: 1.4826 × the median distance from the median (normal consistency; Rousseeuw and Croux 1993, from memory). */
export const robustSpread = (values: readonly number[]): number => {
  const centre = median(values)
  return values.length < 2 ? 0 : 1.4826 * median(values.map((v) => Math.abs(v - centre)))
}

/**
 * The shift of a print from where an uncorrected page would have put it. Facing borders are both used, so that a sheet
 * of another size than the lot's median does not look like a shift.
 * @param corrected the correction that was already in the drawing
 */
export function offsetFrom(measured: Edges, drawn: Edges, corrected: { x: Um; y: Um }): { across: Um; along: Um } {
  const half = (a: number, b: number) => (a - b) / 2
  return {
    across: half(measured.left - drawn.left, measured.right - drawn.right) + corrected.x,
    along: half(measured.leading - drawn.leading, measured.trailing - drawn.trailing) + corrected.y,
  }
}

/** Clockwise skew from the left border read at the leading and at the trailing end of the print, degrees. */
export const skewFrom = (leftAtLeading: Um, leftAtTrailing: Um, apart: Um): number =>
  (Math.atan2(leftAtLeading - leftAtTrailing, apart) * 180) / Math.PI

/** One calibration for each path that has readings, from its latest ones. */
export function calibrate(readings: readonly OffsetReading[]): Calibration[] {
  const byPath = new Map<string, OffsetReading[]>()
  for (const reading of readings) {
    const key = `${reading.printerId} ${reading.pathId}`
    byPath.set(key, [...(byPath.get(key) ?? []), reading])
  }
  return [...byPath.values()].map((all) => {
    const used = [...all].sort((a, b) => a.runId - b.runId).slice(-LATEST)
    const first = used[0] as OffsetReading
    const skews = used.flatMap((r) => (r.skewDegrees === null ? [] : [r.skewDegrees]))
    const across = used.map((r) => r.across)
    const along = used.map((r) => r.along)
    return {
      printerId: first.printerId,
      pathId: first.pathId,
      across: Math.round(median(across)),
      along: Math.round(median(along)),
      skewDegrees: skews.length === 0 ? null : median(skews),
      spreadAcross: Math.round(robustSpread(across)),
      spreadAlong: Math.round(robustSpread(along)),
      runs: used.map((r) => r.runId),
    }
  })
}
