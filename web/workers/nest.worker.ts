import type { Ground } from '../../core/sheet/arrange/arranged.ts'
import { EFFORTS, lookForTighter, type Tighter } from '../../core/sheet/arrange/tighter.ts'
import type { Sizes } from '../../core/things/brief/arrangement.ts'
import type { Item } from '../../core/things/brief/item.ts'

export interface NestRequest {
  sizes: Sizes
  items: Item[]
  ground: Ground
}

/** What is told after each step; whoever has enough ends the worker and keeps the best. */
export interface NestTold {
  found: Tighter | null
  step: number
  of: number
}

addEventListener('message', ({ data: { sizes, items, ground } }: MessageEvent<NestRequest>) => {
  for (const [i, effort] of EFFORTS.entries()) {
    const told: NestTold = { found: lookForTighter(sizes, items, ground, effort), step: i + 1, of: EFFORTS.length }
    postMessage(told)
    if (!told.found) return
  }
})
