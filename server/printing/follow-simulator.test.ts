import { firstPortOf } from './follow-simulator.ts'

const at = (position: number, port: number, host = '127.0.0.1', path = 'ipp/print') => ({
  position,
  address: `ipp://${host}:${port}/${path}`,
})

test('simulated printers stand one port after the other, from their first', () => {
  expect(firstPortOf([at(2, 9653), at(0, 9651), at(6, 9657)])).toBe(9651)
})
test('what stands elsewhere is nobody’s business, and does not hide them', () => {
  expect(firstPortOf([at(0, 9651), at(1, 631, '192.0.2.7'), at(2, 4000, '127.0.0.1', 'queue'), at(3, 9654)])).toBe(9651)
  expect(firstPortOf([at(1, 631, '192.0.2.7')])).toBeNull()
  expect(firstPortOf([])).toBeNull()
})
test('what most of them agree on counts; one alone agrees with nobody', () => {
  expect(firstPortOf([at(7, 9651), at(0, 9651), at(8, 9652), at(1, 9652), at(6, 9657)])).toBe(9651)
  expect(firstPortOf([at(0, 9651), at(1, 9653)])).toBeNull()
})
