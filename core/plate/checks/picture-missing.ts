import type { Check } from './check.ts'

export const pictureMissing: Check = {
  id: 'picture-missing',
  title: 'No picture yet',
  touches: [],
  about: 'item',
  on: 'asked',
  find: ({ item }) =>
    item.content.as === 'words' || item.content.picture
      ? []
      : [{ level: 'stop', says: 'Drop in a picture, or take one of the demo pictures, before anything can be printed.', numbers: {} }],
}
