type Tree = Record<string, unknown>

/** A record with another value at a place in it; everything beside the way there is the same object as before. */
export function put(tree: unknown, [key, ...rest]: readonly string[], value: unknown): unknown {
  if (key === undefined) return value
  if (Array.isArray(tree)) return tree.map((entry, i) => (String(i) === key ? put(entry, rest, value) : entry))
  return { ...(tree as Tree), [key]: put((tree as Tree | null)?.[key], rest, value) }
}

/** What stands at a place in a record; undefined where there is no such place. */
export const look = (tree: unknown, keys: readonly string[]): unknown =>
  keys.reduce<unknown>((at, key) => (at as Tree | null | undefined)?.[key], tree)
