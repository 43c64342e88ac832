/**
 * Puts what is due first before what is due later, and what has no day last: for `sort`. Times are ISO 8601 in UTC, all written alike,
 * so the earlier is the lesser. Compared as words of a language thousands of them take a tenth of a second.
 */
export function byDue(one: string | null, other: string | null): number {
  if (one === other) return 0
  if (one === null || other === null) return one === null ? 1 : -1
  return one < other ? -1 : 1
}
