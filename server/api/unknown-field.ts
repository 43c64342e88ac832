type Plain = Record<string, unknown>
const isPlain = (value: unknown): value is Plain => typeof value === 'object' && value !== null && !Array.isArray(value)

/**
 * The first field of a request that reading it has dropped, with its way to it (`nominal`, `measured.depth`, `items.0.sizes`);
 * null when all of it was understood. What is read as something else than it was sent as is taken to be understood.
 */
export function unknownField(sent: unknown, read: unknown, way: readonly (string | number)[] = []): string | null {
  if (Array.isArray(sent) && Array.isArray(read)) {
    for (const [i, entry] of sent.entries()) {
      const found = i < read.length ? unknownField(entry, read[i], [...way, i]) : null
      if (found) return found
    }
    return null
  }
  if (!isPlain(sent) || !isPlain(read)) return null
  for (const [key, value] of Object.entries(sent)) {
    if (!(key in read)) {
      if (value === undefined) continue
      return [...way, key].join('.')
    }
    const found = unknownField(value, read[key], [...way, key])
    if (found) return found
  }
  return null
}
