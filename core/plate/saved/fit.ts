import { itemOf } from '../../things/brief/brief.ts'
import { isSideways } from '../../things/brief/turn.ts'
import type { Plate } from '../resolve/plate.ts'

/** The shape a kept plate printed its picture in, upright, in any unit. */
export interface KeptShape {
  width: number
  height: number
  /** Whether another picture is cropped to fill it. */
  fills: boolean
  /** Whether another picture is laid whichever way round it suits it better. */
  turns: boolean
}

/** The shape a plate prints its first picture in; null without one. */
export function shapeOf({ brief, forms }: Pick<Plate, 'brief' | 'forms'>): KeptShape | null {
  const placement = forms.find((form) => form.side === 'front')?.placements[0]
  if (!placement) return null
  const { w, h } = placement.picture
  const [width, height] = isSideways(placement.turn) ? [h, w] : [w, h]
  return { width, height, ...howItTakes(brief) }
}

function howItTakes(brief: Plate['brief']): Pick<KeptShape, 'fills' | 'turns'> {
  const { size } = itemOf(brief)
  const { arrangement } = brief
  // What lies in a cell or a place takes its shape, or lies whole in it.
  if (arrangement.as === 'grid') return { fills: arrangement.fill, turns: arrangement.turn }
  if (arrangement.as === 'free') {
    const [place] = arrangement.places
    return { fills: place?.fill === true, turns: place?.turn === null }
  }
  // A width and a height are the upright picture's own, and are not exchanged for another.
  if (size.by === 'picture') return { fills: size.width !== null && size.height !== null, turns: false }
  return { fills: (size.by === 'sheet' && size.fill) || (size.by === 'border' && size.exact === true), turns: true }
}

/**
 * How badly a picture suits a shape: the share 0…1 of it that is cropped to fill the shape. With r and s the two ratios of width
 * to height, or, where it may be turned, of long side to short: 1 − min(r/s, s/r).
 */
export function misfit({ width, height, turns }: Omit<KeptShape, 'fills'>, picture: { width: number; height: number }): number {
  const ratio = (w: number, h: number) => (turns ? Math.max(w, h) / Math.min(w, h) : w / h)
  const [kept, own] = [ratio(width, height), ratio(picture.width, picture.height)]
  return 1 - Math.min(kept / own, own / kept)
}

/** A kept set-up, and the share 0…1 it crops off pictures, on their mean. */
export interface Suits<S> {
  setup: S
  cropped: number
}

/**
 * Kept set-ups with the most fitting first: those that crop least (to the per cent), then those of which least has changed,
 * then those whose own picture was most of this shape; those that are alike stay in their order.
 */
export function mostFitting<S extends { shape: KeptShape | null; changes: readonly { weight: 'matters' | 'note' }[] }>(
  setups: readonly S[],
  pictures: readonly { width: number; height: number }[],
): Suits<S>[] {
  const percent = (share: number) => Math.round(share * 100)
  return setups
    .map((setup) => {
      const { shape } = setup
      const other = shape && pictures.length > 0 ? pictures.reduce((sum, one) => sum + misfit(shape, one), 0) / pictures.length : 0
      const changed = setup.changes.filter(({ weight }) => weight === 'matters').length
      return { setup, cropped: shape?.fills ? other : 0, changed, other }
    })
    .sort((a, b) => percent(a.cropped) - percent(b.cropped) || a.changed - b.changed || percent(a.other) - percent(b.other))
    .map(({ setup, cropped }) => ({ setup, cropped }))
}
