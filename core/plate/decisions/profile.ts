import { type Profile, ProfileSchema } from '../../things/media/media.ts'
import { borrowedBy, expectedOf } from '../../things/media/profiled.ts'
import type { Cost } from '../ways/cost.ts'
import { colourManagementDecision } from './colour-management.ts'
import { type Candidate, declare } from './decision.ts'
import { mediaTypeDecision } from './media-type.ts'
import { printerDecision } from './printer.ts'
import { qualityDecision } from './quality.ts'
import { stockDecision } from './stock.ts'

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
      reason: managed ? 'The studio has no profile for this printer.' : 'The driver manages colour, so no profile is applied here.',
    }
    const list = studio.profiles.map((p): Candidate<Profile | null> => {
      const made = p.boundTo
      const costs: Cost[] = []
      const miss = (when: boolean, points: number, says: string) => {
        if (when) costs.push({ points, says })
      }
      miss(!managed, 20, 'the driver manages colour, so it would not be used')
      miss(made === null, 25, 'nobody has said what it was made for')
      if (made) {
        const borrowed = p.id === borrowedBy(pairing)
        const elsewhere = made.printerId !== printer.id
        miss(elsewhere && !borrowed, 60, 'made for another printer')
        miss(elsewhere && borrowed, 6, `borrowed from a printer with the same inks: expect ${expectedOf(p, printer.id)}`)
        miss(made.paperId !== paper.id && !borrowed, 30, 'made for another paper')
        miss(!elsewhere && made.paperId !== paper.id && borrowed, 3, `borrowed from another paper: expect ${expectedOf(p, printer.id)}`)
        // Another printer's entries are others.
        miss(made.mediaTypeId !== mediaType.id && !(elsewhere && borrowed), 8, 'made with another media type')
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
