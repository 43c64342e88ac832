import { finding, studioOf } from '../../testing/fixtures.ts'
import { several } from '../../testing/several.ts'
import { APART, NEW_ARRANGEMENT } from '../../things/brief/arrangement.ts'
import { type Make, NEW_MAKE } from '../../things/brief/make.ts'
import { resolve } from '../resolve/resolve.ts'

test.each([
  ['print', false],
  ['two-sided', false],
  ['folded-card', true],
  ['wrapped-canvas', true],
] as const)('%s on a shared sheet: %p', (as, stops) => {
  const paperId =
    as === 'two-sided' || as === 'folded-card' ? 'keepsake-card' : as === 'wrapped-canvas' ? 'mainsail-canvas' : 'harbour-lustre'
  const of = (arrangement: Parameters<typeof several>[1]) =>
    finding(resolve(several([{}, {}], arrangement, { make: NEW_MAKE[as] as Make, paperId, sheet: null }), studioOf()), 'layout-make')
  expect(of(NEW_ARRANGEMENT.grid)?.level).toBe(stops ? 'stop' : undefined)
  expect(of(APART)).toBeUndefined()
})
