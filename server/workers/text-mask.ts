import sharp from 'sharp'
import type { PagePlan } from '../../core/output/page/page-plan.ts'
import { LEADING } from '../../core/sheet/make/back-text.ts'

/** Share of the letter size that stands above the line the letters stand on. */
const ASCENT = 0.9

/** Coverage (0…255) of a block of words, turned as it stands on the page; row by row, `place.width` × `place.height`. */
export async function textMask({ lines, points, align, turn, place }: PagePlan['words'][number], ppi: number): Promise<Buffer> {
  // Only now: most pages have no words, and reading letters is a program of its own.
  const { textOutlines } = await import('../documents/text-outlines.ts')
  const sideways = turn === 90 || turn === 270
  const [width, height] = sideways ? [place.height, place.width] : [place.width, place.height]
  const size = (points * ppi) / 72
  const drawn = lines.map((line, i) => {
    const { svg, width: long } = textOutlines(line, size)
    const spare = width - long
    const x = align === 'left' ? 0 : align === 'right' ? spare : spare / 2
    return `<g transform="translate(${x} ${i * size * LEADING + size * ASCENT})">${svg}</g>`
  })
  const page = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><rect width="100%" height="100%" fill="#000"/><g fill="#fff">${drawn.join('')}</g></svg>`
  const upright = await sharp(Buffer.from(page)).greyscale().png().toBuffer()
  return sharp(upright).rotate(turn).resize(place.width, place.height, { fit: 'fill' }).greyscale().raw().toBuffer()
}
