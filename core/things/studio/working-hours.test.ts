import { beginBy, type WorkingHours, WorkingHoursSchema, worked } from './working-hours.ts'

/** Monday to Friday, half past eight to five: 510 minutes a day. 23 November 2026 is a Monday (a calendar on paper). */
const WEEK: WorkingHours = { days: [1, 2, 3, 4, 5], from: '08:30', until: '17:00' }
const at = (day: number, hour: number, minute = 0) => new Date(2026, 10, day, hour, minute).getTime()
const said = (ms: number) => {
  const d = new Date(ms)
  return `${d.getDate()} ${String(d.getHours()).padStart(2, '0')}:${String(d.getMinutes()).padStart(2, '0')}`
}

test.each([
  ['within the day', at(23, 9), 60, '23 10:00'],
  ['begun before anybody is there', at(23, 6), 60, '23 09:30'],
  ['to the last minute of the day', at(23, 16), 60, '23 17:00'],
  ['a minute more', at(23, 16), 61, '24 08:31'],
  ['begun when nobody is there any more', at(23, 17), 1, '24 08:31'],
  ['begun when everybody goes, of no time', at(23, 17), 0, '24 08:30'],
  ['over the weekend', at(27, 16, 30), 45, '30 08:45'],
  ['begun on a Sunday', at(29, 11), 510, '30 17:00'],
  ['a day and a half', at(24, 8, 30), 765, '25 12:45'],
])('work %s', (_, from, minutes, end) => {
  expect(said(worked(from, minutes, WEEK))).toBe(end)
})

test.each([
  ['within the day', at(23, 12), 60, '23 11:00'],
  ['due in the evening', at(23, 21), 60, '23 16:00'],
  ['the whole morning', at(23, 12), 210, '23 08:30'],
  ['a minute more', at(23, 12), 211, '20 16:59'],
  ['due before anybody comes', at(24, 7), 30, '23 16:30'],
  ['due on a Sunday', at(29, 12), 511, '26 16:59'],
  ['due when everybody comes, of no time', at(24, 8, 30), 0, '23 17:00'],
])('the latest beginning of work %s', (_, until, minutes, begin) => {
  expect(said(beginBy(until, minutes, WEEK))).toBe(begin)
})

test('a studio may work on Sundays', () => {
  const weekend = { ...WEEK, days: [6, 7] }
  expect(said(worked(at(27, 12), 30, weekend))).toBe('28 09:00')
  expect(said(worked(at(28, 16, 30), 60, weekend))).toBe('29 09:00')
  expect(said(beginBy(at(29, 12), 60, weekend))).toBe('29 11:00')
})

test('nobody said: every minute counts', () => {
  expect(worked(at(28, 23), 120, null)).toBe(at(29, 1))
  expect(beginBy(at(29, 1), 120, null)).toBe(at(28, 23))
})

test('what begins as late as it may is over in time, and a minute later is not', () => {
  for (let n = 0; n < 200; n++) {
    const [due, minutes] = [at(20 + (n % 9), (n * 7) % 24, (n * 13) % 60), 1 + ((n * 37) % 1400)]
    const begin = beginBy(due, minutes, WEEK)
    expect(worked(begin, minutes, WEEK)).toBeLessThanOrEqual(due)
    expect(worked(begin + 60_000, minutes, WEEK)).toBeGreaterThan(due)
  }
})

test.each([
  [{ ...WEEK, days: [] }],
  [{ ...WEEK, days: [0] }],
  [{ ...WEEK, days: [8] }],
  [{ ...WEEK, days: [1, 1] }],
  [{ ...WEEK, from: '17:00' }],
  [{ ...WEEK, until: '24:01' }],
  [{ ...WEEK, from: '8:30' }],
])('%j are no hours', (hours) => {
  expect(WorkingHoursSchema.safeParse(hours).success).toBe(false)
})
test('a day may end with the day', () => {
  expect(WorkingHoursSchema.safeParse({ ...WEEK, from: '16:59', until: '24:00' }).success).toBe(true)
})
