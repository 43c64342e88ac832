type Tree = Record<string, unknown>

/** What stands at a place in a record; undefined where there is no such place. */
export const look = (tree: unknown, keys: readonly string[]): unknown =>
  keys.reduce<unknown>((at, key) => (at as Tree | null | undefined)?.[key], tree)
