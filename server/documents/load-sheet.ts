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
import { A4, drawCode, GREY, heightOf, INK, MARGIN, paragraph, printable } from './pdf-words.ts'
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
/** Nothing is written below here but the foot of a page, points. */
const FLOOR = MARGIN + 18

interface Words {
  regular: PDFFont
  bold: PDFFont
  clean(text: string): string
}

/** The paragraphs of a step in letters of some scale: what stands, in which font, size and colour. */
function paragraphsOf({ regular, bold, clean }: Words, step: Step, number: number, scale: number) {
  return [
    { font: bold, text: clean(`${number}  ${step.title}`), size: 9.5 * scale, color: INK },
    { font: regular, text: clean(step.text), size: 8.5 * scale, color: INK },
    ...(step.caution ? [{ font: regular, text: clean(`Caution: ${step.caution}`), size: 8 * scale, color: GREY }] : []),
  ]
}

const BOX = 9
const besideBox = (scale: number) => ({ x: MARGIN + BOX * scale + 7, width: A4.width - 2 * MARGIN - BOX * scale - 7 })

/** How high a step becomes, with what is left free below it, points. */
const stepHeight = (words: Words, step: Step, number: number, scale: number): number =>
  paragraphsOf(words, step, number, scale).reduce(
    (sum, { font, text, size }) => sum + heightOf(font, text, besideBox(scale).width, size),
    0,
  ) +
  4.5 * scale

/**
 * The steps with a box to tick before each, on what is left of a page in the largest letters that fit; where none do, on pages of
 * their own behind it, so that no step is lost.
 */
function drawSteps(words: Words, job: string, steps: readonly Step[], first: PDFPage, top: number, addPage: () => PDFPage): void {
  const whole = (scale: number) => steps.reduce((sum, step, i) => sum + stepHeight(words, step, i + 1, scale), 0)
  const fitting = SCALES.find((scale) => top - 24 - whole(scale) > FLOOR)
  const scale = fitting ?? 1
  let page = fitting ? first : addPage()
  // Pages come apart: one of its own says which job it is of.
  const headed = (text: string, y: number) =>
    paragraph(page, words.bold, words.clean(text), { x: MARGIN, y, width: A4.width - 2 * MARGIN, size: 12 }) - 6
  let y = fitting ? headed('Loading and running', top + 12) : headed(`${job}: loading and running`, A4.height - MARGIN)
  for (const [i, step] of steps.entries()) {
    if (y - stepHeight(words, step, i + 1, scale) < FLOOR) {
      page = addPage()
      y = headed(`${job}: loading and running, continued`, A4.height - MARGIN)
    }
    const box = BOX * scale
    page.drawRectangle({ x: MARGIN, y: y - box - 1, width: box, height: box, borderWidth: 0.7, borderColor: INK })
    y -= 0.5 * scale
    for (const { font, text, size, color } of paragraphsOf(words, step, i + 1, scale))
      y = paragraph(page, font, text, { ...besideBox(scale), y, size, color })
    y -= 4 * scale
  }
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
  const withFoot = (on: PDFPage) => {
    paragraph(
      on,
      regular,
      'Follow the printer maker’s instructions and your local rules; get qualified service for anything inside the machine.',
      { x: MARGIN, y: MARGIN + 6, width: A4.width - 2 * MARGIN, size: 7.5, color: GREY },
    )
    return on
  }
  drawSteps({ regular, bold, clean }, `${jobId}  ${title}`, loadingSteps(plate, unit, studio), withFoot(page), top, () =>
    withFoot(pdf.addPage([A4.width, A4.height])),
  )
  await drawOtherSheets(pdf, `${jobId}  ${title}`, plate, thumbnails, { regular, bold, clean })
  return pdf.save()
}
