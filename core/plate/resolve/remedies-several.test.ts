import { sheet, studioOf } from '../../testing/fixtures.ts'
import { several } from '../../testing/several.ts'
import { APART } from '../../things/brief/arrangement.ts'
import { mm } from '../../things/length/length.ts'
import { applyFix } from './apply-fix.ts'
import { compareWays } from './compare-ways.ts'
import { needsRemedy, remedies } from './remedies.ts'
import { resolve } from './resolve.ts'

// The board path of the demo leaves 24 mm white at the trailing edge, and no more than 11 at any other.
const BOARD = { printer: 'gannet', path: 'gannet-board' }
const BOARD_BRIEF = { paperId: 'breakwater-board', sheet: sheet('iso_a3_297x420mm') }
const wide = (width: number) => ({ size: { by: 'picture' as const, width: mm(width), height: null } })
const DARK = { picture: { width: 2100, height: 2970 } }
const small = { ...DARK, ...wide(180) }
const large = { ...DARK, ...wide(295) }
const two = (first: object, second: object) => several([first, second], APART, BOARD_BRIEF)

test('what a remedy loses is said of the picture that loses most, whichever sheet it lies on', () => {
  const studio = studioOf()
  const alone = remedies(several([large], APART, BOARD_BRIEF), studio, BOARD).find((r) => r.id === 'as-it-is')
  expect(alone?.lost).toBeGreaterThan(0.02)
  for (const pair of [two(small, large), two(large, small)]) {
    expect(needsRemedy(resolve(pair, studio, BOARD))).toBe(true)
    const now = remedies(pair, studio, BOARD).find((r) => r.id === 'as-it-is')
    expect([now?.lost, now?.offCentre]).toEqual([alone?.lost, alone?.offCentre])
  }
  const rows = (of: ReturnType<typeof two>) =>
    compareWays({ brief: of, studio, pins: {}, stepsOf: () => 0 }).usable.map(({ pathId, lost }) => [pathId, lost])
  expect(rows(two(small, large))).toEqual(rows(two(large, small)))
})

test('that one is scaled, and no other', () => {
  const studio = studioOf()
  const of = two(small, large)
  const scale = remedies(of, studio, BOARD).find((r) => r.id === 'scale')
  expect(scale?.title).toMatch(/^Scale picture 2 to [\d.]+ mm wide$/)
  expect(scale?.lost).toBe(0)
  const { brief } = applyFix({ brief: of, pins: BOARD }, scale?.fix ?? {})
  expect(brief.items[0]?.size).toEqual(small.size)
  expect(brief.items[1]?.size).toMatchObject({ by: 'picture', height: null })
})

test('pictures that lie alike are turned together; those that do not are not turned by one word', () => {
  const studio = studioOf()
  const titles = (second: object) =>
    remedies(two({ ...large, turn: 180 }, { ...large, ...second }), studio, BOARD).flatMap(({ id, title, fix }) =>
      id === 'turn' || id === 'shift' ? [[title, fix?.pins?.orientation]] : [],
    )
  expect(titles({ turn: 180 })).toEqual([
    ['Turn all of them half round', '0'],
    ['Move all of them out of the dead margin', '180'],
  ])
  expect(titles({ turn: 0 })).toEqual([['Move all of them out of the dead margin', undefined]])
})
