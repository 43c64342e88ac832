import { studioOf } from '../../testing/fixtures.ts'
import { several } from '../../testing/several.ts'
import { APART } from '../../things/brief/arrangement.ts'
import { decisionsSeen } from './decisions-seen.ts'
import { resolve } from './resolve.ts'

test('what an operator has seen is known by its decision, and of further pictures by theirs', () => {
  const plate = resolve(several([{ turn: 0 }, { turn: 90 }, { turn: 180 }], APART), studioOf())
  const seen = decisionsSeen(plate.decisions)
  expect([seen.orientation, seen['orientation@2'], seen['orientation@3']]).toEqual(['0', '90', '180'])
  expect(
    Object.keys(seen)
      .filter((key) => key.includes('@'))
      .sort(),
  ).toEqual(['orientation@2', 'orientation@3', 'placement@2', 'placement@3'])
  expect(seen.printer).toBe(plate.setup?.printer.id)
  expect(Object.keys(seen)).toHaveLength(plate.decisions.length)
})
