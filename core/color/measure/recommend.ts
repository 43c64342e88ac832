import type { PictureKind } from '../../things/brief/picture.ts'
import type { Intent } from '../../things/media/intent.ts'
import { percent } from '../percent.ts'
import { isUnseen, type PrintDifference, sayDifference } from './difference.ts'
import type { Measures, Rendering } from './measures.ts'

export interface Recommendation {
  intent: Intent
  /** One or two sentences with the picture's own numbers. */
  says: string
  /** The two schools come to the same for this picture: the house rule may decide. */
  close: boolean
}

/** Share of the picture whose gradations one rendering saves that is not worth talking about. */
const UNSEEN_SHARE = 0.01
/** How much flattening of the picture (share) one ΔE2000 of moved colours is worth: 1.5 % of it. */
const SHARE_PER_DELTA = 0.015

/** The rendering of these settings. */
export const renderingOf = (m: Measures, intent: Intent, blackPoint: boolean): Rendering | undefined =>
  m.renderings.find((r) => r.intent === intent && r.blackPoint === (intent === 'absolute' ? false : blackPoint)) ??
  m.renderings.find((r) => r.intent === intent)

/** How the prints of two renderings differ; nothing where one is the other. */
export function differenceBetween(m: Measures, one: Rendering, other: Rendering): PrintDifference {
  const [a, b] = [m.renderings.indexOf(one), m.renderings.indexOf(other)]
  return m.differences.find((d) => d.one === Math.min(a, b) && d.other === Math.max(a, b)) ?? { mean: 0, p95: 0, visible: 0 }
}

/** What decides beside the numbers: what the picture is, and which of the two schools the house follows here. */
export interface Preference {
  /** Null takes what the colours tell. */
  kind?: PictureKind | null
  /** Null when nobody has said. */
  house?: 'relative' | 'perceptual' | null
}

/**
 * Relative or perceptual, with the reason and its margin. Saturation and absolute are never recommended: they are not for
 * photographs.
 */
export function recommend(m: Measures, { kind = null, house = null }: Preference = {}): Recommendation {
  const relative = renderingOf(m, 'relative', true)
  const perceptual = renderingOf(m, 'perceptual', true)
  if (!relative || !perceptual) return { intent: 'relative', says: 'Nothing was measured.', close: true }
  const saved = relative.flattened.all - perceptual.flattened.all
  const moved = perceptual.moved.mean - relative.moved.mean
  const apart = differenceBetween(m, relative, perceptual)
  const unseen = isUnseen(apart)
  const is = kind ?? m.kind
  if (is === 'line-art')
    return {
      intent: 'relative',
      says: `The picture is line art: relative keeps its colours apart and as they are; perceptual would move them by ${moved.toFixed(1)} ΔE.`,
      close: unseen,
    }
  if (is === 'black-and-white' && saved > -UNSEEN_SHARE)
    return {
      intent: 'perceptual',
      says: `The picture is black and white: perceptual keeps its gradients${saved > UNSEEN_SHARE ? `, in ${percent(saved)} of it where relative flattens them` : ''}.`,
      close: unseen,
    }
  if (unseen)
    return {
      intent: house ?? 'relative',
      says: `No visible difference: the two prints ${sayDifference(apart)}. The house rule decides${house ? `: ${house}` : ''}.`,
      close: true,
    }
  if (saved > Math.max(UNSEEN_SHARE, moved * SHARE_PER_DELTA))
    return {
      intent: 'perceptual',
      says: `Perceptual: it saves gradations in ${percent(saved)} of the picture that relative flattens, and moves the printable colours by ${Math.max(0, moved).toFixed(1)} ΔE to do it. The two prints ${sayDifference(apart)}.`,
      close: false,
    }
  return {
    intent: 'relative',
    says: `Relative with compensation: perceptual would move the printable colours, ${percent(1 - m.outOfGamut.share)} of the picture, by ${moved.toFixed(1)} ΔE${saved > 0.001 ? ` to save gradations in ${percent(saved)} of it` : ' and save nothing'}. The two prints ${sayDifference(apart)}.`,
    close: false,
  }
}
