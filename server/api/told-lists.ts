import { randomBytes } from 'node:crypto'
import { changeOf, type ListChange, type Named } from '../../core/things/studio/list-change.ts'

/** Lists that callers may still have, so many. */
const REMEMBERED = 40

const texts = new WeakMap<object, string>()
/** A part of an answer as JSON: written once as long as it is the same. */
export function textOf(part: object): string {
  const text = texts.get(part) ?? JSON.stringify(part)
  texts.set(part, text)
  return text
}

/**
 * What callers were told, by a word for just that: the same word for the very same thing, and no other for anything else, also
 * of another studio or after another start. Of long lists that change a little at a time it is known how they have changed since.
 */
export function toldLists() {
  const mine = randomBytes(5).toString('hex')
  const words = new WeakMap<object, string>()
  const known = new Map<string, readonly Named[]>()
  let told = 0
  const wordOf = (thing: object): string => {
    const word = words.get(thing) ?? `${mine}.${++told}`
    words.set(thing, word)
    return word
  }
  return {
    wordOf,
    /** The word for a list that is remembered. */
    remember(list: readonly Named[]): string {
      const word = wordOf(list)
      known.delete(word)
      known.set(word, list)
      for (const oldest of known.keys()) {
        if (known.size <= REMEMBERED) break
        known.delete(oldest)
      }
      return word
    },
    /** What has changed in a list since the caller had it; null where that is not known, or the whole is shorter. */
    since<T extends Named>(word: string, now: readonly T[]): ListChange<T> | null {
      const before = known.get(word) as readonly T[] | undefined
      return before ? changeOf(before, now) : null
    },
  }
}
