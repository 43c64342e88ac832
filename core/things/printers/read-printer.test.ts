import { printerOfClass } from './classes.ts'
import { readPrinterDocument, writePrinterDocument } from './document.ts'
import { PATH_PART_KEYS } from './parts.ts'
import { readPrinter } from './read-printer.ts'

const swan = printerOfClass('24-inch-roll', { id: 'swan', name: 'Swan', address: '' })
/** As it was written down before paths were confirmed part by part. */
const before = (known: 'usual' | 'confirmed') => {
  const { unconfirmed: _, ...printer } = swan
  return { ...printer, paths: swan.paths.map(({ unconfirmed: __, ...path }) => ({ ...path, known })) }
}

test('a path that was usual is usual in all its parts, one that was confirmed in none', () => {
  expect(readPrinter(before('usual')).paths.map((p) => p.unconfirmed)).toEqual(swan.paths.map(() => [...PATH_PART_KEYS]))
  expect(readPrinter(before('confirmed')).paths.map((p) => p.unconfirmed)).toEqual(swan.paths.map(() => []))
  expect(readPrinter(before('usual')).unconfirmed).toEqual([])
})
test('what is written today is read as it is, and nothing else about a record changes', () => {
  const some = { ...swan, paths: swan.paths.map((path) => ({ ...path, unconfirmed: ['takes' as const] })) }
  expect(readPrinter(some)).toEqual(some)
  expect({ ...readPrinter(before('usual')), unconfirmed: swan.unconfirmed }).toEqual(swan)
})
test('a document of before is read too; one that is no record is told by its place', () => {
  const document = { ...JSON.parse(writePrinterDocument(swan)), printer: before('usual') }
  const read = readPrinterDocument(JSON.stringify(document))
  expect(read.ok && read.value.paths[0]?.unconfirmed).toEqual([...PATH_PART_KEYS])
  expect(readPrinterDocument(JSON.stringify({ ...document, printer: { paths: 'none' } }))).toMatchObject({ ok: false })
  expect(() => readPrinter({ paths: [3] })).toThrow()
})
