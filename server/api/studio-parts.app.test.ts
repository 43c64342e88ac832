import { withChange } from '../../core/things/studio/list-change.ts'
import type { Studio, StudioParts } from '../../core/things/studio/studio.ts'
import type { Job, JobHeads } from '../../core/wire/api/dto.ts'
import { call } from '../testing/client.ts'

const parts = async (have: StudioParts['versions'] | null) => {
  const said = Object.entries(have ?? {}).map(([part, version]) => `${part}:${version}`)
  return (await call<StudioParts>('GET', `/studio/parts?have=${said.join(',')}`)).body as StudioParts
}
const whole = async () => (await call<Studio>('GET', '/studio')).body as Studio

test('after a lot has changed that lot alone is told, to whoever has the list of before; others get all of it', async () => {
  const first = await parts(null)
  expect(first.changed).toEqual({})
  expect(first.parts.lots?.length).toBeGreaterThan(5)
  const lot = first.parts.lots?.find((one) => one.form === 'sheet')
  await call('PATCH', `/lots/${lot?.id}`, { stock: (lot?.stock ?? 0) + 1 })
  const second = await parts(first.versions)
  expect(second.parts.lots).toBeUndefined()
  expect(second.changed.lots).toEqual({ put: [{ ...lot, stock: (lot?.stock ?? 0) + 1 }], gone: [] })
  expect(withChange(first.parts.lots ?? [], second.changed.lots ?? { put: [], gone: [] })).toEqual((await whole()).lots)

  // Two changes later, from either version, what is missing is there.
  await call('PATCH', `/lots/${lot?.id}`, { stock: lot?.stock })
  const now = (await whole()).lots
  for (const { versions, lots } of [
    { versions: first.versions, lots: first.parts.lots ?? [] },
    { versions: second.versions, lots: withChange(first.parts.lots ?? [], second.changed.lots ?? { put: [], gone: [] }) },
  ]) {
    const { changed } = await parts(versions)
    expect(changed.lots?.put.map(({ id }) => id)).toEqual([lot?.id])
    expect(withChange(lots, changed.lots ?? { put: [], gone: [] })).toEqual(now)
  }
  // Of a version nobody remembers all of it is told.
  const unknown = await parts({ ...first.versions, lots: 'long ago' })
  expect([unknown.parts.lots, unknown.changed.lots]).toEqual([now, undefined])
})

test('a lot that is used up is gone from the list, and one that is added stands at its end', async () => {
  const first = await parts(null)
  const paper = first.parts.papers?.[0]?.id
  const made = await call('POST', '/lots', { paperId: paper, form: 'sheet', width: 210_000, length: 297_000, stock: 9 })
  expect(made.status).toBe(201)
  const added = await parts(first.versions)
  expect(added.changed.lots?.put.map(({ id }) => id)).toEqual([made.body.id])
  await call('PATCH', `/lots/${made.body.id}/fate`, { finished: true })
  const gone = await parts(added.versions)
  expect(gone.changed.lots).toEqual({ put: [], gone: [made.body.id] })
})

test('of thousands of jobs the head of the one that has changed is told, to whoever has those of before', async () => {
  const heads = async (have = '') => (await call<JobHeads>('GET', `/jobs/heads?have=${have}`)).body as JobHeads
  const first = await heads()
  expect(first.changed).toBeNull()
  expect(first.heads?.map(({ id }) => id)).toEqual(first.heads?.map(({ id }) => id).sort((a, b) => a - b))
  const made = (await call<Job>('POST', '/jobs', { title: 'Changed' })).body
  const begun = await heads(first.at)
  // Runs of the demo go on meanwhile: a job or two of others may be told too.
  expect([begun.heads, begun.changed?.gone, begun.changed?.put.at(-1)?.id]).toEqual([null, [], made.id])
  expect(begun.changed?.put.length).toBeLessThan(5)
  await call('PATCH', `/jobs/${made.id}`, { version: made.version, archived: true })
  const aside = await heads(begun.at)
  expect([aside.heads, aside.changed?.gone]).toEqual([null, [made.id]])
  // From the first to the last it was not there; of a word nobody knows all is told.
  expect((await heads(first.at)).changed?.gone).toEqual([])
  expect((await heads('long-ago')).heads?.map(({ id }) => id)).toEqual(first.heads?.map(({ id }) => id))
})
