import { finding, studioOf } from '../../testing/fixtures.ts'
import { several } from '../../testing/several.ts'
import { mm } from '../../things/length/length.ts'
import { resolve } from '../resolve/resolve.ts'

const APART = { as: 'apart' } as const
const PINS = { printer: 'heron', path: 'heron-cassette', stock: 'lustre-a3', page: 'iso_a3_297x420mm' }

test('a long sheet’s drift is held against the narrowest border of all pictures, whichever it is of', () => {
  const studio = studioOf()
  for (const { paths } of studio.printers)
    for (const path of paths) {
      path.tolerance.skewDegrees = 0.2
      path.margins = { leading: 1000, trailing: 1000, left: 1000, right: 1000 }
    }
  for (const lot of studio.lots) lot.outOfSquare = 0
  // 0.2° over a metre are 3.5 mm, three times that 10.5: the second has 8 mm, the others 16.
  const border = (of: number) => ({ size: { by: 'border' as const, border: mm(of), exact: true } })
  const strip = { paperId: 'quay-matte', sheet: { width: mm(203), length: mm(1000), name: null } }
  const level = (...borders: number[]) =>
    finding(resolve(several(borders.map(border), APART, strip), studio, { printer: 'tern' }), 'long-sheet')?.level
  expect([level(16, 8, 16), level(8, 16), level(16, 16)]).toEqual(['warn', 'warn', 'note'])
})

test('ink beside the paper is told where only the second picture runs off its sheet', () => {
  const asked = [{ size: { by: 'picture' as const, width: mm(60), height: null } }, { size: { by: 'sheet' as const, fill: true } }]
  const job = (list: Parameters<typeof several>[0]) =>
    resolve(several(list, APART, { paperId: 'beacon-gloss', sheet: { width: mm(210), length: mm(297), name: null } }), studioOf(), {
      margins: 'borderless',
      printer: 'gannet',
    })
  const [, fills] = asked
  const alone = finding(job(fills ? [fills] : []), 'overspray')?.numbers.job
  expect(Number(alone)).toBeGreaterThan(10)
  expect(finding(job(asked), 'overspray')?.numbers.job).toBe(alone)
  expect(finding(job(asked.toReversed()), 'overspray')?.numbers.job).toBe(alone)
})

test('borders that differ because the sheet is not its page are told of the picture they differ most on', () => {
  const studio = studioOf()
  for (const lot of studio.lots) if (lot.id === 'lustre-a3') lot.measured = { width: mm(295), length: mm(418) }
  const asked = [
    { size: { by: 'picture' as const, width: mm(200), height: null } },
    { size: { by: 'picture' as const, width: mm(180), height: null } },
  ]
  const job = (pins: Record<string, string>) => resolve(several(asked, APART, { paperId: 'harbour-lustre' }), studio, { ...PINS, ...pins })
  const says = (pins: Record<string, string>) => finding(job(pins), 'lot-differs')?.says ?? ''
  expect(says({})).toContain('The placement makes up for it')
  const aside = `at:${mm(20)},${mm(30)}`
  expect(says({ placement: aside })).toContain('Facing borders differ by')
  // What was wanted wider at the foot is no fault of the lot.
  const deep = [{ size: { by: 'border' as const, border: mm(20), foot: 2 } }, ...asked]
  const foot = finding(resolve(several(deep, APART, { paperId: 'harbour-lustre' }), studio, PINS), 'lot-differs')
  expect(foot?.says).toContain('The placement makes up for it')
})
