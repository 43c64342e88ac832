import { pictureIn } from '../../things/brief/item.ts'
import { writeLength } from '../../things/length/length.ts'
import type { Settled } from '../settle/settled.ts'
import type { Check } from './check.ts'

/**
 * Pixels per inch beyond which an eye of normal acuity sees no pixels at distance d: 1/(d·tan(1′)), 3438/d in inches.
 * Source: visual acuity of one minute of arc (handbook, references).
 */
export const ppiAtDistance = (distance: number): number => 3438 / (distance / 25_400)

/** Nobody looks closer than this at a print, µm. Common practice: 30 cm for a print in the hand. */
const NEAREST = 300_000

/** Usual viewing distance: one and a half diagonals (common practice), not below 30 cm. */
export const usualDistance = ({ layout }: { layout: Pick<Settled['layout'], 'picture'> }): number =>
  Math.max(NEAREST, 1.5 * Math.hypot(layout.picture.w, layout.picture.h))

export const resolutionLow: Check = {
  id: 'resolution-low',
  title: 'Too few pixels for this size',
  touches: ['placement', 'quality'],
  about: 'item',
  on: 'plate',
  find: (plate) => {
    if (!pictureIn(plate.item)) return []
    const distance = plate.item.viewingDistance ?? usualDistance(plate)
    // Past 300 per inch no printer of this kind resolves more, however near the eye.
    const wanted = Math.min(300, ppiAtDistance(distance))
    // A few per cent are within what anybody can tell.
    if (plate.ppi >= wanted * 0.95) return []
    const { unit } = plate.brief
    const factor = plate.ppi / wanted
    const sideways = plate.turn === 90 || plate.turn === 270
    const width = Math.round((sideways ? plate.layout.picture.h : plate.layout.picture.w) * factor)
    const level = factor < 0.5 ? 'warn' : 'note'
    return [
      {
        level,
        says: `The picture has ${plate.ppi.toFixed(0)} pixels per inch at this size; from ${writeLength(distance, unit)} away the eye can use ${wanted.toFixed(0)}. Up to ${writeLength(width, unit)} wide it would be sharp.`,
        numbers: { ppi: Math.round(plate.ppi), wanted: Math.round(wanted), distance: Math.round(distance), sharpWidth: width },
        fix:
          plate.together && plate.together.as !== 'sizes'
            ? null
            : {
                label: `Print it ${writeLength(width, unit)} wide`,
                item: { size: { by: 'picture', width, height: null } },
                pins: { placement: null },
              },
      },
    ]
  },
}
