import { intersect, overlaps } from '../../sheet/rect.ts'
import { afterFix, finding, plateOf, studioOf } from '../../testing/fixtures.ts'
import { several } from '../../testing/several.ts'
import { NEW_ARRANGEMENT } from '../../things/brief/arrangement.ts'
import { NEW_MAKE } from '../../things/brief/make.ts'
import { mm } from '../../things/length/length.ts'
import type { Studio } from '../../things/studio/studio.ts'
import { layoutOf } from '../resolve/plate.ts'
import { resolve } from '../resolve/resolve.ts'

const onlyHeron = (studio: Studio) => {
  studio.printers = studio.printers.filter((p) => p.id === 'heron')
}
const rag = (width: number) => ({
  brief: { paperId: 'pilot-rag', sheet: null, size: { by: 'picture' as const, width: mm(width), height: null } },
  pins: { printer: 'heron', path: 'heron-roll' },
})

test('a print smaller than the roll is cut goes on the shortest cut, and lines to trim it by are one press away', () => {
  // 90 × 60 mm with 10 mm at each end are 80 mm; this path cuts no shorter than 203.
  const plate = plateOf(rag(90))
  expect(layoutOf(plate)?.sheet.h).toBe(mm(203))
  expect(plate.findings.filter((f) => f.level === 'stop')).toEqual([])
  expect(finding(plate, 'roll-shortest')?.numbers).toEqual({ shortest: mm(203), spare: mm(143) })
  const trimmed = afterFix(plate, 'roll-shortest')
  const { frame, picture } = layoutOf(trimmed) ?? { frame: { w: 0, h: 0 }, picture: null }
  expect([frame.w, frame.h].sort((a, b) => a - b)).toEqual([mm(60), mm(90)])
  expect(picture).toMatchObject({ w: frame.w, h: frame.h })
  expect(finding(trimmed, 'roll-shortest')?.says).toMatch(
    /stay over\. Trim it to (90\.0 × 60\.0|60\.0 × 90\.0) mm, along the lines at its corners\.$/,
  )
})

test('what is trimmed has two lines at each corner, in line with its edges, outside it and where ink can go', () => {
  const { forms } = afterFix(plateOf(rag(90)), 'roll-shortest')
  const [{ frame, printable, strokes } = { frame: null, printable: null, strokes: [] }] = forms
  if (!frame || !printable) throw new Error('no form')
  const [left, top, right, bottom] = [frame.x, frame.y, frame.x + frame.w, frame.y + frame.h]
  expect(strokes).toHaveLength(8)
  for (const x of [left, right])
    for (const y of [top, bottom]) {
      const near = strokes.filter((s) => Math.hypot(s.x + s.w / 2 - x, s.y + s.h / 2 - y) < mm(5))
      // One upright, one lying; each ends a millimetre from the piece.
      expect(near.map((s) => (s.w < s.h ? s.x + s.w / 2 - x : s.y + s.h / 2 - y))).toEqual([0, 0])
      expect(near.map((s) => s.w < s.h).sort()).toEqual([false, true])
      for (const s of near) {
        expect(intersect(s, { x: left - mm(1), y: top - mm(1), w: frame.w + mm(2), h: frame.h + mm(2) })).not.toMatchObject({
          w: s.w,
          h: s.h,
        })
        expect(intersect(s, printable)).toEqual(s)
        expect(overlaps(s, frame)).toBe(false)
      }
    }
})

test('where nothing lies on the sheet yet nothing stays over', () => {
  const free = (placed: boolean) =>
    resolve(
      several(
        [{ size: { by: 'picture', width: mm(90), height: null } }],
        { ...NEW_ARRANGEMENT.free, places: placed ? [{ item: '1', x: 0, y: 0, width: mm(90), height: mm(60), turn: 0, fill: false }] : [] },
        { paperId: 'pilot-rag', sheet: null },
      ),
      studioOf(),
      { printer: 'heron', path: 'heron-roll' },
    )
  expect(finding(free(true), 'roll-shortest')).toMatchObject({
    says: 'Roll cuts no shorter than 203.0 mm: 143.0 mm of it stay over.',
    fix: null,
  })
  expect(finding(free(false), 'roll-shortest')).toBeUndefined()
})

test('what runs past the sides of the roll is not there to be trimmed', () => {
  const plate = plateOf({
    brief: { paperId: 'pilot-rag', sheet: null, finish: 'borderless', size: { by: 'picture', width: mm(439), height: mm(80) } },
    pins: { printer: 'heron', path: 'heron-roll' },
  })
  const { sheet, picture } = layoutOf(plate) ?? { sheet: { w: 0, h: 0 }, picture: { w: 0, h: 0 } }
  expect([sheet, picture]).toMatchObject([
    { w: mm(431.9), h: mm(203) },
    { w: mm(439), h: mm(80) },
  ])
  expect(finding(plate, 'roll-shortest')?.fix?.brief?.finished).toEqual({ width: mm(431.9), length: mm(80) })
})

test('a print that fills the shortest cut says nothing, one a little longer is cut as long as it takes', () => {
  // 274.5 × 183 mm and the ends are exactly 203 mm.
  expect(finding(plateOf(rag(274.5)), 'roll-shortest')).toBeUndefined()
  expect(layoutOf(plateOf(rag(274.5)))?.sheet.h).toBe(mm(203))
  expect(layoutOf(plateOf(rag(276)))?.sheet.h).toBe(mm(204))
})

test('a sheet too small for every path of the paper is printed on its roll and trimmed, by one press', () => {
  const plate = plateOf({
    brief: { paperId: 'pilot-rag', sheet: { width: mm(127), length: mm(178), name: null }, size: { by: 'sheet', fill: false } },
    pins: { path: 'heron-cassette' },
    studio: onlyHeron,
  })
  const fixed = afterFix(plate, 'sheet-too-short', onlyHeron)
  expect(fixed.setup?.path.id).toBe('heron-roll')
  expect(fixed.findings.filter((f) => f.level === 'stop')).toEqual([])
  const layout = layoutOf(fixed)
  expect([layout?.frame.w, layout?.frame.h].sort()).toEqual([mm(127), mm(178)])
  // A folded card of that size is not to be had so: it is folded at the middle of its sheet.
  const card = plateOf({
    brief: { ...plate.brief, make: NEW_MAKE['folded-card'] },
    pins: { path: 'heron-cassette' },
    studio: onlyHeron,
  })
  expect(finding(card, 'sheet-too-short')?.fix?.label).not.toBe('Print it on the roll and trim it')
  expect(layout?.sheet.h).toBe(mm(203))
})

test('what is too long for a path is not helped by the shortest cut of a roll: trimming is offered for what is too small alone', () => {
  // 127 mm are too narrow for the cassette (203 from), 800 too long for it (594 up to); the roll takes 15 m.
  const plate = plateOf({
    brief: { paperId: 'pilot-rag', sheet: { width: mm(127), length: mm(800), name: null }, size: { by: 'sheet', fill: false } },
    pins: { path: 'heron-cassette' },
    studio: onlyHeron,
  })
  expect(finding(plate, 'sheet-too-long')).toMatchObject({ level: 'stop', numbers: { value: mm(800), limit: mm(594) } })
  expect(finding(plate, 'sheet-too-long')?.fix?.label).not.toBe('Print it on the roll and trim it')
  expect(finding(plate, 'sheet-too-long')?.says).not.toMatch(/shortest cut/)
  expect(finding(plate, 'sheet-too-short')?.fix?.label).toBe('Print it on the roll and trim it')
})

test('of rolls only one of this paper, in stock, that its path takes and that is wide enough between its margins is offered', () => {
  const offered = (change: (lot: Studio['lots'][number], roll: Studio['printers'][number]['paths'][number]) => void) => {
    const plate = plateOf({
      brief: { paperId: 'pilot-rag', sheet: { width: mm(127), length: mm(178), name: null }, size: { by: 'sheet', fill: false } },
      pins: { path: 'heron-cassette' },
      studio: (s) => {
        onlyHeron(s)
        const roll = s.printers[0]?.paths.find((p) => p.id === 'heron-roll')
        if (!roll) throw new Error('no roll path')
        roll.margins = { ...roll.margins, left: 3000, right: 7000 }
        s.lots = s.lots.filter((l) => l.form !== 'roll' || l.paperId === 'pilot-rag')
        for (const lot of s.lots) if (lot.form === 'roll') change(lot, roll)
      },
    })
    return finding(plate, 'sheet-too-short')?.fix?.label ?? null
  }
  const yes = 'Print it on the roll and trim it'
  const wide = (um: number) =>
    offered((lot, roll) => {
      lot.measured.width = um
      roll.width.min = mm(100)
    })
  // 127 mm between margins of 3 and 7.
  expect([wide(mm(137)), wide(mm(137) - 1)]).toEqual([yes, null])
  const stock = (many: number) =>
    offered((lot) => {
      lot.stock = many
    })
  expect([stock(1), stock(0)]).toEqual([yes, null])
  expect(
    offered((lot) => {
      lot.paperId = 'quay-matte'
    }),
  ).toBeNull()
  expect(
    offered((lot, roll) => {
      // Both ends: a path takes what is wider by less than its slack.
      roll.width = { min: mm(50), max: Math.min(roll.width.max, lot.measured.width - mm(20)) }
    }),
  ).toBeNull()
})
