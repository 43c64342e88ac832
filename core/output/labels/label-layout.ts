import { z } from 'zod'
import { MAX_LENGTH, mm, type Um } from '../../things/length/length.ts'
import { fail, ok, type Result } from '../../things/problem/problem.ts'

const um = z.coerce.number().int().nonnegative().max(MAX_LENGTH)
const size = um.refine((v) => v > 0, 'is nothing')

/** Labels that are made at once. */
export const MOST_LABELS = 300

/** A sheet of labels to stick on: its size, how many, where the first lies and how far the next is, µm. */
export const LabelSheetSchema = z.object({
  width: size,
  length: size,
  columns: z.coerce.number().int().min(1).max(20),
  rows: z.coerce.number().int().min(1).max(60),
  left: um,
  top: um,
  labelWidth: size,
  labelLength: size,
  /** From the left edge of one label to that of the next, and from top to top. */
  pitchAcross: um,
  pitchDown: um,
})
export type LabelSheet = z.infer<typeof LabelSheetSchema>

const sheet = (
  width: number,
  length: number,
  columns: number,
  rows: number,
  left: number,
  top: number,
  w: number,
  h: number,
  across: number,
  down: number,
): LabelSheet => ({
  width: mm(width),
  length: mm(length),
  columns,
  rows,
  left: mm(left),
  top: mm(top),
  labelWidth: mm(w),
  labelLength: mm(h),
  pitchAcross: mm(across),
  pitchDown: mm(down),
})

/** Sheets that are sold everywhere, by what stands on them; any other is typed. Common practice. */
export const LABEL_SHEETS: readonly { id: string; title: string; sheet: LabelSheet }[] = [
  { id: 'a4-3x8', title: 'A4, 24 of 70 × 37 mm', sheet: sheet(210, 297, 3, 8, 0, 0.5, 70, 37, 70, 37) },
  { id: 'a4-2x7', title: 'A4, 14 of 99.1 × 38.1 mm', sheet: sheet(210, 297, 2, 7, 4.65, 15.15, 99.1, 38.1, 101.6, 38.1) },
  { id: 'letter-3x10', title: 'Letter, 30 of 66.7 × 25.4 mm', sheet: sheet(215.9, 279.4, 3, 10, 4.75, 12.7, 66.7, 25.4, 69.85, 25.4) },
  { id: 'strip-62', title: 'One of 62 × 29 mm, from a label printer', sheet: sheet(62, 29, 1, 1, 0, 0, 62, 29, 62, 29) },
]

/** A label has room for a name and a code that a phone reads: no less, µm. */
const LEAST = { width: mm(40), length: mm(18) }

/** The sheet, when its labels lie on it and beside each other. */
export function checkLabelSheet(of: LabelSheet): Result<LabelSheet> {
  const wrong = (field: keyof LabelSheet, code: string, message: string, limit?: Um) =>
    fail({ field, code, message, value: `${of[field] / 1000} mm`, ...(limit === undefined ? {} : { limit: `${limit / 1000} mm` }) })
  const small = 'A label needs 40 × 18 mm for its words and a code a phone can read.'
  if (of.labelWidth < LEAST.width) return wrong('labelWidth', 'label-small', small, LEAST.width)
  if (of.labelLength < LEAST.length) return wrong('labelLength', 'label-small', small, LEAST.length)
  if (of.columns > 1 && of.pitchAcross < of.labelWidth)
    return wrong(
      'pitchAcross',
      'labels-overlap',
      'The labels would lie over each other: the next begins before this one ends.',
      of.labelWidth,
    )
  if (of.rows > 1 && of.pitchDown < of.labelLength)
    return wrong(
      'pitchDown',
      'labels-overlap',
      'The labels would lie over each other: the next begins before this one ends.',
      of.labelLength,
    )
  const right = of.left + (of.columns - 1) * of.pitchAcross + of.labelWidth
  const bottom = of.top + (of.rows - 1) * of.pitchDown + of.labelLength
  if (right > of.width) return wrong('columns', 'labels-outside', 'The last column would lie beyond the right edge of the sheet.', of.width)
  if (bottom > of.length) return wrong('rows', 'labels-outside', 'The last row would lie below the sheet.', of.length)
  return ok(of)
}

/**
 * Where labels lie, row by row: the page and the left and top edge of each, µm from the page's upper left corner.
 * @param used labels of the first sheet that are gone already
 */
export function placeLabels(of: LabelSheet, count: number, used = 0): { page: number; left: Um; top: Um }[] {
  const each = of.columns * of.rows
  return Array.from({ length: count }, (_, i) => {
    const at = i + used
    const cell = at % each
    return {
      page: Math.floor(at / each),
      left: of.left + (cell % of.columns) * of.pitchAcross,
      top: of.top + Math.floor(cell / of.columns) * of.pitchDown,
    }
  })
}
