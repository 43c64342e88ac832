import { sayBeyond } from './beyond.ts'

test.each([
  [2 ** 30 + 1, 2 ** 30, '1.1'],
  [1.1 * 2 ** 30 + 1, 2 ** 30, '1.2'],
  [8 * 2 ** 20 + 1, 2 ** 20, '8.1'],
  [2.5 * 2 ** 30, 2 ** 30, '2.5'],
])('%i bytes in units of %i are %s, never less than they are', (bytes, each, said) => expect(sayBeyond(bytes, each)).toBe(said))
