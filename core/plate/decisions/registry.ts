import { blackPointDecision } from './black-point.ts'
import { clearCoatDecision } from './clear-coat.ts'
import { colourManagementDecision } from './colour-management.ts'
import type { Decision } from './decision.ts'
import { expansionDecision } from './expansion.ts'
import { intentDecision } from './intent.ts'
import { marginsDecision } from './margins.ts'
import { mediaTypeDecision } from './media-type.ts'
import { orientationDecision } from './orientation.ts'
import { pageDecision } from './page.ts'
import { pathDecision } from './path.ts'
import { placementDecision } from './placement.ts'
import { platenGapDecision } from './platen-gap.ts'
import { positionDecision } from './position.ts'
import { printerDecision } from './printer.ts'
import { profileDecision } from './profile.ts'
import { qualityDecision } from './quality.ts'
import { stockDecision } from './stock.ts'

/** Every decision of a plate in the order it is taken: each may rely on those before it. */
export const DECISIONS: readonly Decision[] = [
  printerDecision,
  pathDecision,
  stockDecision,
  pageDecision,
  positionDecision,
  marginsDecision,
  expansionDecision,
  orientationDecision,
  placementDecision,
  mediaTypeDecision,
  qualityDecision,
  platenGapDecision,
  clearCoatDecision,
  colourManagementDecision,
  profileDecision,
  intentDecision,
  blackPointDecision,
] as unknown as readonly Decision[]
