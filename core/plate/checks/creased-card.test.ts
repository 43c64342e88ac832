import { afterFix, finding, plateOf, sheet } from '../../testing/fixtures.ts'
import { NEW_MAKE } from '../../things/brief/make.ts'
import { mm } from '../../things/length/length.ts'
import { kindOf } from '../../things/paths/kinds.ts'
import type { Studio } from '../../things/studio/studio.ts'

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
