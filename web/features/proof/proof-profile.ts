import type { Setup } from '../../../core/plate/resolve/plate.ts'
import type { Profile } from '../../../core/things/media/media.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'

/**
 * The profile a proof is made by: the one that is applied, or, for the printer's own greys, which take none, the one made
 * of this paper on this printer, for the paper's white and the darkest black.
 */
export function proofProfile({ profile, colourMode, printer, paper }: Setup, studio: Studio): Profile | null {
  if (profile || colourMode.mode !== 'grey') return profile
  return studio.profiles.find(({ boundTo }) => boundTo?.printerId === printer.id && boundTo.paperId === paper.id) ?? null
}
