import { type Profile, ProfileSchema } from '../../things/media/media.ts'
import { borrowedBy, expectedOf } from '../../things/media/profiled.ts'
import { madeOnce } from '../../things/studio/made-once.ts'
import type { Cost } from '../ways/cost.ts'
import { colourManagementDecision } from './colour-management.ts'
import { type Candidate, declare, MOST_LISTED } from './decision.ts'
import { mediaTypeDecision } from './media-type.ts'
import { printerDecision } from './printer.ts'
import { qualityDecision } from './quality.ts'
import { stockDecision } from './stock.ts'

/** Profiles by the printer they were made for; those nobody has said anything about under ''. */
function byPrinter(profiles: readonly Profile[]): Map<string, Profile[]> {
  const found = new Map<string, Profile[]>()
  for (const profile of profiles) {
    const key = profile.boundTo?.printerId ?? ''
    const alike = found.get(key)
    if (alike) alike.push(profile)
    else found.set(key, [profile])
  }
  return found
}

export const profileDecision = declare({
  key: 'profile',
  title: 'Profile',
  question: 'Which ICC profile was made for exactly this?',
  group: 'colour',
  needs: [printerDecision, stockDecision, mediaTypeDecision, qualityDecision, colourManagementDecision],
  about: 'plate',
  ofTheWay: true,
  agreement: 'profile',
  candidates: ({ printer, paper, mediaType, quality, studio, management, pairing }): Candidate<Profile | null>[] => {
    const managed = management === 'program' || management === 'both'
    const none: Candidate<Profile | null> = {
      id: 'none',
      label: 'No profile',
      value: null,
      ruledOut: null,
      costs: managed ? [{ points: 35, says: 'the program would have nothing to manage with' }] : [],
      by: 'rule',
      reason: !managed
        ? 'The driver manages colour, so no profile is applied here.'
        : studio.profiles.some((p) => p.boundTo?.printerId === printer.id)
          ? 'No profile of this printer was made for anything near this.'
          : 'The studio has no profile for this printer.',
    }
    // Where there are very many, what was made for another printer is not among the best anyway.
    const borrowed = borrowedBy(pairing)
    const near = studio.profiles.length > MOST_LISTED ? madeOnce(studio.profiles, 'by printer', byPrinter) : null
    const asked = near
      ? [
          ...(near.get(printer.id) ?? []),
          ...(near.get('') ?? []),
          ...studio.profiles.filter((p) => p.id === borrowed && p.boundTo?.printerId !== printer.id),
        ]
      : studio.profiles
    const list = asked.map((p): Candidate<Profile | null> => {
      const made = p.boundTo
      const costs: Cost[] = []
      const miss = (when: boolean, points: number, says: string) => {
        if (when) costs.push({ points, says })
      }
      miss(!managed, 20, 'the driver manages colour, so it would not be used')
      miss(made === null, 25, 'nobody has said what it was made for')
      if (made) {
        const isBorrowed = p.id === borrowed
        const elsewhere = made.printerId !== printer.id
        miss(elsewhere && !isBorrowed, 60, 'made for another printer')
        miss(elsewhere && isBorrowed, 6, `borrowed from a printer with the same inks: expect ${expectedOf(p, printer.id)}`)
        miss(made.paperId !== paper.id && !isBorrowed, 30, 'made for another paper')
        miss(!elsewhere && made.paperId !== paper.id && isBorrowed, 3, `borrowed from another paper: expect ${expectedOf(p, printer.id)}`)
        // Another printer's entries are others.
        miss(made.mediaTypeId !== mediaType.id && !(elsewhere && isBorrowed), 8, 'made with another media type')
        miss(made.dpi !== quality.dpi, 4, `made at ${made.dpi} dpi`)
        miss(made.borrowedFrom !== undefined, 2, `borrowed from ${made.borrowedFrom}`)
      }
      return {
        id: p.id,
        label: p.description,
        value: p,
        ruledOut: null,
        costs,
        by: 'pairing',
        reason:
          costs.length === 0
            ? 'It was made for exactly this printer, paper, media type and resolution.'
            : `It is the nearest the studio has: ${costs[0]?.says}.`,
      }
    })
    return [...list, none]
  },
  accept: (profile) => ({ profile }),
  keeps: { profile: ProfileSchema.nullable() },
  // Where nobody applies it, it is no part of the set-up.
  keep: ({ profile, management }) => ({ profile: management === 'program' || management === 'both' ? profile : null }),
  before: 'from the first',
})
