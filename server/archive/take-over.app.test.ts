import type { Studio } from '../../core/things/studio/studio.ts'
import type { Thing } from '../../core/things/studio/take-over.ts'
import { OWN_HEADER } from '../../core/wire/api/own-header.ts'
import type { StudioEntry } from '../../core/wire/api/studios.ts'
import { BASE, call } from '../testing/client.ts'

const made: StudioEntry[] = []
afterAll(async () => {
  for (const { studio, name } of made) await call('DELETE', `/studios/${studio}`, { name })
})
/** A studio with nothing in it. */
async function empty(name: string): Promise<string> {
  const { body } = await call<StudioEntry>('POST', '/studios', { name: `${name} ${Date.now() % 100_000}` })
  made.push(body)
  return body.studio
}
/** What of the demo is taken along alone, opened as a studio. */
async function opened(only: string): Promise<string> {
  const archive = await fetch(`${BASE}/api/studios/lantern-wharf/archive?only=${only}`)
  expect(archive.status).toBe(200)
  const answer = await fetch(`${BASE}/api/studios/archive?name=${only}-${Date.now() % 100_000}`, {
    method: 'PUT',
    headers: OWN_HEADER,
    body: await archive.arrayBuffer(),
  })
  expect(answer.status).toBe(201)
  const entry = (await answer.json()) as StudioEntry
  made.push(entry)
  return entry.studio
}
const ask = async <T>(studio: string, path: string): Promise<T> => (await (await fetch(`${BASE}/api/studios/${studio}${path}`)).json()) as T
const things = async (into: string, from: string): Promise<Thing[]> => ask(into, `/things?from=${from}`)
const take = (into: string, from: string, wanted: readonly string[]) => call('POST', `/studios/${into}/things`, { from, things: wanted })
const keys = (list: readonly Thing[]) => list.map((t) => `${t.kind}:${t.id}`)

test.each([
  ['papers', ['paper']],
  ['lots', ['lot', 'paper']],
  ['printers', ['printer']],
] as const)('%s alone: exported, opened elsewhere, taken in, and the same as where they came from', async (only, kinds) => {
  const [from, into] = [await opened(only), await empty(`Part ${only}`)]
  const all = await things(into, from)
  expect([...new Set(all.map((t) => t.kind))].sort()).toEqual([...kinds])
  expect([...new Set(all.map((t) => t.standing))]).toEqual(['new'])
  const taken = await take(into, from, keys(all))
  expect([taken.status, taken.body]).toEqual([200, { added: all.length, changed: 0 }])
  expect([...new Set((await things(into, from)).map((t) => t.standing))]).toEqual(['same'])
  // And as the demo has them, answer for answer.
  const [mine, demo] = [await ask<Studio>(into, '/studio'), await ask<Studio>('lantern-wharf', '/studio')]
  const list = only === 'printers' ? 'printers' : only
  // A sample that is taken is a paper of one's own, and single sheets stay with their pack.
  const theirs = demo[list].flatMap((one) =>
    'mark' in one && one.mark !== '' ? [] : ['sampleOf' in one ? { ...one, sampleOf: null } : one],
  )
  expect(mine[list]).toEqual(theirs)
})

test('one thing at a time, with what it refers to; what differs is written over only when it is taken', async () => {
  const into = await empty('Piecemeal')
  const pairing = 'pairing:heron-harbour-lustre'
  expect((await take(into, 'lantern-wharf', [pairing])).body).toEqual({ added: 3, changed: 0 })
  const mine = await ask<Studio>(into, '/studio')
  expect([mine.printers.map((p) => p.id), mine.papers.map((p) => p.id), mine.lots]).toEqual([['heron'], ['harbour-lustre'], []])
  await fetch(`${BASE}/api/studios/${into}/pairings/heron-harbour-lustre`, {
    method: 'PATCH',
    headers: { ...OWN_HEADER, 'content-type': 'application/json' },
    body: JSON.stringify({ dryingMinutes: 77 }),
  })
  const found = (await things(into, 'lantern-wharf')).find((t) => t.kind === 'pairing' && t.id === 'heron-harbour-lustre')
  expect(found).toMatchObject({ standing: 'differs', there: 'heron-harbour-lustre', fields: expect.arrayContaining(['dryingMinutes']) })
  expect((await take(into, 'lantern-wharf', ['lot:lustre-a3'])).body).toEqual({ added: 1, changed: 0 })
  expect((await ask<Studio>(into, '/studio')).pairings[0]?.dryingMinutes).toBe(77)
  expect((await take(into, 'lantern-wharf', [pairing])).body).toEqual({ added: 0, changed: 1 })
  expect((await ask<Studio>(into, '/studio')).pairings[0]?.dryingMinutes).not.toBe(77)
})

test('a thing that is none is refused, and nothing of the rest is taken; so is a studio that is none', async () => {
  const into = await empty('Refused')
  const wrong = await take(into, 'lantern-wharf', ['paper:harbour-lustre', 'paper:none'])
  expect([wrong.status, wrong.body]).toMatchObject([422, { code: 'no-such-thing', value: 'paper:none' }])
  expect((await ask<Studio>(into, '/studio')).papers).toEqual([])
  expect((await take(into, 'nowhere', ['paper:harbour-lustre'])).status).toBe(404)
  expect((await call('GET', '/studios/nowhere/things?from=lantern-wharf')).status).toBe(404)
  expect((await fetch(`${BASE}/api/studios/lantern-wharf/archive?only=jobs`)).status).toBe(400)
})
