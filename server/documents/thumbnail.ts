import sharp from 'sharp'
import type { Plate } from '../../core/plate/resolve/plate.ts'
import { pictureIn } from '../../core/things/brief/item.ts'
import type { FileStore } from '../files/files.ts'

/** Longest side of the pictures of a document with one of them, and of one with many, pixels. */
const [LARGE, SMALL] = [700, 220] as const

/** Small JPEGs of the plate's upright pictures for a document, by item; one that cannot be read is left out. */
export async function thumbnailsOf(files: FileStore, { brief }: Pick<Plate, 'brief'>): Promise<Map<string, Buffer>> {
  const out = new Map<string, Buffer>()
  const made = new Map<string, Buffer | null>()
  const side = brief.items.length > 4 ? SMALL : LARGE
  for (const item of brief.items) {
    const hash = pictureIn(item)?.hash
    if (!hash || !files.has(hash)) continue
    const known = made.get(hash)
    const jpeg =
      known !== undefined
        ? known
        : await sharp(files.pathOf(hash), { failOn: 'none' })
            .autoOrient()
            .resize(side, side, { fit: 'inside' })
            .jpeg({ quality: 82 })
            .toBuffer()
            .catch(() => null)
    made.set(hash, jpeg)
    if (jpeg) out.set(item.id, jpeg)
  }
  return out
}
