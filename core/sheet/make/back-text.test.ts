import { readFileSync } from 'node:fs'
import fontkit from '@pdf-lib/fontkit'
import { TURNS, type Turn } from '../../things/brief/turn.ts'
import { mm } from '../../things/length/length.ts'
import { LEADING, lineWidth, setText } from './back-text.ts'

test('a line is as wide as the shipped typeface sets it (its own advance widths)', () => {
  const font = fontkit.create(readFileSync('node_modules/@fontsource/commissioner/files/commissioner-latin-400-normal.woff'))
  for (let code = 32; code < 127; code++) {
    const letter = String.fromCharCode(code)
    const [glyph] = font.glyphsForString(letter)
    const thousandths = ((glyph?.advanceWidth ?? 0) * 1000) / font.unitsPerEm
    // 12 points are 12/72 in.
    expect([letter, Math.round((lineWidth(letter, 12) / ((12 / 72) * 25_400)) * 1000)]).toEqual([letter, Math.round(thousandths)])
  }
  expect(lineWidth('ß', 10)).toBe(lineWidth('m', 10))
})

const panel = { x: mm(10), y: mm(20), w: mm(100), h: mm(60) }
const words = (at: 'head' | 'middle' | 'foot', align: 'left' | 'centre' | 'right') => ({ text: 'Lamp\nroom I', points: 12, at, align })
const block = (at: Parameters<typeof words>[0], align: Parameters<typeof words>[1], turn: Turn) =>
  setText(words(at, align), panel, turn)?.rect

test('a block is as wide as its widest line and 1.35 letters high a line, 6 mm from the edges it stands at', () => {
  const w = Math.max(lineWidth('Lamp', 12), lineWidth('room I', 12))
  const h = (2 * 12 * 25_400 * 1.35) / 72
  expect(LEADING).toBe(1.35)
  const [near, far] = [mm(6), (room: number, size: number) => room - mm(6) - size]
  for (const [at, y] of [
    ['head', near],
    ['middle', (panel.h - h) / 2],
    ['foot', far(panel.h, h)],
  ] as const)
    for (const [align, x] of [
      ['left', near],
      ['centre', (panel.w - w) / 2],
      ['right', far(panel.w, w)],
    ] as const)
      expect([at, align, block(at, align, 0)]).toEqual([
        at,
        align,
        { x: Math.round(panel.x + x), y: Math.round(panel.y + y), w: Math.round(w), h: Math.round(h) },
      ])
})

test('at the foot, set left, it stands in the corner that is the reader’s lower left at every turn', () => {
  const corner = (turn: Turn) => {
    const r = block('foot', 'left', turn)
    if (!r) throw new Error('no block')
    const side = (a: number, b: number) => (Math.abs(a - mm(6)) <= 1 ? 'near' : Math.abs(b - mm(6)) <= 1 ? 'far' : 'between')
    return [side(r.x - panel.x, panel.x + panel.w - r.x - r.w), side(r.y - panel.y, panel.y + panel.h - r.y - r.h)]
  }
  // Turned clockwise the head faces right: the reader's foot is at the left, the reader's left at the leading edge.
  expect(TURNS.map(corner)).toEqual([
    ['near', 'far'],
    ['near', 'near'],
    ['far', 'near'],
    ['far', 'far'],
  ])
})
test('nothing to say is no block', () => expect(setText({ ...words('head', 'left'), text: ' \n ' }, panel, 0)).toBeNull())

test('read sideways a panel is as wide as it is high: lines break there, and none where it is read upright', () => {
  const text = { text: 'Red lens seen from the lamp room stairs', points: 12, at: 'middle' as const, align: 'centre' as const }
  // 100 − 12 mm upright, 60 − 12 mm sideways; the line is 76 mm long.
  const width = lineWidth(text.text, text.points)
  expect([width > mm(48), width < mm(88)]).toEqual([true, true])
  expect(TURNS.map((turn) => setText(text, panel, turn)?.lines.length)).toEqual([1, 2, 1, 2])
})
