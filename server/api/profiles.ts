import type { z } from 'zod'
import { suggestBinding } from '../../core/things/media/suggest-binding.ts'
import type { Studio } from '../../core/things/studio/studio.ts'
import type { ImportOutcomeSchema } from '../../core/wire/api/dto.ts'
import type { ProfileOrder } from '../../core/wire/api/profiles.ts'
import type { App } from '../app-context.ts'
import { LIMITS } from '../config.ts'
import { missing, Refusal } from '../problems.ts'
import { createProfileShelf } from '../profiles/shelf.ts'
import { usesOf } from '../profiles/uses.ts'
import { eachProfileIn } from '../profiles/zip.ts'
import type { ProfileRow } from '../store/profiles.ts'
import { announced, needRoom } from '../upkeep/disk.ts'
import { bodyOf } from './body-of.ts'
import { bearing, pageIn } from './page.ts'
import { beginPairing } from './pairings.ts'
import { asJson, router } from './shared.ts'

/** By what each order goes. */
const BY = {
  description: (one, other) => one.description.localeCompare(other.description),
  black: (one, other) => one.facts.black[0] - other.facts.black[0],
  volume: (one, other) => one.facts.volume - other.facts.volume,
} satisfies Record<ProfileOrder, (one: ProfileRow, other: ProfileRow) => number>

/** A profile of the shelf with what it is found by, and as it is told. */
interface Line {
  row: ProfileRow
  words: string
  text(): string
}

/** The shelf in every order that was asked for, each made once; a profile is put into words when it is first told. */
function orders(rows: readonly ProfileRow[], tell: (row: ProfileRow) => object): (by: ProfileOrder) => readonly Line[] {
  const lines = rows.map((row): Line => {
    let text: string | undefined
    return {
      row,
      words: row.description.toLowerCase(),
      text() {
        text ??= JSON.stringify(tell(row))
        return text
      },
    }
  })
  const made = new Map<ProfileOrder, readonly Line[]>()
  return (by) => {
    const list = made.get(by) ?? lines.toSorted((one, other) => BY[by](one.row, other.row))
    made.set(by, list)
    return list
  }
}

/** The profile shelf: taking profiles in, what they are and were made for, how good they are, and whether they still hold. */
export function profilesApi(app: App) {
  const { store, events, files, pool } = app
  const shelf = createProfileShelf(app)
  const find = async (id: string) => {
    const row = await store.profiles.find(id)
    if (!files.has(row.hash)) throw missing('profile', id)
    return row
  }
  const entry = ({ id, hash, description, boundTo, facts, createdAt }: ProfileRow, studio: Studio) => ({
    id,
    hash,
    description,
    boundTo,
    facts,
    // Of one that is bound nobody asks what it may be for.
    suggestion: boundTo === null ? suggestBinding(`${description} ${facts.fileName ?? ''}`, studio, facts) : null,
    addedAt: createdAt.toISOString(),
  })
  return router()
    .call('GET /profiles', async (c) => {
      const { q = '', paper, by = 'description', down, ...page } = c.req.valid('query')
      const inOrder = await store.kept('profiles in full', ['profiles', 'papers', 'printers', 'machines'], async () => {
        const [rows, studio] = await Promise.all([store.profiles.shelf(), store.studio()])
        return orders(await Promise.all(rows.map((row) => shelf.withFacts(row))), (row) => entry(row, studio))
      })
      const list = inOrder(by)
      const bears = bearing(q)
      const asked = list.filter(({ row, words }) => bears(words) && (paper === undefined || row.boundTo?.paperId === paper))
      const { rows, ...told } = pageIn(down === undefined ? asked : asked.toReversed(), page)
      return asJson(`{"profiles":[${rows.map((line) => line.text()).join(',')}],${JSON.stringify({ all: list.length, ...told }).slice(1)}`)
    })
    .call('GET /profiles/{id}', async (c) =>
      c.json(entry(await shelf.withFacts(await find(c.req.valid('param').id)), await store.studio()), 200),
    )
    .call('PUT /profiles', async (c) => {
      await needRoom(store, announced(c.req.raw))
      const { row, known } = await shelf.take(bodyOf(c.req.raw, 'profile'), c.req.valid('query').name)
      return c.json({ ...entry(row, await store.studio()), known }, 200)
    })
    .call('PUT /profiles/archive', async (c) => {
      const outcomes: z.infer<typeof ImportOutcomeSchema>[] = []
      await needRoom(store, announced(c.req.raw))
      await files.hold(bodyOf(c.req.raw, 'archive'), LIMITS.uploadBytes, 'archive', ({ path }) =>
        eachProfileIn(path, async (name, source) => {
          if (!source) {
            outcomes.push({ name, outcome: 'refused', says: 'This profile is larger than any printer profile.', profileId: null })
            return
          }
          try {
            const { row, known } = await shelf.take(source, name)
            outcomes.push({ name, outcome: known ? 'known' : 'added', says: row.description, profileId: row.id })
          } catch (error) {
            if (!(error instanceof Refusal)) throw error
            outcomes.push({ name, outcome: 'refused', says: error.problem.message, profileId: null })
          }
        }),
      )
      return c.json(outcomes, 200)
    })
    .call('PUT /profiles/{id}/binding', async (c) => {
      const row = await find(c.req.valid('param').id)
      const { boundTo } = c.req.valid('json')
      const studio = await store.studio()
      const printer = studio.printers.find((p) => p.id === boundTo?.printerId)
      if (boundTo && !printer) throw missing('printer', boundTo.printerId)
      if (boundTo && !studio.papers.some((p) => p.id === boundTo.paperId)) throw missing('paper', boundTo.paperId)
      if (boundTo && !printer?.mediaTypes.some((m) => m.id === boundTo.mediaTypeId)) throw missing('media type', boundTo.mediaTypeId)
      const paper = studio.papers.find((p) => p.id === boundTo?.paperId)
      const bound = await store.act(async (act) => {
        const changed = await act.profiles.change(row, { boundTo })
        // Whoever binds a profile means to print that paper there as it was made.
        if (boundTo && printer && paper) {
          const pairing = await beginPairing(act, printer, paper, { begun: 'profile', mediaTypeId: boundTo.mediaTypeId, profileId: row.id })
          if (pairing.profileId === null) await act.pairings.change(pairing.id, { profileId: row.id })
        }
        return changed
      })
      events.tell({ what: 'studio', id: row.id })
      return c.json(entry(await shelf.withFacts(bound), studio), 200)
    })
    .call('GET /profiles/{id}/uses', async (c) => c.json(await usesOf(store, (await find(c.req.valid('param').id)).id), 200))
    .call('DELETE /profiles/{id}', async (c) => {
      const row = await find(c.req.valid('param').id)
      const uses = await store.act(async (act) => {
        const now = await usesOf(act, row.id)
        if (now.underWay > 0)
          throw new Refusal(409, {
            code: 'profile-at-work',
            field: 'id',
            value: row.id,
            message: 'A print is on its way with this profile. Remove it when that is out.',
          })
        await act.pairings.letGoOf(row.id)
        await act.profiles.remove(row.id)
        return now
      })
      events.tell({ what: 'studio', id: row.id })
      return c.json(uses, 200)
    })
    .call('GET /profiles/{id}/health', async (c) => {
      const row = await find(c.req.valid('param').id)
      const health = await pool.examineProfile({ file: files.pathOf(row.hash) })
      if (!health.ok) throw new Refusal(422, health.problem)
      return c.json(health.value, 200)
    })
    .call('GET /profiles/{id}/comparison', async (c) => {
      const [one, other] = [await find(c.req.valid('param').id), await find(c.req.valid('query').with)]
      return c.json(await pool.compareProfileFiles({ one: files.pathOf(one.hash), other: files.pathOf(other.hash) }), 200)
    })
    .call('GET /profiles/{id}/checks', async (c) => {
      const row = await find(c.req.valid('param').id)
      const alike = (await store.profiles.list()).filter(
        ({ id, boundTo: b }) =>
          id === row.id ||
          (b !== null &&
            row.boundTo !== null &&
            b.printerId === row.boundTo.printerId &&
            b.paperId === row.boundTo.paperId &&
            b.mediaTypeId === row.boundTo.mediaTypeId &&
            b.dpi === row.boundTo.dpi),
      )
      return c.json(await store.profiles.checks(alike.map((p) => p.id)), 200)
    })
    .call('PUT /profiles/{id}/checks', async (c) => {
      const row = await find(c.req.valid('param').id)
      const { name, measured } = c.req.valid('query')
      await needRoom(store, announced(c.req.raw))
      const { value, readings } = await files.hold(bodyOf(c.req.raw, 'measurements'), LIMITS.profileBytes, 'measurements', async (held) => {
        const check = await pool.checkProfileFile({ file: files.pathOf(row.hash), measurements: held.path })
        if (!check.ok) throw new Refusal(422, check.problem)
        return { value: check.value, readings: await held.keep() }
      })
      const made = await store.act((act) =>
        act.profiles.addCheck({ profileId: row.id, name, measuredOn: measured, result: value, readings }),
      )
      const [answer] = (await store.profiles.checks([row.id])).filter((k) => k.id === made.id)
      if (!answer) throw missing('check', String(made.id))
      return c.json(answer, 200)
    })
    .call('DELETE /profiles/{id}/checks/{check}', async (c) => {
      const { id, check } = c.req.valid('param')
      await store.profiles.removeCheck(id, check)
      return c.json({ removed: true }, 200)
    })
}
