import { afterFix, finding, plateOf, sheet } from '../../testing/fixtures.ts'
import { mm } from '../../things/length/length.ts'
import { layoutOf } from '../resolve/plate.ts'
import { clearBorder } from './clear-border.ts'

const board = (border: number) => ({
  brief: {
    paperId: 'breakwater-board',
    sheet: sheet('iso_a3_297x420mm'),
    size: { by: 'border' as const, border: mm(border), exact: true },
  },
})

test('equal borders narrower than a dead margin come out uneven; that is said, and one press makes them equal', () => {
  const plate = plateOf(board(12))
  const found = finding(plate, 'borders-uneven')
  expect(found?.level).toBe('warn')
  expect(found?.says).toContain('12.0 mm all round')
  const after = afterFix(plate, 'borders-uneven')
  expect(finding(after, 'borders-uneven')).toBeUndefined()
  const { leading = 0, trailing = 1 } = layoutOf(after)?.margins ?? {}
  expect(Math.abs(leading - trailing)).toBeLessThan(1000)
})
test('borders beyond every dead margin, and a foot that is meant to be wider, are let be', () => {
  expect(finding(plateOf(board(30)), 'borders-uneven')).toBeUndefined()
  expect(finding(plateOf({ brief: { size: { by: 'border', border: mm(20), foot: 1.2 } } }), 'borders-uneven')).toBeUndefined()
})

test('the narrowest clear border is that of the widest margin and where the path lays prints, up to the half millimetre', () => {
  const clear = (x: number, y: number, right: number, foot: number) =>
    clearBorder({ sheet: { x: 0, y: 0, w: mm(297), h: mm(420) }, printable: { x, y, w: mm(297) - x - right, h: mm(420) - y - foot } })
  expect([clear(3000, 3100, 5000, 14_500), clear(3000, 3100, 5000, 14_501)]).toEqual([14_500, 15_000])
  expect([clear(9001, 0, 0, 0), clear(0, 8499, 0, 0), clear(0, 0, 7999, 0), clear(0, 0, 0, 0)]).toEqual([9500, 8500, 8000, 0])
})

test('the edge that is named is the one the path does not reach, whichever it is', () => {
  const says = (margins: object, border = 12) =>
    finding(
      plateOf({
        ...board(border),
        pins: { path: 'gannet-board', orientation: '0', placement: 'shifted' },
        studio: (s) => {
          for (const { paths } of s.printers)
            for (const path of paths)
              if (path.id === 'gannet-board')
                Object.assign(path.margins, { leading: 3000, trailing: 3000, left: 3000, right: 3000, ...margins })
        },
      }),
      'borders-uneven',
    )?.says.replace(/^.*?;/, '')
  const edge = (name: string) => expect.stringMatching(new RegExp(`prints no nearer to the ${name} edge\\.$`))
  expect(says({ leading: mm(24) })).toEqual(edge('leading'))
  expect(says({ trailing: mm(24) })).toEqual(edge('trailing'))
  expect(says({ left: mm(24) })).toEqual(edge('left'))
  expect(says({ right: mm(24) })).toEqual(edge('right'))
})
