import { readFile } from 'node:fs/promises'
import fontkit from '@pdf-lib/fontkit'
import { PDFDocument, type PDFFont, type PDFPage } from 'pdf-lib'
import { drawSheet } from '../../core/output/drawing/sheet-drawing.ts'
import type { Plate } from '../../core/plate/resolve/plate.ts'
import { layoutOf } from '../../core/plate/resolve/plate.ts'
import { sheetsOf } from '../../core/sheet/form.ts'
import { writeLength, writeSize } from '../../core/things/length/length.ts'
import { paperSaid } from '../../core/things/media/lot-name.ts'
import type { Studio } from '../../core/things/studio/studio.ts'
import { counted } from '../../core/things/words/counted.ts'
import { PLACE_NAMES, SET_PLACES } from '../../core/work/agreement/place.ts'
import { agreementTable } from '../../core/work/agreement/table.ts'
import type { Step } from '../../core/work/loading/step.ts'
import { loadingSteps } from '../../core/work/loading/steps.ts'
import type { FileStore } from '../files/files.ts'
import { drawInto } from './drawing-pdf.ts'
import { FONT_FILES } from './fonts.ts'
import { drawOtherSheets } from './other-sheets.ts'
import { A4, drawCode, GREY, INK, MARGIN, paragraph, printable } from './pdf-words.ts'
import { thumbnailsOf } from './thumbnail.ts'

const CODE = 56

interface SheetOf {
  id: number
  title: string
  plate: Plate
  studio: Studio
  /** Where the job is found, for the code. */
  address: string
}

/** So many stops are written out: there is one page for them. */
const TOLD_STOPS = 3

/** Sizes of the steps' letters, the first that fits is taken. */
const SCALES = [1, 0.92, 0.84, 0.76, 0.68, 0.6]

interface Steps {
  regular: PDFFont
  bold: PDFFont
  clean(text: string): string
  steps: Step[]
  /** Where they begin, points from the page's foot. */
  top: number
  scale: number
}

/** The steps with a box to tick before each; answers with how far down they reach. */
function drawSteps(page: PDFPage, { regular, bold, clean, steps, top, scale }: Steps): number {
  const box = 9 * scale
  const at = { x: MARGIN + box + 7, width: A4.width - 2 * MARGIN - box - 7 }
  let y = top
  for (const [i, step] of steps.entries()) {
    page.drawRectangle({ x: MARGIN, y: y - box - 1, width: box, height: box, borderWidth: 0.7, borderColor: INK })
    y = paragraph(page, bold, clean(`${i + 1}  ${step.title}`), { ...at, y: y - 0.5, size: 9.5 * scale })
    y = paragraph(page, regular, clean(step.text), { ...at, y, size: 8.5 * scale })
    if (step.caution) y = paragraph(page, regular, clean(`Caution: ${step.caution}`), { ...at, y, size: 8 * scale, color: GREY })
    y -= 4 * scale
  }
  return y
}

/**
 * The job ticket on an A4 page: drawing, what program, driver and panel must show, loading steps and cautions. What is
 * printed beside the sheet that is drawn there, other sheets and backs, is drawn on pages behind it.
 */
export async function loadSheetPdf(files: FileStore, { id: jobId, title, plate, studio, address }: SheetOf): Promise<Uint8Array> {
  const pdf = await PDFDocument.create()
  pdf.registerFontkit(fontkit)
  const [regularBytes, boldBytes] = await Promise.all([readFile(FONT_FILES.regular), readFile(FONT_FILES.bold)])
  const regular = await pdf.embedFont(regularBytes, { subset: true })
  const bold = await pdf.embedFont(boldBytes, { subset: true })
  const clean = printable(regular)
  pdf.setTitle(`Load sheet, job ${jobId}: ${title}`)
  const page = pdf.addPage([A4.width, A4.height])
  const { unit } = plate.brief
  const s = plate.setup
  const copies = sheetsOf(plate.forms)
  const sheet = layoutOf(plate)?.sheet
  let y = A4.height - MARGIN
  drawCode(page, address, { x: A4.width - MARGIN - CODE, y: y - CODE, size: CODE })
  const headed = A4.width - 2 * MARGIN - CODE - 12
  y = paragraph(page, bold, clean(`${jobId}  ${title}`), { x: MARGIN, y, width: headed, size: 16 })
  const line = s
    ? `${s.printer.name}, ${s.path.name}. ${paperSaid(s.paper, s.lot)}, ${writeSize(sheet?.w ?? 0, sheet?.h ?? 0, unit)}. ${counted(copies, 'sheet')}.`
    : 'Nothing has been decided yet.'
  y =
    Math.min(
      paragraph(page, regular, clean(line), { x: MARGIN, y: y - 2, width: headed, size: 10, color: GREY }),
      A4.height - MARGIN - CODE,
    ) - 8
  const stops = plate.findings.filter((f) => f.level === 'stop')
  const told = stops.slice(0, TOLD_STOPS).map((stop) => `STOP  ${stop.title}: ${stop.says}`)
  if (stops.length > TOLD_STOPS) told.push(`STOP  ${stops.length - TOLD_STOPS} more: see the findings of the job.`)
  for (const stop of told) y = paragraph(page, bold, clean(stop), { x: MARGIN, y, width: A4.width - 2 * MARGIN, size: 9 })
  const drawing = drawSheet(plate, unit)
  const box = { x: MARGIN, y: y - 300, width: 218, height: 296 }
  const thumbnails = await thumbnailsOf(files, plate)
  if (drawing) await drawInto(pdf, page, drawing, box, regular, thumbnails)
  let ty = y - 2
  const tx = MARGIN + box.width + 18
  const columns = [tx, tx + 58, tx + 138, tx + 222]
  const heads = ['Setting', ...SET_PLACES.map((place) => PLACE_NAMES[place])]
  for (const [i, head] of heads.entries()) page.drawText(head, { x: columns[i] ?? tx, y: ty - 9, size: 8.5, font: bold, color: INK })
  ty -= 15
  for (const row of agreementTable(plate, studio, [], unit)) {
    if (SET_PLACES.every((place) => row.cells[place].state === 'none')) continue
    const ends = [row.title, ...SET_PLACES.map((place) => row.cells[place].wanted || '–')].map((text, i) =>
      paragraph(page, i === 0 ? regular : bold, clean(text), {
        x: columns[i] ?? tx,
        y: ty,
        width: (columns[i + 1] ?? A4.width - MARGIN) - (columns[i] ?? tx) - 6,
        size: 7.2,
        ...(i === 0 ? { color: GREY } : {}),
      }),
    )
    ty = Math.min(...ends) - 2
    page.drawLine({ start: { x: tx, y: ty }, end: { x: A4.width - MARGIN, y: ty }, thickness: 0.3, color: GREY })
    ty -= 3
  }
  const m = layoutOf(plate)?.margins
  if (m)
    ty = paragraph(
      page,
      bold,
      clean(
        `Borders on ${plate.forms.filter(({ side }) => side === 'front').length > 1 ? 'the first sheet' : 'paper'}: leading ${writeLength(m.leading, unit)}, trailing ${writeLength(m.trailing, unit)}, left ${writeLength(m.left, unit)}, right ${writeLength(m.right, unit)}.`,
      ),
      { x: tx, y: ty - 4, width: A4.width - MARGIN - tx, size: 9 },
    )
  const top = Math.min(box.y, ty) - 14
  page.drawText('Loading and running', { x: MARGIN, y: top, size: 12, font: bold, color: INK })
  const steps = loadingSteps(plate, unit, studio)
  const into = (on: PDFPage, scale: number) => drawSteps(on, { regular, bold, clean, steps, top: top - 10, scale })
  // One page whatever the job takes: tried out beside it first, smaller until it fits.
  const scale = SCALES.find((size) => {
    const end = into(pdf.addPage([A4.width, A4.height]), size)
    pdf.removePage(pdf.getPageCount() - 1)
    return end > MARGIN + 18
  })
  into(page, scale ?? (SCALES.at(-1) as number))
  paragraph(
    page,
    regular,
    'Follow the printer maker’s instructions and your local rules; get qualified service for anything inside the machine.',
    { x: MARGIN, y: MARGIN + 6, width: A4.width - 2 * MARGIN, size: 7.5, color: GREY },
  )
  await drawOtherSheets(pdf, `${jobId}  ${title}`, plate, thumbnails, { regular, bold, clean })
  return pdf.save()
}
