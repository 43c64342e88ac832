import { studioOf } from '../../testing/fixtures.ts'
import { suggestBinding } from './suggest-binding.ts'

const studio = studioOf()

test.each(studio.pairings)('$id: the description gives its printer, paper, media type and resolution', (pairing) => {
  const printer = studio.printers.find((p) => p.id === pairing.printerId)
  const paper = studio.papers.find((p) => p.id === pairing.paperId)
  const media = printer?.mediaTypes.find((m) => m.id === pairing.mediaTypeId)
  const dpi = printer?.qualities.find((q) => q.id === pairing.qualityId)?.dpi
  expect(suggestBinding(`${printer?.name}, ${paper?.name}, ${media?.driverName}, ${dpi} dpi`, studio)).toEqual({
    printerId: pairing.printerId,
    paperId: pairing.paperId,
    mediaTypeId: pairing.mediaTypeId,
    dpi,
  })
})

test('what is stated beside the names is taken too', () => {
  expect(
    suggestBinding('heron-17_harbour_lustre_255_1440dpi bidir PK', studio, { created: '2026-03-04T10:00:00.000Z', patches: 1600 }),
  ).toMatchObject({
    printerId: 'heron',
    dpi: 1440,
    bidirectional: true,
    black: 'photo',
    made: '2026-03-04',
    patches: 1600,
  })
})

test('a name is recognised by three of its five words, by two it is not', () => {
  const papers = studio.papers.slice(0, 1).map((paper) => ({ ...paper, name: 'Skerry Rag Bright White Velvet' }))
  const of = (text: string) => suggestBinding(text, { printers: studio.printers, papers })?.paperId
  expect([of('Skerry Rag Bright'), of('Skerry Rag')]).toEqual([papers[0]?.id, undefined])
})

test('nothing is guessed from words the studio does not know', () => {
  expect(suggestBinding('Office copier, plain', studio)).toBeNull()
  expect(suggestBinding('', studio)).toBeNull()
})

test('a resolution is the one that is stated, else a number among the words that the printer has', () => {
  const printers = studio.printers.filter((p) => p.id === 'heron')
  const dpis = printers[0]?.qualities.map((q) => q.dpi) ?? []
  const [first, last] = [dpis[0], dpis.at(-1)]
  expect(first).not.toBe(last)
  const dpi = (text: string) => suggestBinding(text, { printers, papers: studio.papers })?.dpi
  expect([dpi(`heron 17 ${last}`), dpi(`heron 17 ${first}`)]).toEqual([last, first])
  expect([dpi(`heron 17 ${first} patches, ${last} dpi`), dpi(`heron 17 ${last} patches, ${first} dpi`)]).toEqual([last, first])
  expect([dpi(`heron 17 ${first} patches, 9999 dpi`), dpi('heron 17')]).toEqual([undefined, undefined])
})
