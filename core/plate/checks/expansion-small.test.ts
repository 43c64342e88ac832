import { afterFix, finding, plateOf, sheet } from '../../testing/fixtures.ts'

const card = {
  paperId: 'beacon-gloss',
  sheet: sheet('na_index-4x6_4x6in'),
  finish: 'borderless' as const,
  size: { by: 'sheet' as const, fill: true },
}

test('the step chosen by itself covers the tolerances', () => {
  const plate = plateOf({ brief: card })
  expect(finding(plate, 'expansion-small')).toBeUndefined()
  expect(plate.decisions.find((d) => d.key === 'expansion')?.by).toBe('rule')
})

test('a lot that varies more makes a small step risky, and the fix takes a larger one', () => {
  const alter = (s: { lots: { id: string; spread: number }[] }) => {
    for (const l of s.lots) if (l.id === 'gloss-4x6') l.spread = 2500
  }
  const plate = plateOf({ brief: card, pins: { expansion: 'small' }, studio: alter })
  const found = finding(plate, 'expansion-small')
  expect(found?.level).toBe('warn')
  expect(found?.numbers.needed).toBeGreaterThan(1200)
  expect(finding(afterFix(plate, 'expansion-small', alter), 'expansion-small')).toBeUndefined()
})
