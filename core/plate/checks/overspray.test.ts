import { finding, plateOf, sheet } from '../../testing/fixtures.ts'

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
