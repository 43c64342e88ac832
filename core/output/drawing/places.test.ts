import { layoutOf, type Plate, sideOf } from '../../plate/resolve/plate.ts'
import { resolve } from '../../plate/resolve/resolve.ts'
import { picture, plateOf, sheet, studioOf } from '../../testing/fixtures.ts'
import { several } from '../../testing/several.ts'
import { APART } from '../../things/brief/arrangement.ts'
import { NEW_MAKE } from '../../things/brief/make.ts'
import { mm } from '../../things/length/length.ts'
import { EDGES, type Path } from '../../things/paths/path.ts'
import { rulers } from './dimensions.ts'
import type { Drawing, Mark } from './drawing.ts'
import { drawLayoutTest, STROKE, TEST_INSET } from './layout-test.ts'
import { drawPath } from './path-drawing.ts'
import { drawSheet } from './sheet-drawing.ts'

type Line = Extract<Mark, { kind: 'line' }>
type Text = Extract<Mark, { kind: 'text' }>
const lines = (d: Drawing, role: Line['role']) => d.marks.filter((m): m is Line => m.kind === 'line' && m.role === role)
const texts = (d: Drawing) => d.marks.filter((m): m is Text => m.kind === 'text')
const said = (d: Drawing, words: string | RegExp) => {
  const found = texts(d).find((t) => (typeof words === 'string' ? t.text === words : words.test(t.text)))
  if (!found) throw new Error(`nothing says ${words}`)
  return found
}
const drawn = (plate: Plate, options = {}) => {
  const drawing = drawSheet(plate, 'mm', options)
  const layout = layoutOf(plate)
  if (!drawing || !layout) throw new Error('nothing drawn')
  return { drawing, layout, size: drawing.textSize }
}
/** A picture off its middle both ways: no border is like another. */
const UNEVEN = {
  brief: { size: { by: 'picture' as const, width: mm(180), height: null } },
  pins: { path: 'heron-cassette', orientation: '0', placement: `at:${mm(41)},${mm(62)}` },
}

test('each border is measured by a line from the edge of the sheet to the picture, with its number beside the middle of it', () => {
  const { drawing, layout, size } = drawn(plateOf(UNEVEN))
  const { visible, sheet: paper, borders } = layout
  expect(new Set(EDGES.map((e) => borders[e])).size).toBe(4)
  const [midX, midY] = [visible.x + visible.w / 2, visible.y + visible.h / 2]
  const wanted = {
    leading: [midX, 0, midX, visible.y],
    trailing: [midX, visible.y + visible.h, midX, paper.h],
    left: [0, midY, visible.x, midY],
    right: [visible.x + visible.w, midY, paper.w, midY],
  }
  const drawnLines = lines(drawing, 'dimension').map((l) => [l.x1, l.y1, l.x2, l.y2])
  expect(drawnLines).toEqual(EDGES.map((e) => wanted[e]))
  for (const edge of EDGES) {
    const number = said(drawing, (borders[edge] / 1000).toFixed(1))
    const [x1, y1, x2, y2] = wanted[edge] as [number, number, number, number]
    // On the whole sheet the number stands outside, at the end of its line: within two heights of the edge it belongs to.
    const end = edge === 'leading' || edge === 'left' ? [x1, y1] : [x2, y2]
    const [dx, dy] = [number.x - (end[0] as number), number.y - (end[1] as number)]
    expect([edge, Math.abs(dx) < size * 2, Math.abs(dy) < size * 2]).toEqual([edge, true, true])
    const outwards = { leading: dy < 0, trailing: dy > 0, left: dx < 0, right: dx > 0 }
    expect([edge, outwards[edge]]).toEqual([edge, true])
  }
})

test('the sheet’s own size stands outside it, each line as long as its side and each number at its middle', () => {
  const { drawing, layout, size } = drawn(plateOf(UNEVEN))
  const { w, h } = layout.sheet
  const [across, along] = lines(drawing, 'extent')
  expect([across?.x1, across?.x2, along?.y1, along?.y2]).toEqual([0, w, 0, h])
  expect([across?.y1 === across?.y2 && (across?.y1 ?? 0) > h, along?.x1 === along?.x2 && (along?.x1 ?? 0) > w]).toEqual([true, true])
  expect([said(drawing, `${(w / 1000).toFixed(1)} mm`).x, said(drawing, `${(h / 1000).toFixed(1)} mm`).y]).toEqual([w / 2, h / 2])
  expect(said(drawing, `${(h / 1000).toFixed(1)} mm`).sideways).toBe(true)
  expect(Math.abs(said(drawing, `${(w / 1000).toFixed(1)} mm`).y - (across?.y1 ?? 0))).toBeLessThan(size * 2)
})

test('arrows are drawn where two heads find room, 1.6 heights of the text, and not in less', () => {
  const at = (left: number) =>
    lines(drawn(plateOf({ ...UNEVEN, pins: { ...UNEVEN.pins, placement: `at:${left},${mm(62)}` } })).drawing, 'dimension').filter(
      (l) => l.y1 === l.y2,
    ).length
  const room = Math.ceil(drawn(plateOf(UNEVEN)).size * 1.6)
  expect([at(room + 1), at(room - 1)]).toEqual([2, 1])
})

test('inside a frame that is trimmed to, a number with room stands beside its arrow, else at the edge', () => {
  const { drawing, layout, size } = drawn(
    plateOf({ brief: { finished: { width: mm(250), length: mm(350) }, size: { by: 'picture', width: mm(140), height: null } } }),
  )
  const { frame, visible, borders } = layout
  expect(frame.y).toBeGreaterThan(0)
  const leading = said(drawing, (borders.leading / 1000).toFixed(1))
  expect(borders.leading).toBeGreaterThan(size * 3)
  expect([leading.y > frame.y, leading.y < visible.y, leading.anchor]).toEqual([true, true, 'start'])
  const trim = drawing.marks.find((m) => m.kind === 'rect' && m.role === 'trim')
  expect(trim?.kind === 'rect' && trim.rect).toEqual(frame)
  const word = said(drawing, 'trim')
  expect([word.x > frame.x, word.y < frame.y + frame.h, word.y > frame.y + frame.h - size]).toEqual([true, true, true])
})

test.each([
  ['across', 'iso_a4_210x297mm'],
  ['along', 'iso_a4_210x297mm'],
] as const)('a card folded %s shows its fold where it is, and which half is the front', (axis, pwg) => {
  const folds = axis === 'across' ? { orientation: '0' } : { orientation: '90' }
  const plate = plateOf({ brief: { paperId: 'keepsake-card', sheet: sheet(pwg), make: NEW_MAKE['folded-card'] }, pins: folds })
  const fold = sideOf(plate)?.fold
  const { drawing, layout } = drawn(plate)
  if (!fold) throw new Error('no fold')
  const { frame, sheet: paper } = layout
  const line = lines(drawing, 'fold')[0]
  expect([line?.x1, line?.y1, line?.x2, line?.y2]).toEqual(
    fold.axis === 'across' ? [0, fold.at, paper.w, fold.at] : [fold.at, 0, fold.at, paper.h],
  )
  const inside = (t: Text, r: { x: number; y: number; w: number; h: number }) =>
    t.x > r.x && t.x < r.x + r.w && t.y > r.y && t.y < r.y + r.h
  const [front, back] = [said(drawing, /^front/), said(drawing, /^back/)]
  expect([inside(front, frame), inside(back, frame)]).toEqual([true, false])
  // Only the half at the top of the drawing, where the printer is, leads.
  expect([front, back].map((t) => [/leads/.test(t.text), fold.axis === 'across' && t.y < fold.at])).toEqual(
    [front, back].map((t) => [/leads/.test(t.text), /leads/.test(t.text)]),
  )
  if (fold.axis === 'across') expect([front, back].filter((t) => /leads/.test(t.text))).toHaveLength(1)
})

test('a wrapped canvas shows its face and, beyond the picture, where the corners fold: in line with the face', () => {
  const plate = plateOf({
    brief: {
      paperId: 'mainsail-canvas',
      sheet: null,
      size: { by: 'picture', width: mm(600), height: null },
      make: NEW_MAKE['wrapped-canvas'],
    },
  })
  const { drawing } = drawn(plate)
  const face = sideOf(plate)?.face
  const picture = layoutOf(plate)?.picture
  if (!face || !picture) throw new Error('no face')
  expect(drawing.marks.find((m) => m.kind === 'rect' && m.role === 'face')).toMatchObject({ rect: face })
  const marks = lines(drawing, 'face')
  expect(marks).toHaveLength(8)
  for (const { x1, y1, x2, y2 } of marks) {
    const upright = Math.abs(x1 - x2) < 1
    const inLine = upright
      ? [face.x, face.x + face.w].some((x) => Math.abs(x - x1) < 300)
      : [face.y, face.y + face.h].some((y) => Math.abs(y - y1) < 300)
    const beyond = upright
      ? Math.max(y1, y2) <= picture.y || Math.min(y1, y2) >= picture.y + picture.h
      : Math.max(x1, x2) <= picture.x || Math.min(x1, x2) >= picture.x + picture.w
    expect([upright, inLine, beyond]).toEqual([upright, true, true])
  }
})

test('what goes round the bars is drawn with its canvas where it is not the picture’s own, and never on a print', () => {
  const sides = (make: object) => {
    const plate = plateOf({
      brief: {
        paperId: 'mainsail-canvas',
        sheet: null,
        size: { by: 'picture', width: mm(600), height: null },
        make: { ...NEW_MAKE['wrapped-canvas'], ...make },
      },
    })
    const mark = drawn(plate).drawing.marks.find((m) => m.kind === 'picture')
    return mark?.kind === 'picture' ? mark.sides : undefined
  }
  expect([sides({ wrap: 'mirror', depth: mm(33) }), sides({ wrap: 'picture', depth: mm(33) })]).toEqual([
    expect.objectContaining({ depth: mm(33), wrap: 'mirror' }),
    null,
  ])
  expect(sides(NEW_MAKE.print)).toBeNull()
})

test('each of several canvases shows its own face and corners, whichever sheet is looked at', () => {
  const of = several(
    [600, 450].map((width) => ({ size: { by: 'picture' as const, width: mm(width), height: null } })),
    APART,
    { paperId: 'mainsail-canvas', sheet: null, make: NEW_MAKE['wrapped-canvas'] },
  )
  const plate = resolve(of, studioOf())
  const shown = plate.forms.map(({ id }) => drawn(plate, { form: id }).drawing)
  // Three to two, as wide as they were asked for, on whichever side they lie.
  const faces = shown.map(({ marks }) =>
    marks.flatMap((m) => (m.kind === 'rect' && m.role === 'face' ? [[m.rect.w, m.rect.h].sort()] : [])),
  )
  expect(faces).toEqual([[[mm(400), mm(600)]], [[mm(300), mm(450)]]])
  const ends = shown.map((d) => Math.max(...lines(d, 'face').map(({ y1, y2 }) => Math.max(y1, y2))))
  const feet = plate.forms.map(({ placements }) => Math.max(...placements.map(({ picture: p }) => p.y + p.h)))
  for (const [i, end] of ends.entries()) expect([i, end >= (feet[i] ?? 0), end < (feet[i] ?? 0) + mm(20)]).toEqual([i, true, true])
})

test('the page is outlined from a twentieth of a millimetre of difference on, in any of its four figures', () => {
  const has = (plate: Plate) => drawn(plate).drawing.marks.some((m) => m.role === 'page')
  const off = (key: 'x' | 'y' | 'w' | 'h', by: number) => {
    const plate = structuredClone(plateOf({ pins: { page: 'measured' } }))
    const form = plate.forms[0]
    if (!form) throw new Error('no form')
    form.page = { ...form.sheet, [key]: form.sheet[key] + by }
    return has(plate)
  }
  for (const key of ['x', 'y', 'w', 'h'] as const)
    expect([key, off(key, 50), off(key, 51), off(key, -51)]).toEqual([key, false, true, true])
})

test('the guide is drawn at the side it is on: left, right, or centred below', () => {
  const at = (registration: Path['registration']) => {
    const { drawing, layout } = drawn(
      plateOf({
        pins: { path: 'heron-cassette' },
        studio: (s) => {
          for (const p of s.printers) for (const path of p.paths) path.registration = registration
        },
      }),
    )
    const line = lines(drawing, 'guide')[0]
    return { line, w: layout.sheet.w, h: layout.sheet.h, drawing }
  }
  const [left, right, centre] = [at('left'), at('right'), at('centre')]
  expect([(left.line?.x1 ?? 0) < 0, (right.line?.x1 ?? 0) > right.w, centre.line?.x1 === centre.w / 2]).toEqual([true, true, true])
  for (const { line, h } of [left, right]) expect([line?.y1, line?.y2, line?.x1 === line?.x2]).toEqual([0, h, true])
  expect([said(left.drawing, 'fixed guide').anchor, said(right.drawing, 'fixed guide').anchor]).toEqual(['start', 'end'])
  expect((centre.line?.y1 ?? 0) > centre.h && (centre.line?.y2 ?? 0) > (centre.line?.y1 ?? 0)).toBe(true)
})

test('the feed arrow points up into the printer, which lies across the leading edge', () => {
  const { drawing, layout } = drawn(plateOf({}))
  const [feed] = lines(drawing, 'feed')
  expect((feed?.y2 ?? 0) < (feed?.y1 ?? 0) && (feed?.y1 ?? 0) < 0 && feed?.x1 === feed?.x2).toBe(true)
  const printer = drawing.marks.find((m) => m.kind === 'rect' && m.role === 'printer')
  if (printer?.kind !== 'rect') throw new Error('no printer')
  expect([printer.rect.x < 0, printer.rect.x + printer.rect.w > layout.sheet.w, printer.rect.y + printer.rect.h < (feed?.y2 ?? 0)]).toEqual(
    [true, true, true],
  )
  expect(said(drawing, 'trailing edge').y).toBeGreaterThan(layout.sheet.h)
  expect(said(drawing, 'leading edge, into the printer').y).toBeLessThan(0)
})

describe('a ruler looked at closely', () => {
  const close = (x: number, y: number, unit: 'mm' | 'in' = 'mm') => {
    const view = { x, y, w: mm(12), h: mm(8) }
    const drawing = drawSheet(plateOf({}), unit, { view })
    if (!drawing) throw new Error('nothing drawn')
    return { view, ticks: lines(drawing, 'ruler') }
  }
  const SHEET = { w: mm(296.6), h: mm(419.8) }
  test('counts inwards from the near edge, tenths short and millimetres twice as long', () => {
    const { view, ticks } = close(-mm(4), -mm(3))
    const down = ticks.filter((t) => t.x1 === t.x2)
    expect(down.map((t) => t.x1)).toEqual([...Array(80).keys()].map((i) => i * 100))
    const long = down.filter((_, i) => i % 10 === 0).map((t) => t.y1 - t.y2)
    const short = down.filter((_, i) => i % 10 !== 0).map((t) => t.y1 - t.y2)
    expect(new Set(long.map((v) => Math.round(v)))).toEqual(new Set([Math.round(view.h * 0.044)]))
    expect(new Set(short.map((v) => Math.round(v)))).toEqual(new Set([Math.round(view.h * 0.022)]))
    expect(ticks.filter((t) => t.y1 === t.y2).map((t) => t.y1)).toEqual([...Array(50).keys()].map((i) => i * 100))
  })
  test('and from the far edge, where that is in view', () => {
    const { ticks } = close(SHEET.w - mm(5), SHEET.h - mm(3))
    const down = ticks.filter((t) => t.x1 === t.x2).map((t) => t.x1)
    expect([down[0], down.length]).toEqual([SHEET.w, 50])
    expect(down[1]).toBe(SHEET.w - 100)
    const across = ticks.filter((t) => t.y1 === t.y2).map((t) => t.y1)
    expect([across[0], across[1], across.length]).toEqual([SHEET.h, SHEET.h - 100, 30])
  })
  test('in inches it counts sixty-fourths, sixteenths long; where no edge is in view there is none', () => {
    const down = close(-mm(4), -mm(3), 'in').ticks.filter((t) => t.x1 === t.x2)
    expect(down[1]?.x1).toBeCloseTo(25_400 / 64, 6)
    expect(down.filter((t) => t.y1 - t.y2 > mm(8) * 0.03).map((t) => t.x1)).toEqual([0, 1, 2, 3, 4, 5].map((i) => (i * 25_400) / 16))
    expect(close(mm(100), mm(100)).ticks).toEqual([])
  })
})

const PATHS = studioOf().printers.flatMap((p) => p.paths)

test.each(PATHS.map((p) => [p.id, p] as const))(
  'the drawing of %s has each margin at its own edge and its guide at its side',
  (_id, path) => {
    const four = { ...path, margins: { leading: 3100, trailing: 14_200, left: 4300, right: 5400 } }
    for (const registration of ['left', 'right', 'centre'] as const) {
      const drawing = drawPath({ ...four, registration }, 'mm')
      const paper = drawing.marks[0]
      if (paper?.kind !== 'rect') throw new Error('no sheet')
      const { w, h } = paper.rect
      // About A3, within what the path takes.
      expect([w, h]).toEqual([
        Math.min(path.width.max, Math.max(path.width.min, mm(297))),
        Math.min(path.length.max, Math.max(path.length.min, mm(420))),
      ])
      expect([said(drawing, '3.1').y < 0, said(drawing, '14.2').y > h, said(drawing, '4.3').x < 0, said(drawing, '5.4').x > w]).toEqual(
        Array(4).fill(true),
      )
      expect([said(drawing, '3.1').x, said(drawing, '14.2').x, said(drawing, '4.3').y, said(drawing, '5.4').y]).toEqual([
        w / 2,
        w / 2,
        h / 2,
        h / 2,
      ])
      const hatches = drawing.marks.flatMap((m) => (m.kind === 'hatch' ? [[m.role, m.rect]] : []))
      expect(hatches).toEqual([
        ['unprintable', { x: 0, y: 0, w, h: 3100 }],
        ['dead', { x: 0, y: h - 14_200, w, h: 14_200 }],
        ['unprintable', { x: 0, y: 3100, w: 4300, h: h - 17_300 }],
        ['unprintable', { x: w - 5400, y: 3100, w: 5400, h: h - 17_300 }],
      ])
      expect(said(drawing, /^prints on/).text).toContain(`${((w - 9700) / 1000).toFixed(1)} × ${((h - 17_300) / 1000).toFixed(1)} mm`)
      const guide = lines(drawing, 'guide')[0]
      expect(registration === 'left' ? (guide?.x1 ?? 0) < 0 : registration === 'right' ? (guide?.x1 ?? 0) > w : guide?.x1 === w / 2).toBe(
        true,
      )
      // A fixed guide runs along the whole side; a pair that keeps the middle is marked below the sheet and its number.
      const below = said(drawing, '14.2').y
      expect(
        registration === 'centre' ? (guide?.y1 ?? 0) > below && (guide?.y2 ?? 0) > (guide?.y1 ?? 0) : guide?.y1 === 0 && guide?.y2 === h,
      ).toBe(true)
      // Whatever is drawn lies within the picture, down to the foot of its words.
      const { bounds, textSize } = drawing
      for (const mark of drawing.marks) {
        const [top, bottom] =
          mark.kind === 'text' ? [mark.y - mark.size, mark.y + mark.size * 0.3] : mark.kind === 'line' ? [mark.y1, mark.y2] : [0, h]
        expect([mark.kind, top >= bounds.y, bottom <= bounds.y + bounds.h]).toEqual([mark.kind, true, true])
      }
      // And not much lower than it needs.
      expect(bounds.y + bounds.h - h).toBeLessThan(textSize * 6)
      expect(-bounds.y).toBeLessThan(textSize * 6)
      // What an edge can do stands beyond its number, away from the sheet at the leading edge, below it elsewhere.
      const bare = drawPath(
        {
          ...four,
          registration,
          borderless: { edges: ['leading', 'left'], sizes: 'any', margins: null, enforced: 20_000 } as Path['borderless'],
        },
        'mm',
      )
      const [atLead, atLeft] = texts(bare).filter((t) => t.text === 'borderless')
      expect([(atLead?.y ?? 0) < said(bare, '3.1').y, (atLeft?.y ?? 0) > said(bare, '4.3').y, atLeft?.x === said(bare, '4.3').x]).toEqual([
        true,
        true,
        true,
      ])
      expect(registration === 'centre' ? (guide?.y1 ?? 0) > h : guide?.y1 === 0 && guide?.y2 === h).toBe(true)
      const b = path.borderless
      expect(texts(drawing).filter((t) => t.text === 'borderless')).toHaveLength(b ? b.edges.length : 0)
      readable(drawing)
    }
  },
)

/** No word beyond the drawing or over another. The mono face advances by 0.6 of its height (the face’s own figure). */
function readable(drawing: Drawing): void {
  const boxes = texts(drawing).map((t) => {
    const length = t.text.length * t.size * 0.6
    const x = t.x - (t.anchor === 'middle' ? length / 2 : t.anchor === 'end' ? length : 0)
    return { text: t.text, x, y: t.y - t.size * 0.8, w: length, h: t.size }
  })
  const { x, y, w, h } = drawing.bounds
  for (const [i, a] of boxes.entries()) {
    expect([a.text, a.x >= x, a.y >= y, a.x + a.w <= x + w, a.y + a.h <= y + h]).toEqual([a.text, true, true, true, true])
    for (const b of boxes.slice(i + 1))
      expect([a.text, b.text, a.x < b.x + b.w && b.x < a.x + a.w && a.y < b.y + b.h && b.y < a.y + a.h]).toEqual([a.text, b.text, false])
  }
}

describe('the layout test', () => {
  const box = { w: mm(190), h: mm(277) }
  const identity = { printer: 'Heron', path: 'Cassette', stock: 'Lustre A4', date: '2026-01-01' }
  const drawing = drawLayoutTest(box, 'mm', identity)
  const all = lines(drawing, 'dimension')
  test('its box is what is measured: the outer edge of each line lies on the box', () => {
    const half = STROKE / 2
    expect(all.slice(0, 4).map((l) => [l.x1, l.y1, l.x2, l.y2])).toEqual([
      [0, half, box.w, half],
      [0, box.h - half, box.w, box.h - half],
      [half, 0, half, box.h],
      [box.w - half, 0, box.w - half, box.h],
    ])
    const cross = all.slice(4, 6)
    expect(cross.map((l) => [(l.x1 + l.x2) / 2, (l.y1 + l.y2) / 2])).toEqual([
      [box.w / 2, box.h / 2],
      [box.w / 2, box.h / 2],
    ])
    expect([(cross[0]?.x2 ?? 0) - (cross[0]?.x1 ?? 0), (cross[1]?.y2 ?? 0) - (cross[1]?.y1 ?? 0)].map(Math.round)).toEqual([
      Math.round(mm(190) / 6),
      Math.round(mm(190) / 6),
    ])
  })
  test('a ruler runs 50 mm in from each edge, its ticks every millimetre, longer at fives and tens', () => {
    const lengths = { 2000: 0, 3500: 0, 5000: 0 } as Record<number, number>
    // From the leading edge: ticks to the right of a quarter of the width.
    const ticks = all.slice(6).filter((l) => l.x1 === box.w / 4 && l.y1 === l.y2)
    expect(ticks.map((t) => t.y1 + TEST_INSET)).toEqual([...Array(51).keys()].map((i) => mm(10 + i)))
    for (const t of ticks) lengths[t.x2 - t.x1] = (lengths[t.x2 - t.x1] ?? 0) + 1
    expect(lengths).toEqual({ 2000: 40, 3500: 5, 5000: 6 })
    expect(ticks.filter((t) => t.x2 - t.x1 === 5000).map((t) => t.y1 + TEST_INSET)).toEqual([10, 20, 30, 40, 50, 60].map(mm))
  })
  test('every number stands by the tick that many millimetres from the edge of the sheet, at all four edges', () => {
    const numbers = texts(drawing).filter((t) => /^\d+$/.test(t.text))
    expect(numbers).toHaveLength(20)
    const from: Record<string, (t: Text) => number> = {
      start: (t) => t.y - mm(0.9) + TEST_INSET,
      end: (t) => box.h - (t.y - mm(0.9)) + TEST_INSET,
    }
    for (const t of numbers) {
      const along = from[t.anchor]?.(t) ?? (t.x < box.w / 2 ? t.x : box.w - t.x) + TEST_INSET
      expect([t.text, Math.round(along)]).toEqual([t.text, mm(Number(t.text))])
    }
  })
  test('in inches it counts sixteenths, and says which', () => {
    const inches = drawLayoutTest(box, 'in', identity)
    const ticks = lines(inches, 'dimension')
      .slice(6)
      .filter((l) => l.x1 === box.w / 4 && l.y1 === l.y2)
    // The first sixteenth beyond 10 mm is the seventh: 11.1125 mm.
    expect(ticks[0]?.y1 === 0 ? ticks[1]?.y1 : ticks[0]?.y1).toBeCloseTo(11_112.5 - 10_000, 6)
    expect(ticks.filter((t) => t.x2 - t.x1 === 5000).map((t) => t.y1 + TEST_INSET)).toEqual([25_400, 50_800])
    expect(ticks.filter((t) => t.x2 - t.x1 === 3500).map((t) => t.y1 + TEST_INSET)).toEqual([12_700, 38_100])
    expect(texts(inches).some((t) => t.text.includes('10 mm (0.39 in) inside'))).toBe(true)
  })
  test('its words are of one column, evenly spaced, and on a small sheet too', () => {
    for (const b of [box, { w: mm(82), h: mm(132) }]) {
      const of = drawLayoutTest(b, 'mm', identity)
      const column = texts(of).filter(
        (t) => ['Layout test', 'Heron, Cassette', 'Lustre A4', '2026-01-01'].includes(t.text) || t.text.startsWith('Sheet '),
      )
      expect(column).toHaveLength(5)
      const steps = column.slice(1).map((t, i) => Math.round(t.y - (column[i]?.y ?? 0)))
      expect(new Set(steps)).toEqual(new Set([Math.round(1.5 * of.textSize)]))
      for (const t of column) expect(t.x).toBe(b.w / 2)
      const ends = [said(of, 'leading edge').y / b.h, said(of, 'trailing edge').y / b.h].map((share) => Math.floor(share * 10))
      // In the first and in the last tenth of the box.
      expect(ends).toEqual([0, 9])
      readable(of)
    }
  })
})

test.each([
  [210, 297],
  [297, 210],
  [102, 152],
  [127, 178],
  [80, 200],
  [203, 1000],
  [1118, 600],
])('on a sheet of %s × %s mm no word of the layout test lies on a ruler or its numbers, however long a name is', (w, h) => {
  const box = { w: mm(w - 20), h: mm(h - 20) }
  for (const stock of ['Lustre, lot lustre-a4', 'Saltmarsh Cotton Rag Natural White Extra Heavy, lot cotton-a3-2026-11-heavy']) {
    const of = drawLayoutTest(box, 'mm', { printer: 'Albatross 44', path: 'Roll with its spindle', stock, date: '2026-11-28' })
    readable(of)
    expect(of.bounds).toEqual({ x: 0, y: 0, ...box })
    const ticks = lines(of, 'dimension').slice(6)
    for (const t of texts(of).filter(({ text }) => !/^\d+$/.test(text))) {
      const [left, right] = [t.x - (t.text.length * t.size * 0.6) / 2, t.x + (t.text.length * t.size * 0.6) / 2]
      const on = ticks.filter(
        (l) =>
          Math.min(l.x1, l.x2) < right &&
          Math.max(l.x1, l.x2) > left &&
          Math.min(l.y1, l.y2) < t.y &&
          Math.max(l.y1, l.y2) > t.y - t.size * 0.8,
      )
      expect([t.text, on.length]).toEqual([t.text, 0])
    }
    // Beneath the cross in the middle, one line under the other: what it is, its path, its stock, its sheet, its day.
    const under = texts(of).filter(({ text, y }) => !/edge$|^\d+$/.test(text) && y > box.h / 2)
    expect(under.map(({ text }) => text.slice(0, 5))).toEqual(['Layou', 'Albat', stock.slice(0, 5), 'Sheet', '2026-'])
    for (const [i, line] of under.entries()) expect(line.y - (under[i - 1]?.y ?? box.h / 2)).toBeGreaterThan(line.size)
    // A name that is not too long is as large as the rest.
    const [title, , third] = texts(of).filter(({ text }) => !/^\d+$/.test(text))
    if (stock.length < 30) expect(third?.size).toBe(title?.size)
  }
})

test('rulers lie along the edges that are looked at, and count as far as is seen', () => {
  const paper = { x: 0, y: 0, w: mm(100), h: mm(300) }
  const drawnAt = (view: { x: number; y: number; w: number; h: number }) => {
    const marks = rulers(paper, view, 'mm')
    return {
      bands: marks.filter((m) => m.kind === 'rect').length,
      ticks: marks.filter((m): m is Line => m.kind === 'line'),
    }
  }
  // The right edge alone, far from both ends: 10 mm of paper are left of it, so a hundred tenths less the edge itself.
  const right = drawnAt({ x: mm(90), y: mm(140), w: mm(36), h: mm(24) })
  expect(right.bands).toBe(1)
  expect(right.ticks.map((t) => t.x1).sort((a, b) => a - b)[0]).toBe(mm(90.1))
  expect(right.ticks).toHaveLength(100)
  // The trailing edge alone, at a view taller than wide: down to 26 mm before it.
  const trailing = drawnAt({ x: mm(40), y: mm(274), w: mm(12), h: mm(30) })
  expect(trailing.bands).toBe(1)
  expect(trailing.ticks.map((t) => t.y1).sort((a, b) => a - b)[0]).toBe(mm(274.1))
  expect(trailing.ticks).toHaveLength(260)
  // The leading edge likewise.
  const leading = drawnAt({ x: mm(40), y: mm(-5), w: mm(12), h: mm(30) })
  expect(leading.ticks.map((t) => t.y1).sort((a, b) => b - a)[0]).toBe(mm(24.9))
  expect(drawnAt({ x: mm(40), y: mm(100), w: mm(12), h: mm(30) })).toEqual({ bands: 0, ticks: [] })
})

test('in inches a ruler has sixteenths of an inch, each in quarters, the first at the edge', () => {
  const paper = { x: 0, y: 0, w: 4 * 25_400, h: 12 * 25_400 }
  const view = { x: 3 * 25_400, y: 5 * 25_400, w: 1.5 * 25_400, h: 25_400 }
  const ticks = rulers(paper, view, 'in').filter((m): m is Line => m.kind === 'line')
  const from = (t: Line) => paper.w - t.x1
  const long = ticks.filter((t) => Math.abs(t.y1 - t.y2) > view.h * 0.03).sort((a, b) => from(a) - from(b))
  expect([ticks.length, long.length]).toEqual([64, 16])
  for (const [i, t] of long.entries()) expect(from(t)).toBeCloseTo((i * 25_400) / 16, 6)
})

test('the numbers of the left and the right border stand at one height', () => {
  const { drawing, layout } = drawn(plateOf(UNEVEN))
  const at = (edge: 'left' | 'right') => said(drawing, (layout.borders[edge] / 1000).toFixed(1)).y
  expect(at('left')).toBe(at('right'))
})

test('how far a long sheet may drift is drawn at both sides of the picture, and said beside it', () => {
  const { drawing, layout, size } = drawn(
    plateOf({
      brief: {
        paperId: 'pilot-rag',
        sheet: { width: null, length: mm(1500), name: null },
        picture: picture({ width: 3000, height: 9000 }),
        size: { by: 'picture', width: mm(300), height: null },
      },
      pins: { path: 'heron-roll' },
    }),
  )
  const { visible } = layout
  const sides = lines(drawing, 'skew')
  expect(visible.x).not.toBe(visible.y)
  expect(sides.map((l) => l.x1)).toEqual([visible.x, visible.x, visible.x + visible.w, visible.x + visible.w])
  const words = said(drawing, /^drift/)
  expect([words.anchor, words.x]).toEqual(['end', -size * 0.7])
})
