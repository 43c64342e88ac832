import { z } from 'zod'
import { pictureOf } from '../../things/brief/item.ts'
import { INTENT_NAMES, INTENTS, type Intent } from '../../things/media/intent.ts'
import { houseIntent } from '../../things/studio/house-rules.ts'
import { type Candidate, declare } from './decision.ts'
import { stockDecision } from './stock.ts'

export const intentDecision = declare({
  key: 'intent',
  title: 'Rendering intent',
  question: 'What happens to colours this ink cannot print?',
  group: 'colour',
  needs: [stockDecision],
  about: 'plate',
  ofTheWay: false,
  agreement: 'intent',
  candidates: ({ item, paper, pairing, studio }): Candidate<Intent>[] => {
    const tested = pairing?.tested ?? null
    const grey = pictureOf(item).channels === 'grey'
    const rule = studio.rules.everydayIntent
    const favourite: Intent = tested ? tested.intent : grey ? 'perceptual' : houseIntent(rule, paper.surface)
    const why = tested
      ? `It won on test strips on ${tested.on}${tested.because ? `: ${tested.because}` : ''}.`
      : grey
        ? 'Black and white keeps its gradients in perceptual.'
        : rule === 'by-surface'
          ? favourite === 'perceptual'
            ? 'Matte papers lean perceptual: it keeps gradations beyond the gamut.'
            : 'Wide-gamut gloss leans relative: what can be printed stays as it is.'
          : `${INTENT_NAMES[rule].icc} is the studio’s everyday intent.`
    return INTENTS.map((intent) => ({
      id: intent,
      label: INTENT_NAMES[intent].icc,
      value: intent,
      ruledOut: null,
      costs:
        intent === 'absolute'
          ? [{ points: 20, says: 'for proofs of another paper: tints the whites' }]
          : intent === 'saturation'
            ? [{ points: 15, says: 'for charts, not for photographs' }]
            : intent === favourite
              ? []
              : [
                  {
                    points: 2.5,
                    says:
                      intent === 'relative' ? 'colours beyond the gamut flatten' : 'colours that would print as they are move a little too',
                  },
                ],
      by: tested ? 'pairing' : grey ? 'rule' : 'house',
      reason: why,
    }))
  },
  accept: (intent) => ({ intent }),
  keeps: { intent: z.enum(INTENTS) },
  keep: ({ intent }) => ({ intent }),
  before: 'from the first',
})
