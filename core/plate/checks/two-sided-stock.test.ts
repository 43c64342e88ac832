import { afterFix, finding, plateOf, sheet } from '../../testing/fixtures.ts'
import { NEW_MAKE } from '../../things/brief/make.ts'

const make = { ...NEW_MAKE['two-sided'], text: { text: 'Back', points: 9, at: 'foot' as const, align: 'centre' as const } }

test('paper with one printable side stops a two-sided job', () => {
  const plate = plateOf({ brief: { make } })
  expect(finding(plate, 'two-sided-stock')?.says).toContain('two-sided stock')
  expect(afterFix(plate, 'two-sided-stock').brief.make.as).toBe('print')
})
test('a path that must not see a printed side is pointed away from', () => {
  const plate = plateOf({
    brief: { make, paperId: 'logbook-plain', sheet: sheet('iso_a4_210x297mm') },
    pins: { printer: 'tern', path: 'tern-rear' },
  })
  expect(finding(plate, 'two-sided-stock')?.fix?.pins).toMatchObject({ printer: 'dunlin', path: 'dunlin-main' })
  // The main tray is the only one that takes A4 for both sides: of the A4 in stock, and cut from A3.
  expect(finding(plate, 'two-sided-stock')?.numbers.usableWays).toBe(2)
})

test('card too thick to go through twice is stopped with what the path turns, in hundredths', () => {
  const says = (thickness: number) =>
    finding(
      plateOf({
        brief: { make, paperId: 'logbook-plain', sheet: sheet('iso_a4_210x297mm') },
        pins: { printer: 'dunlin', path: 'dunlin-main' },
        studio: (s) => {
          for (const paper of s.papers) if (paper.id === 'logbook-plain') paper.thickness = thickness
          for (const { paths } of s.printers)
            for (const path of paths) if (path.id === 'dunlin-main' && path.duplex) path.duplex = { ...path.duplex, upTo: 214 }
        },
      }),
      'two-sided-stock',
    )?.says
  expect(says(214)).toBeUndefined()
  expect(says(215)).toMatch(/ prints a second side up to 0\.21 mm\./)
})
