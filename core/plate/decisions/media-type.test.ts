import { plateOf } from '../../testing/fixtures.ts'
import type { Pairing } from '../../things/media/media.ts'
import type { Studio } from '../../things/studio/studio.ts'

const pins = { printer: 'heron', path: 'heron-cassette' }
/** What is said of the entry of the pairing of Harbour Lustre on the Heron, when this is known of it. */
const said = (change: Partial<Pairing>) => {
  const alter = (studio: Studio) => {
    for (const p of studio.pairings) if (p.printerId === 'heron' && p.paperId === 'harbour-lustre') Object.assign(p, change)
  }
  const plate = plateOf({ brief: { paperId: 'harbour-lustre' }, pins, studio: alter })
  return plate.decisions.find((d) => d.key === 'media-type')?.reason
}
test.each<[Partial<Pairing>, string]>([
  [{ good: 1, bad: 3 }, 'The pairing with Harbour Lustre 255 was made with it, and so was the profile.'],
  [{ good: 1, bad: 0, begun: 'hand' }, 'The pairing with Harbour Lustre 255 was made with it, and so was the profile.'],
  [{ good: 0, bad: 0, begun: 'hand' }, 'It was chosen for Harbour Lustre 255 by hand; no print has shown it yet.'],
  [{ good: 0, bad: 1, begun: 'hand' }, 'It was chosen for Harbour Lustre 255 by hand; nothing has come out right yet.'],
  [{ good: 0, bad: 0, begun: 'profile' }, 'The profile for Harbour Lustre 255 was made with it; no print has shown it yet.'],
  // Good prints as another entry do not speak for this one.
  [
    { good: 9, bad: 0, begun: 'hand', tallies: { other: { good: 9, bad: 0 } } },
    'It was chosen for Harbour Lustre 255 by hand; no print has shown it yet.',
  ],
  [{ good: 0, bad: 2, begun: 'print' }, 'Harbour Lustre 255 was tried with it; nothing has come out right yet.'],
])('known as %j it says “%s”', (change, reason) => {
  expect(said(change)).toBe(reason)
})
