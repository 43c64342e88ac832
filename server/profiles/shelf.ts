import type { Readable } from 'node:stream'
import type { App } from '../app-context.ts'
import { LIMITS } from '../config.ts'
import { Refusal } from '../problems.ts'
import type { ProfileRow } from '../store/profiles.ts'

/** Takes profiles onto the shelf, and sees to it that every one of them has its facts. */
export function createProfileShelf({ files, pool, store, events }: Pick<App, 'files' | 'pool' | 'store' | 'events'>) {
  return {
    /** Takes a profile in by its content; one that is on the shelf already is recognised. Refuses what cannot print. */
    take: (source: Readable, fileName: string): Promise<{ row: ProfileRow; known: boolean }> =>
      files.hold(source, LIMITS.profileBytes, 'profile', async (held) => {
        const { hash } = held
        const known = await store.profiles.byHash(hash)
        if (known && files.has(hash)) return { row: known, known: true }
        const read = await pool.readProfileFile({ file: held.path })
        if (!read.ok) throw new Refusal(422, read.problem)
        await held.keep()
        if (known) return { row: known, known: true }
        const { description, facts } = read.value
        const row = await store.profiles.add({
          id: `profile-${hash.slice(0, 12)}`,
          hash,
          description,
          boundTo: null,
          facts: { ...facts, fileName },
        })
        events.tell({ what: 'studio', id: row.id })
        return { row, known: false }
      }),

    /** A row with its facts whole: one kept by an older version is read again, once. */
    async withFacts(row: ProfileRow): Promise<ProfileRow> {
      if (row.facts.silhouette.length > 0 || !files.has(row.hash)) return row
      const read = await pool.readProfileFile({ file: files.pathOf(row.hash) })
      return read.ok ? store.profiles.change(row, { facts: { ...read.value.facts, fileName: row.facts.fileName } }) : row
    },

    /** The small drawing of a profile's gamut, or nothing where its file is gone. */
    async silhouetteOf(id: string): Promise<number[]> {
      const row = await store.profiles.tryFind(id)
      return row ? (await this.withFacts(row)).facts.silhouette : []
    },
  }
}
