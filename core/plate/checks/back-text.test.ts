import { finding, foundBy, plateOf, sheet, studioOf } from '../../testing/fixtures.ts'
import { several } from '../../testing/several.ts'
import { NEW_ARRANGEMENT } from '../../things/brief/arrangement.ts'
import { NEW_MAKE } from '../../things/brief/make.ts'
import { mm } from '../../things/length/length.ts'
import { resolve } from '../resolve/resolve.ts'
import { backText } from './back-text.ts'

const card = (points: number) =>
  plateOf({
    brief: {
      paperId: 'keepsake-card',
      sheet: sheet('na_index-4x6_4x6in'),
      make: { ...NEW_MAKE['two-sided'], text: { text: 'Extraordinarily-long-unbroken-word', points, at: 'foot', align: 'left' } },
    },
  })

test('a word too long for the card is found before it is printed', () => {
  expect(finding(card(40), 'back-text')?.level).toBe('stop')
  expect(finding(card(8), 'back-text')).toBeUndefined()
})

const SHEET = { x: 0, y: 0, w: mm(100), h: mm(150) }

/** Words that reach so far past what the printer prints at each edge of a sheet of 100 × 150 mm, µm. */
const reaching = (past: { left?: number; top?: number; right?: number; bottom?: number }, of: Record<string, unknown> = {}) => {
  const { left = 0, top = 0, right = 0, bottom = 0 } = past
  const printable = { x: mm(3), y: mm(4), w: mm(90), h: mm(130) }
  const rect = { x: mm(3) - left, y: mm(4) - top, w: mm(90) + left + right, h: mm(130) + top + bottom }
  const { backs = [], ...rest } = of
  const front = { side: 'front', text: { rect }, captions: [], printable, sheet: SHEET }
  return foundBy(backText, { brief: { unit: 'mm', make: NEW_MAKE['folded-card'] }, forms: [front, ...(backs as object[])], ...rest })
}

test.each(['left', 'top', 'right', 'bottom'] as const)(
  'words past the %s edge of what is printed are found from over a twentieth of a millimetre',
  (edge) => {
    expect(reaching({ [edge]: 50 })).toEqual([])
    expect(reaching({ [edge]: 51 })).toMatchObject([{ suffix: 'cut', level: 'stop', numbers: { lost: 51 } }])
    // Past the sheet itself they are as lost, however far the printer prints.
    expect(reaching({ [edge]: mm(12) })[0]).toMatchObject({
      numbers: { lost: mm(12) },
      says: expect.stringMatching(/^12\.0 mm of the words/),
    })
  },
)

test('the worst edge counts, of both sides; what was accepted for a card is a note without an offer', () => {
  expect(reaching({ left: 300, bottom: 700 })[0]?.numbers).toEqual({ lost: 700 })
  const on = (x: number) => ({ rect: { x, y: mm(4), w: mm(9), h: mm(9) } })
  const back = { side: 'back', captions: [], printable: { x: mm(3), y: mm(4), w: mm(90), h: mm(130) }, sheet: SHEET }
  const backs = [
    { ...back, text: on(mm(2.5)) },
    { ...back, text: on(mm(1)) },
  ]
  expect(reaching({ left: 300 }, { backs })[0]?.numbers).toEqual({ lost: mm(2) })
  expect(reaching({ left: mm(3) }, { backs })[0]?.numbers).toEqual({ lost: mm(3) })
  // Of cards that share a sheet each has words of its own.
  const shared = { ...back, text: null, captions: [on(mm(40)), on(mm(1.5))] }
  expect(reaching({ left: 300 }, { backs: [shared] })[0]?.numbers).toEqual({ lost: mm(1.5) })
  const [asked] = reaching({ top: 80 })
  expect(asked?.fix).toMatchObject({ brief: { make: { as: 'folded-card', textInDeadMargin: true } } })
  const accepted = { brief: { unit: 'mm', make: { ...NEW_MAKE['folded-card'], textInDeadMargin: true } } }
  expect(reaching({ top: 80 }, accepted)[0]).toMatchObject({
    level: 'note',
    fix: null,
    says: expect.stringContaining('which you accepted'),
  })
  // What a two-sided print says cannot be accepted away.
  const twoSided = { brief: { unit: 'mm', make: { ...NEW_MAKE['two-sided'], backPicture: 'same' } } }
  expect(reaching({}, { ...twoSided, backs: [{ ...back, text: on(mm(2.9)) }] })[0]).toMatchObject({ level: 'stop', fix: null })
})

test('two sides with nothing on the second are asked about', () => {
  const empty = (make: object, back: object | null = null) =>
    reaching(
      {},
      { brief: { unit: 'mm', make: { ...NEW_MAKE['two-sided'], ...make } }, backs: back ? [{ side: 'back', ...back }] : [] },
    ).map((f) => f.suffix)
  const rect = { x: mm(10), y: mm(10), w: mm(9), h: mm(9) }
  const printed = { printable: SHEET, sheet: SHEET, captions: [] }
  expect([
    empty({ backPicture: 'none' }),
    empty({ backPicture: 'none' }, { text: null, ...printed }),
    empty({ backPicture: 'none' }, { text: { rect }, ...printed }),
    empty({ backPicture: 'none' }, { ...printed, text: null, captions: [{ rect }] }),
    empty({ backPicture: 'same' }),
  ]).toEqual([['empty'], ['empty'], [], [], []])
})

test('four cards on a sheet with words on their backs go on; without words they are asked about', () => {
  const backs = (text: string) =>
    resolve(
      several([{ copies: 4 }], NEW_ARRANGEMENT.grid, {
        paperId: 'keepsake-card',
        sheet: null,
        make: { ...NEW_MAKE['two-sided'], text: { points: 9, at: 'foot', align: 'centre', text } },
      }),
      studioOf(),
    ).findings.flatMap(({ id, level }) => (level === 'stop' ? [id] : []))
  expect([backs('With love'), backs('')]).toEqual([[], ['back-text:empty']])
})

test('words by themselves that the printer does not reach are told as such, not as words on a back', () => {
  const [found] = reaching({ left: 300 }, { brief: { unit: 'mm', make: NEW_MAKE.print } })
  expect(found).toMatchObject({ suffix: 'front', level: 'stop', numbers: { lost: 300 } })
  expect(found?.says).toMatch(/^0\.3 mm of the words fall/)
  expect(reaching({ left: 50 }, { brief: { unit: 'mm', make: NEW_MAKE.print } })).toEqual([])
})
