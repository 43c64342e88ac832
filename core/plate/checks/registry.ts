import type { Settled } from '../settle/settled.ts'
import { backText } from './back-text.ts'
import { blackWrong } from './black-wrong.ts'
import { borderlessImpossible } from './borderless-impossible.ts'
import { bordersUneven } from './borders-uneven.ts'
import { canvasWrap } from './canvas-wrap.ts'
import { type Asked, type Check, type Finding, findingsOf, LEVELS } from './check.ts'
import { colourManagedWrongly } from './colour-managed-wrongly.ts'
import { criticalColour } from './critical-colour.ts'
import { cutFirst } from './cut-first.ts'
import { driverQuirk } from './driver-quirk.ts'
import { expansionSmall } from './expansion-small.ts'
import { foldScore } from './fold-score.ts'
import { headStrike } from './head-strike.ts'
import { inkLow } from './ink-low.ts'
import { keptEdge } from './kept-edge.ts'
import { longSheet } from './long-sheet.ts'
import { lotDiffers } from './lot-differs.ts'
import { notLoaded } from './not-loaded.ts'
import { nothingPossible } from './nothing-possible.ts'
import { overspray } from './overspray.ts'
import { pictureClipped } from './picture-clipped.ts'
import { pictureMissing } from './picture-missing.ts'
import { pinLost } from './pin-lost.ts'
import { positionOff } from './position-off.ts'
import { profileBorrowed } from './profile-borrowed.ts'
import { profileMismatch } from './profile-mismatch.ts'
import { profileNotEmbedded } from './profile-not-embedded.ts'
import { resolutionLow } from './resolution-low.ts'
import { rollEnd } from './roll-end.ts'
import { sheetNotAsAsked } from './sheet-not-as-asked.ts'
import { sheetTooLong } from './sheet-too-long.ts'
import { sheetTooShort } from './sheet-too-short.ts'
import { sheetTooThick } from './sheet-too-thick.ts'
import { sheetTooThin } from './sheet-too-thin.ts'
import { sheetTooWide } from './sheet-too-wide.ts'
import { stackTooHigh } from './stack-too-high.ts'
import { stockForm } from './stock-form.ts'
import { stockShort } from './stock-short.ts'
import { twoSidedStock } from './two-sided-stock.ts'

/** Every check there is. A new one is one file and one line here. */
export const CHECKS: readonly Check[] = [
  pictureMissing,
  nothingPossible,
  pinLost,
  stockForm,
  sheetTooThick,
  sheetTooThin,
  sheetTooWide,
  sheetTooLong,
  sheetTooShort,
  sheetNotAsAsked,
  twoSidedStock,
  cutFirst,
  stockShort,
  borderlessImpossible,
  keptEdge,
  pictureClipped,
  bordersUneven,
  backText,
  canvasWrap,
  colourManagedWrongly,
  criticalColour,
  profileBorrowed,
  profileMismatch,
  driverQuirk,
  expansionSmall,
  blackWrong,
  inkLow,
  headStrike,
  rollEnd,
  positionOff,
  lotDiffers,
  longSheet,
  resolutionLow,
  profileNotEmbedded,
  stackTooHigh,
  overspray,
  foldScore,
  notLoaded,
]

/** All findings, the worst level first and within a level in the order of the registry. */
export function findAll(asked: Asked, settled: Settled | null): Finding[] {
  const found = CHECKS.flatMap((check) => findingsOf(check, asked, settled))
  return LEVELS.flatMap((level) => found.filter((f) => f.level === level))
}
