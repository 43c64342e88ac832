import { randomUUID } from 'node:crypto'
import { open } from 'node:fs/promises'
import { isCurrent } from '../../core/color/count/colour-count.ts'
import type { Measures } from '../../core/color/measure/measures.ts'
import type { Picture } from '../../core/things/brief/picture.ts'
import type { App } from '../app-context.ts'
import { LIMITS } from '../config.ts'
import { Refusal } from '../problems.ts'
import { reasonOf } from '../reasons.ts'

/** Measures kept in memory: they follow from files that never change. */
const KEPT = 2000

const HEAD = 8
async function readHead(path: string): Promise<Uint8Array> {
  const file = await open(path, 'r')
  try {
    return (await file.read(new Uint8Array(HEAD), 0, HEAD, 0)).buffer
  } finally {
    await file.close()
  }
}

/** File of a picture's own profile where it speaks of its pixels, or null for sRGB. */
const sourceOf = (files: App['files'], { channels, profileHash }: Pick<Picture, 'channels' | 'profileHash'>): string | null =>
  channels === 'rgb' && profileHash && files.has(profileHash) ? files.pathOf(profileHash) : null

/** Profiles through which it is seen how dark a picture prints; printers differ little. */
const MOST_PROFILES = 6
export const printersOf = async ({ files, store }: Pick<App, 'files' | 'store'>): Promise<string[]> =>
  (await store.profiles.list())
    .filter((p) => files.has(p.hash))
    .slice(0, MOST_PROFILES)
    .map((p) => files.pathOf(p.hash))

/** Answers what a picture becomes on a paper; counts a picture's colours once and keeps the count with it. */
export function createMeasurer({ files, pool, store }: Pick<App, 'files' | 'pool' | 'store'>) {
  const known = new Map<string, Promise<Measures>>()
  const counting = new Map<string, Promise<string>>()

  const countOf = async (picture: Picture): Promise<string> => {
    const { id, colours, width, height, channels } = picture
    // Counted by an older version, it is counted again.
    if (colours && files.has(colours) && isCurrent(await readHead(files.pathOf(colours)))) return colours
    const under = counting.get(id)
    if (under) return under
    const count = async () => {
      const { bytes, ...told } = await pool.countPicture({
        picture: files.pathOf(picture.hash),
        width,
        height,
        channels,
        source: sourceOf(files, picture),
        printers: await printersOf({ files, store }),
        scratch: files.workPath(`count-${randomUUID()}.tif`),
      })
      const { hash } = await files.takeBytes(bytes, LIMITS.profileBytes)
      await store.pictures.counted(id, { colours: hash, ...told })
      return hash
    }
    const work = count().finally(() => counting.delete(id))
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
          message: `This profile cannot be measured with: ${reasonOf(error)}.`,
        })
      })
    if (known.size >= KEPT) known.delete(known.keys().next().value as string)
    known.set(key, work)
    return work
  }
}
