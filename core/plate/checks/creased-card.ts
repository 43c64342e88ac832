import { foldOf } from '../../sheet/make/folded-card.ts'
import { NEW_MAKE } from '../../things/brief/make.ts'
import { writeLength } from '../../things/length/length.ts'
import { kindOf } from '../../things/paths/kinds.ts'
import { type Check, type Found, UNUSABLE } from './check.ts'

export const creasedCard: Check = {
  id: 'creased-card',
  title: 'The card comes creased',
  touches: ['path', 'stock', 'orientation'],
  about: 'front',
  follows: UNUSABLE,
  on: 'plate',
  find: ({ paper, path, layout, brief, ways, way }) => {
    if (!paper.crease) return []
    const crease = foldOf({ ...NEW_MAKE['folded-card'], halves: paper.crease }, layout.sheet)
    const found: Found[] = []
    const { make } = brief
    if (make.as === 'folded-card' && make.halves !== paper.crease)
      found.push({
        suffix: 'side',
        level: 'stop',
        says: `${paper.name} is creased across its ${paper.crease.replace('-', ' ')} and the brief folds the ${make.halves.replace('-', ' ')}.`,
        numbers: {},
        fix: {
          label: 'Fold it where it is creased',
          brief: { make: { ...make, halves: paper.crease } },
          pins: { orientation: null, placement: null },
        },
      })
    const bends = kindOf(path).usually.side === 'down'
    const straight = ways.find((w) => w.badness === 0 && w.lot === way.lot && kindOf(w.path).usually.side === 'up')
    const where = `${writeLength(crease.at, brief.unit)} from the ${crease.axis === 'across' ? 'leading' : 'left'} edge`
    found.push({
      level: bends ? 'warn' : 'note',
      says: `The crease lies ${where}. ${bends ? `${path.name} bends the sheet round a roller: a crease opens or catches there.` : 'Keep it from the rollers: fold it flat, crease away from the head, and do not let it stand under them.'}`,
      numbers: { crease: crease.at, axis: crease.axis },
      fix:
        bends && straight
          ? {
              label: `Use ${straight.path.name} of ${straight.printer.name}`,
              pins: { printer: straight.printer.id, path: straight.path.id, stock: straight.lot.id },
            }
          : null,
    })
    return found
  },
}
