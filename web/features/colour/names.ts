import { INTENT_NAMES, type Intent } from '../../../core/things/media/intent.ts'

/** An intent and its compensation, in words. */
export const renderingName = (intent: Intent, blackPoint: boolean): string =>
  `${INTENT_NAMES[intent].short}${intent === 'absolute' ? '' : blackPoint ? ', compensated' : ', not compensated'}`

/** A share 0…1 in per cent, finer where it is small. */
export const percent = (share: number | null): string =>
  share === null ? '–' : share < 0.0005 ? '0' : `${(share * 100).toFixed(share < 0.1 ? 1 : 0)} %`
