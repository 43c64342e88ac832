import { writeLength } from '../../things/length/length.ts'
import { type Check, UNUSABLE } from './check.ts'

/** Heavier card cracks when it is folded without a score. Common practice. */
const SCORE_FROM = 180

export const foldScore: Check = {
  id: 'fold-score',
  title: 'Score before folding',
  touches: ['stock'],
  about: 'front',
  follows: UNUSABLE,
  on: 'plate',
  find: ({ fold, paper, brief }) =>
    fold && !paper.crease && paper.weight >= SCORE_FROM
      ? [
          {
            level: 'note',
            says: `${paper.weight} g/m² cracks when it is folded dry. Score it ${writeLength(fold.at, brief.unit)} from the ${fold.axis === 'across' ? 'leading' : 'left'} edge when the ink is dry, and fold away from the score.`,
            numbers: { weight: paper.weight, at: fold.at },
          },
        ]
      : [],
}
