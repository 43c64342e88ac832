import { rm } from 'node:fs/promises'
import sharp from 'sharp'
import type { PicturePlan } from '../../core/output/page/page-plan.ts'
import { wrapPieces } from '../../core/sheet/make/wrapped-canvas.ts'

/** Puts sides around the upright face of a wrapped canvas; reads and writes plain TIFF, a strip at a time. */
export async function wrapSides(face: string, output: string, wrap: NonNullable<PicturePlan['wrap']>): Promise<void> {
  const open = { limitInputPixels: false } as const
  const { width = 1, height = 1, space } = await sharp(face, open).metadata()
  const around = { left: wrap.x, right: wrap.x, top: wrap.y, bottom: wrap.y }
  const image = sharp(face, open)
  const keepSpace = space === 'b-w' || space === 'grey16' || space === 'rgb16' ? space : 'srgb'
  if (wrap.how === 'mirror') {
    await image
      .extend({ ...around, extendWith: 'mirror' })
      .toColourspace(keepSpace)
      .tiff({ compression: 'none' })
      .toFile(output)
    return
  }
  const plain = image.extend({ ...around, background: wrap.how === 'colour' ? wrap.colour : '#ffffff' })
  if (wrap.how === 'colour') {
    await plain.toColourspace(keepSpace).tiff({ compression: 'none' }).toFile(output)
    return
  }
  // Geometry in pixels: the same pieces as the drawing, with one unit for a pixel. Bars are as deep on all sides.
  const pieces = wrapPieces({ depth: wrap.x, wrap: 'stretch' }, { w: width, h: height }).filter(
    (p) => p.from && (p.from.w < 1 || p.from.h < 1),
  )
  const parts: { input: string; left: number; top: number }[] = []
  try {
    for (const [i, { from, to }] of pieces.entries()) {
      if (!from) continue
      const [w, h] = [Math.max(1, Math.round(from.w * width)), Math.max(1, Math.round(from.h * height))]
      const area = {
        left: Math.min(width - w, Math.round(from.x * width)),
        top: Math.min(height - h, Math.round(from.y * height)),
        width: w,
        height: h,
      }
      const input = `${output}.${i}.tif`
      parts.push({ input, left: Math.round(to.x), top: Math.round(to.y) })
      await sharp(face, open)
        .extract(area)
        .resize(Math.round(to.w), Math.round(to.h), { fit: 'fill' })
        .toColourspace(keepSpace)
        .tiff({ compression: 'none' })
        .toFile(input)
    }
    await plain.composite(parts).removeAlpha().toColourspace(keepSpace).tiff({ compression: 'none' }).toFile(output)
  } finally {
    for (const { input } of parts) await rm(input, { force: true })
  }
}
