import { defaultFilter } from 'cmdk'

/** Entries shown of a long list: who looks further types more. */
const MOST = 60

/**
 * The entries that bear these letters, the most alike first; all of them in their own order where nothing was typed.
 * @param first the entry that is wanted among them though nothing was typed, by its value
 * @returns the first sixty, and how many there are beside them
 */
export function bestMatches<E extends { value: string; words: string }>(
  entries: readonly E[],
  search: string,
  first?: string,
): { shown: E[]; left: number } {
  const typed = search.trim()
  if (typed === '') {
    const at = entries.findIndex(({ value }) => value === first)
    // One that stands far down is shown with what stands around it.
    const from = at < MOST ? 0 : Math.min(at - MOST / 2, entries.length - MOST)
    return { shown: entries.slice(from, from + MOST), left: Math.max(0, entries.length - MOST) }
  }
  const scored = entries
    .map((entry) => ({ entry, score: defaultFilter(entry.words, typed) }))
    .filter(({ score }) => score > 0)
    .sort((a, b) => b.score - a.score)
  return { shown: scored.slice(0, MOST).map(({ entry }) => entry), left: Math.max(0, scored.length - MOST) }
}
