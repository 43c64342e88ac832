import { type Item, pictureIn } from '../../../core/things/brief/item.ts'

/** Pixels of the longer side below which a picture among others is said to be small: half of what most have. */
const SMALL = 0.5

/** From this share of the pictures on the rest is the exception. */
const MOST = 0.6

/** What sets a picture apart from most of the others, by item: upright among lying ones, another shape, few pixels, no profile. */
export function oddOnes(items: readonly Item[]): Map<string, string> {
  const out = new Map<string, string>()
  const known = items.flatMap((item) => {
    const picture = pictureIn(item)
    return picture ? [{ id: item.id, picture }] : []
  })
  if (known.length < 3) return out
  const upright = known.filter(({ picture: { width, height } }) => height > width).length / known.length
  const longest = known.map(({ picture: { width, height } }) => Math.max(width, height)).sort((a, b) => a - b)
  const middle = longest[Math.floor(longest.length / 2)] as number
  const shapeOf = ({ width, height }: { width: number; height: number }) =>
    Math.round((Math.max(width, height) / Math.min(width, height)) * 20)
  const shapes = new Map<number, number>()
  for (const { picture } of known) shapes.set(shapeOf(picture), (shapes.get(shapeOf(picture)) ?? 0) + 1)
  const [usual] = [...shapes].sort((a, b) => b[1] - a[1])
  const profiled = known.filter(({ picture }) => picture.profile !== null).length / known.length
  for (const { id, picture } of known) {
    const { width, height } = picture
    if (width !== height && (height > width ? upright < 1 - MOST : upright > MOST))
      out.set(id, height > width ? 'upright, most others lie' : 'lies, most others are upright')
    else if (Math.max(width, height) < SMALL * middle) out.set(id, `few pixels: ${width} × ${height}`)
    else if (usual && usual[1] / known.length >= MOST && shapeOf(picture) !== usual[0]) out.set(id, 'another shape than most')
    else if (picture.profile === null && profiled >= MOST) out.set(id, 'no profile, most others have one')
  }
  return out
}
