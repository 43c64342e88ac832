import { afterFix, decided, finding, plateOf } from '../../testing/fixtures.ts'
import type { Studio } from '../../things/studio/studio.ts'

const worn = (studio: Studio) => {
  for (const p of studio.printers)
    for (const path of p.paths)
      if (path.id === 'heron-cassette') path.noted = { on: '2026-11-02', says: 'needs a fingertip to take thick sheets' }
}
test('a path noted as worn says so when it is chosen, with another that takes the sheet', () => {
  const plate = plateOf({ pins: { printer: 'heron', path: 'heron-cassette' }, studio: worn })
  expect(finding(plate, 'path-noted')?.says).toContain('noted on 2026-11-02: needs a fingertip to take thick sheets. ')
  // It is a path that takes this very lot.
  const { fix } = finding(plate, 'path-noted') ?? {}
  const there = plateOf({ pins: fix?.pins as Record<string, string>, studio: worn })
  expect([there.setup?.path.id, there.setup?.lot.id]).toEqual([fix?.pins?.path, plate.setup?.lot.id])
  expect(there.findings.filter(({ level }) => level === 'stop')).toEqual([])
  const fixed = afterFix(plate, 'path-noted', worn)
  expect(decided(fixed, 'path')).not.toBe('heron-cassette')
  expect(finding(fixed, 'path-noted')).toBeUndefined()
  expect(finding(fixed, 'nothing-possible')).toBeUndefined()
})
test('a path in order says nothing', () => expect(finding(plateOf({}), 'path-noted')).toBeUndefined())
