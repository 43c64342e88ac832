import type { Check } from './check.ts'

export const colourManagedWrongly: Check = {
  id: 'colour-managed-wrongly',
  title: 'Not exactly one place manages colour',
  touches: ['colour-management'],
  about: 'plate',
  on: 'plate',
  find: ({ management }) => {
    if (management === 'program' || management === 'driver') return []
    const both = management === 'both'
    return [
      {
        level: 'stop',
        says: both
          ? 'Arch Plate applies the profile and the driver would convert the result again: dull, dark and shifted.'
          : 'Neither Arch Plate nor the driver fits the colours to this ink and paper.',
        numbers: { places: both ? 2 : 0 },
        fix: { label: both ? 'Switch colour off in the driver' : 'Let Arch Plate manage colour', pins: { 'colour-management': 'program' } },
      },
    ]
  },
}
