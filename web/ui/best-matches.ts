/** Entries shown of a long list: who looks further types more. */
const MOST = 60

/** Without accents and capitals. */
const plain = (text: string) => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase()

/** How well an entry answers: it begins so, its words begin so, it holds all of it; null where it does not. */
function rankOf(entry: string, whole: string, parts: readonly string[]): 0 | 1 | 2 | null {
  const text = plain(entry)
  if (text.startsWith(whole)) return 0
  if (parts.every((part) => ` ${text}`.includes(` ${part}`))) return 1
  return parts.every((part) => text.includes(part)) ? 2 : null
}

/**
 * The entries that bear what was typed, every word of it in whatever order: first those that begin so, then those whose words do.
 * All of them in their own order where nothing was typed.
 * @param first the entry that is wanted among them though nothing was typed, by its value
 * @returns the first sixty, and how many there are beside them
 */
export function bestMatches<E extends { value: string; words: string }>(
  entries: readonly E[],
  search: string,
  first?: string,
): { shown: E[]; left: number } {
  const whole = plain(search.trim())
  if (whole === '') {
    const at = entries.findIndex(({ value }) => value === first)
    // One that stands far down is shown with what stands around it.
    const from = at < MOST ? 0 : Math.min(at - MOST / 2, entries.length - MOST)
    return { shown: entries.slice(from, from + MOST), left: Math.max(0, entries.length - MOST) }
  }
  const ranks: E[][] = [[], [], []]
  const parts = whole.split(/\s+/)
  for (const entry of entries) {
    const rank = rankOf(entry.words, whole, parts)
    if (rank !== null) ranks[rank]?.push(entry)
  }
  const found = ranks.flat()
  return { shown: found.slice(0, MOST), left: Math.max(0, found.length - MOST) }
}
