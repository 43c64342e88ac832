const made = new WeakMap<object, Map<string, unknown>>()

/**
 * What is made of a list once: the same answer as long as the same list is asked about. Lists of a studio are never changed, only
 * replaced.
 * @param what names it among others made of this list
 */
export function madeOnce<T extends object, R>(list: T, what: string, make: (list: T) => R): R {
  const known = made.get(list) ?? new Map<string, unknown>()
  made.set(list, known)
  if (!known.has(what)) known.set(what, make(list))
  return known.get(what) as R
}
