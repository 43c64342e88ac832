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
  const at = ({ name, size }: Pick<File, 'name' | 'size'>) => known.findIndex((taken) => taken.name === name && taken.bytes === size)
  return {
    list: (): readonly Taken[] => [...known],
    /** The picture of a file of this name and size, or null. */
    find: (file: Pick<File, 'name' | 'size'>): Picture | null => known[at(file)]?.picture ?? null,
    add(file: Pick<File, 'name' | 'size'>, picture: Picture): void {
      const taken = { name: file.name, bytes: file.size, picture }
      const to = at(file) < 0 ? known.length : at(file)
      try {
        store.setItem(slot(to), JSON.stringify(taken))
        known[to] = taken
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
