import type { Intent } from '../../things/media/intent.ts'
import type { ColourCount } from '../count/colour-count.ts'
import type { Engine, Source } from '../engine/engine.ts'
import { labAt } from '../profile/to-lab.ts'
import { gamutSlice, gamutSurface } from './surface.ts'

/** Colours of a picture this far from a lightness are shown with it, L*. */
const NEAR = 6
/** Most colours shown at one lightness; the commonest come first. */
const MOST = 400

/** A plane of constant lightness: where the paper's gamut ends, and which of the picture's colours lie near. */
export interface LightnessSlice {
  /** Pieces of the outline, each from one a* b* to another. */
  outline: [number, number, number, number][]
  /** a*, b* of the picture's colours, and the share of its pixels each stands for. */
  colours: { a: number; b: number; share: number }[]
}

/** Prepares slices through a paper's gamut and a picture's colours; media-relative, so both share one white. */
export function createSlicer(
  engine: Engine,
  count: ColourCount,
  source: Source,
  printer: Uint8Array,
): (lightness: number) => LightnessSlice {
  const surface = gamutSurface(engine, printer, 'relative' satisfies Intent)
  const t = engine.transform(source, 'rgb8', 'lab', 'labFloat', 'relative', { precise: true })
  const lab = t.run(count.colours, count.counts.length) as Float32Array
  t.free()
  return (lightness) => {
    const near: LightnessSlice['colours'] = []
    for (let n = 0; n < count.counts.length; n++) {
      const [l, a, b] = labAt(lab, n)
      if (Math.abs(l - lightness) <= NEAR) near.push({ a, b, share: (count.counts[n] as number) / count.total })
    }
    return { outline: gamutSlice(surface, lightness), colours: near.sort((x, y) => y.share - x.share).slice(0, MOST) }
  }
}
