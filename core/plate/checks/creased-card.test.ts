import { afterFix, finding, foundBy, plateOf, sheet } from '../../testing/fixtures.ts'
import { NEW_MAKE } from '../../things/brief/make.ts'
import { mm } from '../../things/length/length.ts'
import { kindOf } from '../../things/paths/kinds.ts'
import type { Studio } from '../../things/studio/studio.ts'
import { creasedCard } from './creased-card.ts'

const creased = (studio: Studio) => {
  for (const p of studio.papers) if (p.id === 'keepsake-card') p.crease = 'long-side'
}
const card = (pins: object, halves: 'long-side' | 'short-side' = 'long-side') =>
  plateOf({
    brief: {
      paperId: 'keepsake-card',
      sheet: sheet('iso_a4_210x297mm'),
      size: { by: 'sheet', fill: false },
      make: { ...NEW_MAKE['folded-card'], halves },
    },
    pins,
    studio: creased,
  })

test('where the crease lies is said; it is not scored again, and a path that bends the sheet is a warning with a straight one', () => {
  // A card of 209.9 × 296.8 mm fed short edge first: half of its long side.
  const straight = card({ path: 'gannet-rear' })
  expect(finding(straight, 'creased-card')).toMatchObject({ level: 'note', numbers: { crease: mm(148.4), axis: 'across' } })
  expect(finding(straight, 'fold-score')).toBeUndefined()
  const bent = card({ path: 'dunlin-main' })
  expect(finding(bent, 'creased-card')?.level).toBe('warn')
  const fixed = afterFix(bent, 'creased-card', creased)
  expect(finding(fixed, 'creased-card')?.level).toBe('note')
  // Of the same box, on a path whose sheets lie face up.
  expect([fixed.setup?.lot.id, kindOf(fixed.setup?.path ?? { kind: 'roll' }).usually.side]).toEqual([bent.setup?.lot.id, 'up'])
})
test('a brief that folds the other side is stopped', () => {
  const plate = card({ path: 'gannet-rear' }, 'short-side')
  expect(finding(plate, 'creased-card')).toMatchObject({ level: 'stop' })
  expect(finding(afterFix(plate, 'creased-card', creased), 'creased-card')?.level).toBe('note')
})
test('flat stock says nothing', () =>
  expect(finding(plateOf({ brief: { paperId: 'keepsake-card', sheet: sheet('iso_a4_210x297mm') } }), 'creased-card')).toBeUndefined())

test('the straight way that is offered takes a sheet of the same box, goes, and lies face up', () => {
  const [box, other] = [{ id: 'box' }, { id: 'other' }]
  const way = (id: string, kind: string, lot: object, badness = 0) => ({
    badness,
    lot,
    printer: { id: 'p', name: 'P' },
    path: { id, kind, name: id },
  })
  const bent = way('bent', 'cassette', box)
  const ways = [bent, way('elsewhere', 'rear-feeder', other), way('broken', 'rear-feeder', box, 1), way('straight', 'rear-feeder', box)]
  const [, found] = foundBy(creasedCard, {
    paper: { name: 'Card', crease: 'long-side' },
    path: bent.path,
    layout: { sheet: { x: 0, y: 0, w: mm(210), h: mm(297) } },
    brief: { unit: 'mm', make: { ...NEW_MAKE['folded-card'], halves: 'short-side' } },
    ways,
    way: bent,
  })
  expect([found?.level, found?.fix?.pins]).toEqual(['warn', { printer: 'p', path: 'straight', stock: 'box' }])
})
