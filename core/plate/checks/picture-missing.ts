import type { Check } from './check.ts'

export const pictureMissing: Check = {
  id: 'picture-missing',
  title: 'No picture yet',
  touches: [],
  on: 'asked',
  find: ({ brief }) =>
    brief.picture
      ? []
      : [{ level: 'stop', says: 'Drop in a picture, or take one of the demo pictures, before anything can be printed.', numbers: {} }],
}
