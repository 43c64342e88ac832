import sharp from 'sharp'
import type { Plate } from '../../core/plate/resolve/plate.ts'
import { itemOf } from '../../core/things/brief/brief.ts'
import { pictureIn } from '../../core/things/brief/item.ts'
import type { FileStore } from '../files/files.ts'

/** A small JPEG of the plate's upright picture for a document, or null when there is none or it cannot be read. */
export async function thumbnailOf(files: FileStore, plate: Plate): Promise<Buffer | null> {
  const hash = pictureIn(itemOf(plate.brief))?.hash
  if (!hash || !files.has(hash)) return null
  return sharp(files.pathOf(hash), { failOn: 'none' })
    .autoOrient()
    .resize(700, 700, { fit: 'inside' })
    .jpeg({ quality: 82 })
    .toBuffer()
    .catch(() => null)
}
