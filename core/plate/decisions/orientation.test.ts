import { decided, lineOf, optionOf, picture, plateOf } from '../../testing/fixtures.ts'
import type { BriefParts } from '../../things/brief/brief-of.ts'
import { NEW_MAKE } from '../../things/brief/make.ts'
import { mm } from '../../things/length/length.ts'
import { layoutOf, sideOf } from '../resolve/plate.ts'

test('a landscape picture is turned onto an upright sheet, a portrait one is not', () => {
  expect(decided(plateOf({}), 'orientation')).toBe('90')
  expect(decided(plateOf({ brief: { picture: picture({ width: 4000, height: 6000 }) } }), 'orientation')).toBe('0')
})

test('how a picture lies is said to make the most of the sheet where it does; else that it costs least', () => {
  const reason = (change: BriefParts) => lineOf(plateOf({ brief: change }), 'orientation')?.reason
  const best = 'It makes the most of the sheet with the least picture lost.'
  expect(reason({})).toBe(best)
  // A card folded at its side stands upright, however wide its picture is.
  const folded = { make: NEW_MAKE['folded-card'] }
  const lying = picture({ width: 6000, height: 3000 })
  const plate = plateOf({ brief: { ...folded, picture: lying, paperId: 'keepsake-card', sheet: null } })
  const chosen = optionOf(plate, 'orientation', String(decided(plate, 'orientation')))
  const others = lineOf(plate, 'orientation')?.alternatives.filter(({ ruledOut }) => ruledOut !== null) ?? []
  expect([
    others.length > 0,
    chosen?.costs
      .map(({ says }) => says)
      .join()
      .includes('smaller than it could be'),
  ]).toEqual([true, true])
  expect(lineOf(plate, 'orientation')?.reason).toBe('Of the ways it may lie this one costs least.')
})

test('a sliver that is cropped is not told as nothing', () => {
  // A3 less 20 mm on each side is 257 × 380 mm; pictures of nearly that shape, cropped to it.
  const says = (width: number) => {
    const plate = plateOf({
      brief: { picture: picture({ width, height: 3800 }), size: { by: 'border', border: mm(20), exact: true } },
      pins: { page: 'iso_a3_297x420mm' },
      studio: (s) => {
        for (const l of s.lots) if (l.id === 'lustre-a3') l.measured = { width: mm(297), length: mm(420) }
      },
    })
    return optionOf(plate, 'orientation', '0')?.costs.find((c) => c.says.includes('cropped'))?.says
  }
  expect([says(2570), says(2580), says(2592), says(2600), says(2700)]).toEqual([
    undefined,
    '0.4 % of the picture is cropped',
    '0.8 % of the picture is cropped',
    '1 % of the picture is cropped',
    '5 % of the picture is cropped',
  ])
})

test('a turned picture keeps its crop and size', () => {
  const plate = plateOf({ pins: { orientation: '270' } })
  expect(sideOf(plate)?.turn).toBe(270)
  expect((layoutOf(plate)?.picture.h ?? 0) / (layoutOf(plate)?.picture.w ?? 1)).toBeCloseTo(1.5, 2)
})

test('a kept edge outweighs the plain way round: the picture is turned so that the dead margin takes another', () => {
  // The picture's last third is blank paper: cut there, nothing is lost, unless it is to be kept.
  const all = Array(30).fill(1)
  const blank = [...Array(10).fill(0), ...Array(20).fill(1)]
  const on = (keep: ('head' | 'foot' | 'left' | 'right')[]) =>
    decided(
      plateOf({
        brief: {
          paperId: 'breakwater-board',
          picture: picture({ width: 6000, height: 8640, content: { head: all, left: all, right: all, foot: blank } }),
          size: { by: 'picture', width: mm(285), height: null },
          keep,
        },
        pins: { printer: 'gannet', path: 'gannet-board' },
      }),
      'orientation',
    )
  // 24 mm at the trailing edge: upright it takes the foot, turned half round the head.
  expect([on([]), on(['head']), on(['foot'])]).toEqual(['0', '0', '180'])
})
