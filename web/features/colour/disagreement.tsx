import { sayDisagreement } from '../../../core/color/measure/disagree.ts'
import type { Measures } from '../../../core/color/measure/measures.ts'
import type { Recommendation } from '../../../core/color/measure/recommend.ts'
import type { Intent } from '../../../core/things/media/intent.ts'

interface Props {
  measures: Measures
  plate: { intent: Intent; blackPoint: boolean; by: string }
  recommendation: Recommendation
}

/** Said wherever an intent is shown, in the same words: the plate and the measures do not choose alike. */
export function Disagreement({ measures, plate, recommendation }: Props) {
  const says = sayDisagreement(measures, plate, recommendation)
  return says && <p className="mt-1 border-l-4 border-warn pl-2">{says}</p>
}
