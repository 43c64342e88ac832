import { noneLeft, packEdited, paperOfKind, sheetOut } from '../../core/things/media/sample-pack.ts'
import type { SamplePackEntry } from '../../core/wire/api/samples.ts'
import type { App } from '../app-context.ts'
import { Refusal } from '../problems.ts'
import type { Act } from '../store/store.ts'
import { router } from './shared.ts'

/** Lines that were ordered are shown for this long, ms. */
const SHOWN = 365 * 86_400_000

type PackRow = Awaited<ReturnType<Act['samplePacks']['find']>>

/** Packs with the sheets that were taken out of them, the last first; one question for all of them. */
async function entriesOf(act: Act, rows: readonly PackRow[]): Promise<SamplePackEntry[]> {
  const sheets = new Map((await act.lots.ofIds(rows.flatMap(({ record }) => record.taken))).map((lot) => [lot.id, lot]))
  return rows.map(({ id, version, record }) => ({
    id,
    version,
    pack: record,
    sheets: record.taken.toReversed().flatMap((lotId) => sheets.get(lotId) ?? []),
  }))
}
const entryOf = async (act: Act, row: PackRow): Promise<SamplePackEntry> => (await entriesOf(act, [row]))[0] as SamplePackEntry

/** Sample packs, single sheets out of them, what is liked of them, and what is to be bought. */
export function samplesApi(app: App) {
  const { store, events } = app
  const told = <T>(id: string | number, answer: T): T => {
    events.tell({ what: 'studio', id: String(id) })
    return answer
  }
  return router()
    .call('GET /sample-packs', async (c) => {
      return c.json(await entriesOf(store, await store.samplePacks.list()), 200)
    })
    .call('POST /sample-packs', async (c) => {
      const row = await store.act((act) => act.samplePacks.add(c.req.valid('json')))
      return c.json(told(row.id, await entryOf(store, row)), 201)
    })
    .call('PUT /sample-packs/{id}', async (c) => {
      const { id } = c.req.valid('param')
      const { version, pack } = c.req.valid('json')
      const row = await store.act(async (act) => {
        const now = await act.samplePacks.find(id)
        const edited = packEdited(now.record, pack)
        if (!edited.ok) throw new Refusal(422, edited.problem)
        return act.samplePacks.save(now, version, edited.value)
      })
      return c.json(told(id, await entryOf(store, row)), 200)
    })
    .call('DELETE /sample-packs/{id}', async (c) => {
      const { id } = c.req.valid('param')
      const entry = await store.act(async (act) => {
        const gone = await entryOf(act, await act.samplePacks.find(id))
        await act.samplePacks.remove(id)
        return gone
      })
      return c.json(told(id, entry), 200)
    })
    .call('POST /sample-packs/{id}/sheets', async (c) => {
      const { id } = c.req.valid('param')
      const { kind: kindId } = c.req.valid('json')
      const lot = await store.act(async (act) => {
        const row = await act.samplePacks.find(id)
        const { record: pack } = row
        const kind = pack.kinds.find((k) => k.id === kindId)
        const before = pack.of[kindId]?.paperId ?? null
        const known = before === null ? null : await act.papers.entry(before)
        if (!kind || pack.of[kindId]?.left === 0) throw new Refusal(422, noneLeft(pack, kindId))
        // Its paper is written down when the first sheet is taken out, and anew where that one was put aside.
        const paper = known && !known.archived ? known : (await act.papers.make([paperOfKind(id, pack, kind)]))[0]
        if (!paper) throw new Error('a paper that was made is not there')
        const out = sheetOut(id, pack, kind, paper.paper.id, await act.lots.ids())
        await act.samplePacks.change(row, out.pack)
        return act.lots.add(out.lot)
      })
      return c.json(told(lot.id, lot), 201)
    })
    .call('POST /papers/{id}/adopt', async (c) => {
      const { id } = c.req.valid('param')
      const { what } = c.req.valid('json')
      const adopted = await store.act(async (act) => {
        const { paper, version } = await act.papers.entry(id)
        if (paper.sampleOf === null)
          throw new Refusal(409, { code: 'no-sample', field: 'id', value: id, message: `${paper.name} is a paper of the studio already.` })
        const { id: _, ...edit } = { ...paper, sampleOf: null }
        const entry = await act.papers.save(id, version, edit)
        return {
          paper: entry,
          pairings: (await act.pairings.list()).filter((p) => p.paperId === id),
          order: await act.orders.add({ paperId: id, what }),
        }
      })
      return c.json(told(id, adopted), 200)
    })
    .call('GET /orders', async (c) => c.json(await store.orders.list(new Date(Date.now() - SHOWN)), 200))
    .call('POST /orders', async (c) => {
      const order = await store.act(async (act) => {
        const asked = c.req.valid('json')
        await act.papers.entry(asked.paperId)
        return act.orders.add(asked)
      })
      return c.json(told(order.paperId, order), 201)
    })
    .call('PATCH /orders/{id}', async (c) => {
      const order = await store.act((act) => act.orders.done(c.req.valid('param').id, c.req.valid('json').done))
      return c.json(told(order.paperId, order), 200)
    })
}
