import { shareOut } from './share-out.ts'

test.each([
  ['nothing yet', { sheetsDelivered: 0, copies: 4, progress: 0 }, 0],
  ['half of the first of four', { sheetsDelivered: 0, copies: 4, progress: 50 }, 0.125],
  ['one out, the next not begun', { sheetsDelivered: 1, copies: 4, progress: 100 }, 0.25],
  ['three out, a fifth of the last', { sheetsDelivered: 3, copies: 4, progress: 20 }, 0.8],
  ['all of them', { sheetsDelivered: 4, copies: 4, progress: 100 }, 1],
  ['more than were asked for', { sheetsDelivered: 3, copies: 2, progress: 60 }, 1],
])('of a run is printed: %s', (_, run, share) => expect(shareOut(run)).toBeCloseTo(share, 12))
