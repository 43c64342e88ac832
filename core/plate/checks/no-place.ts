import type { LeftOut } from '../../sheet/arrange/arranged.ts'
import { ownSize } from '../../sheet/placement.ts'
import { MAX_PIECES } from '../../things/brief/arrangement.ts'
import { pictureOf } from '../../things/brief/item.ts'
import { writeSize } from '../../things/length/length.ts'
import { listed } from '../../things/words/listed.ts'
import type { Settled } from '../settle/settled.ts'
import { type Check, type Found, UNUSABLE } from './check.ts'
import { groundHere } from './ground-here.ts'

/** “picture 3”, “pictures 3 and 5”, “pictures 3, 5 and 12 more”. */
function sayWhich(brief: Settled['brief'], left: readonly LeftOut[]): string {
  const numbers = left.map(({ item }) => brief.items.indexOf(item) + 1)
  return `picture${numbers.length === 1 ? '' : 's'} ${listed(numbers, 2)}`
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
    if (!together || !arranged || !first) return []
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
                fix: {
                  label: 'As many as go, gutters of 5 mm',
                  brief: { arrangement: { ...together, gutter: 5000, rows: null, columns: together.cell ? null : 2 } },
                },
              },
            ]
      case 'size': {
        const { w, h } = ownSize(first.item, pictureOf(first.item))
        const widest = Math.max(Math.min(ground.w, (ground.h * w) / h), Math.min(ground.h, (ground.w * w) / h))
        const width = Math.floor(widest / 1000) * 1000
        return [
          {
            level: 'stop',
            says: `${capital(which)} ${arranged.left.length === 1 ? 'is' : 'are'} larger than what can be printed of this sheet: ${writeSize(w, h, unit)} on ${room}.`,
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
