import { DECISIONS } from '../decisions/registry.ts'
import { pinsFor } from './compare-ways.ts'

test('with another way goes what belongs to the way: machine, path, stock, page, quality and where the picture lies; the rest is kept', () => {
  const all = Object.fromEntries(DECISIONS.map(({ key }) => [key, 'as-it-was']))
  const kept = Object.keys(pinsFor(all, {}))
  for (const key of ['printer', 'path', 'stock', 'page', 'quality', 'placement', 'position'])
    expect([key, kept.includes(key)]).toEqual([key, false])
  for (const key of ['colour-management', 'intent', 'platen-gap', 'clear-coat']) expect([key, kept.includes(key)]).toEqual([key, true])
  expect(pinsFor({ printer: 'heron', intent: 'perceptual' }, { path: 'gannet-art' })).toEqual({ intent: 'perceptual', path: 'gannet-art' })
})
