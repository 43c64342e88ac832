import type { Settled } from '../settle/settled.ts'
import { backText } from './back-text.ts'
import { backsRegister } from './backs-register.ts'
import { blackWrong } from './black-wrong.ts'
import { borderlessImpossible } from './borderless-impossible.ts'
import { bordersUneven } from './borders-uneven.ts'
import { bordersVary } from './borders-vary.ts'
import { canvasStock } from './canvas-stock.ts'
import { canvasWrap } from './canvas-wrap.ts'
import { cellsEmpty } from './cells-empty.ts'
import { type Asked, type Check, type Finding, findingsOf, LEVELS } from './check.ts'
import { colourManagedWrongly } from './colour-managed-wrongly.ts'
import { creasedCard } from './creased-card.ts'
import { criticalColour } from './critical-colour.ts'
import { cutFirst } from './cut-first.ts'
import { driverQuirk } from './driver-quirk.ts'
import { expansionSmall } from './expansion-small.ts'
import { foldScore } from './fold-score.ts'
import { glossUneven } from './gloss-uneven.ts'
import { gutterNarrow } from './gutter-narrow.ts'
import { headStrike } from './head-strike.ts'
import { inkLow } from './ink-low.ts'
import { keptEdge } from './kept-edge.ts'
import { late } from './late.ts'
import { layoutMake } from './layout-make.ts'
import { longSheet } from './long-sheet.ts'
import { lotDiffers } from './lot-differs.ts'
import { mediaUnsuited } from './media-unsuited.ts'
import { noPlace } from './no-place.ts'
import { notLoaded } from './not-loaded.ts'
import { nothingLeft } from './nothing-left.ts'
import { nothingPossible } from './nothing-possible.ts'
import { overspray } from './overspray.ts'
import { paperShows } from './paper-shows.ts'
import { pathNoted } from './path-noted.ts'
import { pathUnconfirmed } from './path-unconfirmed.ts'
import { pictureClipped } from './picture-clipped.ts'
import { pictureCropped } from './picture-cropped.ts'
import { pictureMissing } from './picture-missing.ts'
import { pinLost } from './pin-lost.ts'
import { placesOverlap } from './places-overlap.ts'
import { positionOff } from './position-off.ts'
import { printerUnconfirmed } from './printer-unconfirmed.ts'
import { profileBorrowed } from './profile-borrowed.ts'
import { profileMismatch } from './profile-mismatch.ts'
import { profileNotEmbedded } from './profile-not-embedded.ts'
import { profileUnjoinable } from './profile-unjoinable.ts'
import { resolutionLow } from './resolution-low.ts'
import { rollEnd } from './roll-end.ts'
import { rollSaved } from './roll-saved.ts'
import { rollShortest } from './roll-shortest.ts'
import { sampleMark } from './sample-mark.ts'
import { sensingOff } from './sensing-off.ts'
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
  layoutMake,
  noPlace,
  stockShort,
  borderlessImpossible,
  keptEdge,
  nothingLeft,
  pictureClipped,
  pictureCropped,
  paperShows,
  bordersUneven,
  placesOverlap,
  gutterNarrow,
  cellsEmpty,
  backsRegister,
  backText,
  canvasWrap,
  canvasStock,
  colourManagedWrongly,
  criticalColour,
  profileUnjoinable,
  profileBorrowed,
  profileMismatch,
  driverQuirk,
  expansionSmall,
  mediaUnsuited,
  blackWrong,
  glossUneven,
  inkLow,
  late,
  headStrike,
  sensingOff,
  pathNoted,
  pathUnconfirmed,
  printerUnconfirmed,
  creasedCard,
  rollEnd,
  rollShortest,
  rollSaved,
  positionOff,
  lotDiffers,
  longSheet,
  resolutionLow,
  profileNotEmbedded,
  stackTooHigh,
  overspray,
  foldScore,
  sampleMark,
  bordersVary,
  notLoaded,
]

/**
 * All findings, the worst level first and within a level in the order of the registry. What follows from another finding
 * names it; the chain ends at a finding that stands by itself.
 */
export function findAll(asked: Asked, settled: Settled | null): Finding[] {
  const by = new Map<string, Finding[]>()
  for (const check of CHECKS) {
    const found = findingsOf(check, asked, settled)
    if (found.length > 0) by.set(check.id, found)
  }
  for (const { id, follows = [] } of CHECKS) {
    const cause = follows.flatMap((cause) => by.get(cause) ?? []).find((f) => f.level !== 'note')
    if (cause) for (const finding of by.get(id) ?? []) finding.because = cause.id
  }
  const found = [...by.values()].flat()
  return LEVELS.flatMap((level) => found.filter((f) => f.level === level))
}

/** The findings that stand by themselves, each with those that follow from it, however far down. */
export function causesOf(findings: readonly Finding[]): { cause: Finding; follow: Finding[] }[] {
  const known = new Map(findings.map((f) => [f.id, f]))
  const rootOf = (finding: Finding): Finding => {
    const cause = finding.because === null ? undefined : known.get(finding.because)
    return cause && cause !== finding ? rootOf(cause) : finding
  }
  const follow = new Map<Finding, Finding[]>()
  for (const finding of findings) {
    const root = rootOf(finding)
    const list = follow.get(root) ?? []
    follow.set(root, finding === root ? list : [...list, finding])
  }
  const level = (f: Finding) => LEVELS.indexOf(f.level)
  return [...follow]
    .map(([cause, list]) => ({ cause, follow: list }))
    .sort((a, b) => Math.min(level(a.cause), ...a.follow.map(level)) - Math.min(level(b.cause), ...b.follow.map(level)))
}
