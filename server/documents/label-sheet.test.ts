import { type PDFFont, PDFPage } from 'pdf-lib'
import { LABEL_SHEETS, type LabelSheet } from '../../core/output/labels/label-layout.ts'
import { mm } from '../../core/things/length/length.ts'
import { labelSheetPdf } from './label-sheet.ts'

/** Every line of words: from its left to its right end, from its foot to its head, points from the page’s lower left corner. */
const written: { text: string; left: number; right: number; foot: number; head: number }[] = []
const own = PDFPage.prototype.drawText
beforeAll(() => {
  PDFPage.prototype.drawText = function (text, options = {}) {
    const { x = 0, y = 0, size = 0, font } = options
    const wide = (font as PDFFont).widthOfTextAtSize(text, size)
    // What hangs below the line is a quarter of the letters’ height.
    written.push({ text, left: x, right: x + wide, foot: y - size * 0.25, head: y + size })
    return own.call(this, text, options)
  }
})
afterAll(() => {
  PDFPage.prototype.drawText = own
})

/** The smallest label there may be: two above each other. */
const SMALL: LabelSheet = {
  width: mm(50),
  length: mm(50),
  columns: 1,
  rows: 2,
  left: mm(3),
  top: mm(4),
  labelWidth: mm(40),
  labelLength: mm(18),
  pitchAcross: mm(40),
  pitchDown: mm(20),
}
const NAMES = {
  short: 'Quay Matte',
  long: 'Saltmarsh Cotton Rag Natural White Extra Heavy Double Sided for the Keepsake Albums 2026',
  unbroken: 'saltmarsh_cotton_rag_natural_white_extra_heavy_double_sided_2026',
}
const LINES = [
  'A4 · 230 g/m² · no. 12',
  'prints on both sides',
  ...Array.from({ length: 12 }, (_, i) => `Heron 17: Photo paper, satin, heavy ${i}`),
]

test.each(
  Object.entries(NAMES).flatMap(([kind, name]) =>
    [...LABEL_SHEETS.map((l) => l.sheet), SMALL].map(
      (sheet) => [kind, sheet.labelWidth / 1000, sheet.labelLength / 1000, name, sheet] as const,
    ),
  ),
)('a %s name on a label of %s × %s mm stands whole on it, and nothing runs into the label below', async (kind, _w, _h, name, sheet) => {
  written.length = 0
  await labelSheetPdf({
    labels: [0, 1].map(() => ({ name, lines: LINES, address: 'http://127.0.0.1/lantern-wharf/lots/quay-a4' })),
    sheet,
    used: 0,
  })
  const point = 72 / 25_400
  const labels = [0, 1].map((i) => {
    const [left, top] = [
      sheet.left + (i % sheet.columns) * sheet.pitchAcross,
      sheet.top + Math.floor((i % (sheet.columns * sheet.rows)) / sheet.columns) * sheet.pitchDown,
    ]
    return {
      left: left * point,
      right: (left + sheet.labelWidth) * point,
      head: (sheet.length - top) * point,
      foot: (sheet.length - top - sheet.labelLength) * point,
    }
  })
  const on = (line: (typeof written)[number]) =>
    labels.some((l) => line.left >= l.left && line.right <= l.right && line.foot >= l.foot && line.head <= l.head)
  expect(written.filter((line) => !on(line))).toEqual([])
  const said = written.map(({ text }) => text).join(kind === 'unbroken' ? '' : ' ')
  expect(said.split(name)).toHaveLength(3)
  if (kind === 'short') expect(said).toContain('230 g/m²')
})
