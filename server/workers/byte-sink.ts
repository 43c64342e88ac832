import { open } from 'node:fs/promises'

/** Bytes gathered before they are written. */
const BLOCK = 1 << 20

export interface ByteSink {
  /** Bytes taken so far. */
  readonly length: number
  write(bytes: Uint8Array): Promise<void>
  close(): Promise<void>
}

/** A file written from front to back in large blocks; waits for the disk, so nothing piles up. */
export async function openSink(path: string): Promise<ByteSink> {
  const file = await open(path, 'w')
  const block = Buffer.alloc(BLOCK)
  let [held, length] = [0, 0]
  const flush = async () => {
    if (held > 0) await file.write(block, 0, held)
    held = 0
  }
  return {
    get length() {
      return length
    },
    async write(bytes) {
      length += bytes.length
      if (held + bytes.length > BLOCK) await flush()
      if (bytes.length > BLOCK) {
        await file.write(bytes)
        return
      }
      block.set(bytes, held)
      held += bytes.length
    },
    async close() {
      await flush()
      await file.close()
    },
  }
}
