import { createHash } from 'node:crypto'
import { readdirSync, readFileSync } from 'node:fs'
import { createServer, type RequestListener, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { join } from 'node:path'
import type { Job, JobHeads } from '../../core/wire/api/dto.ts'
import { OWN_HEADER } from '../../core/wire/api/own-header.ts'
import { API, BASE, call, PORT, put, raw } from '../testing/client.ts'
import { gradient } from '../testing/pictures.ts'
import { zipOf } from '../testing/zip.ts'

const data = join(process.env.ARCH_TEST_VAR ?? '', 'data')
const sha = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex')
/** Every file the application keeps or works on. */
const filesThere = () =>
  ['files', 'incoming'].flatMap((part) => readdirSync(join(data, part), { recursive: true, encoding: 'utf8' })).filter((n) => n.length > 2)
    .length
const fileIsThere = async (hash: string) => (await fetch(`${BASE}/api/files/${hash}`)).status
const profile = new Uint8Array(readFileSync('demo/profiles/heron-harbour-lustre.icc'))

describe('a brief names a picture by its id, and by nothing else', () => {
  const jobWith = async (change: object) => {
    const picture = (await put('/pictures?name=a.png', await gradient(300, 200).png().toBuffer())).body as { id: string; hash: string }
    const made = (await call<Job>('POST', '/jobs', { pictureId: picture.id })).body
    const item = {
      ...made.brief.items[0],
      content: { as: 'picture', picture: { ...(made.brief.items[0] as { content: { picture: object } }).content.picture, ...change } },
    }
    const answer = await call('PATCH', `/jobs/${made.id}`, { version: made.version, brief: { ...made.brief, items: [item] } })
    return { picture, answer, job: (await call<Job>('GET', `/jobs/${made.id}`)).body }
  }
  test.each(['../../../../../../etc/passwd', '/etc/passwd', '..', 'A'.repeat(64), ''])(
    'the name “%s” for its file is refused',
    async (hash) => {
      const { answer } = await jobWith({ hash })
      expect(answer.status).toBe(400)
      expect(answer.body.field).toContain('hash')
    },
  )
  test('the hash of another file of the store is not believed: what stands in the job is what was taken in', async () => {
    const { picture, answer, job } = await jobWith({ hash: sha(profile), name: 'another', width: 99_999 })
    expect(answer.status).toBe(200)
    expect(job.brief.items[0]?.content).toMatchObject({ picture: { hash: picture.hash, name: 'a.png', width: 300 } })
  })
  test('a picture that the studio does not have is refused', async () => {
    const { answer } = await jobWith({ id: 'never-taken-in' })
    expect([answer.status, answer.body.code]).toEqual([422, 'unknown-picture'])
  })
  test.each(['..%2f..%2fetc%2fpasswd', '%2e%2e', `${'a'.repeat(63)}g`, 'a'.repeat(64)])(
    'and no address reaches a file by “%s”',
    async (name) => {
      expect((await fetch(`${BASE}/api/files/${name}`)).status).toBe(404)
      expect((await fetch(`${API}/pictures/${name}/window?x=0&y=0&w=1&h=1&across=10`)).status).toBe(404)
    },
  )
})

describe('what is refused takes nothing away and leaves nothing', () => {
  test('a profile sent as a picture is refused, and the profile’s file stays', async () => {
    expect((await put('/profiles?name=a.icc', profile)).status).toBe(200)
    expect(await fileIsThere(sha(profile))).toBe(200)
    const refused = await put('/pictures?name=a.jpg', profile)
    expect([refused.status, refused.body]).toMatchObject([422, { code: 'picture-format' }])
    expect(await fileIsThere(sha(profile))).toBe(200)
  })
  test('pictures and profiles that are none leave no file', async () => {
    const before = filesThere()
    for (const bytes of [Buffer.from('no picture'), Buffer.alloc(5000, 7), Buffer.alloc(0)]) {
      expect((await put('/pictures?name=a.png', bytes)).status).toBeGreaterThanOrEqual(400)
      expect((await put('/profiles?name=a.icc', bytes)).status).toBeGreaterThanOrEqual(400)
    }
    expect(filesThere()).toBe(before)
  })
  test('an archive of forty profiles that are none leaves no file, and says so of each', async () => {
    const before = filesThere()
    const bad = Object.fromEntries(
      Array.from({ length: 40 }, (_, i) => [`${i}.icc`, Buffer.concat([profile.subarray(0, 20), Buffer.alloc(60_000, i)])]),
    )
    const answer = await put('/profiles/archive', zipOf(bad))
    expect(answer.status).toBe(200)
    expect((answer.body as { outcome: string }[]).map((o) => o.outcome)).toEqual(Array(40).fill('refused'))
    expect(filesThere()).toBe(before)
  })
  test('an archive that lies about the size of a file is a 422', async () => {
    const before = filesThere()
    for (const lie of [1, profile.length - 1, profile.length + 1, 0]) {
      const zip = zipOf({ 'a.icc': profile })
      // Both the entry before the file and the one in the directory (PKZIP application note, 4.3.7 and 4.3.12).
      zip.writeUInt32LE(lie, 22)
      zip.writeUInt32LE(lie, zip.indexOf(Buffer.from([0x50, 0x4b, 1, 2])) + 24)
      const answer = await put('/profiles/archive', zip)
      expect([lie, answer.status]).toEqual([lie, 422])
      expect((answer.body as { message: string }).message).toMatch(/^This archive is damaged/)
    }
    expect(filesThere()).toBe(before)
  })
  test('a TIFF, a PNG and a JPEG that were cut are called damaged, wherever they were cut', async () => {
    const picture = gradient(400, 300)
    const whole = {
      tiff: await picture.clone().tiff().toBuffer(),
      png: await picture.clone().png().toBuffer(),
      jpeg: await picture.clone().jpeg().toBuffer(),
    }
    for (const [format, bytes] of Object.entries(whole))
      for (const share of [0.02, 0.3, 0.7, 0.99]) {
        const answer = await put(`/pictures?name=cut.${format}`, bytes.subarray(0, Math.max(16, Math.floor(bytes.length * share))))
        expect([format, share, answer.status, (answer.body as { code: string }).code]).toEqual([format, share, 422, 'picture-damaged'])
      }
  })
})

describe('no page of another site and no detour presses a button here', () => {
  test('what changes something and carries no JSON needs our own header', async () => {
    for (const [method, path] of [
      ['POST', '/api/studios/lantern-wharf/runs/1/dry'],
      ['POST', '/api/studios/lantern-wharf/printers/heron/cleaned'],
      ['DELETE', '/api/studios/lantern-wharf/setups/1'],
      ['PUT', '/api/studios/lantern-wharf/pictures?name=a.png'],
    ] as const)
      for (const headers of [
        {},
        { 'content-type': 'application/ipp' },
        { 'content-type': 'text/plain' },
        { 'x-arch-plate': '2' },
      ] as Record<string, string>[]) {
        const answer = await fetch(`${BASE}${path}`, { method, headers, ...(method === 'DELETE' ? {} : { body: 'x' }) })
        expect([method, path, answer.status]).toEqual([method, path, 403])
        expect(((await answer.json()) as { code: string }).code).toBe('own-header-missing')
      }
    expect((await fetch(`${API}/runs/999999/dry`, { method: 'POST', headers: OWN_HEADER })).status).toBe(404)
  })
  test('the application and its database are no printers, by whatever name or number', async () => {
    for (const port of [PORT, Number(process.env.ARCH_DB_PORT)])
      for (const host of [
        '127.0.0.1',
        'localhost',
        '[::1]',
        '127.0.0.9',
        '[::ffff:127.0.0.1]',
        '[::ffff:7f00:1]',
        '2130706433',
        '[64:ff9b::7f00:1]',
      ]) {
        const answer = await call('POST', '/printers/read', { address: `ipp://${host}:${port}/api/runs/1/dry`, id: null })
        expect([host, answer.status, answer.body.message]).toEqual([host, 422, 'At this address is Arch Plate itself, not a printer.'])
      }
  })
  test('a web server is not believed to be a printer, and its words are not repeated', async () => {
    const web = await listening((_, response) => response.writeHead(200, { 'content-type': 'text/html' }).end('<h1>secret</h1>'))
    const answer = await call('POST', '/printers/read', { address: `ipp://127.0.0.1:${portOf(web)}/`, id: null })
    expect([answer.status, answer.body.message]).toEqual([
      422,
      'What answers there does not speak IPP: it is not a printer, or not at this address.',
    ])
    web.close()
  })
  test('a printer that drips is away after twenty seconds', async () => {
    const drip = await listening((_, response) => {
      response.writeHead(200, { 'content-type': 'application/ipp' })
      const timer = setInterval(() => response.write('\u0001'), 500)
      response.on('close', () => clearInterval(timer))
    })
    const answer = await call('POST', '/printers/read', { address: `ipp://127.0.0.1:${portOf(drip)}/`, id: null })
    expect([answer.status, answer.body.message]).toEqual([502, 'The printer does not come to an end.'])
    drip.closeAllConnections()
    drip.close()
  }, 60_000)
})

describe('every answer says what a browser may do with it', () => {
  const asked: [string, string, RequestInit][] = [
    ['a page', '/', {}],
    ['a page of the application', '/jobs/13/sheet', {}],
    ['a call', '/api/studios/lantern-wharf/jobs', {}],
    ['nothing there', '/api/studios/lantern-wharf/nothing', {}],
    ['no such file', '/assets/none.js', {}],
    ['a refusal', '/api/studios/lantern-wharf/runs/1/dry', { method: 'POST' }],
    ['a bad body', '/api/studios/lantern-wharf/jobs', { method: 'POST', headers: { 'content-type': 'application/json' }, body: '{' }],
    [
      'too much',
      '/api/studios/lantern-wharf/jobs',
      { method: 'POST', headers: { 'content-type': 'application/json' }, body: `"${'x'.repeat(3_000_000)}"` },
    ],
  ]
  test.each(asked)('%s', async (_what, path, init) => {
    const { headers, body } = await fetch(`${BASE}${path}`, init)
    await body?.cancel()
    const policy = headers.get('content-security-policy') ?? ''
    expect(policy).toContain("default-src 'none'")
    expect(policy).toContain("frame-ancestors 'none'")
    expect(/script-src ([^;]*)/.exec(policy)?.[1]).toBe("'self' 'wasm-unsafe-eval'")
    expect([headers.get('x-content-type-options'), headers.get('referrer-policy'), headers.get('x-frame-options')]).toEqual([
      'nosniff',
      'no-referrer',
      'DENY',
    ])
  })
  test('the page itself carries no script of its own', async () => {
    const page = await (await fetch(`${BASE}/`)).text()
    expect(page).not.toMatch(/<script(?![^>]*\bsrc=)/)
    expect(page).not.toMatch(/\son\w+=/)
  })
  test('a host that is not this machine is refused with the same headers', async () => {
    expect((await raw('/api/studios/lantern-wharf/jobs', { host: 'elsewhere.test' })).status).toBe(403)
  })
})

test('a simulated printer is not for pages in a browser', async () => {
  const port = Number(process.env.ARCH_TEST_SIM)
  const status = (headers: Record<string, string>) => fetch(`http://127.0.0.1:${port}/hands/state`, { headers }).then((r) => r.status)
  expect(await status({})).toBe(200)
  expect(await status({ origin: `http://127.0.0.1:${PORT}` })).toBe(403)
  expect(await status({ origin: 'null' })).toBe(403)
})

describe('what comes twice counts once', () => {
  const key = () => `test-${crypto.randomUUID()}`
  const count = async () => (await call<JobHeads>('GET', '/jobs/heads')).body.heads?.length ?? 0
  test('the same job made again under its key is the same job, at once or later', async () => {
    const k = key()
    const make = () => call<Job>('POST', '/jobs', { title: 'Once' }, { 'idempotency-key': k })
    const before = await count()
    const all = await Promise.all([make(), make(), make(), make()])
    const later = await make()
    expect([...all, later].map((a) => a.status)).toEqual(Array(5).fill(201))
    expect(new Set([...all, later].map((a) => a.body.id)).size).toBe(1)
    expect(await count()).toBe(before + 1)
  })
  test('a change asked for again is answered as it was, though the record has moved on', async () => {
    const made = (await call<Job>('POST', '/jobs', { title: 'A' })).body
    const k = key()
    const rename = () => call<Job>('PATCH', `/jobs/${made.id}`, { version: made.version, title: 'B' }, { 'idempotency-key': k })
    const first = await rename()
    await call('PATCH', `/jobs/${made.id}`, { version: first.body.version, title: 'C' })
    const again = await rename()
    expect([again.status, again.body]).toEqual([200, first.body])
    expect((await call<Job>('GET', `/jobs/${made.id}`)).body.title).toBe('C')
  })
  test('a refusal is no act: corrected, it may be asked for under the same key only as the same request', async () => {
    const k = key()
    expect((await call('POST', '/jobs', { title: '' }, { 'idempotency-key': k })).status).toBe(400)
    expect((await call('POST', '/jobs', { title: 'Corrected' }, { 'idempotency-key': k })).status).toBe(201)
    const other = await call('POST', '/jobs', { title: 'Other' }, { 'idempotency-key': k })
    expect([other.status, other.body.code]).toEqual([422, 'key-used'])
  })
  test.each(['short', 'x'.repeat(81), 'with space', 'a/b/c/d/e'])('“%s” is no key', async (k) => {
    expect((await call('POST', '/jobs', { title: 'K' }, { 'idempotency-key': k })).status).toBe(400)
  })
})

const listening = (serve: RequestListener): Promise<Server> =>
  new Promise((done) => {
    const server = createServer(serve)
    server.listen(0, '127.0.0.1', () => done(server))
  })
const portOf = (server: Server) => (server.address() as AddressInfo).port
