import { layoutOf, type Plate, sideOf } from '../../plate/resolve/plate.ts'
import { plateOf, sheet, studioOf } from '../../testing/fixtures.ts'
import { NEW_MAKE } from '../../things/brief/make.ts'
import { mm } from '../../things/length/length.ts'
import type { Path } from '../../things/paths/path.ts'
import { cutsOf, drawCuts } from './cut-drawing.ts'
import { dimensions } from './dimensions.ts'
import type { Drawing } from './drawing.ts'
import { drawPath } from './path-drawing.ts'
import { drawSheet, strips } from './sheet-drawing.ts'

/*
 * The conventions of our drawings, read with a ruler that is divided in heights of the drawing’s own text: how far every word and line
 * stands from what it belongs to. They are ours; that no word lies on another and none is cut off follows from them
 * (sheet-drawing.test.ts), and a drawing that is looked at for years should not move about.
 */

/** Where every word stands: from the left or right side of the sheet and from its leading or trailing edge, in heights, as it is anchored. */
function wordsOf({ marks, textSize }: Drawing, { w, h }: { w: number; h: number }) {
  const from = (at: number, size: number, ends: [string, string]) => {
    const middle = Math.abs(at - size / 2) < textSize * 2
    const [name, off] = middle ? ['middle', at - size / 2] : at > size / 2 ? [ends[1], at - size] : [ends[0], at]
    return `${name} ${(off / textSize).toFixed(2).replace('-0.00', '0.00')}`
  }
  return Object.fromEntries(
    marks.flatMap((m) =>
      m.kind === 'text'
        ? [
            [
              m.text,
              [from(m.x, w, ['left', 'right']), from(m.y, h, ['leading', 'trailing']), m.anchor, (m.size / textSize).toFixed(2)].join(', '),
            ],
          ]
        : [],
    ),
  )
}
const linesOf = ({ marks, textSize }: Drawing, role: string, { w, h }: { w: number; h: number }) =>
  marks.flatMap((m) =>
    m.kind === 'line' && m.role === role
      ? [
          [
            [m.x1, w],
            [m.y1, h],
            [m.x2, w],
            [m.y2, h],
          ].map(([at, size]) => {
            const [a, s] = [at as number, size as number]
            return a > s / 2 + 1 ? `+${((a - s) / textSize).toFixed(2)}` : Math.abs(a - s / 2) <= 1 ? 'middle' : (a / textSize).toFixed(2)
          }),
        ]
      : [],
  )
const margins = ({ bounds: b, textSize }: Drawing, { w, h }: { w: number; h: number }) =>
  [-b.x, -b.y, b.x + b.w - w, b.y + b.h - h].map((v) => (v / textSize).toFixed(2))
const drawn = (plate: Plate, options = {}) => {
  const drawing = drawSheet(plate, 'mm', options)
  const layout = layoutOf(plate)
  if (!drawing || !layout) throw new Error('nothing drawn')
  return { drawing, layout, paper: layout.sheet }
}
const guidedBy = (registration: Path['registration'], brief = {}, pins = {}) =>
  drawn(
    plateOf({
      brief,
      pins,
      studio: (s) => {
        for (const p of s.printers) for (const path of p.paths) path.registration = registration
      },
    }),
  )

test('a whole sheet: numbers 0.7 off its edges, its size further out, what leads above it and what trails below', () => {
  // 180 mm wide on 296.6 × 419.8 mm, 21 and 62 mm in: no border is like another.
  const uneven = {
    brief: { size: { by: 'picture' as const, width: mm(180), height: null } },
    pins: { page: 'measured', path: 'heron-cassette', orientation: '0', placement: `at:${mm(21)},${mm(62)}` },
  }
  const { drawing, layout, paper } = drawn(plateOf(uneven))
  const { visible, borders } = layout
  // A height is a thirty-fourth of what is drawn.
  expect(drawing.textSize).toBeCloseTo(419_800 / 34, 6)
  const words = wordsOf(drawing, paper)
  const number = (v: number) => words[(v / 1000).toFixed(1)]
  const midX = `left ${((visible.x + visible.w / 2) / drawing.textSize).toFixed(2)}`
  const midY = `leading ${((visible.y + visible.h / 2) / drawing.textSize + 0.35).toFixed(2)}`
  expect([borders.leading, borders.trailing, borders.left, borders.right].map(number)).toEqual([
    `${midX}, leading -0.70, middle, 1.00`,
    `${midX}, trailing 1.40, middle, 1.00`,
    `left -0.70, ${midY}, end, 1.00`,
    `right 0.70, ${midY}, start, 1.00`,
  ])
  expect(words).toMatchObject({
    '296.6 mm': 'middle 0.00, trailing 5.60, middle, 1.00',
    '419.8 mm': 'right 6.70, middle 0.00, middle, 1.00',
    'leading edge, into the printer': `left ${((0.12 * paper.w) / drawing.textSize + 0.6).toFixed(2)}, leading -2.20, start, 0.85`,
    'trailing edge': 'left 0.00, trailing 1.50, start, 0.85',
  })
  expect(linesOf(drawing, 'extent', paper)).toEqual([
    ['0.00', '+4.40', '+0.00', '+4.40'],
    ['+5.60', '0.00', '+5.60', '+0.00'],
  ])
  const across = ((0.12 * paper.w) / drawing.textSize).toFixed(2)
  expect(linesOf(drawing, 'feed', paper)).toEqual([[across, '-0.60', across, '-3.20']])
  const printer = drawing.marks.find((m) => m.kind === 'rect' && m.role === 'printer')
  if (printer?.kind !== 'rect') throw new Error('no printer')
  const { x, y, w, h } = printer.rect
  expect([x, y, w - paper.w, h].map((v) => Number((v / drawing.textSize).toFixed(2)))).toEqual([-1, -4.6, 2, 1.1])
  expect(margins(drawing, paper)).toEqual(['7.40', '5.40', '7.40', '6.80'])
})

test('a guide: beside its side, its name at that end of the foot; the middle between two marks below it', () => {
  const [left, right, centre] = (['left', 'right', 'centre'] as const).map((r) => guidedBy(r, {}, { path: 'heron-cassette' }))
  if (!left || !right || !centre) throw new Error('not drawn')
  expect([linesOf(left.drawing, 'guide', left.paper), wordsOf(left.drawing, left.paper)['fixed guide']]).toEqual([
    [['-0.35', '0.00', '-0.35', '+0.00']],
    'left 0.00, trailing 2.90, start, 0.85',
  ])
  expect([linesOf(right.drawing, 'guide', right.paper), wordsOf(right.drawing, right.paper)['fixed guide']]).toEqual([
    [['+0.35', '0.00', '+0.35', '+0.00']],
    'right 0.00, trailing 2.90, end, 0.85',
  ])
  expect([linesOf(centre.drawing, 'guide', centre.paper), wordsOf(centre.drawing, centre.paper)['guides centre the sheet']]).toEqual([
    [['middle', '+1.90', 'middle', '+3.20']],
    'middle 0.40, trailing 2.90, start, 0.85',
  ])
})

test('a sheet narrower than eighteen heights has its words beside it', () => {
  const strip = {
    paperId: 'quay-matte',
    sheet: { width: mm(203), length: mm(1000), name: null },
    size: { by: 'sheet' as const, fill: false },
  }
  const [left, right, centre] = (['left', 'right', 'centre'] as const).map((r) => guidedBy(r, strip))
  if (!left || !right || !centre) throw new Error('not drawn')
  const foot = (of: typeof left, text: string) => wordsOf(of.drawing, of.paper)[text]
  expect([foot(left, 'guide left'), foot(right, 'fixed guide'), foot(centre, 'centred')]).toEqual([
    'right 0.80, trailing 1.50, start, 0.85',
    'right 0.80, trailing 1.50, start, 0.85',
    'right 0.80, trailing 1.50, start, 0.85',
  ])
  expect(foot(left, 'trailing edge')).toBe('left -0.40, trailing 1.50, end, 0.85')
  expect(foot(left, 'leading edge')).toBe(
    `left ${((0.12 * left.paper.w) / left.drawing.textSize + 0.6).toFixed(2)}, leading -2.20, start, 0.85`,
  )
  const drift = Object.entries(wordsOf(left.drawing, left.paper)).find(([text]) => text.startsWith('drift'))?.[1]
  expect(drift).toMatch(/^left -0.70, trailing -\d+\.\d\d, end, 0.85$/)
})

test('inside a frame that is trimmed to, numbers stand beside their arrows, and the frame is named in its corner', () => {
  const { drawing, layout } = drawn(
    plateOf({
      brief: { finished: { width: mm(250), length: mm(350) }, size: { by: 'picture', width: mm(120), height: null } },
      pins: { orientation: '0' },
    }),
  )
  const { frame, visible, borders } = layout
  const s = drawing.textSize
  const at = (text: string) => {
    const found = drawing.marks.filter((m) => m.kind === 'text' && m.text === text)
    return found.flatMap((m) => (m.kind === 'text' ? [[m.x, m.y, m.anchor].map((v) => (typeof v === 'number' ? Math.round(v) : v))] : []))
  }
  const [midX, midY] = [visible.x + visible.w / 2, visible.y + visible.h / 2]
  expect(Math.min(...Object.values(borders))).toBeGreaterThan(3 * s)
  const r = (x: number, y: number, anchor: string) => [Math.round(x), Math.round(y), anchor]
  expect(at((borders.leading / 1000).toFixed(1))).toContainEqual(r(midX + 0.7 * s, (frame.y + visible.y) / 2 + 0.35 * s, 'start'))
  expect(at((borders.trailing / 1000).toFixed(1))).toContainEqual(
    r(midX + 0.7 * s, (visible.y + visible.h + frame.y + frame.h) / 2 + 0.35 * s, 'start'),
  )
  expect(at((borders.left / 1000).toFixed(1))).toContainEqual(r((frame.x + visible.x) / 2, midY - 0.7 * s, 'middle'))
  expect(at((borders.right / 1000).toFixed(1))).toContainEqual(r((visible.x + visible.w + frame.x + frame.w) / 2, midY - 0.7 * s, 'middle'))
  expect(at('trim')).toEqual([r(frame.x + 0.4 * s, frame.y + frame.h - 0.5 * s, 'start')])
})

test('looked at closely, what is measured stays within the middle 84 % of what is seen', () => {
  const plate = plateOf({ pins: { orientation: '0' } })
  const { visible } = layoutOf(plate) ?? {}
  if (!visible) throw new Error('no picture')
  const at = (view: { x: number; y: number; w: number; h: number }) => {
    const lines = drawSheet(plate, 'mm', { view })?.marks.flatMap((m) => (m.kind === 'line' && m.role === 'dimension' ? [m] : [])) ?? []
    return [lines.find((l) => l.x1 === l.x2)?.x1, lines.find((l) => l.y1 === l.y2)?.y1]
  }
  const near = { x: -mm(6), y: -mm(9), w: mm(60), h: mm(40) }
  expect(at(near)).toEqual([near.x + 0.92 * near.w, near.y + 0.92 * near.h])
  const far = { x: mm(250), y: mm(390), w: mm(60), h: mm(40) }
  expect(at(far)).toEqual([far.x + 0.08 * far.w, far.y + 0.08 * far.h])
  const middle = { x: mm(100), y: mm(150), w: mm(90), h: mm(90) }
  expect(at(middle)).toEqual([visible.x + visible.w / 2, visible.y + visible.h / 2])
})

test('a card: the word at its fold beside the line, those of its halves at their heads', () => {
  const plate = plateOf({ brief: { paperId: 'keepsake-card', sheet: sheet('iso_a4_210x297mm'), make: NEW_MAKE['folded-card'] } })
  const { drawing, paper } = drawn(plate)
  const { fold } = sideOf(plate) ?? {}
  if (fold?.axis !== 'across') throw new Error('folded along')
  const s = drawing.textSize
  const of = (text: RegExp) =>
    drawing.marks.flatMap((m) => (m.kind === 'text' && text.test(m.text) ? [[m.x / s, (m.y - fold.at) / s]] : []))
  const words = [...of(/^front/), ...of(/^back/)].sort((a, b) => (a[1] ?? 0) - (b[1] ?? 0))
  expect(words.map(([x]) => x?.toFixed(2))).toEqual(['0.90', '0.90'])
  expect(words.map(([, y]) => y?.toFixed(2))).toEqual([(1.7 - fold.at / s).toFixed(2), '1.70'])
  expect(of(/^fold$/).map(([x, y]) => [((x ?? 0) - paper.w / s).toFixed(2), y?.toFixed(2)])).toEqual([['0.70', '0.35']])
})

describe('a path', () => {
  const path = studioOf().printers[0]?.paths[0]
  if (!path) throw new Error('no path')
  const four: Path = { ...path, margins: { leading: 3100, trailing: 14_200, left: 4300, right: 5400 } }
  const of = (more: Partial<Path>) => {
    const drawing = drawPath({ ...four, ...more }, 'mm')
    const paper = drawing.marks[0]
    if (paper?.kind !== 'rect') throw new Error('no sheet')
    return { drawing, paper: paper.rect, words: wordsOf(drawing, paper.rect) }
  }
  test('has its margins off the edges, its words in the middle and what leads above', () => {
    const { drawing, paper, words } = of({ registration: 'left', borderless: null, printableSide: 'up' })
    expect(drawing.textSize).toBeCloseTo(Math.max(paper.w * 0.9, paper.h) / 24, 6)
    const middle = (lines: number) => `leading ${((paper.h * 0.42) / drawing.textSize + lines).toFixed(2)}`
    const prints = Object.keys(words).find((text) => text.startsWith('prints on')) ?? ''
    const whole = Object.keys(words).find((text) => text.startsWith('of ')) ?? ''
    // 0.42 of a sheet of this length is within two heights of its middle.
    const told = (text: string) =>
      (words[text] ?? '').replace(/middle (-?[\d.]+), middle, 0.85$/, (_m, off) => {
        return `leading ${(paper.h / 2 / drawing.textSize + Number(off)).toFixed(2)}, middle, 0.85`
      })
    expect([told(prints), told(whole), told('printable side up')]).toEqual(
      [0, 1.4, 3.2].map((lines) => `middle 0.00, ${middle(lines)}, middle, 0.85`),
    )
    expect(words).toMatchObject({
      '3.1': 'middle 0.00, leading -0.70, middle, 1.00',
      '14.2': 'middle 0.00, trailing 1.40, middle, 1.00',
      '4.3': 'left -0.70, middle 0.00, end, 1.00',
      '5.4': 'right 0.70, middle 0.00, start, 1.00',
      'leading edge': 'left 0.00, leading -3.20, start, 0.85',
      'fixed guide': 'left 0.00, trailing 3.60, start, 0.85',
    })
    expect(linesOf(drawing, 'guide', paper)).toEqual([['-0.30', '0.00', '-0.30', '+0.00']])
    expect(margins(drawing, paper)).toEqual(['6.50', '4.40', '6.50', '5.00'])
  })
  test('guided at the right or by the middle says so there', () => {
    const [right, centre] = [of({ registration: 'right' }), of({ registration: 'centre' })]
    expect(right.words['fixed guide']).toBe('right 0.00, trailing 3.60, end, 0.85')
    expect(linesOf(right.drawing, 'guide', right.paper)).toEqual([['+0.30', '0.00', '+0.30', '+0.00']])
    expect(centre.words['guides centre']).toBe('middle 0.50, trailing 3.60, start, 0.85')
    expect(linesOf(centre.drawing, 'guide', centre.paper)).toEqual([['middle', '+2.80', 'middle', '+3.80']])
  })
  test.each([
    ['leading', 'middle 0.00, leading -1.80, middle, 0.85'],
    ['trailing', 'middle 0.00, trailing 2.50, middle, 0.85'],
    ['left', 'left -0.70, middle 1.10, end, 0.85'],
    ['right', 'right 0.70, middle 1.10, start, 0.85'],
  ] as const)('that prints past its %s edge says so a line from its number', (edge, place) => {
    expect(
      of({ borderless: { edges: [edge], sizes: 'any', margins: null, enforced: 20_000 } as Path['borderless'] }).words.borderless,
    ).toBe(place)
  })
})

test('a cut plan has its sheet’s size outside it, what leads above, and room for both', () => {
  const plate = plateOf({ brief: { finished: { width: mm(250), length: mm(350) } } })
  const [form] = plate.forms
  if (!form) throw new Error('no sheet')
  const drawing = drawCuts(form, plate.brief)
  const s = drawing.textSize
  expect(s).toBeCloseTo(Math.max(form.sheet.w * 0.62, form.sheet.h) / 34, 6)
  expect(wordsOf(drawing, form.sheet)['leading edge']).toBe('left 0.00, leading -0.80, start, 0.85')
  expect(margins(drawing, form.sheet)).toEqual(['2.50', '2.40', '7.00', '7.20'])
  // Numbers are 0.7 high, that of the next cut 1.2, each on a ground a tenth higher and wide enough for it.
  const cuts = cutsOf(form).cuts
  const numbers = drawing.marks.flatMap((m, i) => {
    const ground = drawing.marks[i - 1]
    return m.kind === 'text' && m.role === 'strong' && ground?.kind === 'rect'
      ? [
          [
            m.text,
            m.size / s,
            ground.rect.h / m.size,
            ground.rect.w / m.size,
            (m.x - ground.rect.x) / ground.rect.w,
            (m.y - ground.rect.y) / ground.rect.h,
          ],
        ]
      : []
  })
  expect(numbers.map(([n, ...of]) => [n, ...of.map((v) => Number(Number(v).toFixed(2)))])).toEqual(
    cuts.map((_, i) => [String(i + 1), i === 0 ? 1.2 : 0.7, 1.1, 1.12, 0.5, 0.8]),
  )
})

test('what is printed mirrored, and what a printer enforces, is noted at the sheet’s middle: below it, and at the head of what prints', () => {
  const card = {
    paperId: 'beacon-gloss',
    sheet: sheet('na_index-4x6_4x6in'),
    finish: 'borderless' as const,
    size: { by: 'sheet' as const, fill: true },
  }
  const forced = drawn(plateOf({ brief: card, pins: { printer: 'tern', page: 'measured', margins: 'borderless', expansion: 'small' } }))
  const head = (forced.layout.printable.y / forced.drawing.textSize + 1.3).toFixed(2)
  expect(wordsOf(forced.drawing, forced.paper)['4.0 mm enforced all round']).toBe(`middle 0.00, leading ${head}, middle, 0.85`)
  const film = drawn(plateOf({ brief: { make: { as: 'print', mirror: true } } }))
  // Meant 1.5 below; there stands the number of the trailing border, so a line further: 1.1 of its own 0.85.
  expect(wordsOf(film.drawing, film.paper).mirrored).toBe('middle 0.00, trailing 2.44, middle, 0.85')
})

test('under the ticks of a ruler lies a band, 2.4 times as wide as a tick is long, along each edge that is seen', () => {
  const plate = plateOf({})
  const bands = (view: { x: number; y: number; w: number; h: number }) =>
    drawSheet(plate, 'mm', { view })?.marks.flatMap((m) => (m.kind === 'rect' && m.role === 'band' ? [m.rect] : [])) ?? []
  const view = { x: -mm(6), y: -mm(9), w: mm(60), h: mm(40) }
  const wide = 0.022 * mm(40) * 2.4
  const [foot, side] = bands(view)
  expect(foot).toEqual({ x: -mm(6), y: expect.closeTo(mm(31) - wide, 6), w: mm(60), h: expect.closeTo(wide, 6) })
  expect(side).toEqual({ x: -mm(6), y: -mm(9), w: expect.closeTo(wide, 6), h: mm(40) })
  // The sheet’s own edge at the very edge of what is seen is not in it.
  expect(
    [bands({ ...view, x: 0, y: mm(100) }), bands({ ...view, x: mm(100), y: 0 }), bands({ ...view, x: -1, y: mm(100) })].map(
      (b) => b.length,
    ),
  ).toEqual([0, 0, 1])
})

test('that some of the picture does not land on paper is said from a twentieth of a per cent on', () => {
  const plate = structuredClone(plateOf({}))
  const [placement] = plate.forms[0]?.placements ?? []
  if (!placement) throw new Error('no picture')
  const said = (lost: number) => {
    placement.lost = lost
    return drawSheet(plate, 'mm')?.description.match(/(The whole|[\d.]+ % of the) picture.*/)?.[0]
  }
  expect([said(0.0005), said(0.00051), said(0.034)]).toEqual([
    'The whole picture lands on paper.',
    '0.1 % of the picture does not land on paper.',
    '3.4 % of the picture does not land on paper.',
  ])
})

test('of a page inside its sheet the numbers of narrow borders stand outside the page, each beside its own edge, and none half on the sheet', () => {
  const { layout } = drawn(plateOf({}))
  const [size, frame] = [mm(4), { x: mm(11), y: mm(23), w: mm(160), h: mm(250) }]
  const visible = { x: mm(12), y: mm(25), w: mm(158.5), h: mm(247) }
  const borders = { left: mm(1), leading: mm(2), right: mm(0.5), trailing: mm(1) }
  const marks = dimensions({ ...layout, sheet: { x: 0, y: 0, w: mm(210), h: mm(297) }, frame, visible, borders }, 'mm', size, null)
  const words = marks.flatMap((m) => (m.kind === 'text' && m.role === 'strong' ? [[m.text, m.x, m.y, m.anchor]] : []))
  // Seven tenths of a height off, the figures as high as that.
  const [middle, half, off] = [visible.x + visible.w / 2, visible.y + visible.h / 2, 0.7 * size]
  expect(words).toEqual([
    ['2.0', middle, frame.y - off, 'middle'],
    ['1.0', middle, frame.y + frame.h + 2 * off, 'middle'],
    // Three letters, six tenths of their height each, and a gap on either side take 12.8 mm, and there are eleven.
    ['1.0', -off, half + 0.35 * size, 'end'],
    ['0.5', frame.x + frame.w + off, half + 0.35 * size, 'start'],
  ])
  // Whichever edge the page lies near: from where there is room for a number on it stands beside the page.
  const at = (x: number, y: number) =>
    dimensions(
      { ...layout, sheet: { x: 0, y: 0, w: mm(210), h: mm(297) }, frame: { ...frame, x: mm(x), y: mm(y) }, visible, borders },
      'mm',
      size,
      null,
    ).flatMap((m) => (m.kind === 'text' && m.role === 'strong' ? [(m.anchor === 'middle' ? m.y : m.x) / 1000] : []))
  const sides = [12.8, 12.7].map((x) => at(x, 23)[2])
  expect(sides).toEqual([expect.closeTo(12.8 - 2.8, 6), -2.8])
  expect([210 - 160 - 12.8, 210 - 160 - 12.7].map((x) => at(x, 23)[3])).toEqual([expect.closeTo(210 - 12.8 + 2.8, 6), 212.8])
  // Above and below it takes its height and two gaps: 9.6 mm.
  expect([9.6, 9.5].map((y) => at(30, y)[0])).toEqual([expect.closeTo(9.6 - 2.8, 6), -2.8])
  expect([297 - 250 - 9.6, 297 - 250 - 9.5].map((y) => at(30, y)[1])).toEqual([expect.closeTo(297 - 9.6 + 5.6, 6), 302.6])
  expect(
    marks.filter((m) => m.kind === 'line' && m.role === 'dimension' && m.arrows && m.x1 >= frame.x && m.x2 <= frame.x + frame.w),
  ).toEqual([])
})

test('what a rectangle leaves free of another is four strips, those at the sides between the others', () => {
  const outer = { x: 3, y: 50, w: 200, h: 300 }
  const inner = { x: 10, y: 61, w: 180, h: 250 }
  expect(strips(outer, inner)).toEqual([
    ['leading', { x: 3, y: 50, w: 200, h: 11 }],
    ['trailing', { x: 3, y: 311, w: 200, h: 39 }],
    ['left', { x: 3, y: 61, w: 7, h: 250 }],
    ['right', { x: 190, y: 61, w: 13, h: 250 }],
  ])
})
