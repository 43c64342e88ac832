import type { PaperEntry } from '../../core/wire/api/papers.ts'
import type { App } from '../app-context.ts'
import { missing, Refusal } from '../problems.ts'
import { bearing, pageIn } from './page.ts'
import { asJson, router } from './shared.ts'

/** The papers of a shelf with what each is found by and as it is told, and how many of them there are of each kind. */
const shelfOf = (entries: readonly PaperEntry[]) => ({
  lines: entries.map((entry) => ({
    id: entry.paper.id,
    aside: entry.archived,
    sample: entry.paper.sampleOf !== null,
    words: `${entry.paper.name} ${entry.paper.code} ${entry.paper.surface}`.toLowerCase(),
    text: JSON.stringify(entry),
  })),
  counts: {
    own: entries.filter(({ archived, paper }) => !archived && paper.sampleOf === null).length,
    aside: entries.filter(({ archived }) => archived).length,
    samples: entries.filter(({ archived, paper }) => !archived && paper.sampleOf !== null).length,
  },
})

/** The records of papers: made, changed, put aside, brought back, and two made one. */
export function papersApi(app: App) {
  const { store, events } = app
  const told = <T>(id: string, entry: T): T => {
    events.tell({ what: 'studio', id })
    return entry
  }
  /** Refuses a picture of a texture that nobody has sent. */
  const pictured = ({ texture = null }: { texture?: string | null }) => {
    if (texture !== null && !app.files.has(texture)) throw missing('picture', texture)
  }
  return router()
    .call('GET /papers', async (c) => {
      const { q = '', aside, samples, ...page } = c.req.valid('query')
      const [{ lines, counts }, left] = await Promise.all([
        store.kept('papers in full', ['papers'], async () => shelfOf(await store.papers.entries())),
        store.kept('how many lots of each paper', ['lots'], store.lots.leftOf),
      ])
      const bears = bearing(q)
      const asked = lines.filter((one) => (aside !== undefined || !one.aside) && (samples !== undefined || !one.sample) && bears(one.words))
      const { rows, ...told } = pageIn(asked, page)
      const papers = rows.map(({ id, text }) => `${text.slice(0, -1)},"left":${left.get(id) ?? 0}}`)
      return asJson(`{"papers":[${papers.join(',')}],${JSON.stringify({ counts, ...told }).slice(1)}`)
    })
    .call('GET /papers/{id}/lots', async (c) => {
      const { paper } = await store.papers.entry(c.req.valid('param').id)
      const all = c.req.valid('query').finished !== undefined
      return c.json(await store.lots.entries({ paperId: paper.id, ...(all ? {} : { archived: false }) }), 200)
    })
    .call('GET /papers/{id}', async (c) => c.json(await store.papers.entry(c.req.valid('param').id), 200))
    .call('POST /papers', async (c) => {
      pictured(c.req.valid('json'))
      const [made] = await store.act((act) => act.papers.make([c.req.valid('json')]))
      if (!made) throw new Error('a paper that was made is not there')
      return c.json(told(made.paper.id, made), 201)
    })
    .call('POST /papers/list', async (c) => {
      const { papers } = c.req.valid('json')
      for (const { paper } of papers) pictured(paper)
      await store.act(async (act) => {
        for (const { paper, instead } of papers) if (instead) await act.papers.save(instead.id, instead.version, paper)
        await act.papers.make(papers.flatMap(({ paper, instead }) => (instead ? [] : [paper])))
      })
      const changed = papers.filter((p) => p.instead).length
      return c.json(told('papers', { added: papers.length - changed, changed }), 201)
    })
    .call('PUT /papers/{id}', async (c) => {
      const { id } = c.req.valid('param')
      const { version, paper } = c.req.valid('json')
      pictured(paper)
      return c.json(told(id, await store.act((act) => act.papers.save(id, version, paper))), 200)
    })
    .call('DELETE /papers/{id}', async (c) => {
      const { id } = c.req.valid('param')
      return c.json(told(id, await store.act((act) => act.papers.archive(id, true))), 200)
    })
    .call('POST /papers/{id}/restore', async (c) => {
      const { id } = c.req.valid('param')
      return c.json(told(id, await store.act((act) => act.papers.archive(id, false))), 200)
    })
    .call('POST /papers/{id}/merge', async (c) => {
      const { id } = c.req.valid('param')
      const { into } = c.req.valid('json')
      if (into === id)
        throw new Refusal(422, { code: 'the-same', field: 'into', value: into, message: 'A paper is one with itself already.' })
      const kept = await store.act(async (act) => {
        await act.papers.entry(id)
        const entry = await act.papers.entry(into)
        await act.lots.giveTo(id, into)
        await act.pairings.giveTo(id, into)
        await act.profiles.giveTo(id, into)
        await act.jobs.giveTo(id, into)
        await act.papers.archive(id, true)
        return entry
      })
      return c.json(told(into, kept), 200)
    })
}
