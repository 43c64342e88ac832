import { studioOf } from '../../testing/fixtures.ts'
import { lotChoices } from './lot-choices.ts'

test('each lot is called by its paper and its size, in their order; one of a paper that is not there is none', () => {
  const { lots, papers } = studioOf()
  const of = ['satin-24', 'plain-a4'].flatMap((id) => lots.filter((lot) => lot.id === id))
  const name = (id: string) => papers.find((paper) => paper.id === of.find((lot) => lot.id === id)?.paperId)?.name
  expect(lotChoices(of, papers, 'mm')).toEqual([
    ['satin-24', `${name('satin-24')}, 609.6 mm roll`],
    ['plain-a4', `${name('plain-a4')}, A4`],
  ])
  expect(lotChoices(of, papers, 'in')[0]?.[1]).toBe(`${name('satin-24')}, 24 in roll`)
  expect(
    lotChoices(
      of,
      papers.filter((paper) => paper.id !== of[0]?.paperId),
      'mm',
    ).map(([id]) => id),
  ).toEqual(['plain-a4'])
})
