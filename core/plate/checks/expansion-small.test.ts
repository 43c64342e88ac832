import { afterFix, finding, picture, plateOf, sheet } from '../../testing/fixtures.ts'
import { mm, writeLength } from '../../things/length/length.ts'
import { layoutOf } from '../resolve/plate.ts'

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

test('one sheet in five hundred is worth a warning, fewer are worth knowing', () => {
  const told = (spread: number) => {
    const alter = (s: { lots: { id: string; spread: number }[] }) => {
      for (const l of s.lots) if (l.id === 'gloss-4x6') l.spread = spread
    }
    const found = finding(plateOf({ brief: card, pins: { expansion: 'small' }, studio: alter }), 'expansion-small')
    return [found?.level, found?.numbers.riskPercent]
  }
  expect(told(1100)).toEqual(['note', 0.13])
  expect(told(1150)).toEqual(['warn', 0.21])
})

test('what runs less far past an edge than the step, for it lies off the middle or is fitted, is told by how far it does', () => {
  const plain = plateOf({ brief: card })
  const layout = layoutOf(plain)
  if (!layout) throw new Error('nothing laid out')
  const { x, y } = layout.picture
  const at = (dx: number) => plateOf({ brief: card, pins: { placement: `at:${Math.round(x) + dx},${Math.round(y)}` } })
  // A tenth of a millimetre is a pixel; beyond, the left edge is covered by so much less.
  expect(finding(at(90), 'expansion-small')?.says).toBe(finding(plain, 'expansion-small')?.says)
  const moved = at(mm(1))
  const found = finding(moved, 'expansion-small')
  const left = layoutOf(moved)?.bleed.left ?? Number.NaN
  expect(Math.abs(left - (layout.bleed.left - mm(1)))).toBeLessThan(2)
  expect(found?.says).toContain(`The print runs ${writeLength(left, 'mm')} past the left edge`)
  expect(found?.numbers.needed).toBe(Math.round(Number(finding(at(mm(0.9)), 'expansion-small')?.numbers.needed) + mm(0.1)))
  // The less of the picture there is past one edge, though all of it past the others, the more sheets show a sliver.
  const odds = [0.4, 0.7, 1].map((by) => Number(finding(at(mm(by)), 'expansion-small')?.numbers.riskPercent))
  expect([(odds[0] as number) < (odds[1] as number), (odds[1] as number) < (odds[2] as number)]).toEqual([true, true])
  expect(finding(afterFix(moved, 'expansion-small'), 'expansion-small')?.says).toBe(finding(plain, 'expansion-small')?.says)
  // Fitted whole, a picture of another shape leaves two edges bare; those it reaches are judged as before.
  const fitted = plateOf({ brief: { ...card, size: { by: 'sheet', fill: false }, picture: picture({ width: 3000, height: 3000 }) } })
  expect(finding(fitted, 'paper-shows')).toBeDefined()
  expect(finding(fitted, 'expansion-small')?.says ?? '').not.toMatch(/past the (left|right|leading|trailing) edge/)
})

test('a path that is known to lay prints off is made up for by the placement, and that counts once', () => {
  const off = (across: number) => {
    const plate = plateOf({
      brief: card,
      studio: (s) => {
        const path = plateOf({ brief: card }).setup?.path.id ?? ''
        s.calibrations = [
          { printerId: 'dunlin', pathId: path, across, along: 0, skewDegrees: null, spreadAcross: 0, spreadAlong: 0, runs: [1, 2, 3] },
        ]
      },
    })
    return { needed: Number(finding(plate, 'expansion-small')?.numbers.needed), says: finding(plate, 'expansion-small')?.says }
  }
  // The page lies 1.5 or 1.8 mm off: the edge it does not reach needs as much more, the other nothing.
  const [some, more] = [off(mm(1.5)), off(mm(1.8))]
  expect(more.needed - some.needed).toBe(mm(0.3))
  expect(more.says).toMatch(/^The print runs [\d.]+ mm past the edge;/)
})
