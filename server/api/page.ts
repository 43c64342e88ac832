import { PAGE } from '../../core/wire/api/page-size.ts'

/** A stretch of a list, how many there are in all, and after how many the next begins; null after the last. */
export function pageIn<T>(
  list: readonly T[],
  { from = 0, most = PAGE }: { from?: number | undefined; most?: number | undefined },
): { rows: T[]; found: number; next: number | null } {
  const to = from + most
  return { rows: list.slice(from, to), found: list.length, next: to < list.length ? to : null }
}

/** Whether a text in small letters has these letters in it. */
export function bearing(letters: string): (text: string) => boolean {
  const wanted = letters.trim().toLowerCase()
  return (text) => wanted === '' || text.includes(wanted)
}
