import { brief, finding, picture, studioOf } from '../../testing/fixtures.ts'
import type { Moment } from '../decisions/decision.ts'
import type { Pins } from '../decisions/registry.ts'
import { applyFix } from '../resolve/apply-fix.ts'
import { resolve } from '../resolve/resolve.ts'
import { sayMinutes } from './late.ts'

const NOW = '2026-11-25T08:00:00.000Z'
const due = (minutes: number) => new Date(Date.parse(NOW) + minutes * 60_000).toISOString()
const at = (standing: Moment['standing'] = {}): Moment => ({ now: NOW, standing })
const job = (minutes: number | null) => brief({ dueAt: minutes === null ? null : due(minutes), copies: 4, picture: picture() })
const studio = studioOf()
const PINS = { printer: 'heron', path: 'heron-cassette', quality: 'finest' }

/** Minutes of this job, added up by hand from the studio's records: the area of its page, its sheets, three minutes a load. */
const plain = resolve(job(null), studio, PINS)
const heron = studio.printers.find((p) => p.id === 'heron')
const finest = heron?.qualities.find((q) => q.id === 'finest')?.secondsPerSquareMetre ?? Number.NaN
const page = plain.forms[0]?.page ?? { w: 0, h: 0 }
const drying = studio.pairings.find((p) => p.printerId === 'heron' && p.paperId === 'harbour-lustre')?.dryingMinutes ?? Number.NaN
const takes = 3 + ((page.w * page.h) / 1e12) * 4 * (finest / 60) + drying
const warned = (minutes: number, standing: Moment['standing'] = {}) => finding(resolve(job(minutes), studio, PINS, at(standing)), 'late')

test('a job is late when hands, printing and drying do not fit before it is due: just in time, just not', () => {
  expect(warned(Math.ceil(takes))).toBeUndefined()
  expect(warned(Math.floor(takes) - 1)?.level).toBe('warn')
  expect(warned(Math.floor(takes) - 60)?.numbers.lateMinutes).toBe(Math.round(takes - (Math.floor(takes) - 60)))
})

test('what stands before it on that printer counts, on another it does not', () => {
  expect(warned(Math.ceil(takes) + 30, { heron: 20 })).toBeUndefined()
  const held = warned(Math.ceil(takes) + 30, { heron: 45 })
  expect(held?.numbers).toMatchObject({ standing: 45, startsInMinutes: 30 + Math.round(Math.ceil(takes) - takes) })
  expect(held?.says).toContain('45 min stand before it on Heron 17')
  expect(warned(Math.ceil(takes) + 30, { gannet: 500 })).toBeUndefined()
})

test('a quality that makes it is offered before another printer, and makes it', () => {
  const minutes = Math.floor(takes) - 5
  const plate = resolve(job(minutes), studio, PINS, at())
  const fix = finding(plate, 'late')?.fix
  expect(fix?.pins?.quality).toBeDefined()
  const then = applyFix({ brief: plate.brief, pins: plate.pins }, fix ?? { label: '' })
  expect(finding(resolve(then.brief, studio, then.pins, at()), 'late')).toBeUndefined()
  // With a long queue here no quality helps.
  const queued = finding(resolve(job(minutes), studio, PINS, at({ heron: 600 })), 'late')
  expect(queued?.fix?.pins?.printer).not.toBe('heron')
})

/** Whether the job, set up as these pins say, is ready in time and can be printed. */
const ready = (of: ReturnType<typeof job>, pins: Pins, moment: Moment) => {
  const plate = resolve(of, studio, pins, moment)
  return plate.setup !== null && !plate.findings.some((f) => f.id === 'late' || f.level === 'stop')
}

test('what is offered makes it, and where nothing is offered no printer, path, lot and quality of the studio would', () => {
  let [offered, none] = [0, 0]
  for (const minutes of [5, 25, 34, 36, 40, 45, 60, 90]) {
    const moment = at({ heron: 600, gannet: 15 })
    const of = job(minutes)
    const late = finding(resolve(of, studio, PINS, moment), 'late')
    if (late?.fix) {
      offered++
      const then = applyFix({ brief: of, pins: PINS }, late.fix)
      expect([minutes, ready(then.brief, then.pins, moment)]).toEqual([minutes, true])
      continue
    }
    none++
    expect(late?.says).toContain('Nothing in the studio makes it: tell the client.')
    for (const printer of studio.printers)
      for (const path of printer.paths)
        for (const lot of studio.lots.filter((l) => l.paperId === of.paperId))
          for (const quality of printer.qualities) {
            const pins = { printer: printer.id, path: path.id, stock: lot.id, quality: quality.id }
            expect([minutes, pins, ready(of, pins, moment)]).toEqual([minutes, pins, false])
          }
  }
  expect([offered > 0, none > 0]).toEqual([true, true])
})

test('where nothing makes all copies it is said how many would be ready, which a press asks for: two and a half are two', () => {
  const alone = {
    ...studio,
    printers: studio.printers
      .filter((p) => p.id === 'heron')
      .map((p) => ({ ...p, qualities: p.qualities.filter((q) => q.id === 'finest') })),
  }
  const each = (takes - 3 - drying) / 4
  const told = (copies: number, of = job(3 + copies * each + drying)) => finding(resolve(of, alone, PINS, at()), 'late')
  expect([told(4.01), told(0.9)?.fix]).toEqual([undefined, null])
  expect(told(0.9)?.says).toContain('Nothing in the studio makes it: tell the client.')
  for (const [room, copies] of [
    [1.01, 1],
    [2.5, 2],
    [3.99, 3],
  ] as const) {
    const late = told(room)
    expect(late?.says).toContain(`Nothing in the studio makes it, but ${copies} of 4 would be ready in time: tell the client.`)
    const then = applyFix({ brief: job(3 + room * each + drying), pins: PINS }, late?.fix ?? { label: '' })
    expect([then.brief.items[0]?.copies, finding(resolve(then.brief, alone, then.pins, at()), 'late')]).toEqual([copies, undefined])
  }
})

test('without a date, or without a clock, nothing is said', () => {
  expect(finding(resolve(job(null), studio, PINS, at({ heron: 9999 })), 'late')).toBeUndefined()
  expect(finding(resolve(job(-60), studio, PINS), 'late')).toBeUndefined()
  expect(warned(-60)?.says).toContain('had to begin')
})

test.each([
  [0.2, '1 min'],
  [59.6, '1 h'],
  [65, '1 h 5 min'],
  [1500, '1 d 1 h'],
])('%s minutes are said as %s', (minutes, words) => expect(sayMinutes(minutes)).toBe(words))

test.each([
  [0.2, '1 min'],
  [40.4, '40 min'],
  [59.6, '1 h'],
  [125, '2 h 5 min'],
  [1439.4, '23 h 59 min'],
  [1440, '1 d'],
  [1501, '1 d 1 h'],
  [2 * 1440 + 23 * 60 + 59, '2 d 23 h'],
])('%d minutes are “%s”', (minutes, says) => expect(sayMinutes(minutes)).toBe(says))

test('of the qualities that make it the finest is offered', () => {
  const fine = heron?.qualities.find((q) => q.id === 'fine')?.secondsPerSquareMetre ?? Number.NaN
  const enough = Math.ceil(3 + ((page.w * page.h) / 1e12) * 4 * (fine / 60) + drying)
  const offered = (minutes: number) => finding(resolve(job(minutes), studio, PINS, at()), 'late')?.fix?.pins?.quality
  expect(enough).toBeLessThan(takes - 1)
  expect([offered(enough), offered(enough - 2)]).toEqual(['fine', 'standard'])
})

test('when it has to begin, or had to, is said in its own minutes', () => {
  const says = (minutes: number, standing = {}) => warned(minutes, standing)?.says
  // An hour of queue before a job that would fit by itself.
  expect(says(takes + 20, { heron: 60 })).toContain('It has to begin within 20 min.')
  expect(says(takes - 90)).toContain('It had to begin 1 h 30 min ago.')
  expect(says(takes - 90)).toContain('Ready 1 h 30 min after it is due')
})

test('people have hours: what has to wait for the morning is late, and dries at night', () => {
  // A Wednesday, 8 in the morning by Greenwich; hours are those of the clock here, so they are set around that moment.
  const clock = (minutes: number) => {
    const d = new Date(Date.parse(NOW) + minutes * 60_000)
    return `${String(d.getHours()).padStart(2, '0')}:${String(d.getMinutes()).padStart(2, '0')}`
  }
  const work = takes - drying
  const until = (minutes: number) => ({
    ...studio,
    rules: { ...studio.rules, workingHours: { days: [1, 2, 3, 4, 5, 6, 7], from: clock(-60), until: clock(minutes) } },
  })
  const [open, shut] = [until(Math.ceil(work)), until(Math.floor(work) - 1)]
  const moment = at()
  const of = job(Math.ceil(takes))
  expect(finding(resolve(of, open, PINS, moment), 'late')).toBeUndefined()
  const late = finding(resolve(of, shut, PINS, moment), 'late')
  // The last minutes of work are done when somebody comes again, an hour before eight: 23 h after now, then it dries.
  expect(late?.numbers.lateMinutes).toBe(Math.round(23 * 60 + (work - (Math.floor(work) - 1)) + drying - Math.ceil(takes)))
  expect(late?.says).toContain(`, worked from ${clock(-60)} to ${clock(Math.floor(work) - 1)}`)
})

test('what it takes is told by its parts; drying only where there is some', () => {
  const says = (dryingMinutes: number) => {
    const other = studioOf()
    for (const pairing of other.pairings) if (pairing.paperId === 'harbour-lustre') pairing.dryingMinutes = dryingMinutes
    return finding(resolve(job(-100), other, PINS, at()), 'late')?.says ?? ''
  }
  expect(says(41)).toContain('41 min of drying')
  expect(says(0)).toContain('of printing')
  expect(says(0)).not.toContain('drying')
})
