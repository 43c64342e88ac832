import { sayDisplay } from './display.ts'

const now = new Date('2026-11-25T12:00:00Z')
const record = (calibratedOn: string, luminance = 100) => ({ calibratedOn, white: 5000, luminance })

test.each([
  ['2026-11-25', 100, 'today', false],
  ['2026-11-24', 100, 'yesterday', false],
  ['2026-10-26', 100, '30 days ago', false],
  ['2026-10-25', 100, '31 days ago', true],
  ['2026-11-20', 80, '5 days ago', false],
  ['2026-11-20', 79, 'too light beside it', true],
  ['2026-11-20', 120, '5 days ago', false],
  ['2026-11-20', 121, 'too dark beside it', true],
])('calibrated on %s at %s cd/m²: %s', (on, luminance, words, doubtful) => {
  const said = sayDisplay(record(on, luminance), now)
  expect(said.says).toContain(words)
  expect(said.doubtful).toBe(doubtful)
})
test('a display nobody has calibrated is said to be a hint', () => expect(sayDisplay(null, now).doubtful).toBe(true))
