import { unknownField } from './unknown-field.ts'

test.each([
  [{ stock: 1 }, { stock: 1 }, null],
  [{ stock: 1, nominal: 2 }, { stock: 1 }, 'nominal'],
  [{ measured: { width: 1, depth: 2 } }, { measured: { width: 1 } }, 'measured.depth'],
  [{ items: [{ a: 1 }, { a: 1, b: 2 }] }, { items: [{ a: 1 }, { a: 1 }] }, 'items.1.b'],
  // What is filled in, or read as another thing, was understood.
  [{ on: '2026-01-02' }, { on: new Date(0), by: '' }, null],
  [{ size: 'A4' }, { size: { width: 1 } }, null],
  [null, null, null],
])('%j read as %j: %s is unknown', (sent, read, field) => expect(unknownField(sent, read)).toBe(field))
