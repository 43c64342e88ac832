import type { FoldedCard } from '../../things/brief/make.ts'
import { NEW_MAKE } from '../../things/brief/make.ts'
import { TURNS, type Turn } from '../../things/brief/turn.ts'
import type { Rect } from '../rect.ts'
import { backPanel, backTurn, foldOf, frontPanel, opensRight } from './folded-card.ts'

const card = (opens: FoldedCard['opens'], halves: FoldedCard['halves']): FoldedCard => ({ ...NEW_MAKE['folded-card'], opens, halves })
/** Not even: the crease lies half a micrometre off the middle, and one half is larger. */
const SHEETS: Rect[] = [
  { x: 0, y: 0, w: 210_001, h: 297_003 },
  { x: 0, y: 0, w: 297_003, h: 210_001 },
]
/** Where a direction of the picture points on the sheet, once the picture has been turned clockwise; y runs towards the trailing edge. */
const turned = ([x, y]: readonly [number, number], turn: Turn): [number, number] => {
  const times = turn / 90
  let at: [number, number] = [x, y]
  for (let i = 0; i < times; i++) at = [-at[1], at[0]]
  return at
}
const middle = ({ x, y, w, h }: Rect) => [x + w / 2, y + h / 2] as const

const ALL = SHEETS.flatMap((sheet) =>
  (['book', 'tent'] as const).flatMap((opens) =>
    (['long-side', 'short-side'] as const).flatMap((halves) => TURNS.map((turn) => [opens, halves, turn, sheet] as const)),
  ),
)

test.each(ALL)(
  'a %s of the halved %s, printed at %s: its two panels are the sheet, and meet at the crease',
  (opens, halves, turn, sheet) => {
    const of = card(opens, halves)
    const { axis, at } = foldOf(of, sheet)
    const [front, back] = [frontPanel(of, sheet, turn), backPanel(of, sheet, turn)]
    // The side that is halved, by its name.
    const long = sheet.h > sheet.w ? 'across' : 'along'
    expect(axis).toBe(halves === 'long-side' ? long : long === 'across' ? 'along' : 'across')
    expect(Math.abs(at - (axis === 'across' ? sheet.h : sheet.w) / 2)).toBeLessThanOrEqual(0.5)
    expect(front.w * front.h + back.w * back.h).toBe(sheet.w * sheet.h)
    const [first, second] = [front, back].sort((a, b) => a.x + a.y - b.x - b.y) as [Rect, Rect]
    expect([first, second]).toEqual(
      axis === 'across'
        ? [
            { x: 0, y: 0, w: sheet.w, h: at },
            { x: 0, y: at, w: sheet.w, h: sheet.h - at },
          ]
        : [
            { x: 0, y: 0, w: at, h: sheet.h },
            { x: at, y: 0, w: sheet.w - at, h: sheet.h },
          ],
    )
    // A book’s spine is at the left of its front, a tent’s at its head: from the front that way lies the back.
    const spine = turned(opens === 'book' ? [-1, 0] : [0, -1], turn)
    const lies = axis === 'across' ? spine[1] !== 0 : spine[0] !== 0
    expect(opensRight(of, sheet, turn)).toBe(lies)
    if (!lies) return
    const [f, b] = [middle(front), middle(back)]
    expect([Math.sign(b[0] - f[0]), Math.sign(b[1] - f[1])].map((v) => v + 0)).toEqual(spine.map((v) => v + 0))
  },
)

test('a tent’s back is read upside down on the flat sheet, a book’s is not', () => {
  expect(TURNS.map((turn) => [backTurn(card('tent', 'long-side'), turn), backTurn(card('book', 'long-side'), turn)])).toEqual([
    [180, 0],
    [270, 90],
    [0, 180],
    [90, 270],
  ])
})

test('a square sheet counts as longer along the feed', () => {
  const square = { x: 0, y: 0, w: 200_000, h: 200_000 }
  expect([foldOf(card('book', 'long-side'), square), foldOf(card('book', 'short-side'), square)]).toEqual([
    { axis: 'across', at: 100_000 },
    { axis: 'along', at: 100_000 },
  ])
})
