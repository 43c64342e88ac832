import { pictureIn } from '../../things/brief/item.ts'
import type { Check } from './check.ts'

export const profileNotEmbedded: Check = {
  id: 'profile-not-embedded',
  title: 'The picture carries no profile',
  touches: ['colour-management'],
  about: 'item',
  on: 'asked',
  find: ({ item }) =>
    pictureIn(item)?.profile === null
      ? [
          {
            level: 'note',
            says: 'Nothing in the file says what its colours mean. They are taken as sRGB; if the picture came from elsewhere, ask.',
            numbers: {},
          },
        ]
      : [],
}
