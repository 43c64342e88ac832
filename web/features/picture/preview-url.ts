import { type Brief, itemById, itemOf } from '../../../core/things/brief/brief.ts'
import { pictureIn } from '../../../core/things/brief/item.ts'
import type { SmallSide } from '../../../core/wire/api/files.ts'
import { fileUrl, smallUrl } from '../../api/client.ts'

/** Where the preview of a brief's picture is, or null: of its first item, unless another is named; small where a side is. */
export function previewUrl(brief: Pick<Brief, 'items'>, id = itemOf(brief).id, side: SmallSide | null = null): string | null {
  const item = itemById(brief, id)
  const preview = item && pictureIn(item)?.preview
  if (!preview) return null
  return side === null ? fileUrl(preview) : smallUrl(preview, side)
}
