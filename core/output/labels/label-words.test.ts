import { studioOf } from '../../testing/fixtures.ts'
import { labelWords } from './label-words.ts'

test('a label says what it is, which side prints, and only the entries it came out right with', () => {
  const studio = studioOf()
  const lot = studio.lots.find(({ id }) => id === 'rag-17')
  const paper = studio.papers.find(({ id }) => id === lot?.paperId)
  const [one, other] = studio.pairings
  const heron = studio.printers.find(({ id }) => id === 'heron')
  const entry = heron?.mediaTypes[1]
  if (!lot || !paper || !one || !other || !entry) throw new Error('nothing to label')
  const tried = { ...one, paperId: paper.id, printerId: 'heron', mediaTypeId: entry.id, tallies: undefined }
  const pairings = [
    { ...tried, good: 3, bad: 1 },
    { ...tried, printerId: 'gannet', good: 0, bad: 2 },
    { ...tried, paperId: other.paperId === paper.id ? one.paperId : other.paperId, good: 9 },
  ]
  const said = (change: Partial<typeof paper>, number = '') =>
    labelWords({ ...lot, number }, { ...paper, weight: 188, ...change }, { ...studio, pairings } as typeof studio)
  expect(said({ twoSided: true }, '7b')).toEqual({
    name: paper.name,
    lines: ['431.8 mm roll · 188 g/m² · no. 7b', 'prints on both sides', `Heron 17: ${entry.driverName}`],
  })
  expect(said({ twoSided: false, printableSide: 'the smooth side' }).lines.slice(0, 2)).toEqual([
    '431.8 mm roll · 188 g/m²',
    'prints on the smooth side',
  ])
  expect(said({ twoSided: false, printableSide: '' }).lines[1]).toBe(`Heron 17: ${entry.driverName}`)
})
