import { inch, mm } from '../length/length.ts'
import { PathSchema } from '../paths/path.ts'
import { PRINTER_CLASSES, printerOfClass } from './classes.ts'
import { PATH_PART_KEYS } from './parts.ts'

test.each(PRINTER_CLASSES.map((c) => c.id))('%s is a whole record, said to be usual, with paths of its own', (id) => {
  const printer = printerOfClass(id, { id: 'petrel', name: 'Petrel', address: '' })
  expect(printer).toMatchObject({ id: 'petrel', name: 'Petrel', address: '' })
  for (const path of printer.paths) {
    expect(PathSchema.safeParse(path).success).toBe(true)
    expect(path.unconfirmed).toEqual([...PATH_PART_KEYS])
    expect(path.id.startsWith('petrel-')).toBe(true)
  }
  // Every sheet it takes has an entry of its driver to be printed as.
  const heaviest = Math.max(...printer.mediaTypes.map((m) => m.weight.max))
  expect(heaviest).toBeGreaterThanOrEqual(120)
  // Full tanks, as nobody has read them.
  expect(printer.inks.every((ink) => ink.millilitres === ink.capacity)).toBe(true)
})
test.each([
  ['a4-six-ink', 8.5],
  ['13-inch-pigment', 13],
  ['17-inch-pigment', 17],
  ['24-inch-roll', 24],
  ['44-inch-roll', 44],
  ['blank', 8.5],
])('what %s takes is as wide as its class is called: %s inches, to a millimetre', (id, inches) => {
  const { paths } = printerOfClass(id, { id: 'p', name: 'P', address: '' })
  for (const path of paths) expect([path.name, Math.abs(path.width.max - inch(inches)) <= mm(1)]).toEqual([path.name, true])
})
test('a class that is none is no printer', () => {
  expect(() => printerOfClass('fax', { id: 'x', name: 'X', address: '' })).toThrow(RangeError)
})
test('a machine with two blacks asks for the one each surface holds', () => {
  const { mediaTypes } = printerOfClass('13-inch-pigment', { id: 'p', name: 'P', address: '' })
  expect(Object.fromEntries(mediaTypes.map((m) => [m.surface, m.black]))).toEqual({
    gloss: 'photo',
    satin: 'photo',
    matte: 'matte',
    art: 'matte',
    canvas: 'matte',
    plain: 'either',
  })
})
