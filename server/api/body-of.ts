import { Readable } from 'node:stream'
import type { ReadableStream } from 'node:stream/web'
import { Refusal } from '../problems.ts'

/** The file that is streamed in with a request. Refuses an empty one. */
export function bodyOf(raw: Request, field: string): Readable {
  if (!raw.body) throw new Refusal(400, { code: 'file-empty', field, message: 'There was no file in the request.' })
  return Readable.fromWeb(raw.body as ReadableStream)
}
