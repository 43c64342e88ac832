import { filledByCrop, type Loss, lossOf, MEASURABLE } from '../../sheet/loss.ts'
import { printSize, type Room, sizingOf } from '../../sheet/placement.ts'
import { PICTURE_EDGES, type PictureEdge } from '../../things/brief/turn.ts'
import { type Unit, writeLength } from '../../things/length/length.ts'
import { roomFor } from '../decisions/room.ts'
import type { Settled } from '../settle/settled.ts'
import { type Check, type Fix, UNUSABLE } from './check.ts'

/** A crop below a twentieth of a per cent is rounding. */
const ROUNDING = 0.0005

const ends: Record<PictureEdge, { axis: 'x' | 'y'; at: 0 | 1; facing: PictureEdge }> = {
  head: { axis: 'y', at: 0, facing: 'foot' },
  foot: { axis: 'y', at: 1, facing: 'head' },
  left: { axis: 'x', at: 0, facing: 'right' },
  right: { axis: 'x', at: 1, facing: 'left' },
}

/** What one press does about a crop: moves it off an edge that is wanted, or shows the whole picture. */
function fixFor({ item, edges: { mode }, together, brief, picture, turn }: Settled, edges: Loss['edges'], room: Room): Fix | null {
  const { size, keep, cropAt } = item
  const kept = keep.find((edge) => edges[edge].crop >= MEASURABLE && !keep.includes(ends[edge].facing))
  if (kept) return { label: `Crop at the ${ends[kept].facing} instead`, item: { cropAt: { ...cropAt, [ends[kept].axis]: ends[kept].at } } }
  // In a cell or a place the size is not the picture's own.
  if (together && together.as !== 'sizes') return null
  const whole = { by: 'sheet' as const, fill: false }
  // Past the edges there is no border to be exact, and what would run off all round is cropped however it is fitted.
  if ((size.by === 'sheet' && size.fill) || (size.by === 'border' && mode === 'borderless')) {
    const { crop } = printSize({ ...sizingOf(brief, item), size: whole }, picture, turn, room)
    return crop.w * crop.h < 1 ? null : { label: 'Show the whole picture', item: { size: whole } }
  }
  if (size.by === 'border' && size.exact) return { label: 'Keep the picture’s own shape', item: { size: { ...size, exact: false } } }
  if (size.by === 'picture' && size.width !== null && size.height !== null)
    return { label: 'Keep the picture’s own shape', item: { size: { ...size, height: null } }, pins: { placement: null } }
  return null
}

/** “head 25.4 mm, foot 25.4 mm”: what each edge of the picture loses. */
const sayLoss = (edges: Loss['edges'], unit: Unit): string =>
  PICTURE_EDGES.filter((e) => edges[e].crop + edges[e].placed >= MEASURABLE)
    .map((e) => `${e} ${writeLength(edges[e].crop + edges[e].placed, unit)}`)
    .join(', ')

export const sayShare = (share: number): string => `${(share * 100).toFixed(1)} %`

export const pictureCropped: Check = {
  id: 'picture-cropped',
  title: 'Part of the picture is cropped',
  touches: ['placement', 'orientation', 'expansion'],
  about: 'item',
  follows: [...UNUSABLE, 'borderless-impossible', 'kept-edge', 'nothing-left'],
  on: 'plate',
  find: (plate) => {
    const { item, layout, turn, crop, face, edges, brief, studio } = plate
    if (item.content.as === 'words') return []
    const loss = lossOf({ layout, turn, crop, face: filledByCrop(brief.make, { face, layout }) })
    const past = edges.mode === 'borderless' ? loss.share - loss.cropped : 0
    if (loss.cropped < ROUNDING && past < ROUNDING) return []
    const where = sayLoss(loss.edges, brief.unit)
    // Of a small picture a share may be more than rounding and yet less than anybody measures.
    if (where === '') return []
    const hurt = item.keep.filter((edge) => loss.edges[edge].crop + loss.edges[edge].placed >= MEASURABLE)
    const both = loss.cropped >= ROUNDING && past >= ROUNDING
    // As the two are said they make up the whole as it is said: what rounding leaves over falls to the edge.
    const rounded = (share: number) => Math.round(share * 1000) / 1000
    const rest = rounded(loss.share) - rounded(loss.cropped)
    const sum = both ? `: ${sayShare(loss.cropped)} by the crop and ${sayShare(rest)} printed past the edge` : ''
    const keeps = hurt.length > 0 ? ` You want its ${hurt.join(' and ')} kept.` : ''
    return [
      {
        level: hurt.length > 0 || loss.share > studio.rules.cropAllowed ? 'warn' : 'note',
        says: `The picture loses ${where}, ${sayShare(loss.share)} of it${sum}.${keeps}`,
        numbers: {
          ...Object.fromEntries(PICTURE_EDGES.map((e) => [e, Math.round(loss.edges[e].crop + loss.edges[e].placed)])),
          lostPercent: Number((loss.share * 100).toFixed(2)),
        },
        fix: loss.cropped >= ROUNDING ? fixFor(plate, loss.edges, roomFor(plate, turn)) : null,
      },
    ]
  },
}
