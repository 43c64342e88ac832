import { tidied } from './tidied.ts'

test.each([
  ['  297\u00a0mm\n', '297 mm'],
  ['\u22124,5', '-4,5'],
  ['8\u20131/2', '8-1/2'],
  ['２１０ × ２９７', '210 × 297'],
  ['\tA3\t420\n', 'A3'],
  ['\ufeff12\u202f345', '12 345'],
  ['\r\n', ''],
])('%j is pasted as %j', (from, to) => expect(tidied(from)).toBe(to))
