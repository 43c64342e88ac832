import { CHECKS } from '../../plate/checks/registry.ts'
import { mayPrintInSpite } from './in-spite.ts'

const ids = [
  'head-strike',
  'head-strike:front',
  'printer:ink',
  'printer:size',
  'kept-edge',
  'still-drying',
  'disagreement',
  'picture-missing',
]

test.each([
  ['all', ['head-strike', 'head-strike:front', 'printer:ink', 'printer:size', 'kept-edge', 'still-drying', 'disagreement']],
  ['harmless', ['printer:size', 'kept-edge', 'disagreement']],
  ['none', []],
] as const)('where the house says “%s”', (rule, may) => {
  expect(ids.filter((id) => mayPrintInSpite(rule, id))).toEqual(may)
})

test('what is named there is something the checks find', () => {
  const known = CHECKS.map((check) => check.id)
  expect(known).toEqual(
    expect.arrayContaining(['head-strike', 'creased-card', 'sheet-too-thick', 'picture-missing', 'nothing-possible', 'pin-lost']),
  )
})
