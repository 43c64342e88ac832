import { z } from 'zod'
import { type Candidate, declare } from './decision.ts'
import { intentDecision } from './intent.ts'

export const blackPointDecision = declare({
  key: 'black-point',
  title: 'Black point compensation',
  question: 'Is the picture’s black fitted to the paper’s black?',
  group: 'colour',
  needs: [intentDecision],
  about: 'plate',
  ofTheWay: false,
  agreement: 'black-point',
  candidates: ({ studio, intent }): Candidate<boolean>[] => {
    const wanted = studio.rules.blackPointCompensation
    const absolute = intent === 'absolute'
    return [
      {
        id: 'on',
        label: 'On',
        value: true,
        ruledOut: absolute ? 'Absolute colorimetric leaves the black point alone.' : null,
        costs: wanted ? [] : [{ points: 5, says: 'the house rule is off' }],
        by: 'house',
        reason: 'On for photographs: shadows keep their steps down to the paper’s black.',
      },
      {
        id: 'off',
        label: 'Off',
        value: false,
        ruledOut: null,
        costs: wanted && !absolute ? [{ points: 5, says: 'shadows below the paper’s black run together' }] : [],
        by: absolute ? 'rule' : 'house',
        reason: absolute ? 'Absolute colorimetric leaves the black point alone.' : 'The house rule is off.',
      },
    ]
  },
  accept: (blackPoint) => ({ blackPoint }),
  keeps: { blackPoint: z.boolean() },
  keep: ({ blackPoint }) => ({ blackPoint }),
  before: 'from the first',
})
