import { writeLength, writeRoll } from '../../things/length/length.ts'
import { counted } from '../../things/words/counted.ts'
import { near } from '../ways/fed.ts'
import type { Way } from '../ways/way.ts'
import { type Check, UNUSABLE } from './check.ts'

export const stockShort: Check = {
  id: 'stock-short',
  title: 'Not enough of this lot',
  touches: ['stock'],
  about: 'plate',
  follows: [...UNUSABLE, 'cut-first'],
  on: 'plate',
  find: ({ sheets, together, lot, brief, layout, ways, way }) => {
    const roll = lot.form === 'roll'
    const needed = roll ? layout.sheet.h * sheets : sheets
    if (lot.stock >= needed) return []
    const copies = roll ? Math.floor(lot.stock / layout.sheet.h) : lot.stock
    // What is short by a hair is told to the tenth of a millimetre.
    const write = writeRoll(needed, brief.unit) === writeRoll(lot.stock, brief.unit) ? writeLength : writeRoll
    const say = (n: number) => (roll ? write(n, brief.unit) : `${counted(n, 'sheet')}`)
    // How many sheets of another size it takes is reckoned; of this size it is known.
    const takes = (w: Way) => (near(w.fed.width, way.fed.width) && near(w.fed.length, way.fed.length) ? sheets : w.sheets)
    const enough = ways.filter(
      (w) =>
        w.badness === 0 && w.lot !== lot && w.path === way.path && w.lot.stock >= (w.lot.form === 'roll' ? w.fed.length : 1) * takes(w),
    )
    const alike = enough.find((w) => w.paper === way.paper)
    const other = alike ?? enough[0]
    return [
      {
        level: 'stop',
        says: `It takes ${say(needed)} and the lot has ${say(lot.stock)}: enough for ${copies} of ${sheets}.`,
        numbers: { needed, stock: lot.stock, copies },
        fix: other
          ? { label: alike ? 'Take the other lot' : `Print it on ${other.paper.name}`, pins: { stock: other.lot.id } }
          : copies > 0 && together === null && brief.items.length === 1 && brief.items[0]?.copies === sheets
            ? { label: `Print ${copies}`, item: { copies } }
            : null,
      },
    ]
  },
}
