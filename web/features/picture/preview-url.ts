import { type Brief, itemOf } from '../../../core/things/brief/brief.ts'
import { pictureIn } from '../../../core/things/brief/item.ts'
import { fileUrl } from '../../api/client.ts'

/** Where the preview of a brief's picture is, or null. */
export const previewUrl = (brief: Brief): string | null => {
  const preview = pictureIn(itemOf(brief))?.preview
  return preview ? fileUrl(preview) : null
}
