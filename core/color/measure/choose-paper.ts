/** A paper is as good as the best to the eye when its mean miss is no more than this ΔE2000 above the best one's. */
const GOOD_ENOUGH = 1

interface Choice {
  error: number
  price: number
  inStock: boolean
}

/** The paper that misses least, and the cheapest that nobody tells from it; both from what is in stock, if anything is. */
export function choosePapers<T extends Choice>(choices: readonly T[]): { best: T | null; cheapest: T | null } {
  const stocked = choices.filter((c) => c.inStock)
  const from = stocked.length > 0 ? stocked : choices
  const best = [...from].sort((a, b) => a.error - b.error || a.price - b.price)[0] ?? null
  const near = best ? from.filter((c) => c.error <= best.error + GOOD_ENOUGH) : []
  return { best, cheapest: [...near].sort((a, b) => a.price - b.price || a.error - b.error)[0] ?? null }
}
