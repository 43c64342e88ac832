import { clearWords, type Text } from './clear-words.ts'
import type { Drawing } from './drawing.ts'

/** Ten high and four letters: 24 wide (0.6 of its height a letter), from 8 above its line to 2 below. */
const word = (x: number, y: number, more: Partial<Text> = {}): Text => ({
  kind: 'text',
  role: 'label',
  x,
  y,
  anchor: 'start',
  text: 'word',
  size: 10,
  ...more,
})
const number = (x: number, y: number, more: Partial<Text> = {}) => word(x, y, { role: 'strong', text: '20.0', ...more })
const on = (marks: Drawing['marks'], bounds = { x: -200, y: -200, w: 400, h: 400 }): Drawing => ({
  bounds,
  marks,
  textSize: 10,
  description: 'd',
})
const places = (drawing: Drawing) => clearWords(drawing).marks.map((m) => (m.kind === 'text' ? [m.x, m.y] : m.kind))

test.each([
  ['on it', [0, 0], [0, 11]],
  ['overlapping by the least at its right', [23, 0], [23, 11]],
  ['touching its right', [24, 0], [24, 0]],
  ['overlapping at its left', [-23, 0], [-23, 11]],
  ['touching its left', [-24, 0], [-24, 0]],
  // Below it by 9: a line on is free.
  ['overlapping below', [0, 9], [0, 20]],
  ['touching below', [0, 10], [0, 10]],
  // Above it by 9: the line below is the number’s own, the one above is free.
  ['overlapping above', [0, -9], [0, -20]],
  ['touching above', [0, -10], [0, -10]],
] as const)('a word %s of a number goes to the nearest free line', (_name, [x, y], gone) => {
  expect(places(on([word(x, y), { kind: 'rect', role: 'sheet', rect: { x: 0, y: 0, w: 9, h: 9 } }, number(0, 0)]))).toEqual([
    [...gone],
    'rect',
    [0, 0],
  ])
})

test('what is written in the middle or to its end takes its room on that side', () => {
  // In the middle: 12 to each side. To its end: 24 before it.
  expect(places(on([number(0, 0, { anchor: 'middle' }), word(12, 0), word(11.9, 0)]))).toEqual([
    [0, 0],
    [12, 0],
    [11.9, 11],
  ])
  expect(places(on([number(0, 0, { anchor: 'end' }), word(0, 0), word(-25, 0)]))).toEqual([
    [0, 0],
    [0, 0],
    [-25, 11],
  ])
})

test('what runs upwards gives way sideways, and takes its room along its own direction', () => {
  // Eight to the left of its line, two to the right; twelve above its middle and below.
  const up = { sideways: true, anchor: 'middle' as const }
  expect(places(on([number(0, 0, up), word(0, 23.9, up), word(0, 24, up)]))).toEqual([
    [0, 0],
    [11, 23.9],
    [0, 24],
  ])
  // A word from its start runs upwards from there.
  expect(places(on([number(0, 0, { sideways: true }), word(2, 0), word(1, -24, { size: 5 })]))).toEqual([
    [0, 0],
    [2, 0],
    [1, -24 + 5.5 * -1],
  ])
})

test('a word tries eight lines down and up; what finds no room on the drawing stays, and numbers come first', () => {
  const full = (ys: number[]) => places(on([word(0, 0), ...ys.map((y) => number(0, y))]))[0]
  expect([full([0]), full([0, 11]), full([0, 11, -11]), full([0, 11, -11, 22]), full([0, 11, -11, 22, -22])]).toEqual([
    [0, 11],
    [0, -11],
    [0, 22],
    [0, -22],
    [0, 33],
  ])
  expect(full([0, 11, -11, 22, -22, 33])).toEqual([0, -33])
  const eight = Array.from({ length: 8 }, (_, i) => [11 * (i + 1), -11 * (i + 1)]).flat()
  expect(full([0, ...eight.slice(0, -1)])).toEqual([0, -88])
  expect(full([0, ...eight])).toEqual([0, 0])
  // The foot of the drawing is just below a second line, or a hair too high for it.
  const footed = (h: number) => places(on([number(0, 8), word(0, 8)], { x: 0, y: 0, w: 24, h }))[1]
  expect([footed(21), footed(20.9)]).toEqual([
    [0, 19],
    [0, 8],
  ])
  // Its sides likewise: a word as wide as the drawing finds room, a wider one does not.
  const sided = (w: number) => places(on([number(0, 8), word(0, 8)], { x: 0, y: 0, w, h: 90 }))[1]
  expect([sided(24), sided(23.9)]).toEqual([
    [0, 19],
    [0, 8],
  ])
})
