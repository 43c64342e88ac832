import { afterFailure, goneFrom, inOrder, MOST, nextCall, nextPlace, readCall, type Waiting, withCall, withoutCall } from './outbox-list.ts'

const tick = (id: string, about = id): Waiting => ({
  id,
  studio: 'quay',
  call: 'PUT /jobs/{id}/ticks/{step}',
  asked: { id: 3, step: about, body: { done: true } },
  about,
  at: 0,
})
const ids = (list: readonly Waiting[]) => list.map((call) => call.id).join()

test('calls wait in the order they were made', () => {
  expect(ids(withCall([tick('a'), tick('b')], tick('c')))).toBe('a,b,c')
})
test('a later call about the same thing takes the place of an earlier one, and goes last', () => {
  expect(ids(withCall([tick('a', 'fan'), tick('b', 'load')], tick('c', 'fan')))).toBe('b,c')
})
test('a call that was made leaves the others', () => {
  expect(ids(withoutCall([tick('a'), tick('b'), tick('c')], 'b'))).toBe('a,c')
})
test(`${MOST} calls are kept, the oldest goes first`, () => {
  const full = Array.from({ length: MOST }, (_, i) => tick(`n${i}`))
  const more = withCall(full, tick('last'))
  expect([more.length, more[0]?.id, more.at(-1)?.id]).toEqual([MOST, 'n1', 'last'])
})
test('a call that had trouble is passed over in its round, in order, and comes first in the next', () => {
  const list = [tick('a'), tick('b'), tick('c')]
  expect(nextCall(list, new Set(['a']))?.id).toBe('b')
  expect(nextCall(list, new Set(['a', 'b', 'c']))).toBeUndefined()
  expect(nextCall(list, new Set())?.id).toBe('a')
})
test('what a device has kept is read by itself: what this version does not know is left there', () => {
  const kept = { ...tick('a'), at: 7 }
  expect(readCall(JSON.stringify(kept))).toEqual([kept])
  const others = [{ ...tick('b'), call: 'PUT /no/such/{call}' }, 'nonsense', null, { ...tick('c'), asked: 7 }, { ...tick('d'), at: 'now' }]
  expect([...others.map((entry) => readCall(JSON.stringify(entry))), readCall('{'), readCall(null)].flat()).toEqual([])
})
test('calls are made in the order they were put down, also when the clock has been set back in between', () => {
  const put = (list: readonly Waiting[], id: string, now: number) => [...list, { ...tick(id), at: nextPlace(list, now) }]
  const list = put(put(put([], 'a', 500), 'b', 500), 'c', 20)
  expect(list.map(({ at }) => at)).toEqual([500, 501, 502])
  expect(ids(inOrder([...list].reverse()))).toBe('a,b,c')
  expect(ids(inOrder([tick('b'), tick('a')]))).toBe('a,b')
})
test('gone is what nothing is waiting about any more', () => {
  expect(ids(goneFrom([tick('a', 'fan'), tick('b', 'load'), tick('c', 'core')], [tick('c', 'core'), tick('d', 'fan')]))).toBe('b')
})

test('a refusal ends a call; trouble of the server keeps it for later, and a server that is away keeps all', () => {
  const says = (status: number, away = false) => afterFailure({ status, away })
  expect([400, 404, 409, 499, 500, 503].map((s) => says(s))).toEqual(['refused', 'refused', 'refused', 'refused', 'later', 'later'])
  expect([says(0, true), says(400, true), afterFailure(null)]).toEqual(['away', 'away', 'away'])
})
