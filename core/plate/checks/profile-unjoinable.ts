import { pictureIn } from '../../things/brief/item.ts'
import type { Check } from './check.ts'

export const profileUnjoinable: Check = {
  id: 'profile-unjoinable',
  title: 'The picture’s profile cannot be used',
  touches: ['colour-management'],
  about: 'item',
  on: 'plate',
  find: ({ item, management }) =>
    pictureIn(item)?.joins === false && management !== 'none'
      ? [
          {
            level: 'stop',
            says: `“${pictureIn(item)?.profile}” is in the file and opens, but lacks the tables to convert the picture with. Export it again with a working space such as sRGB; nothing would print it right as it is.`,
            numbers: {},
          },
        ]
      : [],
}
