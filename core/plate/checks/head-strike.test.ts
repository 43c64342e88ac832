import { afterFix, decided, finding, plateOf } from '../../testing/fixtures.ts'

const cotton = (gap?: string) =>
  plateOf({ brief: { paperId: 'saltmarsh-cotton' }, pins: { printer: 'gannet', ...(gap ? { 'platen-gap': gap } : {}) } })

test('a thick sheet under the normal gap is a stop, and one press widens it', () => {
  const plate = cotton('normal')
  expect(finding(plate, 'head-strike')).toMatchObject({ level: 'stop', numbers: { thickness: 470, clears: 400 } })
  expect(decided(afterFix(plate, 'head-strike'), 'platen-gap')).toBe('wide')
})
test('left alone, the gap follows the paper', () => {
  expect(decided(cotton(), 'platen-gap')).toBe('wide')
  expect(finding(cotton(), 'head-strike')).toBeUndefined()
  expect(decided(plateOf({}), 'platen-gap')).toBe('normal')
})
test('the gap is widened from the first micrometre on that the head does not clear', () => {
  const gapAt = (thickness: number) => {
    const plate = plateOf({
      pins: { printer: 'gannet' },
      studio: (s) => {
        for (const printer of s.printers) printer.normalGapUpTo = printer.id === 'gannet' ? 320 : 90
        for (const paper of s.papers) if (paper.id === plateOf({}).setup?.paper.id) paper.thickness = thickness
      },
    })
    return [decided(plate, 'platen-gap'), finding(plate, 'head-strike')]
  }
  expect([319, 320, 321].map(gapAt)).toEqual([
    ['normal', undefined],
    ['normal', undefined],
    ['wide', undefined],
  ])
})
test('a sheet that is too thick by a few micrometres is not said to be as thick as the head clears', () => {
  const says = (over: number) =>
    finding(
      plateOf({
        brief: { paperId: 'saltmarsh-cotton' },
        pins: { printer: 'gannet', 'platen-gap': 'normal' },
        studio: (s) => {
          for (const paper of s.papers) if (paper.id === 'saltmarsh-cotton') paper.thickness = 400 + over
        },
      }),
      'head-strike',
    )?.says
  expect([says(0), says(4), says(20)]).toEqual([
    undefined,
    'The sheet is 0.404 mm thick and the head clears 0.400 mm with the normal gap.',
    'The sheet is 0.42 mm thick and the head clears 0.40 mm with the normal gap.',
  ])
})
