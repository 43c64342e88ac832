import type { Offset } from '../../sheet/layout.ts'
import type { PrintSize } from '../../sheet/placement.ts'
import type { Rect } from '../../sheet/rect.ts'
import type { Brief } from '../../things/brief/brief.ts'
import type { Picture } from '../../things/brief/picture.ts'
import type { Turn } from '../../things/brief/turn.ts'
import type { Intent } from '../../things/media/intent.ts'
import type { Lot, Pairing, Paper, Profile } from '../../things/media/media.ts'
import type { Path } from '../../things/paths/path.ts'
import type { Expansion, MediaType, Printer, Quality } from '../../things/printers/printer.ts'
import type { Studio } from '../../things/studio/studio.ts'
import type { DecisionKey, Pins } from '../decisions/decision.ts'
import type { Way } from './ways.ts'

export type ColourManagement = 'program' | 'driver' | 'both' | 'none'

/** The page the driver is told. */
export interface Page {
  width: number
  length: number
  /** PWG name, or null for a custom page. */
  pwg: string | null
  name: string
}

/**
 * What has been decided so far while a plate is resolved. Each decision writes its own fields; those after it read
 * them. A null means that nothing could be decided there.
 */
export interface Context {
  readonly brief: Brief
  readonly studio: Studio
  readonly pins: Pins
  /** Every printer × path × lot with its limits and costs. */
  readonly ways: readonly Way[]
  /** Pins that name something the studio no longer has. */
  readonly lostPins: { key: DecisionKey; title: string; id: string }[]
  printer: Printer | null
  path: Path | null
  way: Way | null
  lot: Lot | null
  paper: Paper | null
  pairing: Pairing | null
  page: Page | null
  /** Correction of where the path lays the page, µm. */
  offset: Offset
  borderless: 'none' | 'all' | 'sides'
  expansion: Expansion | null
  /** Expansion each of many simulated sheets needs, ascending, µm; null for a print with margins. */
  needs: Float64Array | null
  turn: Turn
  size: PrintSize | null
  placed: Rect | null
  mediaType: MediaType | null
  quality: Quality | null
  gap: 'normal' | 'wide'
  coat: 'off' | 'ink' | 'all'
  management: ColourManagement
  profile: Profile | null
  intent: Intent
  blackPoint: boolean
}

/** Stands in while a brief has no picture yet: a 3:2 frame at a resolution nothing complains of. */
const NO_PICTURE: Picture = {
  id: '',
  name: '',
  width: 6000,
  height: 4000,
  ppi: 300,
  bits: 8,
  channels: 'rgb',
  profile: null,
  profileHash: null,
  hash: '',
  preview: '',
  warning: null,
  colours: '',
  content: null,
}

export const pictureOf = (brief: Brief): Picture => brief.picture ?? NO_PICTURE
