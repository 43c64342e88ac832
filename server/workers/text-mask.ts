import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import type fontkitTypes from '@pdf-lib/fontkit'
import sharp from 'sharp'
import { LEADING } from '../../core/make/back-text.ts'
import type { PagePlan } from '../../core/render/page-plan.ts'
import { FONT_FILES } from '../documents/fonts.ts'

/** What is used of a font: its outlines and advances. */
interface Outlines {
  unitsPerEm: number
  layout(text: string): { glyphs: { path: { toSVG(): string } }[]; positions: { xAdvance: number; xOffset: number; yOffset: number }[] }
}

let font: Outlines | null = null
function outlines(): Outlines {
  const fontkit = createRequire(import.meta.url)('@pdf-lib/fontkit') as typeof fontkitTypes
  font ??= (fontkit as unknown as { create(bytes: Buffer): Outlines }).create(readFileSync(FONT_FILES.regular))
  return font
}

/** One line as an SVG path with its width, in units of the font. */
function drawLine(line: string): { path: string; width: number } {
  const { glyphs, positions } = outlines().layout(line)
  let x = 0
  const parts = glyphs.map((glyph, i) => {
    const at = positions[i] ?? { xAdvance: 0, xOffset: 0, yOffset: 0 }
    const part = `<path transform="translate(${x + at.xOffset} ${at.yOffset})" d="${glyph.path.toSVG()}"/>`
    x += at.xAdvance
    return part
  })
  return { path: parts.join(''), width: x }
}

/** Coverage (0…255) of a block of words, turned as it stands on the page; row by row, `place.width` × `place.height`. */
export async function textMask({ lines, points, align, turn, place }: NonNullable<PagePlan['text']>, ppi: number): Promise<Buffer> {
  const sideways = turn === 90 || turn === 270
  const [width, height] = sideways ? [place.height, place.width] : [place.width, place.height]
  const size = (points * ppi) / 72
  const scale = size / outlines().unitsPerEm
  const drawn = lines.map((line, i) => {
    const { path, width: units } = drawLine(line)
    const spare = width - units * scale
    const x = align === 'left' ? 0 : align === 'right' ? spare : spare / 2
    return `<g transform="translate(${x} ${(i + 1) * size * LEADING - size * (LEADING - 0.9)}) scale(${scale} ${-scale})">${path}</g>`
  })
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><rect width="100%" height="100%" fill="#000"/><g fill="#fff">${drawn.join('')}</g></svg>`
  const upright = await sharp(Buffer.from(svg)).greyscale().png().toBuffer()
  return sharp(upright).rotate(turn).resize(place.width, place.height, { fit: 'fill' }).greyscale().raw().toBuffer()
}
