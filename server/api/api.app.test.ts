import { readFileSync } from 'node:fs'
import sharp from 'sharp'
import { PlateSchema } from '../../core/plate/resolve/plate.ts'
import { resolve } from '../../core/plate/resolve/resolve.ts'
import { SENTENCE } from '../../core/testing/sentence.ts'
import { EMPTY_BRIEF, withItem } from '../../core/things/brief/brief.ts'
import { EMPTY_ITEM } from '../../core/things/brief/item.ts'
import { CALLS } from '../../core/wire/api/calls/calls.ts'
import { embedInJpeg } from '../../demo/pictures/wide-gamut.ts'
import { demoStudio } from '../../demo/studio.ts'
import { API, BASE, call, PORT, put, raw, until } from '../testing/client.ts'
import { claimingPng, gradient } from '../testing/pictures.ts'

describe('pictures', () => {
  test('a JPEG is streamed in, read to its end and described', async () => {
    const { status, body } = await put('/pictures?name=a.jpg', await gradient(640, 480).withMetadata({ density: 240 }).jpeg().toBuffer())
    expect(status).toBe(200)
    expect(body).toMatchObject({ name: 'a.jpg', width: 640, height: 480, ppi: 240, bits: 8, channels: 'rgb', warning: null })
    expect(body.profile).toContain('sRGB')
    const preview = await fetch(`${BASE}/api/files/${body.preview}`)
    expect(preview.status).toBe(200)
    expect(Number(preview.headers.get('content-length'))).toBeGreaterThan(500)
  })

  test('a 16-bit TIFF keeps its depth, a grey picture its one channel, an unprofiled one says so', async () => {
    const tiff = await put(
      '/pictures?name=b.tif',
      await sharp(
        new Uint16Array(300 * 200 * 3).map((_, i) => (i * 37) % 65_536),
        { raw: { width: 300, height: 200, channels: 3 } },
      )
        .toColourspace('rgb16')
        .tiff({ compression: 'deflate' })
        .toBuffer(),
    )
    expect(tiff.body).toMatchObject({ bits: 16, channels: 'rgb', profile: null })
    expect(
      (await put('/pictures?name=g.png', await gradient(30, 20).greyscale().toColourspace('b-w').png().toBuffer())).body.channels,
    ).toBe('grey')
  })

  test.each([
    ['text', Buffer.from('this is no picture, however long it goes on '.repeat(50)), 'picture-format'],
    ['nothing', Buffer.alloc(0), undefined],
    ['a decompression bomb', claimingPng(60_000, 60_000), 'picture-too-many-pixels'],
    ['an SVG', Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="10" height="10"/>'), 'picture-format'],
  ])('%s is refused with a sentence', async (_name, bytes, code) => {
    const { status, body } = await put('/pictures?name=x.jpg', bytes)
    expect(status).toBeGreaterThanOrEqual(400)
    expect(status).toBeLessThan(500)
    if (code) expect(body.code).toBe(code)
    expect(body.message).toMatch(SENTENCE)
  })

  test('a picture that is cut short is refused', async () => {
    const whole = await gradient(900, 700).png().toBuffer()
    expect((await put('/pictures?name=cut.png', whole.subarray(0, whole.length / 2))).body.code).toBe('picture-damaged')
    const jpeg = await gradient(900, 700).jpeg().toBuffer()
    expect((await put('/pictures?name=cut.jpg', jpeg.subarray(0, jpeg.length / 2))).status).toBe(422)
  })

  test('two gigabytes are refused before they are sent', async () => {
    const answer = await raw('/api/studios/lantern-wharf/pictures?name=big.tif', { 'content-length': String(2 * 2 ** 30) }, 'PUT')
    expect(answer.status).toBe(413)
    expect(JSON.parse(answer.text)).toMatchObject({ code: 'file-too-large', limit: '1073741824 bytes' })
  })

  test('a damaged embedded profile is left aside and said', async () => {
    const profile = readFileSync('demo/profiles/tern-quay-matte.icc').subarray(0, 3000)
    const { status, body } = await put('/pictures?name=p.jpg', embedInJpeg(await gradient(200, 100).jpeg().toBuffer(), profile))
    expect(status).toBe(200)
    expect(body.profile).toBeNull()
    expect(body.warning).toContain('damaged')
  })
})

describe('jobs', () => {
  const begin = async () => (await call('POST', '/jobs', { title: 'Test' })).body

  test('a job is begun, changed and found again', async () => {
    const job = await begin()
    const changed = await call('PATCH', `/jobs/${job.id}`, {
      version: job.version,
      brief: withItem({ ...job.brief, notes: 'Grüße 🙂' }, { copies: 7 }),
      pins: { intent: 'perceptual' },
    })
    expect(changed.body).toMatchObject({
      version: job.version + 1,
      brief: { items: [{ copies: 7 }], notes: 'Grüße 🙂' },
      pins: { intent: 'perceptual' },
    })
    expect((await call('GET', `/jobs/${job.id}`)).body).toEqual(changed.body)
  })

  test('the slower of two people is told, with the newer version, and overwrites nothing', async () => {
    const job = await begin()
    const edits = await Promise.all(
      [1, 2, 3, 4].map((copies) => call('PATCH', `/jobs/${job.id}`, { version: job.version, brief: withItem(job.brief, { copies }) })),
    )
    expect(edits.filter((e) => e.status === 200)).toHaveLength(1)
    const lost = edits.find((e) => e.status === 409)
    const winner = edits.find((e) => e.status === 200)
    expect(lost?.body.code).toBe('changed-meanwhile')
    expect(lost?.body.current.brief.items[0].copies).toBe(winner?.body.brief.items[0].copies)
  })

  test.each([
    ['/jobs/999999999', 404],
    ['/jobs/0', 400],
    ['/jobs/abc', 400],
    ['/jobs/1e99', 400],
    ['/runs/999999999', 404],
    ['/nothing', 404],
  ])('%s answers %i with a sentence', async (path, status) => {
    const answer = await call('GET', path)
    expect(answer.status).toBe(status)
    expect(answer.body.message).toMatch(SENTENCE)
  })

  test.each([
    [{ items: [{ ...EMPTY_ITEM, copies: 0 }] }, 'brief.items.0.copies'],
    [{ items: [{ ...EMPTY_ITEM, copies: 1e9 }] }, 'brief.items.0.copies'],
    [{ sheet: { width: -5, length: 10, name: null } }, 'brief.sheet.width'],
    [{ items: [{ ...EMPTY_ITEM, size: { by: 'picture', width: 1e12, height: null } }] }, 'brief.items.0.size.width'],
    [{ items: [{ ...EMPTY_ITEM, size: { by: 'magic' } }] }, 'brief.items.0.size.by'],
    [{ items: [] }, 'brief.items'],
    [{ items: [EMPTY_ITEM, EMPTY_ITEM] }, 'brief.items'],
    [{ copies: 3 }, 'brief.copies'],
    [{ dueAt: 'soon' }, 'brief.dueAt'],
  ])('a brief with %j names the field', async (wrong, field) => {
    const job = await begin()
    const answer = await call('PATCH', `/jobs/${job.id}`, { version: job.version, brief: { ...job.brief, ...wrong } })
    expect(answer.status).toBe(400)
    expect(answer.body.field).toBe(field)
    expect((await call('GET', `/jobs/${job.id}`)).body.brief).toEqual(job.brief)
  })

  test('ticks are kept, can be taken back, and belong to a job that exists', async () => {
    const job = await begin()
    await call('PUT', `/jobs/${job.id}/ticks/panel`)
    await call('PUT', `/jobs/${job.id}/ticks/panel`)
    expect((await call('GET', `/jobs/${job.id}/ticks`)).body.map((t: { stepId: string }) => t.stepId)).toEqual(['panel'])
    expect((await call('DELETE', `/jobs/${job.id}/ticks/panel`)).body).toEqual([])
    expect((await call('PUT', '/jobs/999999/ticks/panel')).status).toBe(404)
  })

  test('a job without a picture, or another plate than the operator saw, is not printed', async () => {
    const job = await begin()
    const ask = (decisions: object) =>
      call('POST', `/jobs/${job.id}/print`, { version: job.version, decisions, despite: ['picture-missing'] })
    expect((await ask({})).body.code).toBe('plate-changed')
    const studio = (await call('GET', '/studio')).body
    const seen = Object.fromEntries(resolve(job.brief, studio).decisions.map((d) => [d.key, d.value]))
    expect(await ask(seen)).toMatchObject({ status: 422, body: { code: 'plate-stopped', field: 'picture-missing' } })
  })

  test('the load sheet is a PDF of one page', async () => {
    const answer = await fetch(`${API}/jobs/10/load-sheet.pdf`)
    const bytes = Buffer.from(await answer.arrayBuffer())
    expect(answer.headers.get('content-type')).toBe('application/pdf')
    expect(bytes.subarray(0, 5).toString()).toBe('%PDF-')
    expect(bytes.length).toBeGreaterThan(10_000)
  })
})

describe('plates', () => {
  test('another program can ask for a plate, against the stored studio or its own', async () => {
    const brief = { paperId: 'saltmarsh-cotton', items: [{ size: { by: 'border', border: 30_000 } }] }
    const stored = await call('POST', '/plates/resolve', { brief })
    expect(stored.status).toBe(200)
    expect(PlateSchema.parse(stored.body).setup?.path.id).toBe('gannet-art')
    const own = demoStudio()
    own.printers = own.printers.filter((p) => p.id === 'heron')
    expect((await call('POST', '/plates/resolve', { brief, studio: own })).body.setup.printer.id).toBe('heron')
  })

  test('contradictory path data are refused with the field', async () => {
    const studio = demoStudio()
    Object.assign(studio.printers[0]?.paths[0] ?? {}, { width: { min: 500, max: 100 } })
    const answer = await call('POST', '/plates/resolve', { brief: EMPTY_BRIEF, studio })
    expect(answer.status).toBe(400)
    expect(answer.body.field).toBe('studio.printers.0.paths.0.width')
  })

  test('the API documents itself, with an example of this call', async () => {
    const { body } = await call('GET', '/openapi.json')
    expect(Object.keys(body.paths)).toEqual(
      expect.arrayContaining(['/api/studios', '/api/studios/{studio}/plates/resolve', '/api/studios/{studio}/runs/{id}/inspection']),
    )
    const stated = Object.keys(CALLS).map((key) => {
      const [method = '', path = ''] = key.split(' ')
      return [method.toLowerCase(), path.startsWith('/studios') ? `/api${path}` : `/api/studios/{studio}${path}`]
    })
    const published = Object.entries<object>(body.paths).flatMap(([path, methods]) => Object.keys(methods).map((method) => [method, path]))
    expect(published.sort()).toEqual(stated.sort())
    expect(JSON.stringify(body.components.schemas.ResolveRequest.example)).toContain('harbour-lustre')
  })

  test('a body that is not JSON, or absurdly large, is refused', async () => {
    const send = (text: string) =>
      fetch(`${API}/plates/resolve`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: text })
    expect((await send('{"brief":')).status).toBe(400)
    const large = await raw(
      '/api/studios/lantern-wharf/plates/resolve',
      { 'content-type': 'application/json', 'content-length': String(3 << 20) },
      'POST',
    )
    expect(large.status).toBe(413)
  })
})

describe('the network side', () => {
  test('another host name or another site’s request is turned away', async () => {
    expect((await raw('/api/studios/lantern-wharf/jobs', { host: 'evil.example' })).status).toBe(403)
    expect((await call('POST', '/jobs', {}, { origin: 'http://evil.example' })).status).toBe(403)
    expect((await call('POST', '/jobs', {}, { origin: 'null' })).status).toBe(403)
    expect((await call('POST', '/jobs', {}, { origin: `http://127.0.0.1:${PORT}` })).status).toBe(201)
  })

  test('no path leads out of the web directory', async () => {
    expect((await raw('/../../package.json', {})).text).not.toContain('"dependencies"')
    expect((await raw('/%2e%2e/%2e%2e/package.json', {})).text).not.toContain('"dependencies"')
    expect((await call('GET', '/files/..%2f..%2fpackage.json')).status).toBe(404)
    expect((await raw('/%zz', {})).status).toBeLessThan(500)
  })
})

test('the built application: pages are asked for anew, what is named by its content is kept for good, nothing else is handed out', async () => {
  const page = await fetch(`${BASE}/jobs/3`)
  expect([page.status, page.headers.get('content-type'), page.headers.get('cache-control')]).toEqual([
    200,
    'text/html; charset=utf-8',
    'no-cache',
  ])
  const script = /src="(\/assets\/[^"]+\.js)"/.exec(await page.text())?.[1]
  const asset = await fetch(`${BASE}${script}`)
  expect([asset.status, asset.headers.get('content-type')]).toEqual([200, 'text/javascript; charset=utf-8'])
  expect(asset.headers.get('cache-control')).toContain('immutable')
  for (const path of ['/assets/nothing.js', '/..%2fpackage.json'])
    expect([path, (await raw(path, { host: `127.0.0.1:${PORT}` })).status]).toEqual([path, 404])
})
test('the database killed under a request is away for a moment, and nothing entered is lost', async () => {
  const job = (await call('POST', '/jobs', { title: 'Survivor' })).body
  const pid = Number(readFileSync(`${process.env.ARCH_TEST_VAR ?? 'var/test'}/mariadb/mariadb.pid`, 'utf8'))
  process.kill(pid, 'SIGKILL')
  const during = await call('GET', `/jobs/${job.id}`)
  if (during.status !== 200) expect([during.status, during.body.code]).toEqual([503, 'database-away'])
  const after = await until(
    () => call('GET', `/jobs/${job.id}`),
    (a) => a.status === 200,
  )
  expect(after.body.title).toBe('Survivor')
}, 240_000)

describe('a picture on paper, from its count', () => {
  test('every intent is measured with the recommendation, the same every time, and unknown names are refused', async () => {
    const picture = (await put('/pictures?name=ramp.png', await gradient(600, 400).png().toBuffer())).body
    const profile = 'heron-harbour-lustre'
    const first = await call('GET', `/pictures/${picture.id}/measures?profile=${profile}`)
    expect(first.status).toBe(200)
    expect(first.body.measures.renderings).toHaveLength(6)
    expect(first.body.recommendation.says.length).toBeGreaterThan(30)
    expect((await call('GET', `/pictures/${picture.id}/measures?profile=${profile}`)).body).toEqual(first.body)
    // The count is kept with the picture.
    expect((await call('GET', `/pictures/${picture.id}`)).body.colours).toMatch(/^[0-9a-f]{64}$/)
    expect((await call('GET', `/pictures/${picture.id}/measures?profile=none-such`)).status).toBe(404)
    expect((await call('GET', '/pictures/none-such/measures?profile=x')).status).toBe(404)
  })

  test('every paper with a profile is compared; gloss misses less than plain', async () => {
    const picture = (await put('/pictures?name=ramp2.png', await gradient(500, 300).png().toBuffer())).body
    const { status, body } = await call('GET', `/pictures/${picture.id}/papers`)
    expect(status).toBe(200)
    expect(body.length).toBeGreaterThan(10)
    const of = (paper: string) => body.find((c: { paperId: string }) => c.paperId === paper).error
    expect(of('lamproom-baryta')).toBeLessThan(of('logbook-plain'))
  })

  test('grey, one-pixel and CMYK-free odd pictures are counted too', async () => {
    for (const image of [gradient(40, 30).greyscale().toColourspace('b-w'), gradient(1, 1), gradient(3, 900)]) {
      const picture = (await put('/pictures?name=odd.png', await image.png().toBuffer())).body
      const answer = await call('GET', `/pictures/${picture.id}/measures?profile=heron-harbour-lustre`)
      expect([answer.status, answer.body.measures.renderings.length]).toEqual([200, 6])
    }
  })
})

test.each([
  ['a crop outside the picture', { items: [{ cropAt: { x: 2, y: 0.5 } }] }, 'brief.items.0.cropAt.x'],
  ['a sheet of nothing', { sheet: { width: 0, length: 1000, name: null } }, 'brief.sheet.width'],
  ['a sheet a kilometre long', { sheet: { width: 1000, length: 1e9, name: null } }, 'brief.sheet.length'],
  ['a sheet with neither side', { sheet: { width: null, length: null, name: null } }, 'brief.sheet'],
  ['bars a metre deep', { make: { as: 'wrapped-canvas', depth: 1e6, wrap: 'mirror', colour: '#ffffff', tuck: 0 } }, 'brief.make.depth'],
  ['a colour that is none', { make: { as: 'wrapped-canvas', depth: 1000, wrap: 'colour', colour: 'red;', tuck: 0 } }, 'brief.make.colour'],
  ['a thousand kept edges', { items: [{ keep: Array(1000).fill('head') }] }, 'brief.items.0.keep'],
  ['a brief of the time before there were items', { copies: 2, size: { by: 'border', border: 20_000 } }, 'brief.copies'],
])('%s is refused at its field', async (_name, brief, field) => {
  const { status, body } = await call('POST', '/plates/resolve', { brief })
  expect([status, body.field]).toEqual([400, field])
})
