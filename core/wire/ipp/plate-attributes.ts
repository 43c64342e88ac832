import type { Side } from '../../output/page/page-plan.ts'
import type { Plate } from '../../plate/resolve/plate.ts'
import { type Attributes, v } from './message.ts'

const QUALITY = { draft: 3, normal: 4, high: 5 } as const
/** IPP `finishings` (PWG 5100.1). */
const FINISHING = { none: 3, coat: 15 } as const
const hundredths = (um: number) => Math.round(um / 10)

/**
 * Job template attributes that ask a printer for exactly this plate. Sizes in 1/100 mm.
 * Source: RFC 8011 section 5.2, PWG 5100.3 (`media-col`), PWG 5100.13 (`print-scaling`, `print-rendering-intent`).
 */
export function jobAttributesFor(plate: Plate, side: Side = 'front'): Attributes {
  const s = plate.setup
  if (!s) return {}
  const margins = side === 'back' ? (s.path.duplex?.margins ?? s.path.margins) : s.path.margins
  const margin = (um: number) => v.integer(s.borderless === 'none' || side === 'back' ? hundredths(um) : 0)
  return {
    copies: v.integer(plate.brief.copies),
    'media-col': v.collection({
      'media-size': v.collection({
        'x-dimension': v.integer(hundredths(s.page.width)),
        'y-dimension': v.integer(hundredths(s.page.length)),
      }),
      'media-source': v.keyword(s.path.source),
      'media-type': v.keyword(s.mediaType.id),
      'media-top-margin': margin(margins.leading),
      'media-bottom-margin': margin(margins.trailing),
      'media-left-margin': margin(margins.left),
      'media-right-margin': margin(margins.right),
    }),
    'printer-resolution': v.resolution([s.printer.feedPpi, s.printer.feedPpi, 'dpi']),
    // How high the head travels has no registered attribute; printers that offer it name it so.
    'platen-gap': v.keyword(s.gap),
    finishings: v.enum(s.coat === 'off' ? FINISHING.none : FINISHING.coat),
    'print-quality': v.enum(QUALITY[s.quality.ipp]),
    'print-color-mode': v.keyword('color'),
    'print-scaling': v.keyword('none'),
    'print-rendering-intent': v.keyword('auto'),
    'orientation-requested': v.enum(3),
    sides: v.keyword('one-sided'),
  }
}
