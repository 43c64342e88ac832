import { afterFix, finding, plateOf, sheet } from '../../testing/fixtures.ts'
import { NEW_MAKE } from '../../things/brief/make.ts'
import { mm } from '../../things/length/length.ts'
import { layoutOf } from '../resolve/plate.ts'

const card = { paperId: 'beacon-gloss', sheet: sheet('na_index-4x6_4x6in') }
const bordered = (border: number, exact = true) => plateOf({ brief: { ...card, size: { by: 'border', border: mm(border), exact } } })

test('borders that leave nothing of the picture stop the print, cropped to them or not', () => {
  // 101.6 mm across: twice 50.3 leave 1 mm.
  for (const exact of [true, false])
    expect([50.3, 50.301, 60, 90].map((border) => finding(bordered(border, exact), 'nothing-left')?.level)).toEqual([
      undefined,
      'stop',
      'stop',
      'stop',
    ])
  expect(finding(bordered(60), 'nothing-left')?.says).toBe('Borders of 60.0 mm leave nothing of the picture on 101.6 × 152.3 mm.')
  expect(finding(bordered(50.5), 'nothing-left')?.says).toContain('leave 0.6 × 51.3 mm of the picture on')
})

test('its fix leaves a tenth of the short side all round', () => {
  const fixed = afterFix(bordered(60), 'nothing-left')
  expect(finding(fixed, 'nothing-left')).toBeUndefined()
  expect(layoutOf(fixed)?.borders.left).toBe(mm(10))
})

test('what is far too small is fitted; a canvas is judged by what is seen of it', () => {
  const tiny = plateOf({ brief: { ...card, size: { by: 'picture', width: 900, height: null } } })
  expect(finding(tiny, 'nothing-left')?.says).toBe('At this size 0.9 × 0.6 mm of the picture is printed.')
  expect(finding(afterFix(tiny, 'nothing-left'), 'nothing-left')).toBeUndefined()
  const canvas = (border: number) =>
    plateOf({
      brief: {
        paperId: 'mainsail-canvas',
        sheet: { width: mm(600), length: mm(600), name: null },
        size: { by: 'border', border: mm(border), exact: true },
        make: { ...NEW_MAKE['wrapped-canvas'], depth: mm(40) },
      },
    })
  const { w = 0, h = 0 } = canvas(100).forms[0]?.placements[0]?.face ?? {}
  expect([w > mm(100), finding(canvas(100), 'nothing-left')]).toEqual([true, undefined])
  const gone = canvas(100 + Math.ceil(Math.min(w, h) / 2000))
  expect([finding(gone, 'nothing-left')?.level, (layoutOf(gone)?.picture.w ?? 0) > mm(1)]).toEqual(['stop', true])
})
