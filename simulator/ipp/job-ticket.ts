import { namedSize } from '../../core/things/sizes/named.ts'
import { parsePwgName } from '../../core/things/sizes/pwg.ts'
import { type Attributes, first } from '../../core/wire/ipp/message.ts'
import type { JobTicket } from '../machine/state.ts'

const collection = (attributes: Attributes, name: string): Attributes | null => {
  const value = attributes[name]?.[0]
  return value?.tag === 'begCollection' ? value.value : null
}

const number = (value: string | number | boolean | undefined) => (typeof value === 'number' ? value : null)
const text = (value: string | number | boolean | undefined) => (typeof value === 'string' ? value : null)

/** IPP `finishings` enum for a coating (PWG 5100.1). */
export const COAT = 15

/** Reads what a job asks for. Lengths come in hundredths of a millimetre and are kept in µm. */
export function ticketFrom(operation: Attributes, job: Attributes): JobTicket {
  const col = collection(job, 'media-col')
  const size = col && collection(col, 'media-size')
  const media = text(first(job, 'media'))
  const named = media === null ? null : (namedSize(media) ?? parsePwgName(media))
  const [x, y] = size ? [number(first(size, 'x-dimension')), number(first(size, 'y-dimension'))] : [null, null]
  const margins = ['top', 'bottom', 'left', 'right'].map((edge) => (col ? number(first(col, `media-${edge}-margin`)) : null))
  return {
    name: text(first(operation, 'job-name')) ?? 'Untitled',
    user: text(first(operation, 'requesting-user-name')) ?? 'anonymous',
    copies: Math.min(999, Math.max(1, number(first(job, 'copies')) ?? 1)),
    source: col ? text(first(col, 'media-source')) : null,
    mediaType: col ? text(first(col, 'media-type')) : null,
    page: x !== null && y !== null ? { width: x * 10, length: y * 10 } : named ? { width: named.width, length: named.length } : null,
    borderless: margins.some((m) => m === 0),
    quality: number(first(job, 'print-quality')) ?? 4,
    dots: number(first(job, 'print-dots-per-inch')),
    gap: first(job, 'platen-gap') === 'wide' ? 'wide' : first(job, 'platen-gap') === 'normal' ? 'normal' : null,
    coat: (job.finishings ?? []).some((f) => f.value === COAT),
    monochrome: first(job, 'print-color-mode') === 'monochrome',
  }
}
