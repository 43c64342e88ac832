import type { Studio } from '../studio/studio.ts'
import type { Pairing, Profile } from './media.ts'

/** Profiles that serve a paper on a printer: those made for it, and one of another paper that somebody has chosen to borrow. */
export const profilesServing = (
  { profiles, pairings }: Pick<Studio, 'profiles' | 'pairings'>,
  printerId: string,
  paperId: string,
): { own: Profile[]; borrowed: Profile | null } => {
  const own = profiles.filter((p) => p.boundTo?.printerId === printerId && p.boundTo.paperId === paperId)
  const borrows = borrowedBy(pairings.find((p) => p.printerId === printerId && p.paperId === paperId) ?? null)
  return { own, borrowed: profiles.find((p) => p.id === borrows) ?? null }
}

/** Id of the profile a pairing borrows; null where it borrows none. */
export const borrowedBy = (pairing: Pairing | null): string | null => pairing?.borrows ?? null

/** Profiles of other papers on the same printer that may be borrowed: of the same surface, the nearest grammage first. */
export function borrowable({ profiles, papers }: Pick<Studio, 'profiles' | 'papers'>, printerId: string, paperId: string): Profile[] {
  const paper = papers.find((p) => p.id === paperId)
  if (!paper) return []
  return profiles
    .flatMap((profile) => {
      const made = papers.find((p) => p.id === profile.boundTo?.paperId)
      return profile.boundTo?.printerId === printerId && made && made.id !== paperId && made.surface === paper.surface
        ? [{ profile, off: Math.abs(made.weight - paper.weight) }]
        : []
    })
    .sort((a, b) => a.off - b.off)
    .map(({ profile }) => profile)
}
