import { DECISION_KEYS, type Pins } from '../decisions/registry.ts'
import { pinsFor } from './compare-ways.ts'

test('who takes another way keeps what was pinned of the colours, the head and the coat, and nothing that belongs to the old way', () => {
  const all = Object.fromEntries(DECISION_KEYS.map((key) => [key, 'mine'])) as Pins
  const colours = { 'black-point': 'mine', 'clear-coat': 'mine', 'colour-management': 'mine', intent: 'mine', 'platen-gap': 'mine' }
  expect(pinsFor(all, {})).toEqual(colours)
  const way = { printer: 'gannet', path: 'gannet-art', stock: 'cotton-a3' }
  expect(pinsFor(all, way)).toEqual({ ...colours, ...way })
})
