import fc from 'fast-check'
import { sideOf } from '../plate/resolve/plate.ts'
import { picture, plateOf, sheet } from '../testing/fixtures.ts'
import { cases } from '../testing/thorough.ts'
import type { BriefParts } from '../things/brief/brief-of.ts'
import { PICTURE_EDGES, type PictureEdge, TURNS, type Turn } from '../things/brief/turn.ts'
import { mm } from '../things/length/length.ts'
import type { Loss } from './loss.ts'
import { lossOf } from './loss.ts'

const STEPS = 240

/** Where a point of the upright print (0…1 from its left and its head) lies across and along the feed after a clockwise turn. */
const fed: Record<Turn, (u: number, v: number) => [number, number]> = {
  0: (u, v) => [u, v],
  90: (u, v) => [1 - v, u],
  180: (u, v) => [1 - u, 1 - v],
  270: (u, v) => [v, 1 - u],
}

/** Every point of a fine raster of the picture, followed to the sheet one by one: an account that shares no formula with ours. */
function counted({ layout, turn, crop }: { layout: import('./layout.ts').Layout; turn: Turn; crop: import('./placement.ts').Crop }) {
  let seen = 0
  const reach = { head: 1, foot: 1, left: 1, right: 1 }
  for (let i = 0; i < STEPS; i++)
    for (let j = 0; j < STEPS; j++) {
      const [u, v] = [(i + 0.5) / STEPS, (j + 0.5) / STEPS]
      const [a, b] = [(u - crop.x) / crop.w, (v - crop.y) / crop.h]
      if (a < 0 || a > 1 || b < 0 || b > 1) continue
      const [across, along] = fed[turn](a, b)
      const [x, y] = [layout.picture.x + across * layout.picture.w, layout.picture.y + along * layout.picture.h]
      const on = [layout.sheet, layout.printable].every((r) => x >= r.x && x <= r.x + r.w && y >= r.y && y <= r.y + r.h)
      if (!on) continue
      seen++
      reach.left = Math.min(reach.left, u)
      reach.right = Math.min(reach.right, 1 - u)
      reach.head = Math.min(reach.head, v)
      reach.foot = Math.min(reach.foot, 1 - v)
    }
  return { share: 1 - seen / STEPS ** 2, reach }
}

const frontLoss = (brief: BriefParts, pins = {}): { loss: Loss; front: NonNullable<ReturnType<typeof sideOf>> } => {
  const front = sideOf(plateOf({ brief, pins }))
  if (!front?.crop) throw new Error('no front')
  return { loss: lossOf({ ...front, crop: front.crop }), front }
}

test('what is lost of a picture is what a raster of it, followed point by point, does not find on the sheet', () => {
  const share = fc.double({ min: 0, max: 1, noNaN: true })
  const wish = fc.record({
    w: fc.integer({ min: 1000, max: 9000 }),
    h: fc.integer({ min: 1000, max: 9000 }),
    finish: fc.constantFrom('bordered' as const, 'borderless' as const),
    fill: fc.boolean(),
    cropAt: fc.record({ x: share, y: share }),
    turn: fc.constantFrom(...TURNS),
  })
  fc.assert(
    fc.property(wish, ({ w, h, finish, fill, cropAt, turn }) => {
      const { loss, front } = frontLoss(
        {
          picture: picture({ width: w, height: h }),
          paperId: 'beacon-gloss',
          sheet: sheet('na_index-4x6_4x6in'),
          finish,
          size: { by: 'sheet', fill },
          cropAt,
        },
        { orientation: String(turn) },
      )
      if (!front.crop) throw new Error('no crop')
      const found = counted({ ...front, crop: front.crop })
      expect(Math.abs(loss.share - found.share)).toBeLessThan(0.02)
      const { picture: p } = front.layout
      const sideways = front.turn % 180 === 90
      const whole = { w: (sideways ? p.h : p.w) / front.crop.w, h: (sideways ? p.w : p.h) / front.crop.h }
      for (const edge of PICTURE_EDGES) {
        const side = edge === 'head' || edge === 'foot' ? whole.h : whole.w
        const lost = (loss.edges[edge].crop + loss.edges[edge].placed) / side
        expect(Math.abs(lost - (found.reach[edge as PictureEdge] - 0.5 / STEPS))).toBeLessThan(1.2 / STEPS)
      }
    }),
    { numRuns: cases(60, 25) },
  )
})

// By hand: a card of 101.6 × 152.3 mm fed as a page of 101.6 × 152.4, printed 1.2 mm past every edge: 104.0 × 154.8 take ink.
const square = {
  picture: picture({ width: 6000, height: 6000 }),
  paperId: 'beacon-gloss',
  sheet: sheet('na_index-4x6_4x6in'),
  finish: 'borderless' as const,
}
test('fitted, a square on a borderless card is printed whole: two edges run off by the overprint, paper shows at two', () => {
  const { loss, front } = frontLoss({ ...square, size: { by: 'sheet', fill: false } }, { printer: 'dunlin', expansion: 'small' })
  expect(loss.cropped).toBe(0)
  expect([front.layout.picture.w, front.layout.picture.h]).toEqual([mm(104), mm(104)])
  expect(front.layout.margins).toEqual({ left: 0, right: 0, leading: mm(24.2), trailing: mm(24.1) })
  // 2.4 of 104 mm.
  expect(loss.share).toBeCloseTo(2.4 / 104, 6)
})
test('filled, it is cropped to the card: 25.4 mm at two edges before the overprint, and all of it is counted', () => {
  const { loss } = frontLoss({ ...square, size: { by: 'sheet', fill: true } }, { printer: 'dunlin', expansion: 'small', orientation: '0' })
  expect(loss.edges.left).toEqual({ crop: expect.closeTo(mm(25.4), 0), placed: mm(1.2) })
  expect(loss.edges.right).toEqual({ crop: expect.closeTo(mm(25.4), 0), placed: mm(1.2) })
  expect(loss.edges.foot).toEqual({ crop: 0, placed: mm(1.3) })
  expect(loss.cropped).toBeCloseTo(1 - 104 / 154.8, 6)
  expect(loss.share).toBeCloseTo(1 - (104 / 154.8) * ((101.6 * 152.3) / (104 * 154.8)), 6)
})
test('fitted, a picture of nearly the card’s shape runs off all four edges in full: no edge is left to a hairline', () => {
  const { front } = frontLoss(
    { ...square, picture: picture({ width: 4000, height: 6000 }), size: { by: 'sheet', fill: false } },
    { printer: 'dunlin', expansion: 'small' },
  )
  const { bleed } = front.layout
  expect(Math.min(bleed.left, bleed.right, bleed.leading, bleed.trailing)).toBe(mm(1.2))
})
