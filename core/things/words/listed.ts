/**
 * Numbers in a sentence: “3”, “3 and 5”, “3, 5 and 9”; of many the first, and how many follow: “3, 5 and 12 more”. One more than
 * `most` is named as well: “1 more” would be as long.
 */
export function listed(numbers: readonly number[], most: number): string {
  if (numbers.length > most + 1) return `${numbers.slice(0, most).join(', ')} and ${numbers.length - most} more`
  const last = numbers.at(-1)
  return numbers.length < 2 ? String(last ?? '') : `${numbers.slice(0, -1).join(', ')} and ${last}`
}
