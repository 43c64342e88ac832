import fc from 'fast-check'
import { layoutOf } from '../../plate/resolve/plate.ts'
import { resolve } from '../../plate/resolve/resolve.ts'
import { anyAsked } from '../../testing/any-plate.ts'
import { plateOf, sheet, studioOf } from '../../testing/fixtures.ts'
import { several } from '../../testing/several.ts'
import { cases } from '../../testing/thorough.ts'
import { NEW_ARRANGEMENT } from '../../things/brief/arrangement.ts'
import type { Item } from '../../things/brief/item.ts'
import { NEW_MAKE } from '../../things/brief/make.ts'
import { mm } from '../../things/length/length.ts'
import { type Drawing, scaled } from './drawing.ts'
import { drawSheet } from './sheet-drawing.ts'

const board = {
  paperId: 'breakwater-board',
  sheet: sheet('iso_a3_297x420mm'),
  size: { by: 'picture' as const, width: mm(390), height: null },
}
const roles = (plate: ReturnType<typeof plateOf>) => new Set(drawSheet(plate, 'mm')?.marks.map((m) => m.role))

test('the sheet is drawn to scale, leading edge at the top, printer above', () => {
  const drawing = drawSheet(plateOf({}), 'mm')
  const at = (role: string) => drawing?.marks.find((m) => m.kind === 'rect' && m.role === role)
  const [paper, printer] = [at('sheet'), at('printer')]
  expect(paper?.kind === 'rect' && paper.rect).toEqual({ x: 0, y: 0, w: mm(296.6), h: mm(419.8) })
  expect(printer?.kind === 'rect' && printer.rect.y + printer.rect.h).toBeLessThan(0)
})

test('all four margins are written, in the unit asked for', () => {
  const text = (unit: 'mm' | 'in') => drawSheet(plateOf({}), unit)?.marks.flatMap((m) => (m.kind === 'text' ? [m.text] : []))
  expect(text('mm')?.filter((t) => t === '20.0').length).toBeGreaterThanOrEqual(2)
  expect(text('in')).toContain('0.79')
})

test('dead margin, clipped picture and bleed each have their mark, and only where they are', () => {
  expect(roles(plateOf({ brief: board })).has('dead')).toBe(true)
  expect(roles(plateOf({ brief: board, pins: { placement: 'centred' } })).has('clipped')).toBe(true)
  expect(roles(plateOf({})).has('dead')).toBe(false)
  expect(roles(plateOf({})).has('clipped')).toBe(false)
  const card = plateOf({
    brief: { paperId: 'beacon-gloss', sheet: sheet('na_index-4x6_4x6in'), finish: 'borderless', size: { by: 'sheet', fill: true } },
  })
  expect(roles(card).has('bleed')).toBe(true)
})

test('the page is outlined only where it differs from the sheet', () => {
  expect(roles(plateOf({ pins: { page: 'measured' } })).has('page')).toBe(false)
  expect(roles(plateOf({ pins: { page: 'iso_a3_297x420mm' } })).has('page')).toBe(true)
})

test('nothing decided, nothing drawn', () =>
  expect(
    drawSheet(
      plateOf({
        studio: (s) => {
          s.printers = []
        },
      }),
      'mm',
    ),
  ).toBeNull())

test('it says in words what it shows', () =>
  expect(drawSheet(plateOf({ brief: board, pins: { placement: 'centred' } }), 'mm')?.description).toMatch(
    /leading 14\.7.*% of the picture does not land on paper/,
  ))

test('what it says does not land on paper is the share that does not', () => {
  const plate = plateOf({ brief: board, pins: { placement: 'centred' } })
  const lost = layoutOf(plate)?.lost ?? 0
  expect(lost).toBeGreaterThan(0.001)
  expect(lost).toBeLessThan(0.5)
  const said = /([\d.]+) % of the picture/.exec(drawSheet(plate, 'mm')?.description ?? '')?.[1]
  expect(Number(said)).toBeCloseTo(lost * 100, 1)
})

const strip = {
  paperId: 'quay-matte',
  sheet: { width: mm(203), length: mm(1000), name: null },
  size: { by: 'sheet' as const, fill: false },
}
const card = {
  paperId: 'beacon-gloss',
  sheet: sheet('na_index-4x6_4x6in'),
  finish: 'borderless' as const,
  size: { by: 'sheet' as const, fill: true },
}
const banner = {
  paperId: 'fairway-satin',
  sheet: { width: mm(609.6), length: mm(5000), name: null },
  size: { by: 'sheet' as const, fill: false },
}
const wide = { paperId: 'mainsail-canvas', sheet: null, size: { by: 'picture' as const, width: mm(900), height: null } }

/** Box a text takes in the mono face: 0.6 of its height a letter (the face's advance width). */
function boxes(drawing: Drawing | null) {
  const texts = drawing?.marks.flatMap((m) => {
    if (m.kind !== 'text') return []
    const length = m.text.length * m.size * 0.6
    const back = m.anchor === 'middle' ? length / 2 : m.anchor === 'end' ? length : 0
    return [
      m.sideways
        ? { text: m.text, x: m.x - m.size * 0.8, y: m.y - length + back, w: m.size, h: length }
        : { text: m.text, x: m.x - back, y: m.y - m.size * 0.8, w: length, h: m.size },
    ]
  })
  return { bounds: drawing?.bounds, texts: texts ?? [] }
}

test.each([
  ['A3', {}],
  ['a metre strip', strip],
  ['a borderless card', card],
  ['five metres of roll', banner],
  ['wide canvas', wide],
  ['board', board],
])('no word is cut off or written over another: %s', (_name, brief) => {
  separate(drawSheet(plateOf({ brief }), 'mm'))
})

function separate(drawing: Drawing | null) {
  const { bounds, texts } = boxes(drawing)
  for (const [i, a] of texts.entries()) {
    if (bounds)
      expect([a.text, a.x >= bounds.x && a.x + a.w <= bounds.x + bounds.w && a.y >= bounds.y && a.y + a.h <= bounds.y + bounds.h]).toEqual([
        a.text,
        true,
      ])
    for (const b of texts.slice(i + 1))
      expect([a.text, b.text, a.x < b.x + b.w && b.x < a.x + a.w && a.y < b.y + b.h && b.y < a.y + a.h]).toEqual([a.text, b.text, false])
  }
}

test('nor on any sheet of any job, front or back', () => {
  fc.assert(
    fc.property(anyAsked, ({ plate }) => {
      for (const { id } of plate.forms) for (const side of ['front', 'back'] as const) separate(drawSheet(plate, 'mm', { form: id, side }))
    }),
    { numRuns: cases(1500, 80), seed: 20_261_128 },
  )
})

test('where ink runs off the edge, the edge of the paper is drawn over the picture, and no arrows in no room', () => {
  const marks = drawSheet(plateOf({ brief: card }), 'mm')?.marks ?? []
  expect(marks.findIndex((m) => m.role === 'edge')).toBeGreaterThan(marks.findIndex((m) => m.role === 'picture'))
  expect(marks.some((m) => m.role === 'dimension')).toBe(false)
})

test('in millimetres everything is a thousandth, and crops stay shares', () => {
  const drawing = drawSheet(plateOf({ brief: strip }), 'mm')
  const small = drawing && scaled(drawing, 0.001)
  expect(small?.bounds.h).toBeCloseTo((drawing?.bounds.h ?? 0) / 1000, 6)
  // Browsers cap a font at 10 000 units; a five-metre drawing in millimetres stays far below.
  expect(small?.textSize).toBeLessThan(200)
  const picture = small?.marks.find((m) => m.kind === 'picture')
  expect(picture?.kind === 'picture' && picture.crop).toEqual({ x: 0, y: 0, w: 1, h: 1 })
})

test('scaled, every kind of mark is as much smaller in everything that is a length', () => {
  const rect = { x: 10, y: 20, w: 30, h: 40 }
  const half = scaled(
    {
      bounds: { x: 2, y: 4, w: 6, h: 8 },
      textSize: 12,
      description: 'd',
      marks: [
        { kind: 'rect', role: 'sheet', rect },
        { kind: 'hatch', role: 'dead', rect },
        { kind: 'line', role: 'fold', x1: 2, y1: 4, x2: 6, y2: 8 },
        { kind: 'text', role: 'label', x: 14, y: 18, anchor: 'start', text: 't', size: 22 },
        { kind: 'words', role: 'words', rect, turn: 90, lines: ['l'], size: 26, align: 'left' },
      ],
    },
    0.5,
  )
  const small = { x: 5, y: 10, w: 15, h: 20 }
  expect(half).toMatchObject({ bounds: { x: 1, y: 2, w: 3, h: 4 }, textSize: 6, description: 'd' })
  expect(half.marks).toEqual([
    { kind: 'rect', role: 'sheet', rect: small },
    { kind: 'hatch', role: 'dead', rect: small },
    { kind: 'line', role: 'fold', x1: 1, y1: 2, x2: 3, y2: 4 },
    { kind: 'text', role: 'label', x: 7, y: 9, anchor: 'start', text: 't', size: 11 },
    { kind: 'words', role: 'words', rect: small, turn: 90, lines: ['l'], size: 13, align: 'left' },
  ])
})

test('a picture is known by its placement, also where another has no picture yet', () => {
  const gap = several([{}, {}, {}])
  gap.items[0] = { ...(gap.items[0] as Item), content: { as: 'picture', picture: null } }
  const drawing = drawSheet(resolve(gap, studioOf()), 'mm')
  const found = drawing?.marks.flatMap((mark) => (mark.kind === 'picture' ? [[mark.item, mark.at]] : []))
  expect(found).toEqual([
    ['2', 1],
    ['3', 2],
  ])
})

test('of a job of several sheets the one that is asked for is drawn; one that is gone leaves the first', () => {
  const size = (width: number) => ({ size: { by: 'picture' as const, width: mm(width), height: null } })
  const plate = resolve(several([size(250), size(240), size(230)], { ...NEW_ARRANGEMENT.sizes, border: 0 }), studioOf())
  const [one, two] = plate.forms
  expect([plate.forms.length > 1, one?.placements[0]?.item === two?.placements[0]?.item]).toEqual([true, false])
  const pictures = (form?: string) =>
    drawSheet(plate, 'mm', form === undefined ? {} : { form })?.marks.flatMap((mark) => (mark.kind === 'picture' ? [mark.item] : []))
  const laid = (form: typeof one) => form?.placements.map(({ item }) => item)
  expect([pictures(two?.id), pictures(one?.id), pictures(), pictures('gone')]).toEqual([laid(two), laid(one), laid(one), laid(one)])
})

test('of a picture that runs far past its sheet half a sheet is seen around it, of one that runs off a little all', () => {
  const plate = plateOf({ brief: board, pins: { placement: 'centred' } })
  const seen = (x: number, y: number, w: number, h: number) => {
    const of = structuredClone(plate)
    const [placement] = of.forms[0]?.placements ?? []
    if (!placement || !of.forms[0]) throw new Error('no picture')
    // A2 on its side: 300 mm are half of it. The page is as large.
    of.forms[0].sheet = of.forms[0].page = { x: 0, y: 0, w: mm(400), h: mm(600) }
    placement.picture = { x: mm(x), y: mm(y), w: mm(w), h: mm(h) }
    const { bounds, textSize } = drawSheet(of, 'mm') ?? { bounds: { x: 0, y: 0, w: 0, h: 0 }, textSize: 1 }
    // What is kept free around it: 7.4, 5.4 and 6.8 heights.
    return [
      bounds.x + 7.4 * textSize,
      bounds.y + 5.4 * textSize,
      bounds.x + bounds.w - 7.4 * textSize,
      bounds.y + bounds.h - 6.8 * textSize,
    ].map((v) => Math.round(v / 1000))
  }
  expect(seen(20, 30, 300, 500)).toEqual([0, 0, 400, 600])
  expect(seen(-299, -301, 800, 700)).toEqual([-299, -300, 501, 600])
  expect(seen(-900, -301, 5000, 1300)).toEqual([-300, -300, 700, 900])
  // 701 mm from the left it lies beyond all that is looked at, 699 just within.
  expect([seen(701, 30, 300, 500), seen(699, 30, 300, 500)]).toEqual([
    [0, 0, 400, 600],
    [0, 0, 700, 600],
  ])
})

test('while a picture is dragged past the sheet the drawing keeps its scale: the sheet and every number that does not change stand still', () => {
  const at = (x: number, y: number) => plateOf({ brief: board, pins: { placement: `at:${x},${y}` } })
  const begun = drawSheet(at(30_000, 40_000), 'mm')
  const moved = at(-120_000, 200_000)
  const [plain, still] = [drawSheet(moved, 'mm'), drawSheet(moved, 'mm', { still: begun })]
  if (!begun || !plain || !still) throw new Error('nothing drawn')
  expect(plain.bounds.w).toBeGreaterThan(begun.bounds.w)
  expect(plain.textSize).not.toBe(begun.textSize)
  expect([still.bounds, still.textSize]).toEqual([begun.bounds, begun.textSize])
  // Words at the foot make way for a number; the rest stands.
  const standing = (d: Drawing) => d.marks.filter((m) => ['printer', 'extent', 'feed', 'sheet', 'guide'].includes(m.role))
  expect(standing(still)).toEqual(standing(begun))
  // Looked at closely there is a scale already, that of what is looked at.
  const view = { x: 0, y: 0, w: mm(60), h: mm(90) }
  expect(drawSheet(moved, 'mm', { view, still: begun })).toEqual(drawSheet(moved, 'mm', { view }))
})

test('a text is on the paper where its middle is: there it is written in dark, whatever the ground', () => {
  const { marks } = drawSheet(
    plateOf({ brief: { finished: { width: mm(250), length: mm(350) }, size: { by: 'sheet', fill: false } } }),
    'mm',
  ) ?? {
    marks: [],
  }
  const texts = marks.flatMap((m) => (m.kind === 'text' ? [[m.text, m.onPaper ?? false]] : []))
  expect(Object.fromEntries(texts)).toMatchObject({ trim: true, 'trailing edge': false, '296.6 mm': false, '419.8 mm': false })
})

test('the back of a card that is trimmed shows where', () => {
  const plate = plateOf({
    brief: {
      paperId: 'keepsake-card',
      sheet: sheet('na_index-4x6_4x6in'),
      finished: { width: mm(80), length: mm(120) },
      make: { ...NEW_MAKE['two-sided'], text: { text: 'Lantern Wharf', points: 8, at: 'foot', align: 'centre' } },
    },
  })
  const trim = (side: 'front' | 'back') =>
    drawSheet(plate, 'mm', { side })?.marks.flatMap((m) => (m.kind === 'rect' && m.role === 'trim' ? [[m.rect.w, m.rect.h]] : []))
  expect([trim('front'), trim('back')]).toEqual([[[mm(80), mm(120)]], [[mm(80), mm(120)]]])
})
