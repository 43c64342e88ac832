import { resolve } from '../../../core/plate/resolve/resolve.ts'
import { studioOf } from '../../../core/testing/fixtures.ts'
import { several } from '../../../core/testing/several.ts'
import { NEW_ARRANGEMENT } from '../../../core/things/brief/arrangement.ts'
import { placesFrom } from './places-from.ts'

test('by hand everything stays where it lay: laid out again it is the same sheet', () => {
  const before = resolve(several([{}, {}, { turn: 90 }], { ...NEW_ARRANGEMENT.grid, columns: 2, rows: 2 }), studioOf())
  const after = resolve({ ...before.brief, arrangement: { ...NEW_ARRANGEMENT.free, places: placesFrom(before) } }, studioOf(), before.pins)
  const faces = (of: typeof before) => of.forms[0]?.placements.map(({ item, face, turn }) => [item, turn, face.x, face.y, face.w, face.h])
  const [was, is] = [faces(before) ?? [], faces(after) ?? []]
  expect(was.length).toBe(3)
  for (const [i, face] of was.entries())
    for (const [j, value] of face.entries())
      typeof value === 'number' ? expect(Math.abs(value - Number(is[i]?.[j]))).toBeLessThanOrEqual(1) : expect(is[i]?.[j]).toBe(value)
})

test('what lies on a later sheet is laid down in the corner, each a little further in', () => {
  const plate = resolve(several([{}, {}, {}, {}], { ...NEW_ARRANGEMENT.grid, columns: 2, rows: 1 }), studioOf())
  const places = placesFrom(plate)
  expect(places.map(({ item }) => item)).toEqual(['1', '2', '3', '4'])
  const [, , third, fourth] = places
  expect([(fourth?.x ?? 0) - (third?.x ?? 0), (fourth?.y ?? 0) - (third?.y ?? 0), third?.width]).toEqual([5000, 5000, 60_000])
  expect(placesFrom({ forms: [], brief: plate.brief }).length).toBe(4)
})
