import { changeOf, withChange } from './list-change.ts'

const list = (...ids: string[]) => ids.map((id) => ({ id, n: 1 }))
const [a, b, c, d] = list('a', 'b', 'c', 'd') as [
  { id: string; n: number },
  { id: string; n: number },
  { id: string; n: number },
  { id: string; n: number },
]
const other = { id: 'b', n: 2 }
const [e, f] = list('e', 'f') as [typeof a, typeof a]

test.each([
  ['one that is other stands where it stood', [a, other, c, d], { put: [other], gone: [] }],
  ['one that is gone is named', [a, c, d], { put: [], gone: ['b'] }],
  ['what is new stands at the end', [a, b, c, d, e], { put: [e], gone: [] }],
  ['one gone and one new', [a, b, d, e], { put: [e], gone: ['c'] }],
  ['nothing', [a, b, c, d], { put: [], gone: [] }],
])('%s', (_, now, change) => {
  expect(changeOf([a, b, c, d], now)).toEqual(change)
  const made = withChange([a, b, c, d], change)
  expect(made.map((one, i) => one === now[i])).toEqual(now.map(() => true))
})

test('what has moved, and what is mostly other, is told whole', () => {
  expect(changeOf([a, b, c, d], [b, a, c, d])).toBeNull()
  expect(changeOf([a, b, c, d], [a, b, e, c, d])).toBeNull()
  // Two of four are a half; three are more.
  expect(changeOf([a, b, c, d], [a, other, { ...c }, d])).toEqual({ put: [other, c], gone: [] })
  expect(changeOf([a, b, c, d], [{ ...a }, other, { ...c }, d])).toBeNull()
})

test('a change leads to the list as it is also from one in between', () => {
  // Somebody has the list of before with a part of what has changed since.
  const between = [a, other, c, d, e]
  const now = [a, other, d, e, f]
  const change = changeOf([a, b, c, d], now)
  expect(change).toBeNull()
  const long = Array.from({ length: 9 }, (_, i) => ({ id: `l${i}`, n: 1 }))
  const whole = changeOf([...long, a, b, c, d], [...long, ...now])
  expect(withChange([...long, ...between], whole ?? { put: [], gone: [] })).toEqual([...long, ...now])
})
