import { pictureIn } from '../../things/brief/item.ts'
import { isSideways } from '../../things/brief/turn.ts'
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
/** Nobody prints a picture smaller than this, µm. */
const SEEN = 10_000

/** Usual viewing distance: one and a half diagonals of what is seen (common practice), not below 30 cm. */
export const usualDistance = ({ face }: Pick<Settled, 'face'>): number => Math.max(NEAREST, 1.5 * Math.hypot(face.w, face.h))

/** Pixels per inch that are of use at a distance: past 300 no printer of this kind resolves more, however near the eye. */
const usableAt = (distance: number): number => Math.min(300, ppiAtDistance(distance))

/** Sides that differ by less than this are one shape, as a share: a print is as large as whole micrometres. */
const ROUNDING = 0.0005

/** How large a print of this shape may be, upright, µm, to have so many pixels per inch; null where none is large enough to be seen. */
function sharpSize({ brief, picture, face, turn }: Settled, ppi: number): { width: number; height: number | null } | null {
  const [w, h] = isSideways(turn) ? [face.h, face.w] : [face.w, face.h]
  const { make } = brief
  // Where the picture itself goes round the bars its pixels are spread over their depth too.
  const round = make.as === 'wrapped-canvas' && make.wrap === 'picture' ? 2 * make.depth : 0
  const [wide, high] = [picture.width, picture.height].map((pixels) => (pixels * 25_400) / ppi - round) as [number, number]
  const width = Math.round(Math.min(wide, (high * w) / h))
  if (width < SEEN) return null
  const whole = Math.abs((w * picture.height) / (h * picture.width) - 1) < ROUNDING
  return { width, height: whole ? null : Math.round((width * h) / w) }
}

export const resolutionLow: Check = {
  id: 'resolution-low',
  title: 'Too few pixels for this size',
  touches: ['placement', 'quality'],
  about: 'item',
  on: 'plate',
  find: (plate) => {
    if (!pictureIn(plate.item)) return []
    const given = plate.item.viewingDistance
    const distance = given ?? usualDistance(plate)
    const wanted = usableAt(distance)
    // A few per cent are within what anybody can tell.
    if (plate.ppi >= wanted * 0.95) return []
    const { unit } = plate.brief
    // What is looked at from the usual distance is looked at from nearer the smaller it is, and is no sharper for it until nobody
    // goes nearer.
    const sharp = sharpSize(plate, given === null ? usableAt(NEAREST) : wanted)
    const upTo = sharp && `p to ${writeLength(sharp.width, unit)} wide it would be sharp`
    const so = !upTo ? '' : given === null ? ` A smaller print is looked at from nearer: u${upTo} however near.` : ` U${upTo}.`
    return [
      {
        level: plate.ppi < wanted / 2 ? 'warn' : 'note',
        says: `The picture has ${plate.ppi.toFixed(0)} pixels per inch at this size; from ${writeLength(distance, unit)} away the eye can use ${wanted.toFixed(0)}.${so}`,
        numbers: {
          ppi: Math.round(plate.ppi),
          wanted: Math.round(wanted),
          distance: Math.round(distance),
          ...(sharp ? { sharpWidth: sharp.width } : {}),
        },
        fix:
          !sharp || (plate.together && plate.together.as !== 'sizes')
            ? null
            : {
                label: `Print it ${writeLength(sharp.width, unit)} wide`,
                item: { size: { by: 'picture', ...sharp } },
                pins: { placement: null },
              },
      },
    ]
  },
}
