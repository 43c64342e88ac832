import { readFileSync } from 'node:fs'
import fontkit from '@pdf-lib/fontkit'
import { FONT_FILES } from './fonts.ts'

/** What is used of a font: its outlines and advances. */
interface Outlines {
  unitsPerEm: number
  layout(text: string): { glyphs: { path: { toSVG(): string } }[]; positions: { xAdvance: number; xOffset: number; yOffset: number }[] }
}

let font: Outlines | null = null
function outlines(): Outlines {
  font ??= (fontkit as unknown as { create(bytes: Buffer): Outlines }).create(readFileSync(FONT_FILES.regular))
  return font
}

/** One line of words as SVG paths of letters `size` high, standing on y = 0 from x = 0, with its width. Needs no installed font. */
export function textOutlines(line: string, size: number): { svg: string; width: number } {
  const { glyphs, positions } = outlines().layout(line)
  const scale = size / outlines().unitsPerEm
  let x = 0
  const parts = glyphs.map((glyph, i) => {
    const at = positions[i] ?? { xAdvance: 0, xOffset: 0, yOffset: 0 }
    const part = `<path transform="translate(${x + at.xOffset} ${at.yOffset})" d="${glyph.path.toSVG()}"/>`
    x += at.xAdvance
    return part
  })
  return { svg: `<g transform="scale(${scale} ${-scale})">${parts.join('')}</g>`, width: x * scale }
}
