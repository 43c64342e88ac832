import sharp from 'sharp'

/** A part of a picture, at a size. */
export interface PictureWindowTask {
  picture: string
  /** Size of the picture as it stands upright, pixels. */
  width: number
  height: number
  channels: 'rgb' | 'grey' | 'cmyk'
  /** The part, as shares of its sides. */
  part: { x: number; y: number; w: number; h: number }
  /** Width of the answer, pixels; never more than the part has itself. */
  across: number
}

/** Cuts a part out of the file itself and scales it; in the picture's own numbers, as its preview is. A JPEG file. */
export async function pictureWindow({ picture, width, height, channels, part, across }: PictureWindowTask): Promise<Uint8Array> {
  const left = Math.min(width - 1, Math.floor(part.x * width))
  const top = Math.min(height - 1, Math.floor(part.y * height))
  const w = Math.max(1, Math.min(width - left, Math.round(part.w * width)))
  const h = Math.max(1, Math.min(height - top, Math.round(part.h * height)))
  const scale = Math.min(1, across / w)
  return sharp(picture, { limitInputPixels: false, ignoreIcc: channels !== 'cmyk' })
    .autoOrient()
    .extract({ left, top, width: w, height: h })
    .flatten({ background: '#fff' })
    .toColourspace('srgb')
    .resize(Math.max(1, Math.round(w * scale)), Math.max(1, Math.round(h * scale)), { fit: 'fill', kernel: 'lanczos3' })
    .jpeg({ quality: 95, chromaSubsampling: '4:4:4' })
    .toBuffer()
}
