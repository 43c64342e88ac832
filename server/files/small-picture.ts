import type { SmallSide } from '../../core/wire/api/files.ts'

/** Previews and delivered sheets have far fewer; the files of pictures themselves are not meant. */
const MOST_PIXELS = 40_000_000

/** A kept picture small, JPEG, in the colours it has; null where the file is no picture, or one too large to be looked at in lists. */
export async function smallPicture(path: string, side: SmallSide): Promise<Buffer | null> {
  const { default: sharp } = await import('sharp')
  try {
    return await sharp(path, { limitInputPixels: MOST_PIXELS })
      .resize(side, side, { fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#fff' })
      .keepIccProfile()
      .jpeg({ quality: 82 })
      .toBuffer()
  } catch {
    return null
  }
}
