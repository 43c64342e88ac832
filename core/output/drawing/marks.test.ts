import { layoutOf, sideOf } from '../../plate/resolve/plate.ts'
import { readPlate } from '../../plate/resolve/read-plate.ts'
import { plateOf, sheet } from '../../testing/fixtures.ts'
import { NEW_MAKE } from '../../things/brief/make.ts'
import { mm } from '../../things/length/length.ts'
import type { Mark } from './drawing.ts'
import { drawLayoutTest, TEST_INSET } from './layout-test.ts'
import { drawPath } from './path-drawing.ts'
import { drawSheet } from './sheet-drawing.ts'

const texts = (marks: readonly Mark[] | undefined) => (marks ?? []).flatMap((m) => (m.kind === 'text' ? [m.text] : []))
const roles = (marks: readonly Mark[] | undefined) => new Set((marks ?? []).map((m) => m.role))

const CASES = {
  print: plateOf({}),
  card: plateOf({
    brief: {
      paperId: 'keepsake-card',
      sheet: sheet('iso_a4_210x297mm'),
      make: { ...NEW_MAKE['folded-card'], text: { text: 'Wharf', points: 9, at: 'foot', align: 'left' } },
    },
  }),
  canvas: plateOf({
    brief: {
      paperId: 'mainsail-canvas',
      sheet: null,
      size: { by: 'picture', width: mm(700), height: null },
      make: NEW_MAKE['wrapped-canvas'],
    },
  }),
  strip: plateOf({
    brief: { paperId: 'quay-matte', sheet: { width: mm(203), length: mm(1000), name: null }, size: { by: 'sheet', fill: false } },
  }),
  trimmed: plateOf({ brief: { finished: { width: mm(250), length: mm(350) } } }),
}

test.each(Object.entries(CASES))('the frozen plate of a %s redraws identically, from every side', (_name, plate) => {
  const frozen = readPlate(JSON.parse(JSON.stringify(plate)))
  expect(drawSheet(frozen, 'mm')).toEqual(drawSheet(plate, 'mm'))
  expect(drawSheet(frozen, 'in', { side: 'back' })).toEqual(drawSheet(plate, 'in', { side: 'back' }))
})

test('folds, trims, faces and drift each have their mark, and only where they are', () => {
  const has = (plate: typeof CASES.print, role: Mark['role']) => roles(drawSheet(plate, 'mm')?.marks).has(role)
  expect([
    has(CASES.card, 'fold'),
    has(CASES.card, 'words'),
    has(CASES.canvas, 'face'),
    has(CASES.strip, 'skew'),
    has(CASES.trimmed, 'trim'),
  ]).toEqual(Array(5).fill(true))
  for (const role of ['fold', 'words', 'face', 'skew', 'trim'] as const) expect(has(CASES.print, role)).toBe(false)
})

test('the word at a fold stands beside its line, those of the halves each at the head of its own half', () => {
  for (const halves of ['long-side', 'short-side'] as const) {
    const plate = plateOf({
      brief: { paperId: 'keepsake-card', sheet: sheet('iso_a4_210x297mm'), make: { ...NEW_MAKE['folded-card'], halves } },
      studio: (s) => {
        for (const paper of s.papers) paper.crease = null
      },
    })
    const { marks = [], textSize = 0 } = drawSheet(plate, 'mm') ?? {}
    const { fold, layout } = sideOf(plate) ?? {}
    const word = (text: RegExp) => marks.find((m): m is Extract<Mark, { kind: 'text' }> => m.kind === 'text' && text.test(m.text))
    const [at, front, back] = [word(/^fold$/), word(/^front/), word(/^back/)]
    if (!fold || !layout || !at || !front || !back) throw new Error('not drawn')
    const { sheet: paper, frame } = layout
    if (fold.axis === 'across') {
      // Beside the sheet, the middle of its letters on the line.
      expect([at.x > paper.w, at.y > fold.at, at.y - fold.at < textSize / 2]).toEqual([true, true, true])
    } else expect([at.x, at.y < 0]).toEqual([fold.at, true])
    const other = fold.axis === 'across' ? { x: 0, y: frame.y === 0 ? fold.at : 0 } : { x: frame.x === 0 ? fold.at : 0, y: 0 }
    for (const [name, panel] of [
      [front, frame],
      [back, other],
    ] as const)
      expect([name.x > panel.x, name.x < panel.x + 2 * textSize, name.y > panel.y, name.y < panel.y + 3 * textSize]).toEqual(
        Array(4).fill(true),
      )
  }
})

test('the drift that is written is the tangent over the sheet’s length (geometry)', () => {
  const { setup } = CASES.strip
  const layout = layoutOf(CASES.strip)
  const drift = (layout?.sheet.h ?? 0) * Math.tan(((setup?.path.tolerance.skewDegrees ?? 0) * Math.PI) / 180)
  expect(texts(drawSheet(CASES.strip, 'mm')?.marks)).toContain(`drift ±${(drift / 1000).toFixed(1)}`)
})

test('looked at closely, the letters are as large on the screen and the rulers count tenths from the edge of the sheet', () => {
  const view = { x: -mm(6), y: -mm(6), w: mm(36), h: mm(24) }
  const close = drawSheet(CASES.print, 'mm', { view })
  const whole = drawSheet(CASES.print, 'mm')
  expect(close?.bounds).toEqual(view)
  expect((close?.textSize ?? 0) / view.h).toBeCloseTo((whole?.textSize ?? 0) / Math.max((whole?.bounds.h ?? 1) * 0.73, 1), 1)
  const ticks = (close?.marks ?? []).flatMap((m) => (m.kind === 'line' && m.role === 'ruler' && m.x1 === m.x2 ? [m.x1] : []))
  expect(ticks.filter((x) => x > 0 && x <= mm(1))).toHaveLength(10)
})

test('a path’s drawing has its margins in the unit asked for, and fits a path of any size', () => {
  for (const printer of [CASES.print.setup?.path, CASES.canvas.setup?.path, CASES.strip.setup?.path]) {
    if (!printer) throw new Error('no path')
    const drawing = drawPath(printer, 'mm')
    expect(texts(drawing.marks)).toContain((printer.margins.trailing / 1000).toFixed(1))
    for (const mark of drawing.marks) if (mark.kind === 'rect') expect(mark.rect.w * mark.rect.h).toBeGreaterThan(0)
  }
})

test('the rulers of a layout test count from the edge of the sheet, on every side', () => {
  const box = { w: mm(190), h: mm(277) }
  const drawing = drawLayoutTest(box, 'mm', { printer: 'P', path: 'Q', stock: 'R', date: '2026-01-01' })
  // The leading ruler's number 20 stands beside the tick 20 mm from the sheet's edge, 10 mm into the box.
  const twenty = drawing.marks.find((m) => m.kind === 'text' && m.text === '20' && m.anchor === 'start')
  expect(twenty?.kind === 'text' && Math.abs(twenty.y - (mm(20) - TEST_INSET)) < mm(1)).toBe(true)
  for (const mark of drawing.marks)
    if (mark.kind === 'line')
      for (const [x, y] of [
        [mark.x1, mark.y1],
        [mark.x2, mark.y2],
      ] as const) {
        expect(x >= 0 && x <= box.w).toBe(true)
        expect(y >= 0 && y <= box.h).toBe(true)
      }
  expect(texts(drawLayoutTest(box, 'in', { printer: 'P', path: 'Q', stock: 'R', date: '' }).marks)).toContain('1')
})
