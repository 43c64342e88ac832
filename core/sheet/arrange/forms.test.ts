import { resolve } from '../../plate/resolve/resolve.ts'
import { studioOf } from '../../testing/fixtures.ts'
import { several } from '../../testing/several.ts'
import { NEW_ARRANGEMENT } from '../../things/brief/arrangement.ts'
import { mm } from '../../things/length/length.ts'

const formsOf = (pieces: number, change: object = {}) =>
  resolve(
    several(Array(pieces).fill({}), { ...NEW_ARRANGEMENT.grid, gutter: mm(4), marks: 'none', hairline: false, ...change }),
    studioOf(),
  ).forms

test('each kind of sheet has a name of its own; what is printed alike is one kind', () => {
  // Four to a sheet: ten are three sheets, each with other pictures.
  expect(formsOf(10).map(({ id, side, count, placements }) => [id, side, count, placements.length])).toEqual([
    ['front', 'front', 1, 4],
    ['front-2', 'front', 1, 4],
    ['front-3', 'front', 1, 2],
  ])
  expect(formsOf(1).map(({ id }) => id)).toEqual(['front'])
})

test('strokes for cutting are those that were asked for: marks at the corners, a hairline round each piece, both or none', () => {
  const strokes = (change: object) => formsOf(4, change)[0]?.strokes.length ?? -1
  const [none, hairlines, marks] = [strokes({}), strokes({ hairline: true }), strokes({ marks: 'corners' })]
  expect(none).toBe(0)
  // Four sides of four pieces.
  expect(hairlines).toBe(16)
  expect(marks).toBeGreaterThan(0)
  expect(strokes({ marks: 'corners', hairline: true })).toBe(marks + hairlines)
})

test('the sheet’s own line says what it is cut from where that was asked for, and what was written', () => {
  const marks = (change: object, together: object = {}) => {
    const brief = { ...several([{}, {}], { ...NEW_ARRANGEMENT.grid, gutter: mm(4), ...together }), ...change }
    const studio = studioOf()
    for (const lot of studio.lots) lot.mark = 'A7'
    return resolve(brief, studio, {}).forms.map(({ mark }) => mark?.lines.join() ?? null)
  }
  expect(marks({ sampleMark: false })).toEqual([null])
  expect(marks({ sampleMark: true })).toEqual(['A7'])
  expect(marks({ sampleMark: false }, { line: ' Proof ' })).toEqual(['Proof'])
  expect(marks({ sampleMark: true }, { line: 'Proof' })).toEqual(['A7 · Proof'])
})
