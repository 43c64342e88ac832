import sharp from 'sharp'
import { decodeMemory, LARGE_DECODE_BYTES } from './decode-memory.ts'

/** Lets work on pictures that take much memory come one after the other; everything else goes its way. */
export function createGate(memoryOf: (picture: string) => Promise<number> = memoryFor) {
  let last: Promise<unknown> = Promise.resolve()
  return async <T>(pictures: string | null | undefined | readonly string[], work: () => Promise<T>): Promise<T> => {
    const files = typeof pictures === 'string' ? [pictures] : (pictures ?? [])
    const large = await Promise.all([...new Set(files)].map(async (file) => (await memoryOf(file)) >= LARGE_DECODE_BYTES))
    if (!large.some(Boolean)) return work()
    const mine = last.then(work, work)
    last = mine.catch(() => undefined)
    return mine
  }
}

/** Bytes that decoding a file takes, from its head alone; nothing for what is no picture. */
const memoryFor = (picture: string): Promise<number> =>
  sharp(picture, { limitInputPixels: false })
    .metadata()
    .then(decodeMemory, () => 0)
