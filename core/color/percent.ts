/**
 * A share 0…1 in per cent, finer where it is next to nothing or next to all: neither is said of what is not. The sign stays with its
 * number at the end of a line.
 */
export function percent(share: number): string {
  if (share === 0) return '0\u00a0%'
  if (share < 0.0005) return '<\u00a00.1\u00a0%'
  if (share > 0.99 && share < 1) return `${(Math.floor(share * 1000) / 10).toFixed(1)}\u00a0%`
  return `${(share * 100).toFixed(share < 0.1 ? 1 : 0)}\u00a0%`
}
