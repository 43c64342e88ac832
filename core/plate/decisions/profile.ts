import type { Profile } from '../../things/media/media.ts'
import type { Candidate, Cost, Decision } from './decision.ts'

export const profileDecision: Decision<Profile | null> = {
  key: 'profile',
  title: 'Profile',
  question: 'Which ICC profile was made for exactly this?',
  candidates: ({ printer, paper, mediaType, quality, studio, management }) => {
    if (!printer || !paper || !mediaType || !quality) return []
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
        miss(made.printerId !== printer.id, 60, 'made for another printer')
        miss(made.paperId !== paper.id, 30, 'made for another paper')
        miss(made.mediaTypeId !== mediaType.id, 8, 'made with another media type')
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
  accept: (context, profile) => {
    context.profile = profile
  },
}
