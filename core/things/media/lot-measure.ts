import { median } from '../calibration/offset.ts'
import { type Um, type Unit, writeLength } from '../length/length.ts'
import { fail, ok, type Result } from '../problem/problem.ts'
import type { Lot, Readings } from './media.ts'

/** Readings further than this from the label are a slip of the ruler, not a lot, µm; nor is anything beyond a tenth of it. */
const SLIP: Um = 15_000
const SHARE = 0.1

/** What is wrong with a measured size against the label, or ok: each edge within a tenth of it; of a roll only the width is measured. */
export function withinLabel(
  { form, nominal }: Pick<Lot, 'form' | 'nominal'>,
  measured: Lot['measured'],
  unit: Unit,
): Result<Lot['measured']> {
  const sides = form === 'roll' ? (['width'] as const) : (['width', 'length'] as const)
  const off = sides.find((side) => Math.abs(measured[side] - nominal[side]) > nominal[side] * SHARE)
  return off
    ? fail({
        field: `measured.${off}`,
        code: 'far-from-label',
        value: String(measured[off]),
        limit: `${nominal[off]} µm ± 10 %`,
        message: `${writeLength(measured[off], unit)} is more than a tenth off the ${writeLength(nominal[off], unit)} on the label. Measure it again; if the label is wrong, it is another lot.`,
      })
    : ok(measured)
}

/**
 * Departure of a sheet's corners from 90° in degrees, from its two diagonals.
 * Geometry: in a parallelogram d₁² − d₂² = 4·w·l·cos α.
 */
export function outOfSquare(width: Um, length: Um, diagonals: readonly [Um, Um]): number {
  const cosine = (diagonals[0] ** 2 - diagonals[1] ** 2) / (4 * width * length)
  return Math.abs((Math.asin(Math.max(-1, Math.min(1, cosine))) * 180) / Math.PI)
}

/** What a lot measures, from readings at several places: their median, half of their range, and how square it is. */
export function measureLot(
  lot: Pick<Lot, 'form' | 'nominal' | 'measured'>,
  readings: Readings,
  unit: Unit,
): Result<Pick<Lot, 'measured' | 'spread' | 'outOfSquare' | 'readings'>> {
  const sides = [
    ['width', readings.width, lot.nominal.width],
    ['length', lot.form === 'roll' ? [] : readings.length, lot.nominal.length],
  ] as const
  for (const [field, values, nominal] of sides) {
    const most = Math.min(SLIP, nominal * SHARE)
    const slip = values.find((v) => Math.abs(v - nominal) > most)
    if (slip !== undefined)
      return fail({
        field: `readings.${field}`,
        code: 'reading-far-off',
        value: String(slip),
        limit: `${most} µm`,
        message: `${writeLength(slip, unit)} is more than ${writeLength(Math.round(most), unit)} from the ${writeLength(nominal, unit)} on the label. Read it again, or correct the label.`,
      })
  }
  const range = (values: readonly Um[]) => (values.length < 2 ? 0 : (Math.max(...values) - Math.min(...values)) / 2)
  const side = (values: readonly Um[], before: Um) => (values.length === 0 ? before : Math.round(median(values)))
  const measured = { width: side(readings.width, lot.measured.width), length: side(sides[1][1], lot.measured.length) }
  const [first, second] = readings.diagonals
  const diagonal = Math.hypot(measured.width, measured.length)
  if (first !== undefined && second !== undefined && [first, second].some((d) => Math.abs(d - diagonal) > SLIP))
    return fail({
      field: 'readings.diagonals',
      code: 'reading-far-off',
      value: `${first}, ${second}`,
      limit: `${SLIP} µm`,
      message: `The diagonals of this sheet are about ${writeLength(Math.round(diagonal), unit)}. Read them again, corner to corner.`,
    })
  return ok({
    measured,
    spread: Math.round(Math.max(range(readings.width), range(sides[1][1]))),
    outOfSquare: first !== undefined && second !== undefined ? outOfSquare(measured.width, measured.length, [first, second]) : 0,
    readings,
  })
}

/** Deviation ISO 216 allows a trimmed sheet of this edge, µm: ±1.5 mm to 150, ±2 mm to 600, ±3 mm above (ISO 216, from memory). */
export const iso216Tolerance = (edge: Um): Um => (edge <= 150_000 ? 1500 : edge <= 600_000 ? 2000 : 3000)

/** Length left on a roll from its outer diameter, the core's and the caliper, µm: L = π(D² − d²)/(4t). */
export const rollLength = (outer: Um, core: Um, caliper: Um): Um =>
  caliper <= 0 || outer <= core ? 0 : (Math.PI * (outer * outer - core * core)) / (4 * caliper)
