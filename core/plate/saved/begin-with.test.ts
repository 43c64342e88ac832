import { picture, studioOf } from '../../testing/fixtures.ts'
import { several } from '../../testing/several.ts'
import { NEW_ARRANGEMENT } from '../../things/brief/arrangement.ts'
import { pictureIn } from '../../things/brief/item.ts'
import { mm } from '../../things/length/length.ts'
import { resolve } from '../resolve/resolve.ts'
import { begunAs, printedAgain, withBegun } from './begin-with.ts'

const pictures = (n: number) => Array.from({ length: n }, (_, i) => picture({ id: `n${i}` }))
const place = (item: string, x: number) => ({ item, x: mm(x), y: mm(20), width: mm(60), height: mm(40), turn: null, fill: true })

test('everything that is not the picture is taken over; what was said of it, notes and due time are not', () => {
  const brief = several(
    [{ size: { by: 'border', border: mm(20), foot: 1.2 }, sharpen: 40, keep: ['foot'], copies: 9, kind: 'line-art' }],
    undefined,
    { notes: 'old', dueAt: '2026-12-01T00:00:00.000Z' },
  )
  const plate = resolve({ ...brief, arrangement: { as: 'apart' } }, studioOf(), { orientation: '180', intent: 'perceptual' })
  const begun = withBegun(begunAs(plate), pictures(2))
  expect(begun.brief).toMatchObject({ paperId: 'harbour-lustre', notes: '', dueAt: null, test: null })
  for (const item of begun.brief.items)
    expect(item).toMatchObject({ size: { by: 'border', border: mm(20), foot: 1.2 }, sharpen: 40, keep: [], copies: 1, kind: null })
  expect(begun.pins).toMatchObject({ intent: 'perceptual', printer: plate.setup?.printer.id })
  expect(begun.pins).not.toHaveProperty('orientation')
})

test('a layout by hand is filled in its order; places beyond the pictures stay empty', () => {
  const plate = resolve(
    several([{}, {}, {}], { ...NEW_ARRANGEMENT.free, places: [place('3', 20), place('1', 90), place('2', 160)] }),
    studioOf(),
  )
  const { brief } = withBegun(begunAs(plate), pictures(2))
  expect(brief.arrangement).toMatchObject({ places: [{ item: '1' }, { item: '2' }, { item: null }] })
  expect(brief.items.map((item) => pictureIn(item)?.id)).toEqual(['n0', 'n1'])
})

test('printed again a plate comes out as it did, but for its day, and is nobody’s piece', () => {
  const studio = studioOf()
  const plate = resolve(
    several([{ copies: 4, keep: ['foot'] }], { as: 'apart' }, { dueAt: '2026-12-01T00:00:00.000Z', notes: 'n' }),
    studio,
    {
      orientation: '180',
      intent: 'perceptual',
    },
  )
  const [item] = plate.brief.items
  const { brief, pins } = printedAgain({
    ...plate,
    brief: { ...plate.brief, items: [{ ...item, piece: { job: 7, item: '1', dueAt: null } } as typeof item & object] },
  })
  expect(brief).toEqual({ ...plate.brief, dueAt: null })
  expect(resolve(brief, studio, pins).decisions.map(({ value }) => value)).toEqual(plate.decisions.map(({ value }) => value))
  const two = resolve(several([{}, { turn: 90 }], { as: 'apart' }), studio)
  expect(printedAgain(two).pins).not.toHaveProperty('orientation')
  expect(printedAgain(two).pins).toHaveProperty('printer', two.setup?.printer.id)
})
