import type { Check } from './check.ts'

export const sampleMark: Check = {
  id: 'sample-mark',
  title: 'No room for the mark',
  touches: ['stock', 'margins'],
  about: 'front',
  on: 'plate',
  find: ({ brief, lot, forms, paper }) =>
    brief.sampleMark && lot.mark !== '' && forms.some(({ side, mark }) => side === 'front' && mark === null)
      ? [
          {
            level: 'note',
            says: `${forms.filter(({ side }) => side === 'front').length > 1 ? 'Not every sheet has a border with' : 'No border has'} room for “${lot.mark}”, and out of the pack ${paper.name} looks like its neighbours. Write it on the back before the sheet is loaded.`,
            numbers: { mark: lot.mark },
            fix: { label: 'It is on the back', brief: { sampleMark: false } },
          },
        ]
      : [],
}
