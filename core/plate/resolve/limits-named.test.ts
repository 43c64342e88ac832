import { afterFix, brief, decided, finding, picture, plateOf, studioOf } from '../../testing/fixtures.ts'
import { mm } from '../../things/length/length.ts'
import { waysFor } from '../ways/ways.ts'
import { layoutOf } from './plate.ts'
import { remedies } from './remedies.ts'

const asked = (width: number, length: number) => ({ width: mm(width), length: mm(length), name: null })

test('a length beyond the path is the path’s limit, not only a lot that is missing: at the limit, and over it', () => {
  const strip = (length: number) =>
    plateOf({ brief: { paperId: 'quay-matte', sheet: asked(203, length) }, pins: { printer: 'gannet', path: 'gannet-rear' } })
  expect(finding(strip(1300), 'sheet-too-long')).toMatchObject({ level: 'stop', numbers: { value: mm(1300), limit: mm(1200) } })
  expect(finding(strip(1300), 'sheet-too-long')?.says).toContain('Rear feeder takes up to 1200.0 mm')
  expect(finding(strip(1300), 'sheet-not-as-asked')).toBeUndefined()
  // Possible, only not in stock.
  expect(finding(strip(1200), 'sheet-too-long')).toBeUndefined()
  expect(finding(strip(1200), 'sheet-not-as-asked') ?? finding(strip(1200), 'cut-first')).toBeDefined()
})

test('5 × 7 in on the 17-inch cassette names width and length', () => {
  const plate = plateOf({
    brief: { paperId: 'harbour-lustre', sheet: { width: mm(127), length: mm(177.8), name: '5 × 7 in' } },
    pins: { printer: 'heron', path: 'heron-cassette' },
  })
  expect(finding(plate, 'sheet-too-short')?.says).toContain(
    'The sheet is 127.0 mm wide and 177.8 mm long; Cassette takes at least 203.0 mm in width and at least 254.0 mm in length.',
  )
})

test('every way that an asked size rules out by the machine says so with the limit', () => {
  const ways = waysFor(brief({ paperId: 'quay-matte', sheet: asked(203, 1300) }), studioOf())
  const rear = ways.find((w) => w.path.id === 'tern-rear' && w.lot.id === 'matte-strip')
  expect(rear?.ruledOut).toBe('The sheet is 1300.0 mm long; Rear feeder takes up to 1200.0 mm.')
  expect(rear?.against).toBe('limit')
})

const wide = (width: number, shape: [number, number], pins = {}) => ({
  brief: {
    paperId: 'mainsail-canvas',
    sheet: null,
    picture: picture({ width: shape[0], height: shape[1] }),
    size: { by: 'picture' as const, width: mm(width), height: null },
  },
  pins: { printer: 'albatross', path: 'albatross-roll', ...pins },
})

test('a picture too wide for the roll either way is said to be too wide by so much, whole in the drawing, and scaled by one press', () => {
  // 4 m of a 3 : 2 picture stand 2 666.7 mm high: that way round it is the least too wide for 1 117.2 − 6 mm.
  const plate = plateOf(wide(4000, [6000, 4000]))
  const found = finding(plate, 'picture-clipped')
  expect(found?.level).toBe('stop')
  expect(found?.numbers.tooWide).toBe(mm(2666.667) - mm(1111.2))
  expect(found?.says).toContain('too wide by 1555.5 mm')
  expect(layoutOf(plate)?.sheet.h).toBeGreaterThan(mm(4000))
  const fixed = afterFix(plate, 'picture-clipped')
  expect(finding(fixed, 'picture-clipped')).toBeUndefined()
  expect(Math.abs((layoutOf(fixed)?.picture.w ?? 0) - mm(1111.2))).toBeLessThan(100)
  const { brief, pins } = plate
  expect(remedies(brief, studioOf(), pins).find((r) => r.id === 'scale')).toMatchObject({ lost: 0 })
})

test('held the wrong way round, it is turned', () => {
  const plate = plateOf(wide(4000, [6000, 1000], { orientation: '0' }))
  expect(finding(plate, 'picture-clipped')?.fix?.label).toBe('Turn it')
  const fixed = afterFix(plate, 'picture-clipped')
  expect(decided(fixed, 'orientation')).not.toBe('0')
  expect(finding(fixed, 'picture-clipped')).toBeUndefined()
})

test('that no path takes a lot is said where none does; where one does, that it is the job it cannot do', () => {
  const cotton = { paperId: 'saltmarsh-cotton' }
  const says = (thickness: number, sheet: ReturnType<typeof asked> | null) =>
    finding(
      plateOf({
        brief: { ...cotton, sheet },
        pins: { printer: 'gannet', path: 'gannet-rear' },
        studio: (s) => {
          for (const paper of s.papers) if (paper.id === cotton.paperId) paper.thickness = thickness
        },
      }),
      'sheet-too-thick',
    )?.says
  // 0.47 mm goes into the fine-art slot; a sheet of three metres does not.
  expect(says(470, null)).toContain('Fine-art slot of Gannet 13 takes it.')
  expect(says(470, asked(900, 3000))).toContain('takes this lot, but not for what the job asks.')
  expect(says(4000, null)).toContain('No path of the studio takes this lot.')
})
