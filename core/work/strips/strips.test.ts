import fc from 'fast-check'
import { studioOf } from '../../testing/fixtures.ts'
import { mm } from '../../things/length/length.ts'
import { criticalRegion } from './critical-region.ts'
import { packStrips, profilesToTry, stripDetail, stripGroups } from './strips.ts'

const A5 = { w: mm(148 - 20), h: mm(210 - 20) }

test('two strips share an A5 in the way that makes them largest', () => {
  const cells = packStrips(A5, 2, { w: mm(600), h: mm(400) })
  expect(cells).toHaveLength(2)
  expect(cells?.[0]?.picture.w).toBe(A5.w)
  expect(cells?.[1]?.label.y).toBeGreaterThan(cells?.[0]?.picture.h ?? 0)
})

test('a strip 25 mm high and wide beside its label of 5 mm is one, a hair less is not judged', () => {
  const fits = (w: number, h: number) => packStrips({ w, h }, 1, { w: mm(600), h: mm(400) })?.length ?? 0
  expect([fits(mm(25), mm(30)), fits(mm(25) - 1, mm(30)), fits(mm(25), mm(30) - 1)]).toEqual([1, 0, 0])
})

test('profiles are tried that were made for the printer, that one of its papers borrows, or of which nobody said anything', () => {
  const studio = studioOf()
  const [own, foreign, ...rest] = ['gannet', 'tern'].map((id) => studio.profiles.find((p) => p.boundTo?.printerId === id))
  const pairing = studio.pairings.find((p) => p.printerId === 'gannet')
  if (!own || !foreign || !pairing || rest.length > 0) throw new Error('no profiles')
  const profiles = [own, foreign, { ...foreign, id: 'unknown', boundTo: null }]
  const tried = (pairings: typeof studio.pairings) => profilesToTry({ profiles, pairings }, 'gannet').map(({ id }) => id)
  expect(tried([pairing])).toEqual([own.id, 'unknown'])
  expect(tried([{ ...pairing, borrows: foreign.id }])).toEqual([own.id, foreign.id, 'unknown'])
  // What another printer borrows is none of this one's.
  expect(tried([{ ...pairing, printerId: 'tern', borrows: foreign.id }])).toEqual([own.id, 'unknown'])
})

test('strips of one media type share a sheet; apart, each candidate has its own piece', () => {
  const of = (mediaTypeId: string | null) => ({ intent: 'relative' as const, blackPoint: true, profileId: 'p', mediaTypeId })
  const candidates = [of('matte'), of('gloss'), of('matte')]
  expect(stripGroups(candidates).map((g) => g.here)).toEqual([[0, 2], [1]])
  expect(stripGroups(candidates, true)).toEqual([
    { mediaTypeId: 'matte', here: [0] },
    { mediaTypeId: 'gloss', here: [1] },
    { mediaTypeId: 'matte', here: [2] },
  ])
})

test('strips are never larger than the print, and too many for a small piece are refused', () => {
  expect(packStrips(A5, 2, { w: mm(40), h: mm(30) })?.[0]?.picture).toMatchObject({ w: mm(40), h: mm(30) })
  expect(packStrips({ w: mm(60), h: mm(60) }, 8, { w: mm(300), h: mm(300) })).toBeNull()
})

test('strips lie within the area and never over one another', () => {
  fc.assert(
    fc.property(fc.integer({ min: 60, max: 900 }), fc.integer({ min: 60, max: 900 }), fc.integer({ min: 2, max: 8 }), (w, h, count) => {
      const area = { w: mm(w), h: mm(h) }
      const cells = packStrips(area, count, { w: mm(500), h: mm(300) })
      if (!cells) return
      const rects = cells.flatMap((c) => [c.label, c.picture])
      for (const [i, r] of rects.entries()) {
        expect(r.x >= 0 && r.y >= 0 && r.x + r.w <= area.w && r.y + r.h <= area.h).toBe(true)
        for (const o of rects.slice(i + 1)) expect(r.x + r.w <= o.x || o.x + o.w <= r.x || r.y + r.h <= o.y || o.y + o.h <= r.y).toBe(true)
      }
    }),
  )
})

test('a detail is shown at the size of the print and stays inside the picture', () => {
  expect(stripDetail({ w: mm(100), h: mm(50) }, { w: mm(400), h: mm(200) }, { x: 0.5, y: 0.5 })).toEqual({
    x: 0.375,
    y: 0.375,
    w: 0.25,
    h: 0.25,
  })
  expect(stripDetail({ w: mm(100), h: mm(50) }, { w: mm(400), h: mm(200) }, { x: 0, y: 1 })).toEqual({ x: 0, y: 0.75, w: 0.25, h: 0.25 })
  expect(stripDetail({ w: mm(100), h: mm(50) }, { w: mm(50), h: mm(50) }, { x: 1, y: 0 })).toEqual({ x: 0, y: 0, w: 1, h: 1 })
})

test('the critical region is where most lies', () => {
  const map = new Uint8Array(100 * 60)
  for (let y = 40; y < 50; y++) for (let x = 70; x < 80; x++) map[y * 100 + x] = 200
  const found = criticalRegion(map, 100, 60, { w: 10, h: 10 })
  expect(found).toEqual({ x: 0.75, y: 0.75, mean: 200 })
  expect(criticalRegion(map, 100, 60, { w: 500, h: 500 })).toMatchObject({ x: 0.5, y: 0.5 })
})
