import { writeLength } from '../../things/length/length.ts'
import { type Check, UNUSABLE } from './check.ts'

/** Paper that is needed between two pictures to cut them apart by hand, µm. Source: handbook, “Several pictures on a sheet”. */
const CUTS_APART = 3000

export const gutterNarrow: Check = {
  id: 'gutter-narrow',
  title: 'Little paper between the pictures',
  touches: ['placement'],
  about: 'front',
  follows: [...UNUSABLE, 'no-place'],
  on: 'plate',
  find: ({ together, brief, forms }) => {
    const several = forms.some((form) => form.side === 'front' && form.placements.length > 1)
    if (!together || together.as === 'free' || !several) return []
    const { gutter, bleed } = together
    const { unit } = brief
    if (bleed > 0 && gutter < 2 * bleed)
      return [
        {
          level: 'note',
          says: `A bleed of ${writeLength(bleed, unit)} on both sides takes ${writeLength(2 * bleed, unit)} between two pictures; they lie that far apart instead of ${writeLength(gutter, unit)}.`,
          numbers: { gutter, needed: 2 * bleed },
          fix: { label: `Gutters of ${writeLength(2 * bleed, unit)}`, brief: { arrangement: { ...together, gutter: 2 * bleed } } },
        },
      ]
    // Pictures that touch are parted by one cut; nobody cuts a contact sheet.
    if (gutter === 0 || gutter >= CUTS_APART || together.captions !== 'none') return []
    return [
      {
        level: 'note',
        says: `${writeLength(gutter, unit)} between the pictures is little to cut in: a blade wanders by half of that. Either ${writeLength(CUTS_APART, unit)} and two cuts, or none and one.`,
        numbers: { gutter, needed: CUTS_APART },
        fix: { label: `Gutters of ${writeLength(CUTS_APART, unit)}`, brief: { arrangement: { ...together, gutter: CUTS_APART } } },
      },
    ]
  },
}
