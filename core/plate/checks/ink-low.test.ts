import { finding, picture, plateOf, sheet, studioOf } from '../../testing/fixtures.ts'
import { several } from '../../testing/several.ts'
import { NEW_MAKE } from '../../things/brief/make.ts'
import type { Studio } from '../../things/studio/studio.ts'
import { resolve } from '../resolve/resolve.ts'

/** A picture that is half covered in cyan and nothing else: all of its ink is cyan's and light cyan's. */
const cyan = picture({ inked: [0.6, 0, 0] })
const left = (millilitres: number) => (s: Studio) => {
  for (const p of s.printers) for (const i of p.inks) if (i.id === 'cyan') i.millilitres = millilitres
}
const plate = (copies: number, millilitres: number) =>
  plateOf({ brief: { picture: cyan, copies }, pins: { printer: 'heron', path: 'heron-cassette' }, studio: left(millilitres) })

test('the channel that runs out is named, with what it takes, what is left and after how many sheets', () => {
  const needed = plate(10, 1000).estimates?.inks.cyan ?? 0
  expect(needed).toBeGreaterThan(1)
  expect(finding(plate(10, needed), 'ink-low')).toBeUndefined()
  const found = finding(plate(10, needed * 0.65), 'ink-low')
  expect(found?.numbers).toMatchObject({ ink: 'cyan', sheets: 6 })
  expect(found?.says).toContain('runs out after 6 of 10 sheets')
  expect(finding(plate(10, needed * 0.05), 'ink-low')?.says).toContain('in the first sheet')
  expect(finding(plate(1, needed * 0.05), 'ink-low')?.says).toContain('in the middle of the print')
})

test('of several the one that runs out first is named first', () => {
  const both = plateOf({
    brief: { picture: picture({ inked: [0.7, 0.7, 0.7] }), copies: 20 },
    pins: { printer: 'heron', path: 'heron-cassette' },
    studio: (s) => {
      for (const p of s.printers) for (const i of p.inks) i.millilitres = i.id === 'yellow' ? 0.2 : i.id === 'photo-black' ? 0.1 : 500
    },
  })
  expect(finding(both, 'ink-low')?.numbers.ink).toBe('photo-black')
  expect(finding(both, 'ink-low')?.says).toContain('Yellow does not last either')
})

test('a black that is not in use is not missed', () => {
  const dry = (id: string) => (s: Studio) => {
    for (const p of s.printers) for (const i of p.inks) if (i.id === id) i.millilitres = 0
  }
  const on = (id: string) =>
    plateOf({
      brief: { picture: picture({ inked: [0.5, 0.5, 0.5] }) },
      pins: { printer: 'heron', path: 'heron-cassette' },
      studio: dry(id),
    })
  // Satin prints with photo black.
  expect(finding(on('matte-black'), 'ink-low')).toBeUndefined()
  expect(finding(on('photo-black'), 'ink-low')).toBeDefined()
})

test('ink that is short by a hair is not told as if it were enough', () => {
  const needed = plate(10, 1000).estimates?.inks.cyan ?? 0
  for (const short of [0.3, 0.04, 0.004]) {
    const says = finding(plate(10, needed - short), 'ink-low')?.says ?? ''
    const [, takes, left] = /takes (\d+\.\d+) ml and (\d+\.\d+) are left/.exec(says) ?? []
    expect([short, Number(takes) > Number(left)]).toEqual([short, true])
  }
  expect(finding(plate(10, needed * 0.65), 'ink-low')?.says).toMatch(/takes \d+\.\d ml and \d+\.\d are left/)
})

test('sheets that differ are counted in the order they are printed, each by what it takes', () => {
  const [pale, dark] = [picture({ inked: [0.1, 0, 0] }), picture({ inked: [0.9, 0, 0] })]
  const job = (asked: Parameters<typeof several>[0], millilitres: number) => {
    const studio = studioOf()
    left(millilitres)(studio)
    return resolve(several(asked, { as: 'apart' }), studio, { printer: 'heron', path: 'heron-cassette' })
  }
  const each = (of: typeof pale) => job([{ picture: of }], 1000).estimates?.inks.cyan ?? Number.NaN
  const [little, much] = [each(pale), each(dark)]
  expect(much / little).toBeCloseTo(9, 1)
  const after = (asked: Parameters<typeof several>[0], millilitres: number) => finding(job(asked, millilitres), 'ink-low')?.numbers.sheets
  const both = [
    { picture: pale, copies: 4 },
    { picture: dark, copies: 3 },
  ]
  // Four pale ones and one dark one, and half of the next; the dark ones first, one and a half.
  expect(after(both, 4 * little + 1.5 * much)).toBe(5)
  expect(after(both.toReversed(), 1.5 * much)).toBe(1)
  expect(after(both.toReversed(), 3 * much + 2 * little)).toBe(5)
  expect(after(both, 4 * little + 2.999 * much)).toBe(6)
  // Four and two are printed as two and one, twice.
  expect(
    after(
      [
        { picture: pale, copies: 4 },
        { picture: dark, copies: 2 },
      ],
      2.5 * little + much,
    ),
  ).toBe(3)
})

test('of a picture on both sides all fronts are printed first; what runs out after them is told of the second side', () => {
  const card = (millilitres: number, copies = 10) =>
    plateOf({
      brief: {
        picture: cyan,
        copies,
        paperId: 'keepsake-card',
        sheet: sheet('na_index-4x6_4x6in'),
        make: { ...NEW_MAKE['two-sided'], backPicture: 'same' },
      },
      studio: left(millilitres),
    })
  const whole = card(1000)
  const area = (side: 'front' | 'back') =>
    whole.forms.reduce((sum, form) => sum + (form.side === side ? form.placements.reduce((a, { printed: p }) => a + p.w * p.h, 0) : 0), 0)
  const needed = whole.estimates?.inks.cyan ?? 0
  // One front and one back, ml.
  const each = (side: 'front' | 'back') => ((needed / 10) * area(side)) / (area('front') + area('back'))
  const says = (millilitres: number, copies = 10) => finding(card(millilitres, copies), 'ink-low')?.says
  expect(says(10 * each('front') + 4.5 * each('back'))).toContain('runs out after 4 of 10 sheets on the second side')
  expect(says(10 * each('front') + 0.5 * each('back'))).toContain('in the first sheet on the second side')
  expect(says(7.5 * each('front'))).toContain('runs out after 7 of 10 sheets: ')
  expect(says(each('front') + 0.5 * each('back'), 1)).toContain('in the middle of the second side')
  expect(says(needed)).toBeUndefined()
})
