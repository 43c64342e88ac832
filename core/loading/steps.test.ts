import { mm } from '../length/length.ts'
import { plateOf, sheet } from '../testing/fixtures.ts'
import { loadingSteps } from './steps.ts'

const ids = (plate: ReturnType<typeof plateOf>) => loadingSteps(plate, 'mm').map((s) => s.id)
const board = plateOf({ brief: { paperId: 'breakwater-board', sheet: sheet('iso_a3_297x420mm') } })

test('board: parts first, not before the printer asks, parts back afterwards (handbook, trade, Paths)', () => {
  expect(ids(board)).toEqual(['computer', 'panel', 'fit', 'wait', 'side', 'load', 'dry', 'unfit'])
  const steps = loadingSteps(board, 'mm')
  expect(steps.find((s) => s.id === 'load')?.when).toBe('asked')
  expect(steps.find((s) => s.id === 'unfit')?.when).toBe('after')
})

test('a cassette wants the printable side down, a feeder up', () => {
  const side = (plate: ReturnType<typeof plateOf>) => loadingSteps(plate, 'mm').find((s) => s.id === 'side')?.text
  expect(side(plateOf({}))).toContain('side down')
  expect(side(plateOf({ brief: { paperId: 'saltmarsh-cotton' } }))).toContain('side up')
})

test('a metre of paper needs room; a roll needs flange and two people', () => {
  const strip = plateOf({
    brief: { paperId: 'quay-matte', sheet: { width: mm(203), length: mm(1000), name: null }, size: { by: 'sheet', fill: false } },
  })
  expect(loadingSteps(strip, 'mm').find((s) => s.id === 'room')?.text).toContain('999.2 mm')
  const roll = loadingSteps(plateOf({ brief: { paperId: 'pilot-rag', sheet: null } }), 'mm')
  expect(roll.find((s) => s.id === 'flange')?.caution).toContain('two people')
})

test('every step that feeds paper carries its caution, and exactly one step loads', () => {
  for (const plate of [board, plateOf({}), plateOf({ brief: { paperId: 'pilot-rag', sheet: null } })]) {
    const steps = loadingSteps(plate, 'mm')
    expect(steps.filter((s) => s.loads)).toHaveLength(1)
    expect(steps.find((s) => s.loads)?.caution).toContain('Fingers')
    expect(new Set(steps.map((s) => s.id)).size).toBe(steps.length)
  }
})
