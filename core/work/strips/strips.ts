import type { StripCandidate } from '../../things/brief/test-sheet.ts'
import { mm, type Um } from '../../things/length/length.ts'
import type { Profile } from '../../things/media/media.ts'
import { borrowedBy } from '../../things/media/profiled.ts'
import type { Studio } from '../../things/studio/studio.ts'

/** Strips are lettered, so that they can be spoken of in front of the sheet. */
export const stripLetter = (i: number): string => 'ABCDEFGH'[i] ?? '?'

/** Profiles that may be tried on a printer: those made for it, those its papers borrow, and those of which nobody has said what for. */
export function profilesToTry({ profiles, pairings }: Pick<Studio, 'profiles' | 'pairings'>, printerId: string): Profile[] {
  const borrowed = new Set(pairings.filter((pairing) => pairing.printerId === printerId).map(borrowedBy))
  return profiles.filter(({ id, boundTo }) => !boundTo || boundTo.printerId === printerId || borrowed.has(id))
}

/** Which strips share a sheet: those of one media type, in the order they are lettered; or none, each having its own piece. */
export function stripGroups(candidates: readonly StripCandidate[], apart = false): { mediaTypeId: string | null; here: number[] }[] {
  if (apart) return candidates.map(({ mediaTypeId }, i) => ({ mediaTypeId, here: [i] }))
  const groups: { mediaTypeId: string | null; here: number[] }[] = []
  for (const [i, { mediaTypeId }] of candidates.entries()) {
    const group = groups.find((g) => g.mediaTypeId === mediaTypeId)
    if (group) group.here.push(i)
    else groups.push({ mediaTypeId, here: [i] })
  }
  return groups
}

/** Space for a strip's label, between strips, and the least side at which a strip still shows anything. */
const LABEL: Um = mm(5)
const GAP: Um = mm(3)
const LEAST: Um = mm(25)

interface Rect {
  x: Um
  y: Um
  w: Um
  h: Um
}

/** Where one strip and its label go, in the area's own frame. */
export interface StripCell {
  picture: Rect
  label: Rect
}

/**
 * Packs `count` strips of one size into an area: the grid in which their shorter side comes out longest, none larger than
 * the print itself. Null when they would be too small to judge.
 */
export function packStrips(area: { w: Um; h: Um }, count: number, print: { w: Um; h: Um }): StripCell[] | null {
  let best: { columns: number; w: Um; h: Um } | null = null
  for (let columns = 1; columns <= count; columns++) {
    const rows = Math.ceil(count / columns)
    const w = Math.min(print.w, Math.floor((area.w - (columns - 1) * GAP) / columns))
    const h = Math.min(print.h, Math.floor((area.h - (rows - 1) * GAP) / rows) - LABEL)
    if (w < LEAST || h < LEAST) continue
    const worth = ({ w, h }: { w: Um; h: Um }) => Math.min(w, h) * 1e7 + Math.max(w, h)
    if (!best || worth({ w, h }) > worth(best)) best = { columns, w, h }
  }
  if (!best) return null
  const { columns, w, h } = best
  return Array.from({ length: count }, (_, i) => {
    const x = (i % columns) * (w + GAP)
    const y = Math.floor(i / columns) * (h + LABEL + GAP)
    return { label: { x, y, w, h: LABEL }, picture: { x, y: y + LABEL, w, h } }
  })
}

/** The part of the picture (shares of its sides) that a strip shows at the size of the print, around a point. */
export function stripDetail(cell: { w: Um; h: Um }, print: { w: Um; h: Um }, at: { x: number; y: number }) {
  const w = Math.min(1, cell.w / print.w)
  const h = Math.min(1, cell.h / print.h)
  const begin = (centre: number, size: number) => Math.min(1 - size, Math.max(0, centre - size / 2))
  return { x: begin(at.x, w), y: begin(at.y, h), w, h }
}
