import { pictureIn } from '../../things/brief/item.ts'
import type { Check } from './check.ts'

export const profileNotEmbedded: Check = {
  id: 'profile-not-embedded',
  title: 'The picture carries no profile',
  touches: ['colour-management'],
  about: 'item',
  on: 'asked',
  find: ({ item }) =>
    pictureIn(item)?.profile === null && pictureIn(item)?.channels === 'cmyk'
      ? [
          {
            level: 'warn',
            title: 'Ink numbers without a profile',
            says: 'The file holds amounts of four inks and nothing says of which press. Ask for the picture with its profile, or as RGB; until then its colours are a guess.',
            numbers: {},
          },
        ]
      : pictureIn(item)?.profile === null
        ? [
            {
              level: 'note',
              says: 'Nothing in the file says what its colours mean. They are taken as sRGB; if the picture came from elsewhere, ask.',
              numbers: {},
            },
          ]
        : [],
}
