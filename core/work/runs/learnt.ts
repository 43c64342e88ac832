import type { Estimates } from '../../plate/estimates/estimates.ts'
import type { Setup } from '../../plate/resolve/plate.ts'
import { type Pairing, type Tally, talliesOf, tallyOf } from '../../things/media/media.ts'

/** How a paper was printed on a printer: what a pairing remembers of it. */
export type Manner = Pick<Pairing, 'mediaTypeId' | 'profileId' | 'pathId' | 'qualityId' | 'dryingMinutes'>

export const mannerOf = ({ mediaType, profile, path, quality }: Setup, estimates: Estimates | null): Manner => ({
  mediaTypeId: mediaType.id,
  profileId: profile?.id ?? null,
  pathId: path.id,
  qualityId: quality.id,
  dryingMinutes: estimates?.dryingMinutes ?? 30,
})

/**
 * The pairing after an inspection that changes its counts by `by`; made when there was none. How it was printed is taken
 * over from the first print that came out right: until then the studio knows only that it was tried.
 */
export function learnt(
  known: Pairing | null,
  of: { id: string; printerId: string; paperId: string },
  manner: Manner,
  by: { good: number; bad: number },
): Pairing {
  const before: Pairing = known ?? { ...of, ...manner, profileId: null, pathId: null, good: 0, bad: 0 }
  const plus = (tally: Tally): Tally => ({ good: Math.max(0, tally.good + by.good), bad: Math.max(0, tally.bad + by.bad) })
  const { good, bad } = plus(before)
  const firstRight = before.good === 0 && good > 0
  const tallies = { ...talliesOf(before), [manner.mediaTypeId]: plus(tallyOf(before, manner.mediaTypeId)) }
  return { ...before, ...(firstRight ? manner : {}), good, bad, tallies }
}
