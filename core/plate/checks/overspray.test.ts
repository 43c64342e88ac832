import { finding, plateOf, sheet, studioOf } from '../../testing/fixtures.ts'
import { several } from '../../testing/several.ts'
import { NEW_ARRANGEMENT } from '../../things/brief/arrangement.ts'
import { mm } from '../../things/length/length.ts'
import { resolve } from '../resolve/resolve.ts'

const cards = (since: number) =>
  plateOf({
    brief: {
      paperId: 'beacon-gloss',
      sheet: sheet('na_index-4x6_4x6in'),
      finish: 'borderless',
      size: { by: 'sheet', fill: true },
      copies: 100,
    },
    studio: (s) => {
      for (const p of s.printers) p.overspray.since = since
    },
  })

test('borderless ink beside the paper is counted, and cleaning is asked for when it is due', () => {
  expect(finding(cards(0), 'overspray')?.level).toBe('note')
  expect(finding(cards(0.199), 'overspray')?.level).toBe('warn')
})
test('a print with borders sprays nothing', () => expect(finding(plateOf({}), 'overspray')).toBeUndefined())

test('cleaning is due at the printer’s own figure with this job counted in, not before', () => {
  const job = Number(finding(cards(0), 'overspray')?.numbers.job) / 1e4
  expect(job).toBeGreaterThan(0.01)
  // The demo's cleaning is due at 0.2 m²; the job's figure is rounded to a hundred-thousandth.
  const cleanAfter = Number(finding(cards(0), 'overspray')?.numbers.cleanAfter) / 1e4
  expect([cleanAfter - job - 2e-5, cleanAfter - job + 2e-5].map((since) => finding(cards(since), 'overspray')?.level)).toEqual([
    'note',
    'warn',
  ])
  expect(finding(cards(0.05), 'overspray')?.says).toContain('500 cm² since')
})

test('printed exactly to the edge of a sheet that measures what it says, nothing lands beside it', () => {
  const exactly = {
    paperId: 'beacon-gloss',
    sheet: sheet('na_index-4x6_4x6in'),
    finish: 'borderless' as const,
    size: { by: 'sheet' as const, fill: true },
  }
  const at = (short: number) =>
    finding(
      plateOf({
        brief: exactly,
        pins: { printer: 'dunlin', expansion: 'none' },
        studio: (s) => {
          for (const l of s.lots) if (l.id === 'gloss-4x6') l.measured = { width: l.nominal.width, length: l.nominal.length - short }
        },
      }),
      'overspray',
    )
  expect(at(0)).toBeUndefined()
  // 101.6 × 0.2 mm are 0.2 cm².
  expect(at(200)?.says).toMatch(/^Less than 1 cm² of ink lands beside the paper/)
})

test('its figures are in square centimetres, like its words', () => {
  const found = finding(cards(0.0731), 'overspray')
  const [, job = ''] = /([\d.]+) cm² of ink land/.exec(found?.says ?? '') ?? []
  expect(Math.abs(Number(job) - Number(found?.numbers.job))).toBeLessThan(0.51)
  expect(found?.numbers).toMatchObject({ since: 731, cleanAfter: 2000 })
})

test('of several pictures on a sheet each counts with what lies beyond the edge, not what is between them, by hand', () => {
  const fill = { by: 'sheet' as const, fill: true }
  const a4 = { paperId: 'beacon-gloss', sheet: { width: mm(210), length: mm(297), name: null } }
  const asked = [
    { size: fill, copies: 2 },
    { size: fill, copies: 3, picture: { width: 3000, height: 3000 } },
  ]
  const brief = several(asked, { ...NEW_ARRANGEMENT.grid, columns: 2, rows: 2, gutter: 0, border: 0 }, a4)
  const plate = resolve(brief, studioOf(), { margins: 'borderless', printer: 'gannet' })
  // The sheet measures 209.8 × 296.9 mm. Four cells of it; of the fifth picture, a square, one side lies over the left edge.
  const beyond = plate.forms.map((form) =>
    form.placements.reduce((sum, { picture: { x, y, w, h } }) => {
      const [across, along] = [Math.min(x + w, form.sheet.w) - Math.max(x, 0), Math.min(y + h, form.sheet.h) - Math.max(y, 0)]
      return sum + (w * h - across * along) / 1e8
    }, 0),
  )
  expect(plate.forms.map(({ placements }) => placements.length)).toEqual([4, 1])
  const job = beyond.reduce((a, b) => a + b, 0)
  expect(job).toBeGreaterThan(10)
  expect(finding(plate, 'overspray')?.numbers.job).toBeCloseTo(job, 1)
})
