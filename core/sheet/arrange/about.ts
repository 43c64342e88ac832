import type { Together } from '../../things/brief/arrangement.ts'
import { type Item, pictureOf } from '../../things/brief/item.ts'
import type { Um } from '../../things/length/length.ts'
import { ownSize } from '../placement.ts'
import { arrange } from './arrange.ts'
import { type Ground, sheetsIn } from './arranged.ts'

/** What items come to on some ground, without where each lies. */
export interface Amount {
  sheets: number
  /** Pictures that find no place. */
  left: number
  /** How long a stretch of roll it takes, from its leading edge where it is laid out from there. µm. */
  length: Um
  /** Reckoned by area, not laid out. */
  about: boolean
}

/** Up to so many prints are laid out at once wherever they could be printed. */
const LAID_OUT = 24
/** Share of a sheet that pieces cover where many are laid on it. Common practice, and what `npm run bench` finds: nine tenths. */
const COVERED = 0.9

/** What items come to, laid out. */
export function amountOf(together: Together, items: readonly Item[], ground: Ground): Amount {
  const arranged = arrange(together, items, ground)
  const { block } = arranged
  return { sheets: sheetsIn(arranged), left: arranged.left.length, length: block.h + (block.at?.y ?? 0), about: false }
}

/**
 * What items about come to: many sizes are reckoned by their area. For comparing hundreds of ways, of which but one is
 * printed; that one is laid out.
 */
export function aboutAmountOf(together: Together, items: readonly Item[], ground: Ground): Amount {
  const pieces = items.reduce((sum, { copies }) => sum + copies, 0)
  if (together.as !== 'sizes' || pieces <= LAID_OUT) return amountOf(together, items, ground)
  const gap = Math.max(together.gutter, 2 * together.bleed)
  let area = 0
  let left = 0
  for (const { w, h, copies } of ownSizes(items)) {
    const fits = (w <= ground.w && h <= ground.h) || (together.turn && h <= ground.w && w <= ground.h)
    if (fits) area += (w + gap) * (h + gap) * copies
    else left++
  }
  const length = Math.min(ground.h, area / (COVERED * Math.max(1, ground.w + gap)))
  const sheets = Math.max(1, Math.ceil(area / (COVERED * Math.max(1, (ground.w + gap) * (ground.h + gap)))))
  return { sheets: left === items.length ? 0 : sheets, left, length, about: true }
}

const sizes = new WeakMap<object, { w: Um; h: Um; copies: number }[]>()

/** How large each item is, asked for again by every way. */
function ownSizes(items: readonly Item[]): { w: Um; h: Um; copies: number }[] {
  const known = sizes.get(items)
  if (known) return known
  const made = items.map((item) => {
    const { w, h } = ownSize(item, pictureOf(item))
    const { head, right, foot, left } = item.white ?? { head: 0, right: 0, foot: 0, left: 0 }
    return { w: w + left + right, h: h + head + foot, copies: item.copies }
  })
  sizes.set(items, made)
  return made
}
