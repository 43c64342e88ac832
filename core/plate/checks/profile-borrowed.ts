import { borrowedBy, expectedOf } from '../../things/media/profiled.ts'
import type { Check } from './check.ts'

export const profileBorrowed: Check = {
  id: 'profile-borrowed',
  title: 'The profile is borrowed',
  touches: ['profile'],
  about: 'plate',
  on: 'plate',
  find: ({ profile, printer, paper, studio, pairing, management }) => {
    if (!profile?.boundTo || management === 'driver' || management === 'none') return []
    const { boundTo } = profile
    const elsewhere = boundTo.printerId !== printer.id
    if (profile.id === borrowedBy(pairing) && (elsewhere || boundTo.paperId !== paper.id))
      return [
        {
          level: 'note',
          says: `The profile was made for ${studio.papers.find((p) => p.id === boundTo.paperId)?.name ?? boundTo.paperId}${elsewhere ? ` on ${studio.printers.find((p) => p.id === boundTo.printerId)?.name ?? boundTo.printerId}, which has the same inks,` : ''} and is borrowed for ${paper.name}${elsewhere ? ' here' : ''}: expect ${expectedOf(profile, printer.id)} until it has one of its own.${elsewhere ? ' Look at greys on the first sheet.' : ''}`,
          numbers: {},
        },
      ]
    return boundTo.borrowedFrom && boundTo.printerId === printer.id
      ? [
          {
            level: 'note',
            says: `The profile was made on ${boundTo.borrowedFrom} and is borrowed for ${printer.name}. With the same inks and screening it serves; look at greys on the first sheet.`,
            numbers: {},
          },
        ]
      : []
  },
}
