import { afterFix, finding, picture, plateOf, sheet } from '../../testing/fixtures.ts'
import { mm } from '../../things/length/length.ts'
import { layoutOf } from '../resolve/plate.ts'

const onCard = (width: number) =>
  plateOf({
    brief: {
      picture: picture({ width, height: 6000 }),
      paperId: 'beacon-gloss',
      sheet: sheet('na_index-4x6_4x6in'),
      finish: 'borderless',
      size: { by: 'sheet', fill: false },
    },
    pins: { printer: 'dunlin', expansion: 'small', orientation: '0' },
  })

test('paper beside a picture that is fitted is said with its millimetres and what filling would crop; one press fills', () => {
  const plate = onCard(6000)
  const found = finding(plate, 'paper-shows')
  expect(found?.level).toBe('note')
  expect(found?.numbers).toMatchObject({ leading: mm(24.2), trailing: mm(24.1) })
  expect(found?.says).toContain('24.2 mm at the leading edge, 24.1 mm at the trailing edge')
  expect(found?.says).toContain('crop 32.8 %')
  const filled = afterFix(plate, 'paper-shows')
  expect(finding(filled, 'paper-shows')).toBeUndefined()
  expect(layoutOf(filled)?.margins).toEqual({ leading: 0, trailing: 0, left: 0, right: 0 })
})

test('a strip too narrow to look meant is a warning', () => {
  // 154.8 mm high take ink: 3 900 of 6 000 pixels are 100.6 mm wide on a card of 101.6, half a millimetre bare on each side.
  expect(finding(onCard(3900), 'paper-shows')?.level).toBe('warn')
  // 97.5 and 97.7 mm leave 2.03 and 1.95 mm.
  expect(finding(onCard(3781), 'paper-shows')?.level).toBe('note')
  expect(finding(onCard(3787), 'paper-shows')?.level).toBe('warn')
})

test('a strip that no ruler reads is not said', () => {
  // 154.8 × 3 930 / 6 000 are 101.39 mm, a tenth bare on each side; 3 934 are 101.50 mm, and half of that.
  expect(finding(onCard(3930), 'paper-shows')?.says).toContain(': 0.1 mm at the left edge, 0.1 mm at the right edge.')
  expect(finding(onCard(3934), 'paper-shows')).toBeUndefined()
})

test('nothing shows where the picture has the shape of the sheet', () => expect(finding(onCard(4000), 'paper-shows')).toBeUndefined())
