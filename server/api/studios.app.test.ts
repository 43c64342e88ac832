import { randomUUID } from 'node:crypto'
import type { Studio } from '../../core/things/studio/studio.ts'
import type { Run } from '../../core/wire/api/dto.ts'
import { OWN_HEADER } from '../../core/wire/api/own-header.ts'
import type { StudioEntry } from '../../core/wire/api/studios.ts'
import { seeded } from '../../simulator/machine/random.ts'
import { BASE, call } from '../testing/client.ts'
import { printRequest } from '../testing/jobs.ts'
import { type Document, type Operation, operationsOf, requestsOf } from '../testing/requests-of.ts'

const DEMO = 'lantern-wharf'
/** A name no other test run has used. */
const fresh = (words: string) => `${words} ${randomUUID().slice(0, 8)}`
const made: StudioEntry[] = []
const make = async (words: string): Promise<StudioEntry> => {
  const { status, body } = await call<StudioEntry>('POST', '/studios', { name: fresh(words) })
  expect(status).toBe(201)
  made.push(body)
  return body
}
const copyOf = async (studio: string, what: string): Promise<StudioEntry> => {
  const { status, body } = await call<StudioEntry>('POST', `/studios/${studio}/copies`, { name: fresh('Copy'), what })
  expect(status).toBe(201)
  made.push(body)
  return body
}
/** One call within a studio. */
const within = async (studio: string, method: string, path: string, body?: unknown) => {
  const answer = await fetch(`${BASE}/api/studios/${studio}${path}`, {
    method,
    headers: { ...OWN_HEADER, ...(body === undefined ? {} : { 'content-type': 'application/json' }) },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  })
  const text = await answer.text()
  return { status: answer.status, text, body: text.startsWith('{') || text.startsWith('[') ? JSON.parse(text) : null }
}
const stateOf = async (studio: string) => {
  const asked = ['/studio', '/jobs', '/runs', '/profiles', '/pictures/demo', '/setups?printer=heron', '/jobs/3/ticks', '/jobs/3/readings']
  return Object.fromEntries(await Promise.all(asked.map(async (path) => [path, (await within(studio, 'GET', path)).body])))
}
afterAll(async () => {
  for (const { studio, name } of made) await call('DELETE', `/studios/${studio}`, { name })
})

test('a new studio has nothing, has its own numbers, and a name twice gives two', async () => {
  const one = await make('Mill Loft')
  expect(one).toMatchObject({ printers: 0, papers: 0, jobs: 0, demo: false, making: null })
  expect(one.studio).toMatch(/^mill-loft-[0-9a-f]{8}$/)
  const twin = await call<StudioEntry>('POST', '/studios', { name: one.name })
  made.push(twin.body)
  expect(twin.body.studio).toBe(`${one.studio}-2`)
  const { body } = await within(one.studio, 'GET', '/studio')
  expect([body.printers, body.papers, body.lots, body.profiles, body.pairings]).toEqual([[], [], [], [], []])
  for (const number of [1, 2]) {
    const job = await within(one.studio, 'POST', '/jobs', { title: 'First light', pictureId: null })
    expect([job.status, job.body.id]).toEqual([201, number])
  }
  expect((await call<StudioEntry[]>('GET', '/studios')).body.find((s: StudioEntry) => s.studio === one.studio)?.jobs).toBe(2)
})

test('of several who want one name at one moment each gets a studio of its own', async () => {
  const name = fresh('Crowd')
  const all = await Promise.all(Array.from({ length: 6 }, () => call<StudioEntry>('POST', '/studios', { name })))
  for (const { body } of all) made.push(body)
  expect(all.map((a) => a.status)).toEqual([201, 201, 201, 201, 201, 201])
  expect(new Set(all.map((a) => a.body.studio)).size).toBe(6)
  const wanted = all[0]?.body.studio
  expect((await call('POST', '/studios', { name, studio: wanted })).body.code).toBe('taken')
})

test.each([
  [{ name: '' }, 400, 'name'],
  [{ name: 'a\u0000b' }, 400, 'name'],
  [{ name: '   ' }, 400, 'name'],
  [{ name: 'x'.repeat(121) }, 400, 'name'],
  [{ name: 'Quay', studio: 'Not Short' }, 400, 'studio'],
  [{ name: 'Quay', studio: 'jobs' }, 400, 'studio'],
  [{ name: 'Quay', studio: DEMO }, 409, 'studio'],
])('a studio cannot be made from %j', async (body, status, field) => {
  const answer = await call('POST', '/studios', body)
  expect([answer.status, answer.body.field]).toEqual([status, field])
})

test('renamed, a studio keeps its address; removed by its name alone, it is gone from every address', async () => {
  const { studio, name } = await make('Sail Shed')
  expect((await call('PATCH', `/studios/${studio}`, { name: 'Oar Shed' })).body).toMatchObject({ studio, name: 'Oar Shed' })
  for (const wrong of [name, 'oar shed', '']) {
    const refused = await call('DELETE', `/studios/${studio}`, { name: wrong })
    expect([refused.status, refused.body.code]).toEqual([422, 'not-its-name'])
  }
  expect((await within(studio, 'GET', '/studio')).status).toBe(200)
  expect((await call('DELETE', `/studios/${studio}`, { name: 'Oar Shed' })).status).toBe(200)
  for (const path of ['/studio', '/jobs', '/events', '/nothing'])
    expect([(await within(studio, 'GET', path)).status, path]).toEqual([404, path])
  expect((await call('DELETE', `/studios/${studio}`, { name: 'Oar Shed' })).status).toBe(404)
})

test('a copy of everything answers like the original; the others have what they say and nothing else', async () => {
  // The demo has runs that go on: a copy, in which nothing moves, stands for the studio.
  const { studio: origin } = await copyOf(DEMO, 'everything')
  expect((await within(origin, 'GET', '/runs')).body.runs.length).toBeGreaterThan(10)
  expect((await within(origin, 'GET', '/jobs')).body.some((j: { state: string }) => j.state === 'printing')).toBe(false)
  const whole = await copyOf(origin, 'everything')
  const [theirs, ours] = await Promise.all([stateOf(origin), stateOf(whole.studio)])
  expect(ours).toEqual(theirs)
  const shelf = await copyOf(origin, 'without-jobs')
  const [{ body: had }, { body: has }] = [await within(origin, 'GET', '/studio'), await within(shelf.studio, 'GET', '/studio')]
  expect({ ...has, experience: [] }).toEqual({ ...had, experience: [] })
  expect((await within(shelf.studio, 'GET', '/jobs')).body).toEqual([])
  expect((await within(shelf.studio, 'GET', '/runs')).body).toEqual({ runs: [], next: null })
  const bare = await copyOf(origin, 'printers-and-papers')
  const { body: only } = await within(bare.studio, 'GET', '/studio')
  expect(only).toMatchObject({
    printers: had.printers,
    papers: had.papers,
    rules: had.rules,
    lots: [],
    profiles: [],
    pairings: [],
    loaded: [],
  })
  // What is changed in one is not changed in the other.
  await within(whole.studio, 'PATCH', '/studio/rules', { unit: 'in' })
  await within(whole.studio, 'PATCH', '/lots/gloss-a4', { stock: 3 })
  expect((await within(origin, 'GET', '/studio')).body).toEqual(had)
})

/** Findings that stop a print nobody looks at. */
const STOPS = ['not-loaded', 'head-strike', 'late', 'ink-low']

test('a studio is not removed while one of its jobs is being printed; when it is over it is', async () => {
  const { studio, name } = await copyOf(DEMO, 'everything')
  const { body: job } = await within(studio, 'POST', '/jobs', {
    title: 'Under way',
    pictureId: null,
    brief: { paperId: 'harbour-lustre', items: [{ size: { by: 'border', border: 25_000 } }] },
  })
  const [picture] = (await within(studio, 'GET', '/pictures/demo')).body
  const { items } = job.brief
  const brief = { ...job.brief, items: [{ ...items[0], content: { as: 'picture', picture } }] }
  const edited = await within(studio, 'PATCH', `/jobs/${job.id}`, { version: job.version, brief })
  expect(edited.status).toBe(200)
  // The copy decides as the studio it was copied from.
  const run = await within(studio, 'POST', `/jobs/${job.id}/print`, await printRequest(edited.body, { how: 'own', despite: STOPS }))
  expect(run.status).toBe(201)
  const refused = await call('DELETE', `/studios/${studio}`, { name })
  expect([refused.status, refused.body.code]).toEqual([409, 'at-work'])
  // It goes on as if nobody had asked.
  expect((await within(studio, 'GET', `/runs/${run.body.id}`)).body.state).toBe('printing')
  expect((await within(studio, 'POST', `/runs/${run.body.id}/cancel`)).status).toBe(200)
  expect((await call('DELETE', `/studios/${studio}`, { name })).status).toBe(200)
  expect((await within(studio, 'GET', '/studio')).status).toBe(404)
})

/** What stands in addresses beside ids. */
const PARTS: Record<string, string> = { step: 'panel', check: '1', side: 'front' }

test('every call, asked of another studio with this one’s ids, finds nothing and changes nothing', async () => {
  const document = (await call<Document>('GET', '/openapi.json')).body as Document
  const own = (await call<Studio>('GET', '/studio')).body as Studio
  const pictures = (await call<{ id: string }[]>('GET', '/pictures/demo')).body
  // The same ids are there in a copy, where the very same request is understood.
  const twin = await copyOf(DEMO, 'everything')
  const empty = await make('Empty Loft')
  // And in a third that nobody asks anything, where nothing moves by itself.
  const bystander = await copyOf(DEMO, 'everything')
  // What still dries there would be dry by itself sooner or later.
  for (const { id, state } of (await within(bystander.studio, 'GET', '/runs')).body.runs as Run[])
    if (state === 'drying') await within(bystander.studio, 'POST', `/runs/${id}/dry`)
  const ids: Record<string, string> = {
    jobs: '3',
    runs: '2',
    lots: 'gloss-a4',
    pictures: pictures[0].id,
    printers: 'heron',
    profiles: own.profiles[0]?.id ?? '',
    pairings: own.pairings[0]?.id ?? '',
    setups: '1',
    'print-files': '0'.repeat(64),
  }
  const known = [...own.printers, ...own.papers, ...own.lots].map((x) => x.id)
  const { value } = requestsOf(seeded(7), document, known, 0)
  const heron = own.printers.find((p) => p.id === 'heron')
  // Too particular to come about by chance.
  const bodies: Record<string, unknown> = {
    'POST /printers': heron,
    'PUT /printers/heron': { version: 1, printer: heron },
    'POST /printers/heron/take': { version: 1, proposed: heron, take: [] },
  }
  const before = await stateOf(bystander.studio)
  const said: string[] = []
  const asked: Operation[] = operationsOf(document).filter(({ path }) => /^\/api\/studios\/\{studio\}\/(?!copies|things)/.test(path))
  expect(asked.length).toBeGreaterThan(60)
  // What adds something is asked last: the others then find nothing of it.
  const adds = ({ method, path }: Operation) => Number(method === 'post' && path.endsWith('/printers'))
  asked.sort((one, other) => adds(one) - adds(other))
  for (const { method, path, parameters, body } of asked) {
    const kind = path.split('/')[4] ?? ''
    const named = path.includes('{id}')
    const query = parameters
      .filter((p) => p.in === 'query')
      .map(
        (p) =>
          `${p.name}=${p.name === 'profile' || p.name === 'with' ? ids.profiles : p.name === 'printer' ? 'heron' : /^[xywh]$/.test(p.name) ? 0.1 : 300}`,
      )
    const at = `${path
      .replace('/api/studios/{studio}', '')
      .replace('{id}', ids[kind] ?? '')
      .replace(/\{(\w+)\}/g, (_, name: string) => PARTS[name] ?? '')}${query.length > 0 ? `?${query.join('&')}` : ''}`
    const what = `${method.toUpperCase()} ${at}`
    // A body the call takes: the first that the copy does not call malformed.
    let sent = bodies[what]
    if (body && !sent) {
      let taken = 400
      for (let tries = 0; tries < 200 && (taken === 400 || taken === 415); tries++) {
        sent = value(body)
        // Nobody's printer is steered from here, nor asked.
        taken = /\/(printers\/read|machine|from-printer|go|cancel)/.test(at)
          ? 200
          : (await within(twin.studio, method.toUpperCase(), at, sent)).status
      }
      if (taken === 400) said.push(`${what}: no body was found that is well formed`)
    }
    const answer = await within(empty.studio, method.toUpperCase(), at, sent)
    if (answer.status >= 500) said.push(`${what}: ${answer.status} ${answer.text.slice(0, 120)}`)
    if (named && answer.status !== 404 && answer.status !== 400 && answer.status !== 415)
      said.push(`${what}: ${answer.status} ${answer.text.slice(0, 160)}`)
    // A plate is worked out from what is sent along; everything else may only name what the empty studio has.
    if (answer.status < 300 && !at.startsWith('/plates') && !at.startsWith('/printers') && !at.startsWith('/jobs'))
      for (const { name } of [...own.printers, ...own.papers]) if (answer.text.includes(name)) said.push(`${what} names ${name}`)
  }
  expect(said).toEqual([])
  expect(await stateOf(bystander.studio)).toEqual(before)
})
