/** A thing with a name of its own, or a number. */
export interface Named {
  id: string | number
}

/** What has changed in a list of named things: those that are new or other than before, and the ids of those that are gone. */
export interface ListChange<T extends Named> {
  put: T[]
  gone: T['id'][]
}

/** A list with a change: what is other stands where it stood, what is new at the end. */
export function withChange<T extends Named>(before: readonly T[], { put, gone }: ListChange<T>): T[] {
  const other = new Map(put.map((one) => [one.id, one]))
  const left = new Set<T['id']>(gone)
  const kept = before.flatMap((one) => {
    if (left.has(one.id)) return []
    const now = other.get(one.id) ?? one
    other.delete(one.id)
    return [now]
  })
  return [...kept, ...other.values()]
}

/**
 * What makes one list of another in which what has not changed is the very same; null where nothing so short does: things that
 * have moved, or most of them changed.
 */
export function changeOf<T extends Named>(before: readonly T[], now: readonly T[]): ListChange<T> | null {
  // Nothing came, went or moved: most often one row of thousands is other.
  if (before.length === now.length && now.every((one, i) => one === before[i] || one.id === before[i]?.id)) {
    const put = now.filter((one, i) => one !== before[i])
    return 2 * put.length > now.length ? null : { put, gone: [] }
  }
  const known = new Map(before.map((one) => [one.id, one]))
  const there = new Set<T['id']>(now.map(({ id }) => id))
  const change = { put: now.filter((one) => known.get(one.id) !== one), gone: before.flatMap(({ id }) => (there.has(id) ? [] : [id])) }
  if (2 * (change.put.length + change.gone.length) > now.length) return null
  const made = withChange(before, change)
  return made.length === now.length && made.every((one, i) => one === now[i]) ? change : null
}
