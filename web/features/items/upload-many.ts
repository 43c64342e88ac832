import { useRef, useState } from 'react'
import type { Picture } from '../../../core/things/brief/picture.ts'
import { sayBeyond } from '../../../core/things/words/beyond.ts'
import { counted } from '../../../core/things/words/counted.ts'
import { ApiError, messageOf, upload } from '../../api/client.ts'
import type { TakenBefore } from './taken-before.ts'

/** Largest file that is taken, and most files at once. */
const LIMIT = 1 << 30
const MOST_FILES = 2000
/** Files that are sent beside each other: the server reads two at a time. */
const AT_ONCE = 2

export interface Uploading {
  done: number
  of: number
  /** The file that is being sent, and how far. */
  name: string
  share: number
}

/**
 * Sends many pictures one after the other; what cannot be taken is listed and the rest goes on.
 * @param before files that are in already are not sent again, and those that are taken in are kept there
 */
export function useUploads(before: TakenBefore | null = null) {
  const [now, setNow] = useState<Uploading | null>(null)
  const [bad, setBad] = useState<{ name: string; says: string }[]>([])
  const abort = useRef<AbortController | null>(null)
  const take = async (files: readonly File[], onTaken: (pictures: Picture[]) => void): Promise<void> => {
    if (abort.current) return
    const stop = new AbortController()
    abort.current = stop
    const left = files.length - MOST_FILES
    setBad(left > 0 ? [{ name: counted(left, 'file is', 'files are'), says: `left out: ${MOST_FILES} at once.` }] : [])
    const queue = files.slice(0, MOST_FILES)
    const taken: (Picture | null)[] = queue.map(() => null)
    const knownAs = before?.matching()
    let next = 0
    let done = 0
    const tell = (name: string, share: number) => setNow({ done, of: queue.length, name, share })
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
          setBad((list) => [...list, { name: file.name, says }])
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
    if (pictures.length > 0) onTaken(pictures)
  }
  return { now, bad, take, cancel: () => abort.current?.abort(), forget: () => setBad([]) }
}
