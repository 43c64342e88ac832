import type { PDFDocument, PDFFont } from 'pdf-lib'
import { drawSheet } from '../../core/output/drawing/sheet-drawing.ts'
import type { Plate } from '../../core/plate/resolve/plate.ts'
import { type Form, viewOf } from '../../core/sheet/form.ts'
import { writeLength } from '../../core/things/length/length.ts'
import { counted } from '../../core/things/words/counted.ts'
import { drawInto } from './drawing-pdf.ts'
import { A4, GREY, MARGIN, paragraph } from './pdf-words.ts'

/** Drawings on a page, beside and below each other, points. */
const [COLUMNS, ROWS, GAP] = [2, 2, 18]
const CELL = {
  width: (A4.width - 2 * MARGIN - (COLUMNS - 1) * GAP) / COLUMNS,
  height: (A4.height - 2 * MARGIN - 18 - (ROWS - 1) * GAP) / ROWS,
}
/** Of a lot of cards that all differ so many are drawn, with so many pictures on them: nobody leafs through more of them on paper. */
const MOST = { sheets: 24, pictures: 400 }

interface Words {
  regular: PDFFont
  bold: PDFFont
  clean(text: string): string
}

/** Which of its side's kinds of sheet a form is, and how many there are of it. */
function nameOf(form: Form, forms: readonly Form[]): string {
  const own = forms.filter(({ side }) => side === form.side)
  const name = form.side === 'back' ? 'Back' : 'Sheet'
  const which = own.length > 1 ? `${name} ${own.indexOf(form) + 1} of ${own.length}` : name
  return form.count > 1 ? `${which}, ${form.count} times` : which
}

/** Pages with every kind of sheet but the first, and with the backs: each as it lies when it is fed, and its borders. */
export async function drawOtherSheets(
  pdf: PDFDocument,
  /** Number and title of the job, at the foot of each page: pages come apart. */
  job: string,
  plate: Plate,
  thumbnails: ReadonlyMap<string, Buffer>,
  { regular, bold, clean }: Words,
): Promise<void> {
  const { unit } = plate.brief
  const others = plate.forms.slice(1)
  let pictures = 0
  const drawn = others.slice(0, MOST.sheets).filter((form) => {
    const before = pictures
    pictures += form.placements.length
    return before < MOST.pictures
  })
  const left = others.length - drawn.length
  const foot = left > 0 ? `${job}. ${counted(left, 'more kind')} of sheet: see the Sheet stage of the job.` : job
  const addPage = () => {
    const page = pdf.addPage([A4.width, A4.height])
    paragraph(page, regular, clean(foot), { x: MARGIN, y: MARGIN + 6, width: A4.width - 2 * MARGIN, size: 7.5, color: GREY })
    return page
  }
  for (const [n, form] of drawn.entries()) {
    const at = n % (COLUMNS * ROWS)
    const page = at === 0 ? addPage() : pdf.getPage(pdf.getPageCount() - 1)
    const x = MARGIN + (at % COLUMNS) * (CELL.width + GAP)
    const top = A4.height - MARGIN - Math.floor(at / COLUMNS) * (CELL.height + GAP)
    const { margins: m } = viewOf(form).layout
    const borders = `Borders: leading ${writeLength(m.leading, unit)}, trailing ${writeLength(m.trailing, unit)}, left ${writeLength(m.left, unit)}, right ${writeLength(m.right, unit)}.`
    let y = paragraph(page, bold, clean(nameOf(form, plate.forms)), { x, y: top, width: CELL.width, size: 11 })
    y = paragraph(page, regular, clean(borders), { x, y: y - 1, width: CELL.width, size: 8.5 }) - 6
    const drawing = drawSheet(plate, unit, { side: form.side, form: form.id })
    const bottom = top - CELL.height
    if (drawing) await drawInto(pdf, page, drawing, { x, y: bottom, width: CELL.width, height: y - bottom }, regular, thumbnails)
  }
}
