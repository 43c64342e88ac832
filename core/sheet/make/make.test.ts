import fc from 'fast-check'
import { layoutOf, sideOf } from '../../plate/resolve/plate.ts'
import { afterFix, decided, finding, picture, plateOf, sheet } from '../../testing/fixtures.ts'
import { type Make, NEW_MAKE } from '../../things/brief/make.ts'
import { feedEdge, PICTURE_EDGES, pictureEdge, TURNS, type Turn } from '../../things/brief/turn.ts'
import { mm } from '../../things/length/length.ts'
import { PathSchema } from '../../things/paths/path.ts'
import { jobAttributesFor } from '../../wire/ipp/plate-attributes.ts'
import { area, intersect, type Rect } from '../rect.ts'
import { breakLines, fromReading, lineWidth } from './back-text.ts'
import { backPanel, backTurn, foldOf, frontPanel, opensRight } from './folded-card.ts'
import { turnOfBack } from './two-sided.ts'
import { canvasFor, foldMarks, wrapPieces } from './wrapped-canvas.ts'

const A4: Rect = { x: 0, y: 0, w: mm(210), h: mm(297) }
const turn = fc.constantFrom(...TURNS)

describe('turns', () => {
  test('four quarter turns bring every edge back, and the two namings are inverse', () => {
    for (const edge of PICTURE_EDGES) {
      expect(TURNS.map((t) => feedEdge(edge, t))).toHaveLength(new Set(TURNS.map((t) => feedEdge(edge, t))).size)
      for (const t of TURNS) expect(pictureEdge(feedEdge(edge, t), t)).toBe(edge)
    }
    expect([feedEdge('head', 0), feedEdge('head', 90), feedEdge('head', 180), feedEdge('head', 270)]).toEqual([
      'leading',
      'right',
      'trailing',
      'left',
    ])
  })
  test('a rectangle taken through the reading frame keeps its area and stays on its panel', () => {
    const inside = fc.record({
      x: fc.nat(40_000),
      y: fc.nat(40_000),
      w: fc.integer({ min: 1, max: 60_000 }),
      h: fc.integer({ min: 1, max: 60_000 }),
    })
    fc.assert(
      fc.property(turn, inside, (t, r) => {
        const panel = { x: mm(7), y: mm(9), w: mm(150), h: mm(105) }
        const placed = fromReading(panel, t, r)
        expect(area(placed)).toBe(area(r))
        expect(intersect(placed, panel)).toEqual(placed)
      }),
    )
  })
})

describe('folded cards', () => {
  const card = { ...NEW_MAKE['folded-card'] }
  test('an A4 folded on its long side is two A5 panels that meet at the crease', () => {
    expect(foldOf(card, A4)).toEqual({ axis: 'across', at: mm(148.5) })
    for (const t of TURNS) {
      const [front, back] = [frontPanel(card, A4, t), backPanel(card, A4, t)]
      expect(area(front) + area(back)).toBe(area(A4))
      expect(area(intersect(front, back))).toBe(0)
    }
  })
  test('the fold halves the side that is asked for, however the sheet lies', () => {
    const lying: Rect = { x: 0, y: 0, w: mm(297), h: mm(210) }
    const short = { ...card, halves: 'short-side' as const }
    expect([foldOf(card, lying), foldOf(short, lying), foldOf(short, A4)]).toEqual([
      { axis: 'along', at: mm(148.5) },
      { axis: 'across', at: mm(105) },
      { axis: 'along', at: mm(105) },
    ])
  })
  test('a book has its crease at the picture’s left: an upright A4 folded across needs a quarter turn', () => {
    expect(TURNS.filter((t) => opensRight(card, A4, t))).toEqual([90, 270])
    expect(TURNS.filter((t) => opensRight({ ...card, opens: 'tent' }, A4, t))).toEqual([0, 180])
    // Turned clockwise the picture's left faces the leading edge, so the front is the panel behind the crease.
    expect(frontPanel(card, A4, 90).y).toBe(mm(148.5))
    expect(frontPanel(card, A4, 270).y).toBe(0)
  })
  test('the plate puts the picture on the front alone and says which turn would open wrongly', () => {
    const plate = plateOf({
      brief: {
        paperId: 'keepsake-card',
        sheet: sheet('iso_a4_210x297mm'),
        size: { by: 'sheet', fill: false },
        make: { ...card, text: { text: 'Lantern Wharf', points: 8, at: 'foot', align: 'centre' } },
      },
    })
    const { frame, picture: placed } = layoutOf(plate) ?? { frame: A4, picture: A4 }
    expect(intersect(placed, frame)).toEqual(placed)
    expect(['90', '270']).toContain(decided(plate, 'orientation'))
    expect(sideOf(plate)?.fold?.axis).toBe('across')
    expect(area(intersect(sideOf(plate)?.text?.rect ?? A4, frame))).toBe(0)
    expect(plate.decisions.find((d) => d.key === 'orientation')?.alternatives.find((a) => a.id === '0')?.ruledOut).toContain('spine')
  })
  test('words on the back that fall in a dead margin stop the job until the operator accepts it', () => {
    // A tent with its front leading: the back panel trails, and its foot lies over the fine-art slot's 12 mm.
    const make: Make = { ...card, opens: 'tent', text: { text: 'Printed on the wharf', points: 8, at: 'foot', align: 'centre' } }
    const plate = plateOf({
      brief: { paperId: 'saltmarsh-cotton', sheet: sheet('iso_a3_297x420mm'), size: { by: 'sheet', fill: false }, make },
      pins: { printer: 'gannet', path: 'gannet-art', orientation: '180' },
    })
    expect(finding(plate, 'back-text')?.level).toBe('stop')
    expect(finding(afterFix(plate, 'back-text'), 'back-text')?.level).toBe('note')
  })
})

describe('two-sided cards', () => {
  const card = NEW_MAKE['two-sided']
  test('like a book page: head meets head; like a calendar leaf: head meets foot', () => {
    const portrait = { width: mm(100), length: mm(150) }
    // An upright card turned about its long edge is a book page.
    expect([turnOfBack(card, 0, portrait), turnOfBack({ ...card, flip: 'short-edge' }, 0, portrait)]).toEqual([0, 180])
    // A card read lying, printed head to the right: turned about its long edge it is a calendar leaf.
    expect([turnOfBack(card, 90, portrait), turnOfBack({ ...card, flip: 'short-edge' }, 90, portrait)]).toEqual([90, 270])
  })
  test('turning the card over twice is the front again', () => {
    const size = fc.record({ width: fc.integer({ min: 60, max: 600 }), length: fc.integer({ min: 60, max: 600 }) })
    fc.assert(
      fc.property(turn, fc.constantFrom('long-edge' as const, 'short-edge' as const), size, (t, flip, s) => {
        const make = { ...card, flip }
        expect(turnOfBack(make, turnOfBack(make, t, s), s)).toBe(t)
      }),
    )
  })
  const BRIEF = { paperId: 'keepsake-card', sheet: sheet('na_index-4x6_4x6in'), size: { by: 'border' as const, border: mm(6) } }
  test('the back has its own margins, its words keep off them, and the stock must take ink on both sides', () => {
    const plate = plateOf({
      brief: { ...BRIEF, make: { ...card, text: { text: 'Lantern Wharf\nSignal lens, 1911', points: 9, at: 'foot', align: 'centre' } } },
    })
    const back = sideOf(plate, 'back')
    const text = back?.text?.rect
    expect(text && back && intersect(text, back.layout.printable)).toEqual(text)
    expect(finding(plate, 'back-text')).toBeUndefined()
    const gloss = plateOf({ brief: { ...BRIEF, paperId: 'beacon-gloss', make: card } })
    expect(finding(gloss, 'two-sided-stock')?.level).toBe('stop')
  })
  test('the back keeps to the margins of the second pass where the path has others for it, on the plate and over the wire', () => {
    const margins = { leading: mm(9), trailing: mm(14), left: mm(6), right: mm(7) }
    const plate = plateOf({
      brief: { ...BRIEF, make: { ...card, backPicture: 'same' } },
      studio: (s) => {
        for (const p of s.printers) for (const path of p.paths) if (path.duplex) Object.assign(path.duplex, { margins })
      },
    })
    const { sheet: whole, printable } = sideOf(plate, 'back')?.layout ?? { sheet: A4, printable: A4 }
    const page = sideOf(plate, 'back')?.layout.page
    expect(page && [printable.y - page.y, page.y + page.h - printable.y - printable.h]).toEqual([mm(9), mm(14)])
    expect(page && [printable.x - page.x, page.x + page.w - printable.x - printable.w]).toEqual([mm(6), mm(7)])
    expect(whole.w).toBeGreaterThan(0)
    // Over the wire in hundredths of a millimetre.
    const wire = JSON.stringify(jobAttributesFor(plate, 'back'))
    for (const [edge, value] of Object.entries({ top: 900, bottom: 1400, left: 600, right: 700 }))
      expect(wire).toMatch(new RegExp(`media-${edge}-margin[^a-z]*[a-z":,{[]*(integer)?[^0-9]*${value}\\b`))
  })
  test.each(['work-and-turn', 'work-and-tumble'] as const)(
    '%s: the back of a card that is trimmed lies behind its front, not behind the sheet',
    (over) => {
      // Of an A4 sheet 120 × 180 mm are left, off the middle for a guide and a dead margin.
      for (const flip of ['long-edge', 'short-edge'] as const)
        for (const turn of [0, 90] as const) {
          const plate = plateOf({
            brief: {
              paperId: 'keepsake-card',
              sheet: sheet('iso_a4_210x297mm'),
              finished: { width: mm(120), length: mm(180) },
              turn,
              size: { by: 'border', border: mm(12), foot: 2 },
              make: { ...card, flip, over, backPicture: 'same', text: { text: 'Lantern Wharf', points: 8, at: 'foot', align: 'left' } },
            },
            studio: (s) => {
              for (const { paths } of s.printers) for (const path of paths) Object.assign(path.margins, { trailing: mm(80), left: mm(3) })
            },
          })
          const [front, back] = [sideOf(plate), sideOf(plate, 'back')]
          if (!front || !back?.text) throw new Error('no back')
          const { frame, sheet: whole } = front.layout
          expect([frame.w, frame.h]).toEqual([mm(120), mm(180)])
          expect(Math.abs(whole.h - 2 * frame.y - frame.h)).toBeGreaterThan(mm(10))
          // Turned over sideways the left edge is the right one; end over end the leading edge is the trailing one.
          const expected =
            over === 'work-and-turn' ? { ...frame, x: whole.w - frame.x - frame.w } : { ...frame, y: whole.h - frame.y - frame.h }
          expect(back.layout.frame).toEqual(expected)
          for (const rect of [back.text.rect, back.layout.picture]) expect(intersect(rect, expected)).toEqual(rect)
          // The wide border is at the picture's foot on either side, where the words stand.
          const foot = (turned: Turn) => ({ 0: 'trailing', 90: 'left', 180: 'leading', 270: 'right' })[turned] as 'left'
          for (const side of [front, back]) {
            const { borders } = side.layout
            expect(borders[foot(side.turn)]).toBeGreaterThan(mm(23.9))
            expect(Math.min(...Object.values(borders))).toBeLessThan(mm(23.9))
          }
          // The reader turns a card of 120 × 180: about its long edge head comes to head where it stands upright as it is read.
          const upright = turn === 0
          const same = (flip === 'long-edge') === upright
          const half = over === 'work-and-tumble' ? 180 : 0
          expect(back.turn).toBe((360 - turn + (same ? 0 : 180) + half) % 360)
        }
    },
  )
  test('a two-sided job with nothing on the back is stopped', () => {
    const plate = plateOf({ brief: { ...BRIEF, make: card } })
    expect(finding(plate, 'back-text')?.level).toBe('stop')
    expect(finding(afterFix(plate, 'back-text'), 'back-text')).toBeUndefined()
  })
  test('lines break at words and stay inside the width they were counted for', () => {
    fc.assert(
      fc.property(fc.lorem({ maxCount: 30 }), fc.integer({ min: 6, max: 14 }), (text, points) => {
        const lines = breakLines(text, points, mm(80))
        expect(lines.join(' ').split(/\s+/)).toEqual(text.split(/\s+/))
        for (const line of lines) if (line.includes(' ')) expect(lineWidth(line, points)).toBeLessThanOrEqual(mm(80))
      }),
    )
  })
})

describe('wrapped canvas', () => {
  const bar = NEW_MAKE['wrapped-canvas']
  const face = { w: mm(900), h: mm(600) }
  test.each(['mirror', 'stretch', 'colour', 'picture'] as const)('%s: the pieces tile the print without gap or overlap', (wrap) => {
    const pieces = wrapPieces({ depth: bar.depth, wrap }, face)
    const whole = (face.w + 2 * bar.depth) * (face.h + 2 * bar.depth)
    expect(pieces.reduce((sum, p) => sum + area(p.to), 0)).toBe(whole)
    for (const [i, a] of pieces.entries()) for (const b of pieces.slice(i + 1)) expect(area(intersect(a.to, b.to))).toBe(0)
  })
  test('mirrored sides repeat the strip they border on, and the face stays whole', () => {
    const pieces = wrapPieces({ depth: mm(30), wrap: 'mirror' }, face)
    expect(pieces[4]).toEqual({ from: { x: 0, y: 0, w: 1, h: 1 }, to: { x: mm(30), y: mm(30), ...face }, flipX: false, flipY: false })
    expect(pieces[3]).toMatchObject({ flipX: true, flipY: false, from: { x: 0, w: 30 / 900 } })
    expect(pieces[5]).toMatchObject({ flipX: true, flipY: false, from: { x: 1 - 30 / 900, y: 0, w: 30 / 900, h: 1 } })
    expect(pieces[1]).toMatchObject({ flipX: false, flipY: true, from: { x: 0, y: 0, w: 1, h: 30 / 600 } })
    expect(pieces[7]).toMatchObject({ flipX: false, flipY: true, from: { x: 0, y: 1 - 30 / 600, w: 1, h: 30 / 600 } })
    expect(pieces.map((p) => [p.to.x, p.to.y])).toEqual([0, 30, 630].flatMap((y) => [0, 30, 930].map((x) => [mm(x), mm(y)])))
  })
  test('a picture that goes on round the bars is one piece, as it is', () => {
    expect(wrapPieces({ depth: mm(30), wrap: 'picture' }, face)).toEqual([
      { from: { x: 0, y: 0, w: 1, h: 1 }, to: { x: 0, y: 0, w: mm(960), h: mm(660) }, flipX: false, flipY: false },
    ])
  })
  test('two fold marks at each corner, 6 mm long and 0.3 thick, 2 mm beyond the print in line with the face', () => {
    const print = { x: mm(10), y: mm(20), w: mm(200), h: mm(100) }
    const inside = { x: mm(40), y: mm(45), w: mm(140), h: mm(50) }
    const at = (x: number, y: number, w: number, h: number) => ({ x: mm(x), y: mm(y), w: mm(w), h: mm(h) })
    expect(foldMarks(print, inside)).toEqual([
      at(39.85, 12, 0.3, 6),
      at(39.85, 122, 0.3, 6),
      at(179.85, 12, 0.3, 6),
      at(179.85, 122, 0.3, 6),
      at(2, 44.85, 6, 0.3),
      at(212, 44.85, 6, 0.3),
      at(2, 94.85, 6, 0.3),
      at(212, 94.85, 6, 0.3),
    ])
    expect(foldMarks(print, print)).toEqual([])
  })
  test('a roll is cut as long as face, bars and tuck need', () => {
    const canvas = {
      paperId: 'mainsail-canvas',
      sheet: null,
      size: { by: 'picture' as const, width: mm(900), height: null },
      make: bar,
      picture: picture({ width: 9000, height: 6000 }),
    }
    const plate = plateOf({ brief: canvas })
    const seen = sideOf(plate)?.face
    expect([seen?.w, seen?.h].sort()).toEqual([mm(600), mm(900)])
    // 9000 pixels lie on the 900 mm that are seen; the sides repeat some of them.
    expect(sideOf(plate)?.ppi).toBeCloseTo(254, 6)
    // 600 mm, the bars' 38 and the 40 to pull at both ends; 1056 mm lie across the roll of 1117.6.
    expect(layoutOf(plate)?.sheet.h).toBe(mm(756))
    expect(finding(plate, 'canvas-wrap')).toBeUndefined()
    const hidden = plateOf({ brief: { ...canvas, make: { ...bar, wrap: 'picture' } } })
    expect(finding(hidden, 'canvas-wrap')?.says).toContain('folded away')
  })
})

test('contradictory path data are refused at the field that contradicts', () => {
  const good = plateOf({}).setup?.path
  const bad = (change: object) => {
    const read = PathSchema.safeParse({ ...good, ...change })
    return read.success ? null : read.error.issues[0]?.path.join('.')
  }
  expect(bad({})).toBeNull()
  expect(bad({ width: { min: 300_000, max: 200_000 } })).toBe('width')
  expect(bad({ margins: { leading: 0, trailing: 0, left: 200_000, right: 200_000 } })).toBe('margins.left')
  expect(bad({ length: { min: Number.NaN, max: 1 } })).toBe('length.min')
  expect(bad({ width: { min: 1000, max: 1e9 } })).toBe('width.max')
  expect(
    bad({
      capacity: [
        { upTo: 300, sheets: 2 },
        { upTo: 200, sheets: 1 },
      ],
    }),
  ).toBe('capacity.1.upTo')
  expect(
    bad({
      capacity: [
        { upTo: 300, sheets: 2 },
        { upTo: 300, sheets: 1 },
      ],
    }),
  ).toBe('capacity.1.upTo')
  expect(bad({ borderless: { edges: ['left'], sizes: Array(10_000).fill('x'), enforced: 0 } })).toBe('borderless.sizes')
})

test('canvas to print, wrap and fasten: twice the bar and what is tucked, on each side of a face that is not square', () =>
  expect(canvasFor({ depth: mm(38), tuck: mm(20) }, { w: mm(300), h: mm(500) })).toEqual({ w: mm(416), h: mm(616) }))

test('the back of a tent is read upside down on the flat sheet, a book’s as it lies', () => {
  const card = NEW_MAKE['folded-card']
  for (const turn of [0, 90, 180, 270] as const) {
    expect([turn, backTurn({ ...card, opens: 'tent' }, turn)]).toEqual([turn, { 0: 180, 90: 270, 180: 0, 270: 90 }[turn]])
    expect(backTurn({ ...card, opens: 'book' }, turn)).toBe(turn)
  }
})
