import type { Printer } from '../printers/printer.ts'
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

/** Whether one printer's profile can serve on another: the handbook asks for the same inks and screening. */
export const areSisters = (one: Pick<Printer, 'inkSet' | 'inks'>, other: Pick<Printer, 'inkSet' | 'inks'>): boolean =>
  one.inkSet === other.inkSet && one.inks.length === other.inks.length

/**
 * What to expect of a profile that is borrowed, in words: of another paper on the same printer, or made on a sister with the
 * same inks. Common practice; nothing is published.
 */
export const expectedOf = (profile: Pick<Profile, 'boundTo'>, printerId: string): string =>
  profile.boundTo?.printerId === printerId ? '2 to 4 ΔE' : '3 to 6 ΔE'

/**
 * Profiles of other papers that may be borrowed: for the same surface, made on this printer before those of a sister with
 * the same inks, the nearest grammage first.
 */
export function borrowable(
  { profiles, papers, printers }: Pick<Studio, 'profiles' | 'papers' | 'printers'>,
  printerId: string,
  paperId: string,
): Profile[] {
  const of = new Map(papers.map((paper) => [paper.id, paper]))
  const paper = of.get(paperId)
  const printer = printers.find((p) => p.id === printerId)
  if (!paper || !printer) return []
  return profiles
    .flatMap((profile) => {
      const { boundTo } = profile
      const made = boundTo ? of.get(boundTo.paperId) : undefined
      const maker = printers.find((p) => p.id === boundTo?.printerId)
      if (!made || !maker || made.surface !== paper.surface || !areSisters(maker, printer)) return []
      if (maker.id === printerId && made.id === paperId) return []
      return [{ profile, far: maker.id === printerId ? 0 : 1, off: Math.abs(made.weight - paper.weight) }]
    })
    .sort((a, b) => a.far - b.far || a.off - b.off)
    .map(({ profile }) => profile)
}
