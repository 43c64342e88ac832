import { INTENT_NAMES, type Intent } from '../../things/media/intent.ts'
import { sayDifference } from './difference.ts'
import type { Measures } from './measures.ts'
import { differenceBetween, type Recommendation, renderingOf } from './recommend.ts'

/** Who decided an intent, in words that stand in brackets. */
const WHO: Record<string, string> = {
  you: 'your choice',
  house: 'the house rule',
  pairing: 'what won on test strips',
  rule: 'what the picture is',
  brief: 'the brief',
  log: 'the log',
}

/** Where plate and measures would take different intents: who decided, what the measures would choose, and by how much it matters. Null where they agree. */
export function sayDisagreement(
  m: Measures,
  plate: { intent: Intent; blackPoint: boolean; by: string },
  recommended: Recommendation,
): string | null {
  if (plate.intent === recommended.intent || recommended.close) return null
  const [one, other] = [renderingOf(m, plate.intent, plate.blackPoint), renderingOf(m, recommended.intent, true)]
  if (!one || !other) return null
  return `The plate takes ${INTENT_NAMES[plate.intent].short.toLowerCase()} (${WHO[plate.by] ?? plate.by}); the measures would take ${INTENT_NAMES[recommended.intent].short.toLowerCase()}. The two prints ${sayDifference(differenceBetween(m, one, other))}.`
}
