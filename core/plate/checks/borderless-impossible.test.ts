import { afterFix, finding, plateOf, sheet } from '../../testing/fixtures.ts'
import { mm } from '../../things/length/length.ts'
import { layoutOf } from '../resolve/plate.ts'

const card = {
  paperId: 'beacon-gloss',
  sheet: sheet('na_index-4x6_4x6in'),
  finish: 'borderless' as const,
  size: { by: 'sheet' as const, fill: true },
}

test('a listed size on a path that can is silent', () => {
  const plate = plateOf({ brief: card })
  expect(finding(plate, 'borderless-impossible')).toBeUndefined()
  expect(Object.values(layoutOf(plate)?.margins ?? {})).toEqual([0, 0, 0, 0])
})

test('a custom page gets an enforced margin, said with its size and where it can be done (handbook: 4 to 5 mm)', () => {
  const plate = plateOf({ brief: card, pins: { printer: 'tern', page: 'measured', margins: 'borderless', expansion: 'small' } })
  const found = finding(plate, 'borderless-impossible')
  expect(found?.level).toBe('stop')
  expect(found?.numbers.enforced).toBe(mm(4))
  expect(found?.says).toContain('Dunlin')
  expect(layoutOf(plate)?.margins.left).toBeGreaterThanOrEqual(mm(4))
  expect(finding(afterFix(plate, 'borderless-impossible'), 'borderless-impossible')).toBeUndefined()
})

test('two sides only is a warning that says which edges keep their paper', () => {
  const plate = plateOf({ brief: { sheet: sheet('iso_a2_420x594mm'), finish: 'borderless', size: { by: 'sheet', fill: true } } })
  const found = finding(plate, 'borderless-impossible')
  expect(found?.level).toBe('warn')
  expect(found?.says).toContain('leading edge (3.0 mm)')
})

test('where no printer can, the fix is margins', () => {
  const plate = plateOf({ brief: { ...card, paperId: 'breakwater-board', sheet: sheet('iso_a3_297x420mm') } })
  expect(finding(plate, 'borderless-impossible')?.fix?.brief).toEqual({ finish: 'bordered' })
  expect(finding(afterFix(plate, 'borderless-impossible'), 'borderless-impossible')).toBeUndefined()
})
