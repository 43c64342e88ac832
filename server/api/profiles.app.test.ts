import { readFileSync } from 'node:fs'
import { API, BASE, call, put } from '../testing/client.ts'
import { zipOf } from '../testing/zip.ts'

/** The same profile as another file: its header's date is altered. */
const dated = (file: Buffer, day: number) => Object.assign(Buffer.from(file), { 29: day })

describe('profiles', () => {
  const profile = readFileSync('demo/profiles/gannet-quay-matte.icc')

  test('a printer profile is taken, recognised again, and bound', async () => {
    const bytes = Buffer.from(profile)
    bytes[29] = 3
    const first = await put('/profiles', bytes)
    expect(first.status).toBe(200)
    expect((await put('/profiles', bytes)).body.id).toBe(first.body.id)
    const boundTo = { printerId: 'gannet', paperId: 'quay-matte', mediaTypeId: 'photographic-matte', dpi: 720 }
    expect((await call('PUT', `/profiles/${first.body.id}/binding`, { boundTo })).body.boundTo).toEqual(boundTo)
    await call('PUT', `/profiles/${first.body.id}/binding`, { boundTo: null })
  })

  test.each([
    ['a text', Buffer.from('hello'.repeat(100)), 'profile-no-signature'],
    ['half a profile', profile.subarray(0, 20_000), 'profile-truncated'],
    ['an absurd tag count', Object.assign(Buffer.from(profile), { 128: 255 }), 'profile-tag-count'],
    ['a display profile', Object.assign(Buffer.from(profile), { 12: 0x6d, 13: 0x6e, 14: 0x74, 15: 0x72 }), 'profile-not-printer'],
  ])('%s is refused and named', async (_name, bytes, code) => {
    const { status, body } = await put('/profiles', bytes)
    expect([status, body.code]).toEqual([422, code])
  })
})

test('what a profile is, is read from it and kept', async () => {
  const { body } = await call('GET', '/profiles?most=200')
  const entry = body.profiles.find((e: { id: string }) => e.id === 'gannet-lamproom-baryta')
  expect(entry.facts).toMatchObject({ deviceClass: 'prtr', space: 'RGB', connection: 'Lab', version: '2.2', patches: 0 })
  expect(entry.facts.white[0]).toBeGreaterThan(90)
  expect(entry.facts.black[0]).toBeLessThan(10)
  expect(entry.facts.tables).toContainEqual({ tag: 'A2B1', kind: 'lut16', grid: [17, 17, 17], sameAs: 'A2B0' })
  // What it may be for is guessed for one that nobody has said it of.
  expect(entry.suggestion).toBeNull()
  const bind = (boundTo: unknown) => call('PUT', '/profiles/gannet-lamproom-baryta/binding', { boundTo })
  expect((await bind(null)).body.suggestion).toMatchObject({ printerId: 'gannet', paperId: 'lamproom-baryta', dpi: 1440 })
  expect((await bind(entry.boundTo)).body).toMatchObject({ boundTo: entry.boundTo, suggestion: null })
})

test('a ZIP is gone through: printer profiles are taken, known ones recognised, others named, anything else passed over', async () => {
  const file = readFileSync('demo/profiles/heron-pilot-rag.icc')
  const display = Object.assign(Buffer.from(file), { 12: 0x6d, 13: 0x6e, 14: 0x74, 15: 0x72 })
  const fresh = dated(file, 7)
  const { status, body } = await put(
    '/profiles/archive',
    zipOf({
      'rag/new.icc': fresh,
      'again.ICM': fresh,
      'screen.icc': display,
      'cut.icc': file.subarray(0, 9000),
      'read me.txt': Buffer.from('hello'),
      '._new.icc': fresh,
    }),
  )
  expect(status).toBe(200)
  expect(body.map((o: { name: string; outcome: string }) => `${o.name} ${o.outcome}`)).toEqual([
    'new.icc added',
    'again.ICM known',
    'screen.icc refused',
    'cut.icc refused',
  ])
  expect(body[2].says).toContain('a display, not a printer')
  expect((await put('/profiles/archive', Buffer.from('PK no zip at all'.repeat(9)))).body.code).toBe('archive-unreadable')
  const broken = zipOf({ 'new.icc': fresh })
  expect((await put('/profiles/archive', broken.subarray(0, broken.length - 40))).body.code).toBe('archive-unreadable')
})

test('a binding says more than four things, and refuses what is not in the studio', async () => {
  const { body: entry } = await put('/profiles', dated(readFileSync('demo/profiles/heron-pilot-rag.icc'), 9))
  const boundTo = {
    printerId: 'gannet',
    paperId: 'quay-matte',
    mediaTypeId: 'photographic-matte',
    dpi: 720,
    bidirectional: false,
    black: 'matte',
    made: '2026-03-04',
    instrument: 'bench spectrophotometer',
    patches: 1600,
    borrowedFrom: 'Heron 17',
  }
  expect((await call('PUT', `/profiles/${entry.id}/binding`, { boundTo })).body.boundTo).toEqual(boundTo)
  expect((await call('PUT', `/profiles/${entry.id}/binding`, { boundTo: { ...boundTo, made: 'March' } })).status).toBe(400)
  expect((await call('PUT', `/profiles/${entry.id}/binding`, { boundTo: { ...boundTo, paperId: 'nowhere' } })).status).toBe(404)
  await call('PUT', `/profiles/${entry.id}/binding`, { boundTo: null })
})

test('health and comparison are answered from the file', async () => {
  const { body: health } = await call('GET', '/profiles/gannet-quay-matte/health')
  expect(health.ramps).toHaveLength(10)
  expect(health.roundTrips[0].spread.mean).toBeLessThan(1)
  const { body: comparison } = await call('GET', '/profiles/gannet-quay-matte/comparison?with=gannet-beacon-gloss')
  expect(comparison.volumes[1]).toBeGreaterThan(comparison.volumes[0])
  expect((await call('GET', '/profiles/gannet-quay-matte/comparison?with=none')).status).toBe(404)
})

describe('checks', () => {
  const at = (name: string, day: string) => `/profiles/tern-quay-matte/checks?name=${name}&measured=${day}`
  const chart = (rows: string) =>
    Buffer.from(
      `CGATS.17\nBEGIN_DATA_FORMAT\nSAMPLE_ID RGB_R RGB_G RGB_B LAB_L LAB_A LAB_B\nEND_DATA_FORMAT\nBEGIN_DATA\n${rows}\nEND_DATA\n`,
    )

  test('measurements are held against the profile, kept by day, and can be taken back', async () => {
    const later = await put(at('second', '2026-10-02'), chart('1 0 0 0 20 0 0\n2 100 100 100 90 0 0'))
    const first = await put(at('first', '2026-09-01'), chart('1 0 0 0 18 0 0\n2 100 100 100 96 0 -1'))
    expect(first.body).toMatchObject({ name: 'first', measuredOn: '2026-09-01', check: { patches: 2 } })
    expect(later.body.check.spread.mean).toBeGreaterThan(first.body.check.spread.mean)
    const listed = await call('GET', '/profiles/tern-quay-matte/checks')
    expect(listed.body.map((c: { name: string }) => c.name)).toEqual(['first', 'second'])
    // What was read is kept as it came, and goes into an archive that has no pictures.
    const kept = await fetch(`${BASE}/api/files/${first.body.readings}`)
    expect(await kept.text()).toContain('1 0 0 0 18 0 0\n2 100 100 100 96 0 -1')
    const archive = Buffer.from(await (await fetch(`${API}/archive`)).arrayBuffer()).toString('latin1')
    expect(archive).toContain(`files/${first.body.readings}`)
    for (const { id } of listed.body) expect((await call('DELETE', `/profiles/tern-quay-matte/checks/${id}`)).status).toBe(200)
    expect((await call('DELETE', `/profiles/tern-quay-matte/checks/${listed.body[0].id}`)).status).toBe(404)
  })

  test.each([
    ['a picture', Buffer.from('\x89PNG\r\n'), 'cgats-no-data'],
    [
      'a chart of inks',
      Buffer.from(
        'C\nBEGIN_DATA_FORMAT\nCMYK_C CMYK_M CMYK_Y CMYK_K LAB_L LAB_A LAB_B\nEND_DATA_FORMAT\nBEGIN_DATA\n0 0 0 0 95 0 0\nEND_DATA\n',
      ),
      'check-other-space',
    ],
    ['a word for a number', chart('1 0 0 0 dark 0 0'), 'cgats-not-a-number'],
  ])('%s is refused with its reason', async (_name, file, code) => {
    const { status, body } = await put(at('bad', '2026-09-01'), file)
    expect([status, body.code]).toEqual([422, code])
  })

  test('a day that does not exist is refused', async () => {
    expect((await put(at('bad', '2026-02-31'), chart('1 0 0 0 18 0 0'))).status).toBe(400)
  })
})
