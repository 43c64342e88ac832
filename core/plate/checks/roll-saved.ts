import { ownSize } from '../../sheet/placement.ts'
import { pictureOf } from '../../things/brief/item.ts'
import { writeRoll } from '../../things/length/length.ts'
import { isRoll } from '../../things/paths/kinds.ts'
import { ROLL_END } from '../ways/fed.ts'
import { type Check, UNUSABLE } from './check.ts'

/** Less saved is not worth a sentence, µm. */
const LEAST = 1000

export const rollSaved: Check = {
  id: 'roll-saved',
  title: 'Less roll than one by one',
  touches: ['stock'],
  about: 'plate',
  follows: [...UNUSABLE, 'no-place'],
  on: 'plate',
  find: ({ together, brief, path, way, layout, sheets, arranged }) => {
    if (together?.as !== 'sizes' || !isRoll(path) || !arranged || arranged.left.length > 0) return []
    const { leading, trailing, left, right } = path.margins
    const room = way.fed.width - left - right
    const alone = brief.items.reduce((sum, item) => {
      const { w, h } = ownSize(item, pictureOf(item))
      const white = item.white ?? { head: 0, right: 0, foot: 0, left: 0 }
      const [across, along] = [w + white.left + white.right, h + white.head + white.foot]
      const lengths = [
        [across, along],
        [along, across],
      ].flatMap(([wide, long]) => ((wide as number) <= room ? [long as number] : []))
      const piece = Math.min(...lengths) + Math.max(ROLL_END, leading) + Math.max(ROLL_END, trailing)
      return sum + item.copies * Math.max(path.length.min, piece)
    }, 0)
    const now = layout.sheet.h * sheets
    const saved = alone - now
    if (!Number.isFinite(alone) || saved < LEAST) return []
    const [beside, apart] = [now, alone].map((length) => writeRoll(Math.round(length), brief.unit))
    // Of a long roll centimetres are said: what reads the same is not told.
    if (beside === apart) return []
    return [
      {
        level: 'note',
        says: `Laid together the pieces take ${beside} of the roll; one by one they would take ${apart}.`,
        numbers: { together: Math.round(now), alone: Math.round(alone), saved: Math.round(saved) },
      },
    ]
  },
}
