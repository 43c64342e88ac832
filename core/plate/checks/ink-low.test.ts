import { finding, plateOf } from '../../testing/fixtures.ts'

test('a job that needs more than is left is warned of, with the colours', () => {
  const plate = plateOf({
    studio: (s) => {
      for (const p of s.printers) for (const i of p.inks) if (i.id === 'cyan') i.millilitres = 0.05
    },
  })
  expect(finding(plate, 'ink-low')?.says).toContain('Cyan 0.1 ml')
  expect(finding(plateOf({}), 'ink-low')).toBeUndefined()
})
