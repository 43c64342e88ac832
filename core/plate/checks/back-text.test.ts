import { finding, plateOf, sheet } from '../../testing/fixtures.ts'
import { NEW_MAKE } from '../../things/brief/make.ts'

const card = (points: number) =>
  plateOf({
    brief: {
      paperId: 'keepsake-card',
      sheet: sheet('na_index-4x6_4x6in'),
      make: { ...NEW_MAKE['two-sided'], text: { text: 'Extraordinarily-long-unbroken-word', points, at: 'foot', align: 'left' } },
    },
  })

test('a word too long for the card is found before it is printed', () => {
  expect(finding(card(40), 'back-text')?.level).toBe('stop')
  expect(finding(card(8), 'back-text')).toBeUndefined()
})
