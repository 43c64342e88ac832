import type { Picture } from '../../../core/things/brief/picture.ts'

/** A file that was taken in, as it is known again when it is chosen once more. */
export interface Taken {
  name: string
  bytes: number
  picture: Picture
}

/** Where it is kept: the browser's own store for this tab, or any other of that shape. */
type Store = Pick<Storage, 'getItem' | 'setItem' | 'removeItem'>

/**
 * The files of an upload that are in already, kept until they have become jobs: an upload that a reload or a closed lid broke
 * off goes on where it was once the same files are chosen again. Each is kept by itself, so that one more costs no more when
 * there are many.
 */
export function takenBefore(store: Store, key: string) {
  const slot = (n: number) => `${key} ${n}`
  const read = (n: number): Taken | null => {
    try {
      return JSON.parse(store.getItem(slot(n)) ?? 'null') as Taken | null
    } catch {
      return null
    }
  }
  const known: Taken[] = []
  for (let taken = read(0); taken; taken = read(known.length)) known.push(taken)
  return {
    list: (): readonly Taken[] => [...known],
    /**
     * Tells of each file of a new upload whether it was in before. Every one that was is told once: of two files that cannot be
     * told apart by name and size, as from two folders, neither is taken for the other.
     */
    matching(): (file: Pick<File, 'name' | 'size'>) => Picture | null {
      const left = [...known]
      return ({ name, size }) => {
        const at = left.findIndex((taken) => taken.name === name && taken.bytes === size)
        return at < 0 ? null : (left.splice(at, 1)[0]?.picture ?? null)
      }
    },
    add({ name, size }: Pick<File, 'name' | 'size'>, picture: Picture): void {
      const taken = { name, bytes: size, picture }
      try {
        store.setItem(slot(known.length), JSON.stringify(taken))
        known.push(taken)
      } catch {
        // The store is full or shut: it goes on as it did before there was one.
      }
    },
    forget(): void {
      while (known.length > 0) {
        known.pop()
        store.removeItem(slot(known.length))
      }
    },
  }
}
export type TakenBefore = ReturnType<typeof takenBefore>
