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
