import { useRef, useState } from 'react'
import type { Picture } from '../../../core/things/brief/picture.ts'
import { sayBeyond } from '../../../core/things/words/beyond.ts'
import { ApiError, messageOf, upload } from '../../api/client.ts'
import type { TakenBefore } from './taken-before.ts'

/** Largest file that is taken, and most files at once. */
const LIMIT = 1 << 30
export const MOST_FILES = 2000
/** Files that are sent beside each other: the server reads two at a time. */
const AT_ONCE = 2

export interface Uploading {
  /** Files that are in, those that are in or left out, and all of them. */
  taken: number
  done: number
  of: number
  /** The file that is being sent, and how far. */
  name: string
  share: number
}

/** Files that were not taken: each with why, how many were beyond as many as are taken at once, and those one stopped before. */
export interface Left {
  bad: { name: string; says: string }[]
  beyond: number
  unsent: number
}
const NONE: Left = { bad: [], beyond: 0, unsent: 0 }

/**
 * Sends many pictures one after the other; what cannot be taken is listed and the rest goes on.
 * @param before files that are in already are not sent again, and those that are taken in are kept there
 */
export function useUploads(before: TakenBefore | null = null) {
  const [now, setNow] = useState<Uploading | null>(null)
  const [left, setLeft] = useState(NONE)
  const [count, setCount] = useState(0)
  const abort = useRef<AbortController | null>(null)
  const take = async (files: readonly File[], onTaken: (pictures: Picture[], left: Left) => void): Promise<void> => {
    if (abort.current) return
    const stop = new AbortController()
    abort.current = stop
    const queue = files.slice(0, MOST_FILES)
    let out: Left = { ...NONE, beyond: files.length - queue.length }
    setLeft(NONE)
    setCount(0)
    const taken: (Picture | null)[] = queue.map(() => null)
    const knownAs = before?.matching()
    let next = 0
    let done = 0
    const tell = (name: string, share: number) =>
      setNow({ taken: taken.filter((picture) => picture !== null).length, done, of: queue.length, name, share })
    const worker = async () => {
      while (next < queue.length && !stop.signal.aborted) {
        const at = next++
        const file = queue[at] as File
        try {
          if (file.size > LIMIT) throw new Error(`has ${sayBeyond(file.size, LIMIT)} GB; up to 1 GB is taken.`)
          tell(file.name, 0)
          const known = knownAs?.(file) ?? null
          taken[at] =
            known ??
            (await upload('PUT /pictures', { name: file.name.slice(0, 255) }, file, (share) => tell(file.name, share), stop.signal))
          if (!known && taken[at]) before?.add(file, taken[at])
        } catch (error) {
          if (error instanceof ApiError && error.problem.code === 'cancelled') return
          const says = error instanceof ApiError ? messageOf(error) : (error as Error).message
          out = { ...out, bad: [...out.bad, { name: file.name, says }] }
          setLeft(out)
        }
        done++
        tell(file.name, 1)
      }
    }
    await Promise.all(Array.from({ length: AT_ONCE }, worker))
    abort.current = null
    setNow(null)
    // In the order they were given, whichever came first.
    const pictures = taken.flatMap((picture) => picture ?? [])
    out = { ...out, unsent: queue.length - pictures.length - out.bad.length }
    setLeft(out)
    setCount(pictures.length)
    if (pictures.length > 0) onTaken(pictures, out)
  }
  return { now, left, taken: count, take, cancel: () => abort.current?.abort(), forget: () => setLeft(NONE) }
}
