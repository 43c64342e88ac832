import { brief, studioOf } from '../../testing/fixtures.ts'
import { several } from '../../testing/several.ts'
import { resolve } from '../resolve/resolve.ts'
import { changedBy, differenceOf } from './change-several.ts'

const studio = studioOf()

test('only what is named is changed, in every item where it is the items’', () => {
  const was = {
    brief: several([{ copies: 3 }, { copies: 1 }], undefined, { notes: 'kept' }),
    pins: { intent: 'relative', printer: 'heron' },
  }
  const now = changedBy(was, { brief: { dueAt: '2026-12-01T12:00:00.000Z' }, copies: 7, pins: { printer: null, quality: 'fine' } })
  expect(now.brief).toEqual({
    ...was.brief,
    dueAt: '2026-12-01T12:00:00.000Z',
    items: was.brief.items.map((item) => ({ ...item, copies: 7 })),
  })
  expect(now.pins).toEqual({ intent: 'relative', quality: 'fine' })
  expect(changedBy(was, {})).toEqual(was)
})

test('what a change does is said: decisions that come out otherwise, findings that come and go, the gravest first', () => {
  const was = { brief: brief({ paperId: 'harbour-lustre' }), pins: {} }
  const plate = (of: typeof was) => resolve(of.brief, studio, of.pins)
  const before = plate(was)
  expect(differenceOf(before, plate(changedBy(was, { copies: 1 })))).toEqual({ decisions: [], found: [], gone: [] })
  const other = plate(changedBy(was, { brief: { paperId: 'pilot-rag' }, copies: 9000 }))
  const { decisions, found, gone } = differenceOf(before, other)
  expect(decisions.length).toBeGreaterThan(0)
  for (const d of other.decisions) {
    const then = before.decisions.find(({ key }) => key === d.key)
    expect(decisions.includes(`${d.title}: ${d.label}, not ${then?.label}`)).toBe(then !== undefined && then.value !== d.value)
  }
  const levels = ['stop', 'warn', 'note']
  expect(found.map(({ level }) => levels.indexOf(level))).toEqual(found.map(({ level }) => levels.indexOf(level)).sort())
  expect(found.map(({ says }) => says).sort()).toEqual(
    other.findings
      .filter(({ id }) => !before.findings.some((f) => f.id === id))
      .map(({ title, says }) => `${title}. ${says}`)
      .sort(),
  )
  expect(found.some(({ level }) => level === 'stop')).toBe(true)
  // The way back names what came as what goes.
  const back = differenceOf(other, before)
  expect(back.gone).toHaveLength(found.length)
  expect(back.found).toHaveLength(gone.length)
})
