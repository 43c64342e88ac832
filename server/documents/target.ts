import { readFile } from 'node:fs/promises'
import fontkit from '@pdf-lib/fontkit'
import { PDFDocument, rgb } from 'pdf-lib'
import sharp from 'sharp'
import { drawTarget, TARGET } from '../../core/work/target/target.ts'
import { FONT_FILES } from './fonts.ts'
import { textOutlines } from './text-outlines.ts'

const PPI = 360
const UM_PER_POINT = 25_400 / 72
/** Margin around the target on its PDF page, µm: the page is then an A5. */
const MARGIN = 10_000
const css = (c: readonly number[]) => `rgb(${c.join(',')})`

/** The target at its true size in sRGB, for an encoder. Patches lie on whole pixels, so that no step is mixed with the next. */
function picture() {
  const px = (um: number) => (um * PPI) / 25_400
  const whole = (um: number) => Math.round(px(um))
  const [width, height] = [whole(TARGET.w), whole(TARGET.h)]
  const parts = drawTarget().map((m) => {
    if (m.kind === 'patch') {
      const [x, y] = [whole(m.x), whole(m.y)]
      return `<rect x="${x}" y="${y}" width="${Math.max(1, whole(m.x + m.w) - x)}" height="${Math.max(1, whole(m.y + m.h) - y)}" fill="${css(m.rgb)}"/>`
    }
    if (m.kind === 'line')
      return `<line x1="${px(m.x1)}" y1="${px(m.y1)}" x2="${px(m.x2)}" y2="${px(m.y2)}" stroke="#000" stroke-width="${px(m.width)}"/>`
    return `<g transform="translate(${px(m.x)} ${px(m.y)})" fill="${css(m.rgb)}">${textOutlines(m.words, px(m.size)).svg}</g>`
  })
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><rect width="100%" height="100%" fill="#fff"/><g shape-rendering="geometricPrecision">${parts.join('')}</g></svg>`
  return sharp(Buffer.from(svg), { unlimited: true }).flatten({ background: '#fff' }).withMetadata({ density: PPI, icc: 'srgb' })
}

export const targetPng = (): Promise<Buffer> => picture().png({ compressionLevel: 9 }).toBuffer()
export const targetTiff = (): Promise<Buffer> => picture().tiff({ compression: 'deflate', predictor: 'horizontal' }).toBuffer()

/** The target as a page of its own, drawn with lines and letters. */
export async function targetPdf(): Promise<Uint8Array> {
  const pdf = await PDFDocument.create()
  pdf.registerFontkit(fontkit)
  const font = await pdf.embedFont(await readFile(FONT_FILES.regular), { subset: true })
  pdf.setTitle('Tone and colour target')
  const height = (TARGET.h + 2 * MARGIN) / UM_PER_POINT
  const page = pdf.addPage([(TARGET.w + 2 * MARGIN) / UM_PER_POINT, height])
  const x = (um: number) => (um + MARGIN) / UM_PER_POINT
  const y = (um: number) => height - (um + MARGIN) / UM_PER_POINT
  const color = (c: readonly number[]) => rgb((c[0] as number) / 255, (c[1] as number) / 255, (c[2] as number) / 255)
  for (const m of drawTarget()) {
    if (m.kind === 'patch')
      page.drawRectangle({ x: x(m.x), y: y(m.y + m.h), width: m.w / UM_PER_POINT, height: m.h / UM_PER_POINT, color: color(m.rgb) })
    if (m.kind === 'line')
      page.drawLine({
        start: { x: x(m.x1), y: y(m.y1) },
        end: { x: x(m.x2), y: y(m.y2) },
        thickness: m.width / UM_PER_POINT,
        color: rgb(0, 0, 0),
      })
    if (m.kind === 'text') page.drawText(m.words, { x: x(m.x), y: y(m.y), size: m.size / UM_PER_POINT, font, color: color(m.rgb) })
  }
  return pdf.save()
}
