import type { Profile } from '../../things/media/media.ts'
import { borrowedBy, profilesServing } from '../../things/media/profiled.ts'
import type { Check } from './check.ts'

export const profileMismatch: Check = {
  id: 'profile-mismatch',
  title: 'The profile was made for something else',
  touches: ['profile', 'media-type', 'quality'],
  about: 'plate',
  follows: ['media-unsuited', 'colour-managed-wrongly'],
  on: 'plate',
  find: ({ profile, printer, paper, mediaType, quality, studio, management, pairing }) => {
    if (management === 'driver' || management === 'none') return []
    if (!profile)
      return [
        {
          level: 'stop',
          says: 'Arch Plate is to manage colour but has no profile to do it with.',
          numbers: {},
          fix: { label: 'Let the driver manage colour', pins: { 'colour-management': 'driver', profile: null } },
        },
      ]
    const made = profile.boundTo
    if (!made)
      return [{ level: 'warn', says: `Nobody has said what “${profile.description}” was made for. Bind it on the shelf.`, numbers: {} }]
    const mediaName = printer.mediaTypes.find((m) => m.id === made.mediaTypeId)?.driverName ?? made.mediaTypeId
    const borrowed = profile.id === borrowedBy(pairing)
    const wrong = [
      made.printerId === printer.id || borrowed
        ? ''
        : `for ${studio.printers.find((p) => p.id === made.printerId)?.name ?? made.printerId}, not ${printer.name}`,
      made.paperId === paper.id || borrowed
        ? ''
        : `for ${studio.papers.find((p) => p.id === made.paperId)?.name ?? made.paperId}, not ${paper.name}`,
      made.printerId !== printer.id || made.mediaTypeId === mediaType.id
        ? ''
        : `with media type “${mediaName}”, not “${mediaType.driverName}”`,
      made.dpi === quality.dpi ? '' : `at ${made.dpi} dpi, not ${quality.dpi}`,
    ].filter(Boolean)
    if (wrong.length === 0) return []
    const { own } = profilesServing(studio, printer.id, paper.id)
    // What a profile was made with, where this printer has it; the entry of a sister's driver is none of ours.
    const madeWith = ({ boundTo }: Profile) => {
      const entry = boundTo?.printerId === printer.id ? printer.mediaTypes.find(({ id }) => id === boundTo.mediaTypeId) : mediaType
      const step = printer.qualities.find(({ dpi }) => dpi === boundTo?.dpi)
      return entry && step ? { 'media-type': entry.id, quality: step.id } : null
    }
    const fitting = own.find(({ boundTo }) => boundTo?.mediaTypeId === mediaType.id && boundTo.dpi === quality.dpi)
    const mine = borrowed || own.includes(profile) ? madeWith(profile) : null
    const other = own.find((p) => p !== profile && madeWith(p))
    return [
      {
        level: borrowed || (made.printerId === printer.id && made.paperId === paper.id) ? 'warn' : 'stop',
        says: `The profile was made ${wrong.join(', and ')}. Colours will be off.`,
        numbers: { differences: wrong.length },
        fix: fitting
          ? { label: `Use “${fitting.description}”`, pins: { profile: fitting.id } }
          : mine
            ? { label: 'Set what the profile was made with', pins: mine }
            : other
              ? { label: `Use “${other.description}” as it was made`, pins: { profile: other.id, ...madeWith(other) } }
              : { label: 'Let the driver manage colour', pins: { 'colour-management': 'driver', profile: null } },
      },
    ]
  },
}
