import { randomUUID } from 'node:crypto'
import type { Measures } from '../../core/color/measure/measures.ts'
import type { Picture } from '../../core/things/brief/picture.ts'
import type { App } from '../app-context.ts'
import { LIMITS } from '../config.ts'
import { Refusal } from '../problems.ts'

/** Measures kept in memory: they follow from files that never change. */
const KEPT = 2000

/** Answers what a picture becomes on a paper; counts a picture's colours once and keeps the count with it. */
export function createMeasurer({ files, pool, store }: Pick<App, 'files' | 'pool' | 'store'>) {
  const known = new Map<string, Promise<Measures>>()
  const counting = new Map<string, Promise<string>>()

  const countOf = (picture: Picture): Promise<string> => {
    const { id, colours, width, height, channels } = picture
    if (colours && files.has(colours)) return Promise.resolve(colours)
    const under = counting.get(id)
    if (under) return under
    const work = pool
      .countPicture({
        picture: files.pathOf(picture.hash),
        width,
        height,
        channels,
        scratch: files.workPath(`count-${randomUUID()}.tif`),
      })
      .then((bytes) => files.takeBytes(bytes, LIMITS.profileBytes))
      .then(async ({ hash }) => {
        await store.pictures.counted(id, hash)
        return hash
      })
      .finally(() => counting.delete(id))
    counting.set(id, work)
    return work
  }

  return async (picture: Picture, profileHash: string): Promise<Measures> => {
    const { channels, profileHash: own } = picture
    const source = channels === 'rgb' && own && files.has(own) ? own : null
    const count = await countOf(picture)
    const key = `${count} ${source} ${profileHash}`
    const held = known.get(key)
    if (held) return held
    if (!files.has(profileHash))
      throw new Refusal(404, {
        code: 'not-found',
        field: 'profile',
        value: profileHash,
        message: 'The profile’s file is missing. Add it to the shelf again.',
      })
    const work = pool
      .measurePicture({ count: files.pathOf(count), source: source && files.pathOf(source), printer: files.pathOf(profileHash) })
      .catch((error: Error) => {
        known.delete(key)
        throw new Refusal(422, {
          code: 'profile-unusable',
          field: 'profile',
          message: `This profile cannot be measured with: ${error.message}`,
        })
      })
    if (known.size >= KEPT) known.delete(known.keys().next().value as string)
    known.set(key, work)
    return work
  }
}
