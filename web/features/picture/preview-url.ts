import { type Brief, itemById, itemOf } from '../../../core/things/brief/brief.ts'
import { pictureIn } from '../../../core/things/brief/item.ts'
import { fileUrl, smallUrl } from '../../api/client.ts'

/** Where the preview of a brief's picture is, or null: of its first item, unless another is named. */
export const previewUrl = (brief: Pick<Brief, 'items'>, id = itemOf(brief).id): string | null => {
  const item = itemById(brief, id)
  const preview = item && pictureIn(item)?.preview
  return preview ? fileUrl(preview) : null
}

/** The same, small. */
export function smallPreviewUrl(brief: Pick<Brief, 'items'>, id = itemOf(brief).id, side: 192 | 640 = 192): string | null {
  const item = itemById(brief, id)
  const preview = item && pictureIn(item)?.preview
  return preview ? smallUrl(preview, side) : null
}
