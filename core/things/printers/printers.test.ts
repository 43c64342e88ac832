import fc from 'fast-check'
import { studioOf } from '../../testing/fixtures.ts'
import { decode, encode, IppError, v } from '../../wire/ipp/message.ts'
import { proposeFromIpp } from '../../wire/ipp/propose-printer.ts'
import { differences, takeDifferences } from './differences.ts'
import { printerDocumentJsonSchema, readPrinterDocument, writePrinterDocument } from './document.ts'
import type { Printer } from './printer.ts'

const { printers: PRINTERS } = studioOf()
const heron = PRINTERS.find((p) => p.id === 'heron') as Printer

describe('document', () => {
  test('written and read back it is the same printer, with full inks', () => {
    for (const printer of PRINTERS) {
      const read = readPrinterDocument(writePrinterDocument(printer))
      expect(read.ok && { ...read.value, inks: [] }).toEqual({ ...printer, inks: [] })
      expect(read.ok && read.value.inks.every((ink) => ink.millilitres === ink.capacity)).toBe(true)
    }
  })
  test('the schema is published as JSON Schema and names the document', () => {
    const schema = printerDocumentJsonSchema() as unknown as { properties: { document: { const: string } } }
    expect(schema.properties.document.const).toBe('arch-plate-printer')
  })
  test.each([
    ['not JSON at all', 'document-not-json', 'document'],
    ['{"document":"arch-plate-printer","version":2}', 'document-invalid', 'version'],
    [writePrinterDocument(heron).replace('"registration": "right"', '"registration": "up"'), 'document-invalid', 'registration'],
    [writePrinterDocument(heron).replace(/"max": \d+/, '"max": 1'), 'document-invalid', 'weight'],
    [`"${'x'.repeat(2_000_001)}"`, 'document-too-long', 'document'],
  ])('a bad document is refused at its field (%#)', (text, code, field) => {
    const read = readPrinterDocument(text)
    expect(read.ok ? null : read.problem.code).toBe(code)
    expect(read.ok ? '' : read.problem.field).toContain(field)
  })
})

describe('differences', () => {
  const [path, ...others] = heron.paths
  const changed: Printer = {
    ...heron,
    kind: 'Another',
    paths: [{ ...(path as Printer['paths'][number]), margins: { leading: 1, trailing: 2, left: 3, right: 4 } }, ...others],
  }
  test('name the place by ids and show both values; the same record has none', () => {
    expect(differences(heron, heron)).toEqual([])
    const found = differences(heron, changed)
    expect(found.map((d) => d.at)).toEqual([
      'kind',
      ...['leading', 'trailing', 'left', 'right'].map((e) => `paths.${path?.id}.margins.${e}`),
    ])
  })
  test('taking all gives the proposed record, taking none the old one, taking one just that', () => {
    const all = differences(heron, changed).map((d) => d.at)
    expect(takeDifferences(heron, changed, all)).toEqual(changed)
    expect(takeDifferences(heron, changed, [])).toEqual(heron)
    expect(takeDifferences(heron, changed, ['kind'])).toEqual({ ...heron, kind: 'Another' })
  })
  test('a path that is new comes and one that is gone goes as a whole', () => {
    const without = { ...heron, paths: others }
    const found = differences(heron, without)
    expect(found).toHaveLength(1)
    expect(takeDifferences(heron, without, [`paths.${path?.id}`]).paths.map((p) => p.id)).toEqual(others.map((p) => p.id))
    expect(takeDifferences(without, heron, [`paths.${path?.id}`]).paths).toHaveLength(heron.paths.length)
  })
})

describe('from IPP', () => {
  const col = (source: string, width: [number, number], length: [number, number], margin: number) =>
    v.collection({
      'media-size': v.collection({ 'x-dimension': v.range(width), 'y-dimension': v.range(length) }),
      'media-source': v.keyword(source),
      'media-top-margin': v.integer(margin),
      'media-bottom-margin': v.integer(margin),
      'media-left-margin': v.integer(margin),
      'media-right-margin': v.integer(margin),
    })
  const borderlessA4 = (source: string) =>
    v.collection({
      'media-size': v.collection({ 'x-dimension': v.integer(21_000), 'y-dimension': v.integer(29_700) }),
      'media-source': v.keyword(source),
      ...Object.fromEntries(['top', 'bottom', 'left', 'right'].map((e) => [`media-${e}-margin`, v.integer(0)])),
    })
  const answer = {
    'printer-info': v.text('Guillemot'),
    'printer-name': v.name('guillemot'),
    'media-type-supported': v.keyword('auto', 'photographic-glossy', 'stationery'),
    'print-quality-supported': v.enum(4, 5),
    'sides-supported': v.keyword('one-sided', 'two-sided-long-edge'),
    'marker-names': v.name('Cyan', 'Magenta', 'Yellow', 'Black'),
    'marker-levels': v.integer(50, -1, 20, 90),
    'media-col-database': [
      ...col('main', [10_000, 21_600], [14_800, 35_600], 340),
      ...borderlessA4('rear'),
      ...col('rear', [8_900, 32_900], [12_700, 120_000], 300),
    ],
  }
  test('sizes in hundredths of a millimetre, margins, borderless sizes, inks and qualities are read', () => {
    const proposal = proposeFromIpp(answer, 'ipp://127.0.0.1:9/ipp/print', null)
    const rear = proposal?.printer.paths.find((p) => p.source === 'rear')
    expect(proposal?.printer.name).toBe('Guillemot')
    expect([rear?.width, rear?.length]).toEqual([
      { min: 89_000, max: 329_000 },
      { min: 127_000, max: 1_200_000 },
    ])
    expect(rear?.margins.leading).toBe(3000)
    expect(rear?.borderless?.sizes).toEqual(['iso_a4_210x297mm'])
    expect(proposal?.printer.inks.map((ink) => ink.millilitres)).toEqual([12.5, 25, 5, 22.5])
    expect(proposal?.printer.qualities.map((q) => q.ipp)).toEqual(['normal', 'high'])
    expect(proposal?.printer.paths.find((p) => p.source === 'main')?.duplex?.how).toBe('automatic')
    // What IPP does not carry is not silently invented.
    expect(proposal?.assumed.join(' ')).toContain('assumed')
  })
  test('what a new record assumes is said, and what kind of inks it has follows from their number', () => {
    const inks = (n: number) => ({
      ...answer,
      'marker-names': v.name(...Array.from({ length: n }, (_, i) => `Ink ${i}`)),
      'marker-levels': v.integer(...Array(n).fill(50)),
    })
    expect([3, 4, 5, 7, 8, 10, 11, 12].map((n) => proposeFromIpp(inks(n), 'ipp://127.0.0.1:9/ipp/print', null)?.printer.inkSet)).toEqual([
      'bulk-4',
      'bulk-4',
      'dye-6',
      'dye-6',
      'pigment-10',
      'pigment-10',
      'pigment-12',
      'pigment-12',
    ])
    const rear = proposeFromIpp(answer, 'ipp://127.0.0.1:9/ipp/print', null)?.printer.paths.find((p) => p.source === 'rear')
    expect(rear).toMatchObject({
      thickness: { min: 80, max: 300 },
      weight: { min: 60, max: 300 },
      capacity: [
        { upTo: 150, sheets: 20 },
        { upTo: 300, sheets: 10 },
      ],
    })
  })
  test('a printer without a list of its media is read from the lists of sizes and sources', () => {
    const { 'media-col-database': _database, ...plain } = answer
    const of = (x: number, y: number) => v.collection({ 'x-dimension': v.integer(x), 'y-dimension': v.integer(y) })
    const lists = {
      ...plain,
      'media-size-supported': [...of(21_000, 29_700), ...of(21_590, 27_940)],
      'media-source-supported': v.keyword('auto', 'rear'),
      'media-left-margin-supported': v.integer(300, 410),
    }
    const rear = proposeFromIpp(lists, 'ipp://127.0.0.1:9/ipp/print', null)?.printer.paths[0]
    expect([rear?.source, rear?.width, rear?.length]).toEqual(['rear', { min: 210_000, max: 215_900 }, { min: 279_400, max: 297_000 }])
    // The widest margin of those it lists; 3 mm where it lists none.
    expect(rear?.margins).toEqual({ leading: 3000, trailing: 3000, left: 4100, right: 3000 })
  })
  test('what the record knows and IPP does not is kept', () => {
    const before = { ...heron, paths: heron.paths.map((p, i) => (i === 0 ? { ...p, source: 'rear', name: 'My feeder' } : p)) }
    const proposal = proposeFromIpp(answer, heron.address, before)
    const mine = proposal?.printer.paths.find((p) => p.source === 'rear')
    expect([mine?.name, mine?.registration]).toEqual(['My feeder', heron.paths[0]?.registration])
    expect(mine?.length.max).toBe(1_200_000)
  })
  test('an answer with nothing printable in it proposes nothing', () => {
    expect(proposeFromIpp({}, '', null)).toBeNull()
    expect(proposeFromIpp({ 'media-col-database': v.collection({ 'media-source': v.keyword('main') }) }, '', null)).toBeNull()
    expect(proposeFromIpp({ 'media-col-database': col('main', [-5, 0], [0, 1], 3) }, '', null)).toBeNull()
  })
  test('a 10 000-entry size list is read, and bounded', () => {
    const many = Array.from({ length: 10_000 }, (_, i) =>
      col('main', [10_000 + i, 10_000 + i], [15_000 + i, 15_000 + i], i % 2 ? 0 : 300),
    ).flat()
    const proposal = proposeFromIpp({ 'media-col-database': many }, '', null)
    expect(proposal?.printer.paths[0]?.width).toEqual({ min: 100_000, max: 199_990 })
  })
  test('cut anywhere, the bytes of an answer are an error or a shorter answer, never a hang', () => {
    const bytes = encode({ version: [2, 0], code: 0, requestId: 1, groups: [{ group: 'printer', attributes: answer }] })
    fc.assert(
      fc.property(fc.nat(bytes.length - 1), fc.nat(255), (at, byte) => {
        for (const broken of [bytes.slice(0, at), bytes.map((b, i) => (i === at ? byte : b))]) {
          try {
            const { message } = decode(broken)
            const group = message.groups.find((g) => g.group === 'printer')
            proposeFromIpp(group?.attributes ?? {}, '', null)
          } catch (error) {
            expect(error).toBeInstanceOf(IppError)
          }
        }
      }),
      { numRuns: 300 },
    )
  })
})
