import { studioOf } from '../../testing/fixtures.ts'
import { several } from '../../testing/several.ts'
import { NEW_ARRANGEMENT } from '../../things/brief/arrangement.ts'
import { focused } from './focused.ts'
import { resolve } from './resolve.ts'

const grid = { ...NEW_ARRANGEMENT.grid, columns: 2, rows: 1 }
const plate = resolve(several([{ copies: 2 }, { kind: 'black-and-white' }, { copies: 3 }], grid), studioOf())

test('seen from one item there is but that item, where it lies first, on each side', () => {
  const { brief, forms } = focused(plate, '3')
  expect(brief.items.map(({ id }) => id)).toEqual(['3'])
  expect(forms.map(({ side, placements }) => [side, placements.map(({ item }) => item)])).toEqual([['front', ['3']]])
  const first = plate.forms.find((form) => form.placements.some(({ item }) => item === '3'))
  expect(forms[0]).toMatchObject({ id: first?.id, sheet: first?.sheet })
})

test('an item with an intent of its own is seen with that, others with the job’s', () => {
  const intent = plate.setup?.intent
  expect(intent).not.toBe('perceptual')
  expect(['1', '2', '3'].map((id) => focused(plate, id).setup?.intent)).toEqual([intent, 'perceptual', intent])
})

test('what is not there is not looked for, and one alone is the plate itself', () => {
  expect(focused(plate, '9')).toBe(plate)
  const alone = resolve(several([{}], grid), studioOf())
  expect(focused(alone, '1')).toBe(alone)
})
