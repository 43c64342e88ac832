import { lotSizeName } from '../../things/media/lot-name.ts'
import { type Check, UNUSABLE } from './check.ts'

export const notLoaded: Check = {
  id: 'not-loaded',
  title: 'The path holds something else',
  touches: ['stock', 'path'],
  about: 'plate',
  follows: [...UNUSABLE, 'cut-first'],
  on: 'plate',
  find: ({ way, path, studio, brief, lot, paper }) => {
    if (way.loaded?.lotId === lot.id) return []
    const inside = studio.lots.find((l) => l.id === way.loaded?.lotId)
    const insidePaper = studio.papers.find((p) => p.id === inside?.paperId)
    return [
      {
        level: 'note',
        ...(inside ? {} : { title: 'The path is empty' }),
        says: inside
          ? `${path.name} holds ${insidePaper?.name ?? 'another paper'}, ${lotSizeName(inside, brief.unit)}. Load ${paper.name}, ${lotSizeName(lot, brief.unit)}.`
          : `${path.name} is empty. Load ${paper.name}, ${lotSizeName(lot, brief.unit)}${path.drawIn === 'when-asked' ? ' when the printer asks, not before' : ''}.`,
        numbers: {},
      },
    ]
  },
}
