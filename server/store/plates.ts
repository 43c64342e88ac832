import { createHash } from 'node:crypto'
import { deflateRawSync, inflateRawSync } from 'node:zlib'
import type { Plate } from '../../core/plate/resolve/plate.ts'
import { readPlate } from '../../core/plate/resolve/read-plate.ts'
import { frozen } from '../db/columns.ts'
import { log } from '../log.ts'
import { type Scope, table, Unreadable } from './table.ts'

/** As far back as DEFLATE looks, bytes: what of another plate can be built on. */
const WINDOW = 32 << 10
/** A plate that is built on another takes at most this share of what it would by itself; else others are built on it. */
const WORTH = 0.5

const digest = (text: string) => createHash('sha256').update(text).digest('hex')
const endOf = (text: string) => Buffer.from(text).subarray(-WINDOW)

/**
 * A document as it is kept.
 * @param base the text of another that is like it: only what is different takes room
 */
export const packed = (text: string, base: string | null): Buffer =>
  deflateRawSync(text, { level: 9, ...(base === null ? {} : { dictionary: endOf(base) }) })

/** A document built on another where that is worth it, else whole. */
export function packedBest(text: string, like: { id: string; text: string } | null): { base: string | null; body: Buffer } {
  const whole = packed(text, null)
  const built = like && packed(text, like.text)
  return like && built && built.length < whole.length * WORTH ? { base: like.id, body: built } : { base: null, body: whole }
}

/** @throws Error when it was built on another, or is damaged */
const unpacked = (body: Buffer, base: string | null): string =>
  inflateRawSync(body, base === null ? {} : { dictionary: endOf(base) }).toString('utf8')

/** Letters of a hash that are enough to know it by: two that begin alike keep a file too long, never too short. */
export const KNOWN_BY = 8
/** What a plate's text names of the file store, shortly. */
export const namesIn = (text: string): string =>
  [...new Set([...text.matchAll(/"([0-9a-f]{64})"/g)].map(([, hash = '']) => hash.slice(0, KNOWN_BY)))].join(' ')

/** Plates that were read last, by their hash: a run that is watched asks for its own several times a second. */
const lately = new Map<string, Plate>()
const REMEMBERED = 40
/** Longer ones are read again, letters. */
const LONGEST = 256 << 10

/** @throws Unreadable */
function readOf(id: string, text = 'null'): Plate {
  try {
    const plate = frozen(readPlate(JSON.parse(text)))
    if (text.length <= LONGEST) lately.set(id, plate)
    for (const oldest of lately.keys()) {
      if (lately.size <= REMEMBERED) break
      lately.delete(oldest)
    }
    return plate
  } catch (error) {
    throw new Unreadable('plates', { id }, 'body', error)
  }
}

interface Likeness {
  printerId: string
  paperId: string
}

/**
 * Frozen plates, each kept once by the SHA-256 of its JSON. The first of a printer and a paper is kept whole; those after it
 * are built on it and take a tenth of the room, since most of what they say is the same.
 */
export function plates(scope: Scope) {
  const rows = table('plates', scope)
  /** The texts of these plates. One that cannot be unpacked is left out. */
  async function textsOf(ids: readonly string[]): Promise<Map<string, string>> {
    if (ids.length === 0) return new Map()
    const found = await rows.all({ id: [...new Set(ids)] })
    const bases = await textsOf(found.flatMap(({ base }) => base ?? []))
    const texts = new Map<string, string>()
    for (const { id, base, body } of found)
      try {
        texts.set(id, unpacked(body, base === null ? null : (bases.get(base) ?? null)))
      } catch (error) {
        log.error({ err: error, id }, 'a plate cannot be unpacked')
      }
    return texts
  }
  return {
    textsOf,
    /** Keeps a plate's text, if it is not there already. @returns what it is found by */
    async keep(text: string, { printerId, paperId }: Likeness): Promise<string> {
      const id = digest(text)
      if (await rows.one({ id }, { only: ['id'] })) return id
      const like = await rows.one({ printerId, paperId, base: null }, { order: [['createdAt', 'DESC']] })
      await rows.put({
        id,
        printerId,
        paperId,
        names: namesIn(text),
        ...packedBest(text, like && { id: like.id, text: unpacked(like.body, null) }),
      })
      return id
    },
    /** Rows with the plates they name, each read when it is first asked for. */
    async withPlates<R extends { plateId: string }>(list: readonly R[]): Promise<(R & { plate: Plate })[]> {
      const read = new Map(list.map(({ plateId }) => [plateId, lately.get(plateId)] as const))
      const texts = await textsOf([...read].flatMap(([id, plate]) => (plate ? [] : [id])))
      return list.map((row) =>
        Object.defineProperty(row as R & { plate: Plate }, 'plate', {
          enumerable: true,
          configurable: true,
          get() {
            const plate = read.get(row.plateId) ?? readOf(row.plateId, texts.get(row.plateId))
            read.set(row.plateId, plate)
            return plate
          },
        }),
      )
    },
  }
}
