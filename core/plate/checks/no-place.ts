import { arrange } from '../../sheet/arrange/arrange.ts'
import type { Ground, LeftOut } from '../../sheet/arrange/arranged.ts'
import { roomOf } from '../../sheet/arrange/sizes.ts'
import { ownSize } from '../../sheet/placement.ts'
import { type Grid, MAX_PIECES } from '../../things/brief/arrangement.ts'
import { trimmedTo } from '../../things/brief/brief.ts'
import { pictureOf } from '../../things/brief/item.ts'
import { isSideways } from '../../things/brief/turn.ts'
import { writeLength, writeSize } from '../../things/length/length.ts'
import { listed } from '../../things/words/listed.ts'
import type { Settled } from '../settle/settled.ts'
import { type Check, type Fix, type Found, UNUSABLE } from './check.ts'
import { groundHere } from './ground-here.ts'
import { cannotShare } from './layout-make.ts'

/** “picture 3”, “pictures 3 and 5”, “pictures 3, 5 and 12 more”. */
function sayWhich(brief: Settled['brief'], left: readonly LeftOut[]): string {
  const numbers = left.map(({ item }) => brief.items.indexOf(item) + 1)
  return `picture${numbers.length === 1 ? '' : 's'} ${listed(numbers, 2)}`
}

/** A gutter that a knife goes through, µm. Common practice. */
const NARROW = 5000

/** Cells closer to each other, or as many as go; null where none go even so. */
function asManyAsGo(together: Grid, { items, unit }: Settled['brief'], ground: Ground): Fix | null {
  const gutter = Math.min(together.gutter, NARROW)
  const arrangement: Grid = { ...together, gutter, rows: null, columns: together.cell ? null : 2 }
  const goes = arrange(arrangement, items, ground).left.length === 0
  return goes ? { label: `As many as go, gutters of ${writeLength(gutter, unit)}`, brief: { arrangement } } : null
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)

export const noPlace: Check = {
  id: 'no-place',
  title: 'Not everything has a place',
  touches: ['stock', 'path', 'placement'],
  about: 'plate',
  follows: UNUSABLE,
  on: 'plate',
  find: (plate): Found[] => {
    const { brief, together, arranged } = plate
    const [first] = arranged?.left ?? []
    if (!together || !arranged || !first || cannotShare(brief.make)) return []
    const { unit } = brief
    const ground = groundHere(plate, together)
    const room = writeSize(ground.w, ground.h, unit)
    const which = sayWhich(brief, arranged.left)
    const numbers = { pictures: arranged.left.length, width: ground.w, length: ground.h }
    switch (first.why) {
      case 'pieces':
        return [
          {
            level: 'stop',
            says: `The job comes to more prints than ${MAX_PIECES.toLocaleString('en-GB')}, which is the most that is laid out at once. Make several jobs of it.`,
            numbers: { ...numbers, limit: MAX_PIECES },
          },
        ]
      case 'cells':
        if (together.as === 'sizes') return []
        return together.as === 'free'
          ? [
              {
                level: 'warn',
                says: `${capital(which)} lie${arranged.left.length === 1 ? 's' : ''} nowhere on the sheet and will not be printed. Lay ${arranged.left.length === 1 ? 'it' : 'them'} down, or take ${arranged.left.length === 1 ? 'it' : 'them'} out of the job.`,
                numbers,
              },
            ]
          : [
              {
                level: 'stop',
                says: `Gutters and borders leave no room for the cells: ${room} can be printed of this sheet. Fewer columns and rows, smaller cells or narrower gutters make room.`,
                numbers,
                fix: asManyAsGo(together, brief, ground),
              },
            ]
      case 'size': {
        const { w, h } = ownSize(first.item, pictureOf(first.item))
        const asItLies = isSideways(first.item.turn ?? 0) ? ([h, w] as const) : ([w, h] as const)
        // Only where each lies at its own size one can be too large.
        const own = together.as === 'sizes' ? roomOf(together, first.item, ground) : { ...ground, widest: 0 }
        // What is to be left of a piece of roll lies along it or across, as long as the piece becomes.
        const across =
          together.as === 'sizes' && trimmedTo(brief) ? roomOf(together, first.item, { ...ground, w: ground.h, h: ground.w }) : own
        const width = Math.floor(Math.min(own.widest, across.widest) / 1000) * 1000
        return [
          {
            level: 'stop',
            says: `${capital(which)} ${arranged.left.length === 1 ? 'is' : 'are'} larger than the room for ${arranged.left.length === 1 ? 'it' : 'them'} on this sheet: ${writeSize(...asItLies, unit)} on ${writeSize(own.w, own.h, unit)}.`,
            numbers: { ...numbers, wide: w, high: h },
            fix:
              arranged.left.length === 1 && width > 0
                ? {
                    label: `Print it ${writeSize(width, Math.round((width * h) / w), unit)}`,
                    item: { size: { by: 'picture', width, height: null } },
                    of: first.item.id,
                  }
                : null,
          },
        ]
      }
    }
  },
}
