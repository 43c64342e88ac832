import { percent as sayPercent } from '../../../core/color/percent.ts'
import { INTENT_NAMES, type Intent } from '../../../core/things/media/intent.ts'

/** An intent and its compensation, in words. */
export const renderingName = (intent: Intent, blackPoint: boolean): string =>
  `${INTENT_NAMES[intent].short}${intent === 'absolute' ? '' : blackPoint ? ', compensated' : ', not compensated'}`

/** A share 0…1 in per cent; a dash where nothing was measured. */
export const percent = (share: number | null): string => (share === null ? '–' : sayPercent(share))
