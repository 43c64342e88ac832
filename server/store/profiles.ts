import type { ProfileCheck } from '../../core/color/accuracy/profile-check.ts'
import type { ProfileFacts } from '../../core/color/profile/facts.ts'
import type { Profile } from '../../core/things/media/media.ts'
import type { KeptCheck } from '../../core/wire/api/dto.ts'
import type { Row } from '../db/tables.ts'
import { missing } from '../problems.ts'
import { type Scope, table } from './table.ts'

export type ProfileRow = Row<'profiles'>

/** ICC profiles, and how they held against measurements over time. */
export function profiles(scope: Scope) {
  const rows = table('profiles', scope)
  const checks = table('profileChecks', scope)
  return {
    list: async (): Promise<Profile[]> =>
      (await rows.all({}, { order: [['id', 'ASC']], only: ['id', 'description', 'hash', 'boundTo'] })).map(
        ({ id, description, hash, boundTo }) => ({
          id,
          description,
          hash,
          boundTo,
        }),
      ),
    shelf: () => rows.all({}, { order: [['description', 'ASC']] }),
    tryFind: (id: string) => rows.one({ id }),
    async find(id: string): Promise<ProfileRow> {
      const row = await rows.one({ id })
      if (!row) throw missing('profile', id)
      return row
    },
    byHash: (hash: string) => rows.one({ hash }),
    add: (profile: Profile & { facts: ProfileFacts }) => rows.add(profile),
    change: (row: ProfileRow, change: Partial<Pick<ProfileRow, 'boundTo' | 'facts'>>) => rows.change(row, change),
    /** Profiles made for one paper are for another. */
    async giveTo(from: string, into: string): Promise<void> {
      for (const row of await rows.all())
        if (row.boundTo?.paperId === from) await rows.change(row, { boundTo: { ...row.boundTo, paperId: into } })
    },
    async checks(ids: readonly string[]): Promise<KeptCheck[]> {
      const [kept, names] = await Promise.all([
        checks.all(
          { profileId: [...ids] },
          {
            order: [
              ['measuredOn', 'ASC'],
              ['id', 'ASC'],
            ],
          },
        ),
        rows.all({ id: [...ids] }, { only: ['id', 'description'] }),
      ])
      return kept.map(({ id, profileId, name, measuredOn, result, readings }) => ({
        id,
        profileId,
        profile: names.find((p) => p.id === profileId)?.description ?? '',
        name,
        measuredOn,
        check: result,
        readings,
      }))
    },
    addCheck: (check: { profileId: string; name: string; measuredOn: string; result: ProfileCheck; readings: string }) => checks.add(check),
    countChecks: (profileId: string) => checks.count({ profileId }),
    /** Removes it with its checks; the file goes when nothing that was printed names it any more. */
    async remove(id: string): Promise<void> {
      await checks.remove({ profileId: id })
      if ((await rows.remove({ id })) === 0) throw missing('profile', id)
    },
    async removeCheck(profileId: string, id: number): Promise<void> {
      if ((await checks.remove({ id, profileId })) === 0) throw missing('check', id)
    },
  }
}
