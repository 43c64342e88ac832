import { createHash } from 'node:crypto'
import { buffer } from 'node:stream/consumers'
import Ajv2020 from 'ajv/dist/2020.js'
import addFormats from 'ajv-formats'
import { fromBuffer, type ZipFile } from 'yauzl'
import { OWN_HEADER } from '../../core/wire/api/own-header.ts'
import type { StudioEntry } from '../../core/wire/api/studios.ts'
import { BASE, call, patient, until } from '../testing/client.ts'
import { zipOf } from '../testing/zip.ts'

/** What is in an archive, by name. */
async function unpack(bytes: Buffer): Promise<Map<string, Buffer>> {
  const zip = await new Promise<ZipFile>((done, failed) =>
    fromBuffer(bytes, { lazyEntries: true }, (error, file) => (error ? failed(error) : done(file))),
  )
  const found = new Map<string, Buffer>()
  return new Promise((done, failed) => {
    zip.on('entry', (entry) =>
      zip.openReadStream(entry, (error, stream) => {
        if (error) return failed(error)
        buffer(stream).then((content) => {
          found.set(entry.fileName, content)
          zip.readEntry()
        }, failed)
      }),
    )
    zip.on('end', () => done(found))
    zip.on('error', failed)
    zip.readEntry()
  })
}
const archiveOf = async (studio: string, pictures = false) => {
  // What is compared in between takes so long that a connection may have been closed meanwhile.
  const answer = await patient(() => fetch(`${BASE}/api/studios/${studio}/archive${pictures ? '?pictures=yes' : ''}`))
  expect(answer.status).toBe(200)
  return Buffer.from(await answer.arrayBuffer())
}
const open = async (bytes: Uint8Array, name = '') => {
  const answer = await fetch(`${BASE}/api/studios/archive${name ? `?name=${encodeURIComponent(name)}` : ''}`, {
    method: 'PUT',
    headers: OWN_HEADER,
    body: Buffer.from(bytes),
  })
  return { status: answer.status, body: (await answer.json()) as StudioEntry & { code: string; message: string; limit?: string } }
}
const studios = async () => (await call<StudioEntry[]>('GET', '/studios')).body as StudioEntry[]
const made: string[] = []
afterAll(async () => {
  for (const one of await studios()) if (made.includes(one.studio)) await call('DELETE', `/studios/${one.studio}`, { name: one.name })
})

/** Every answer of a studio that is asked for by what there is in it. */
async function answers(studio: string) {
  const get = async (path: string) => {
    const answer = await fetch(`${BASE}/api/studios/${studio}${path}`)
    const body = await answer.json()
    // The word for a list is another wherever it is told.
    if (path === '/jobs/heads') delete body.at
    return { status: answer.status, body }
  }
  const lists = Object.fromEntries(
    await Promise.all(
      ['/studio', '/papers', '/jobs', '/jobs/heads', '/runs', '/runs?q=heron%20ri', '/profiles', '/pictures/demo', '/at-work'].map(
        async (p) => [p, await get(p)],
      ),
    ),
  )
  const each = [
    ...lists['/jobs'].body.flatMap(({ id }: { id: number }) => ['', '/ticks', '/readings', '/runs'].map((part) => `/jobs/${id}${part}`)),
    ...lists['/runs'].body.runs.map(({ id }: { id: number }) => `/runs/${id}`),
    ...lists['/studio'].body.printers.flatMap(({ id }: { id: string }) => [
      `/printers/${id}`,
      `/printers/${id}/document`,
      `/setups?printer=${id}`,
    ]),
    ...lists['/profiles'].body.profiles.flatMap(({ id }: { id: string }) => [`/profiles/${id}/checks`, `/profiles/${id}/health`]),
    ...lists['/pictures/demo'].body.map(({ id }: { id: string }) => `/pictures/${id}`),
  ]
  const found: Record<string, unknown> = { ...lists }
  for (const path of each) found[path] = await get(path)
  return found
}

test('exported and opened again, every call answers the same', async () => {
  // A copy, in which nothing is under way, stands for the studio: the demo has runs that go on.
  const copy = (await call<StudioEntry>('POST', '/studios/lantern-wharf/copies', { name: 'Round trip', what: 'everything' }))
    .body as StudioEntry
  made.push(copy.studio)
  const bytes = await archiveOf(copy.studio, true)
  const opened = await open(bytes, 'Round trip, opened')
  expect(opened.status).toBe(201)
  made.push(opened.body.studio)
  expect(opened.body).toMatchObject({
    name: 'Round trip, opened',
    making: null,
    jobs: copy.jobs,
    papers: copy.papers,
    printers: copy.printers,
  })
  const [was, is] = [await answers(copy.studio), await answers(opened.body.studio)]
  expect(Object.keys(was).length).toBeGreaterThan(100)
  // One by one: a difference names its call.
  for (const path of Object.keys(was)) expect([path, JSON.stringify(is[path])]).toEqual([path, JSON.stringify(was[path])])
  // Numbers go on where they were.
  const next = async (studio: string) =>
    (
      await (
        await fetch(`${BASE}/api/studios/${studio}/jobs`, {
          method: 'POST',
          headers: { ...OWN_HEADER, 'content-type': 'application/json' },
          body: JSON.stringify({ title: 'Next', pictureId: null }),
        })
      ).json()
    ).id
  expect(await next(opened.body.studio)).toBe(await next(copy.studio))
})

test('every line is what the published schema says (an independent validator), every file is its content, lists are there', async () => {
  const entries = await unpack(await archiveOf('lantern-wharf', true))
  const schemas = JSON.parse(String(entries.get('schemas.json')))
  expect(await (await fetch(`${BASE}/api/schemas/studio.json`)).json()).toEqual(schemas)
  const ajv = new Ajv2020({ strict: false, allErrors: true })
  addFormats(ajv)
  const { rows, document, version, pictures } = JSON.parse(String(entries.get('studio.json')))
  expect([document, version, pictures]).toEqual(['arch-plate-studio', 1, true])
  for (const [table, count] of Object.entries(rows)) {
    const lines = String(entries.get(`tables/${table}.jsonl`))
      .split('\n')
      .filter(Boolean)
    expect([table, lines.length]).toEqual([table, count])
    const valid = ajv.compile(schemas[table])
    for (const line of lines)
      if (!valid(JSON.parse(line))) throw new Error(`${table}: ${ajv.errorsText(valid.errors)} in ${line.slice(0, 200)}`)
    // The schema can also say no.
    expect(valid({ createdAt: 'yesterday' })).toBe(false)
  }
  const hashes = [...entries.keys()].flatMap((name) => /^files\/(.*)$/.exec(name)?.[1] ?? [])
  expect(hashes.length).toBeGreaterThan(30)
  for (const hash of hashes)
    expect(
      createHash('sha256')
        .update(entries.get(`files/${hash}`) as Buffer)
        .digest('hex'),
    ).toBe(hash)
  expect(String(entries.get('lists/papers.csv')).split(/\r?\n/)[0]).toBe('\ufeffname,code,surface,g/m²,mm,two-sided,price,notes')
  expect(String(entries.get('lists/lots.csv'))).toMatch(/\ngloss-a4,Beacon Gloss 260,sheet,210,297,/)
  // Without pictures its profiles, readings and what papers look like are still with it, and nothing else.
  const bare = await unpack(await archiveOf('lantern-wharf'))
  const rowsIn = (table: string) =>
    String(bare.get(`tables/${table}.jsonl`))
      .split('\n')
      .filter(Boolean)
      .map((line) => JSON.parse(line))
  const kept = [
    ...rowsIn('profiles').map((row) => row.hash),
    ...rowsIn('profileChecks').map((row) => row.readings),
    ...rowsIn('papers').map((row) => row.record.texture),
  ].filter((hash) => hash !== null)
  expect([...bare.keys()].filter((name) => name.startsWith('files/')).sort()).toEqual(
    [...new Set(kept)].map((hash) => `files/${hash}`).sort(),
  )
})

const manifest = {
  document: 'arch-plate-studio',
  version: 1,
  name: 'Bad',
  studio: 'bad',
  exported: '2026-11-26T10:00:00.000Z',
  pictures: false,
  rows: {},
}
const json = (value: unknown) => Buffer.from(JSON.stringify(value))
const stamp = { createdAt: '2026-11-26T10:00:00.000Z', updatedAt: '2026-11-26T10:00:00.000Z' }
test.each<[string, () => Promise<Uint8Array> | Uint8Array, string]>([
  ['nothing at all', () => Buffer.from('no zip'), 'archive-unreadable'],
  [
    'one cut in the middle',
    async () => {
      const all = await archiveOf('lantern-wharf')
      return all.subarray(0, all.length / 2)
    },
    'archive-unreadable',
  ],
  ['another ZIP', () => zipOf({ 'readme.txt': Buffer.from('hello') }), 'not-a-studio'],
  ['one of another document', () => zipOf({ 'studio.json': json({ ...manifest, document: 'other' }) }), 'not-a-studio'],
  ['one of a newer version', () => zipOf({ 'studio.json': json({ ...manifest, version: 2 }) }), 'archive-newer'],
  ['one whose manifest is no JSON', () => zipOf({ 'studio.json': Buffer.from('{') }), 'archive-unreadable'],
  [
    'one with fewer rows than it says',
    () => zipOf({ 'studio.json': json({ ...manifest, rows: { papers: 2 } }), 'tables/papers.jsonl': Buffer.from('') }),
    'archive-unreadable',
  ],
  ['one that lacks a table', () => zipOf({ 'studio.json': json({ ...manifest, rows: { papers: 2 } }) }), 'archive-unreadable'],
  [
    'one with a line that is no JSON',
    () => zipOf({ 'studio.json': json({ ...manifest, rows: { papers: 1 } }), 'tables/papers.jsonl': Buffer.from('{"id":\n') }),
    'row-unreadable',
  ],
  [
    'one with a paper that is none',
    () =>
      zipOf({
        'studio.json': json({ ...manifest, rows: { papers: 1 } }),
        'tables/papers.jsonl': json({ id: 'x', position: 0, record: { id: 'x', weight: -4 }, archived: false, version: 1, ...stamp }),
      }),
    'row-unreadable',
  ],
  [
    'one whose file is not its content',
    () => zipOf({ 'studio.json': json(manifest), [`files/${'a'.repeat(64)}`]: Buffer.from('other') }),
    'archive-unreadable',
  ],
])('%s is refused and leaves nothing', async (_, bytes, code) => {
  const before = (await studios()).map((s) => s.studio)
  const { status, body } = await open(await bytes())
  expect([status, body.code]).toEqual([422, code])
  expect(body.message).toMatch(/\.$/)
  expect((await studios()).map((s) => s.studio)).toEqual(before)
})
test('a row longer than any row is refused, not read', async () => {
  const { status, body } = await open(
    zipOf({ 'studio.json': json({ ...manifest, rows: { papers: 1 } }), 'tables/papers.jsonl': Buffer.alloc(34 << 20, 'x') }),
  )
  expect([status, body.code]).toEqual([422, 'row-long'])
})
test('a taker who goes away in the middle leaves the way free for others', async () => {
  for (let i = 0; i < 3; i++) {
    const away = new AbortController()
    const answer = await fetch(`${BASE}/api/studios/lantern-wharf/archive?pictures=yes`, { signal: away.signal })
    expect(answer.status).toBe(200)
    await answer.body?.getReader().read()
    away.abort()
  }
  const whole = await until(
    async () => (await fetch(`${BASE}/api/studios/lantern-wharf/archive`)).status,
    (status) => status === 200,
  )
  expect(whole).toBe(200)
})
test('what was under way where it came from is printed by nobody else; opened twice at one moment it is two studios', async () => {
  const bytes = await archiveOf('lantern-wharf')
  const moving = ['queued', 'rendering', 'sending', 'waiting', 'printing']
  const runs = async (studio: string) =>
    ((await (await fetch(`${BASE}/api/studios/${studio}/runs`)).json()) as { runs: { state: string; printerId: string }[] }).runs
  const [one, other] = await Promise.all([open(bytes, 'Twin'), open(bytes, 'Twin')])
  expect([one.status, other.status]).toEqual([201, 201])
  made.push(one.body.studio, other.body.studio)
  expect(one.body.studio).not.toBe(other.body.studio)
  expect((await runs(one.body.studio)).length).toBeGreaterThan(5)
  expect((await runs(one.body.studio)).filter((r) => moving.includes(r.state))).toEqual([])
})
test('names that lead out of it are passed over', async () => {
  const bytes = zipOf({
    'studio.json': json({ ...manifest, name: 'Way out' }),
    'files/not-a-hash': Buffer.from('x'),
    'tables/users.jsonl': Buffer.from('{}'),
  })
  const { status, body } = await open(bytes)
  expect([status, body.name]).toEqual([201, 'Way out'])
  made.push(body.studio)
})
test('before a studio is removed it is exported, and what was exported opens again', async () => {
  const { body: mill } = await call<StudioEntry>('POST', '/studios', { name: 'Short-lived mill' })
  await call('POST', '/studios/lantern-wharf/copies', { name: 'x', what: 'printers-and-papers' }).then(({ body }) => made.push(body.studio))
  const gone = await call<{ export: string }>('DELETE', `/studios/${mill.studio}`, { name: 'Short-lived mill' })
  expect(gone.status).toBe(200)
  const kept = await fetch(`${BASE}/api/exports/${gone.body.export}`)
  expect(kept.status).toBe(200)
  const again = await open(new Uint8Array(await kept.arrayBuffer()))
  expect(again.body).toMatchObject({ studio: mill.studio, name: 'Short-lived mill' })
  made.push(again.body.studio)
  for (const name of ['..%2f..%2fetc%2fpasswd', 'x.zip', '.hidden.zip'])
    expect((await fetch(`${BASE}/api/exports/${name}`)).status).toBe(404)
})
