import { readDay, readMoment, readTime, writeDay, writeMoment } from './days.ts'

/** Thursday. */
const NOW = new Date(2026, 10, 26, 15, 40)
const day = (text: string, leaning: 'ahead' | 'behind' = 'ahead') => {
  const read = readDay(text, NOW, leaning)
  return read.ok ? read.value : null
}

test.each([
  ['2026-09-14', '2026-09-14'],
  ['14 Sep 2026', '2026-09-14'],
  ['Mon 14 Sep 2026', '2026-09-14'],
  ['14.9.26', '2026-09-14'],
  ['today', '2026-11-26'],
  ['Tomorrow', '2026-11-27'],
  ['yesterday', '2026-11-25'],
  ['1 December', '2026-12-01'],
  // Behind today: next year's.
  ['25.11.', '2027-11-25'],
  ['26 Nov', '2026-11-26'],
  ['fri', '2026-11-27'],
  // Today's own weekday is the next one.
  ['Thursday', '2026-12-03'],
  ['31.2.', null],
  ['32 Nov', null],
  ['2026-13-01', null],
  ['soon', null],
  ['', null],
])('%j ahead is %s', (text, is) => expect(day(text)).toBe(is))

test.each([
  ['25.11.', '2026-11-25'],
  ['27 Nov', '2025-11-27'],
  ['fri', '2026-11-20'],
])('%j behind is %s', (text, is) => expect(day(text, 'behind')).toBe(is))

test.each([
  ['14:30', 870],
  ['9', 540],
  ['9.15', 555],
  ['12 am', 0],
  ['12 pm', 720],
  ['2 PM', 840],
  ['noon', 720],
  ['23:59', 1439],
  ['24:00', null],
  ['9:60', null],
  ['13 pm', null],
  ['0 am', null],
  ['midday', null],
])('%j is %s minutes', (text, minutes) => expect(readTime(text)).toBe(minutes))

test.each([
  ['Fri 12:00', [2026, 10, 27, 12, 0]],
  ['tomorrow 9', [2026, 10, 27, 9, 0]],
  ['1 Dec 2 pm', [2026, 11, 1, 14, 0]],
  ['2026-12-01 14:30', [2026, 11, 1, 14, 30]],
  ['1 Dec at 8:05', [2026, 11, 1, 8, 5]],
  // A day alone is its noon.
  ['1 Dec', [2026, 11, 1, 12, 0]],
  // A time alone: still today, or over and so tomorrow.
  ['15:41', [2026, 10, 26, 15, 41]],
  ['15:39', [2026, 10, 27, 15, 39]],
])('%j is that moment', (text, [y, m, d, h, min]) => {
  expect(readMoment(text, NOW)).toEqual({ ok: true, value: new Date(y as number, m as number, d, h, min) })
})

test.each(['', 'soon', 'Fri 25:00', '31.2. 12:00'])('%j is no moment', (text) => expect(readMoment(text, NOW).ok).toBe(false))

test('what is shown can be read back', () => {
  expect(day(writeDay('2031-02-03'))).toBe('2031-02-03')
  const iso = new Date(2028, 1, 29, 7, 5).toISOString()
  expect(readMoment(writeMoment(iso), NOW)).toEqual({ ok: true, value: new Date(iso) })
})
