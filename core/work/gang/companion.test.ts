import type { Plate } from '../../plate/resolve/plate.ts'
import { resolve } from '../../plate/resolve/resolve.ts'
import { brief, studioOf } from '../../testing/fixtures.ts'
import type { BriefParts } from '../../things/brief/brief-of.ts'
import { mm } from '../../things/length/length.ts'
import { companionOf } from './companion.ts'

const member = (id: number, change: BriefParts, pins: Plate['pins'] = { printer: 'heron', path: 'heron-roll' }) => ({
  id,
  title: `Job ${id}`,
  plate: resolve(brief({ paperId: 'pilot-rag', sheet: null, ...change }), studioOf(), pins),
})
const size = (width: number) => ({ by: 'picture', width: mm(width), height: null }) as const
const mine = member(4, { size: size(240) })

test('what a job brings along is its first piece, as large and as often as it is printed by itself', () => {
  expect(companionOf(mine, member(7, { size: size(300), copies: 3 }))).toEqual({
    size: { by: 'picture', width: mm(300), height: mm(200) },
    copies: 3,
  })
})
test('another paper is unlike; what cannot be printed with others is nothing, whichever of the two it is', () => {
  const lustre = member(5, { size: size(240), paperId: 'harbour-lustre' }, {})
  const none = member(6, { size: size(240), picture: null })
  expect([companionOf(mine, lustre), companionOf(lustre, mine)]).toEqual(['unlike', 'unlike'])
  expect([companionOf(mine, none), companionOf(none, mine), companionOf(none, lustre)]).toEqual([null, null, null])
})
