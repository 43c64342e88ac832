import { type Check, UNUSABLE } from './check.ts'

export const canvasStock: Check = {
  id: 'canvas-stock',
  title: 'Not a canvas',
  touches: ['stock'],
  about: 'plate',
  follows: UNUSABLE,
  on: 'plate',
  find: ({ brief, paper }) =>
    brief.make.as === 'wrapped-canvas' && paper.surface !== 'canvas'
      ? [
          {
            level: 'warn',
            says: `${paper.name} is not canvas; it may crack where it is folded.`,
            numbers: { weight: paper.weight },
          },
        ]
      : [],
}
