import { EMPTY_BRIEF } from '../../../core/things/brief/brief.ts'
import { type Action, begun, type Draft, type History, reduce, sameDraft, UNDO_STEPS } from './draft-history.ts'

const titled = (title: string): Draft => ({ title, brief: EMPTY_BRIEF, pins: {} })
const does = (...actions: Action[]): History => actions.reduce(reduce, begun(titled('0')))
const set = (title: string): Action => ({ do: 'set', to: () => titled(title) })
const preview = (title: string): Action => ({ do: 'preview', to: () => titled(title) })
const titles = ({ past, now, future }: History) => [past, [now], future].map((list) => list.map((draft) => draft.title).join())

test('two steps back and one forward stand where one step did', () => {
  expect(titles(does(set('1'), set('2'), { do: 'undo' }, { do: 'undo' }))).toEqual(['', '0', '1,2'])
  expect(titles(does(set('1'), set('2'), { do: 'undo' }, { do: 'undo' }, { do: 'redo' }))).toEqual(['0', '1', '2'])
})
test('two changes made from the same screen are both there, in the order they were made', () => {
  const add = (what: string): Action => ({ do: 'set', to: (now) => ({ ...now, title: now.title + what }) })
  expect(titles(does(add('a'), add('b'), { do: 'undo' }))).toEqual(['0', '0a', '0ab'])
})
test('what is done after going back takes the place of what was undone', () => {
  expect(titles(does(set('1'), set('2'), { do: 'undo' }, set('3')))).toEqual(['0,1', '3', ''])
})
test('a drag of many positions is one step back to where it began', () => {
  const dragged = does(set('1'), preview('1.2'), preview('1.5'), preview('1.9'), { do: 'commit' })
  expect(titles(dragged)).toEqual(['0,1', '1.9', ''])
  expect(titles(reduce(dragged, { do: 'undo' }))).toEqual(['0', '1', '1.9'])
})
test('a drag that ends with a set counts once, too', () => {
  expect(titles(does(preview('0.4'), set('1')))).toEqual(['0', '1', ''])
})
test('going back in the middle of a drag takes the drag back, and no step before it', () => {
  expect(titles(does(set('1'), preview('1.5'), { do: 'undo' }))).toEqual(['0', '1', ''])
  expect(titles(does(set('1'), { do: 'undo' }, preview('0.5'), { do: 'undo' }, { do: 'redo' }))).toEqual(['0', '1', ''])
})
test('going forward in the middle of a drag leaves the drag behind, not what stood before it', () => {
  expect(titles(does(set('1'), { do: 'undo' }, preview('0.5'), { do: 'redo' }))).toEqual(['0', '1', ''])
})
test('nothing to commit, undo or redo changes nothing', () => {
  const state = does(set('1'))
  expect(reduce(state, { do: 'commit' })).toBe(state)
  expect(reduce(state, { do: 'redo' })).toBe(state)
  expect(reduce(begun(titled('0')), { do: 'undo' })).toEqual(begun(titled('0')))
})
test(`${UNDO_STEPS} steps are kept, the oldest goes first`, () => {
  const many = does(...Array.from({ length: UNDO_STEPS + 1 }, (_, i) => set(`${i + 1}`)))
  expect([many.past.length, many.past[0]?.title, many.past.at(-1)?.title]).toEqual([UNDO_STEPS, '1', `${UNDO_STEPS}`])
})
test('the other’s version taken over begins a history of its own', () => {
  expect(titles(does(set('1'), set('2'), { do: 'undo' }, { do: 'replace', draft: titled('theirs') }))).toEqual(['', 'theirs', ''])
})
test('drafts are the same by what they say', () => {
  expect(sameDraft(titled('a'), titled('a'))).toBe(true)
  expect(sameDraft(titled('a'), { ...titled('a'), pins: { printer: 'heron' } })).toBe(false)
})

test('three steps back and forward again come in the order they were done', () => {
  const back = does(set('1'), set('2'), set('3'), { do: 'undo' }, { do: 'undo' }, { do: 'undo' })
  expect(titles(back)).toEqual(['', '0', '1,2,3'])
  expect(titles(reduce(reduce(back, { do: 'redo' }), { do: 'redo' }))).toEqual(['0,1', '2', '3'])
})
