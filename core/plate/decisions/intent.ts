import { z } from 'zod'
import { pictureOf } from '../../things/brief/item.ts'
import { INTENT_NAMES, INTENTS, type Intent } from '../../things/media/intent.ts'
import { houseIntent } from '../../things/studio/house-intent.ts'
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
    const { channels, told } = pictureOf(item)
    const is = item.kind ?? told ?? (channels === 'grey' ? 'black-and-white' : null)
    const whose = item.kind ? 'You said that the picture is' : 'The picture is, by its colours,'
    const rule = studio.rules.everydayIntent
    const favourite: Intent = tested
      ? tested.intent
      : is === 'black-and-white'
        ? 'perceptual'
        : is === 'line-art'
          ? 'relative'
          : houseIntent(rule, paper.surface)
    const why = tested
      ? `It won on test strips on ${tested.on}${tested.because ? `: ${tested.because}` : ''}.`
      : is === 'black-and-white'
        ? `${whose} black and white, which keeps its gradients in perceptual.`
        : is === 'line-art'
          ? `${whose} line art, which keeps its colours apart in relative.`
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
      by: tested ? 'pairing' : is === 'black-and-white' || is === 'line-art' ? 'rule' : 'house',
      reason: why,
    }))
  },
  accept: (intent) => ({ intent }),
  keeps: { intent: z.enum(INTENTS) },
  keep: ({ intent }) => ({ intent }),
  before: 'from the first',
})
