import type { PictureKind } from '../../things/brief/picture.ts'
import type { ColourCount } from '../count/colour-count.ts'
import type { Engine, Source } from '../engine/engine.ts'

/** Black and white: at most this share of the picture is coloured. Line art: this much lies in so few colours. */
const KIND = { coloured: 0.002, share: 0.9, colours: 12 } as const
/** Chroma under which a colour is neutral to the eye. */
const NEUTRAL = 5

/** Told from the colours: hardly any hue, or nearly everything in a dozen colours, or neither. */
export function kindOf(lab: Float32Array, counts: Uint32Array, total: number): PictureKind {
  const commonest = counts.slice().sort().subarray(-KIND.colours)
  if (total > 0 && commonest.reduce((a, b) => a + b, 0) / total > KIND.share) return 'line-art'
  let coloured = 0
  for (let n = 0; n < counts.length; n++)
    if (Math.hypot(lab[n * 3 + 1] as number, lab[n * 3 + 2] as number) > NEUTRAL) coloured += counts[n] as number
  return coloured <= KIND.coloured * total ? 'black-and-white' : 'photograph'
}

/** What a picture is, by its counted colours in their own space: known before any paper is thought of. */
export function kindOfCount(
  engine: Engine,
  { colours, counts, total }: Pick<ColourCount, 'colours' | 'counts' | 'total'>,
  source: Source,
): PictureKind {
  const t = engine.transform(source, 'rgb8', 'lab', 'labFloat', 'relative', { precise: true })
  const lab = t.run(colours, counts.length) as Float32Array
  t.free()
  return kindOf(lab, counts, total)
}
