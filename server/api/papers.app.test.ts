import { execFileSync } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import jsqr from 'jsqr'
import sharp from 'sharp'
import { LABEL_SHEETS, MOST_LABELS } from '../../core/output/labels/label-layout.ts'
import type { Studio } from '../../core/things/studio/studio.ts'
import type { PaperEntry, PaperLine } from '../../core/wire/api/papers.ts'
import { API, call, PORT, put } from '../testing/client.ts'

/** Names no other run of these tests has used. */
const RUN = `r${randomUUID().slice(0, 5)}`
const RAG = {
  name: 'Mole Rag 310',
  surface: 'art',
  weight: 310,
  thickness: 419,
  white: [96, 0, 2],
  twoSided: false,
  pricePerSquareMetre: 30,
} as const
const make = async (name: string, more: object = {}) => {
  const made = await call<PaperEntry>('POST', '/papers', { ...RAG, name: `${name} ${RUN}`, ...more })
  expect(made.status).toBe(201)
  return made.body as PaperEntry
}
/** The papers of this name that a page of the shelf has. */
const listed = async (name: string, more = '') =>
  (await call<{ papers: PaperLine[] }>('GET', `/papers?q=${encodeURIComponent(name)}${more}`)).body.papers
const studio = async () => (await call<Studio>('GET', '/studio')).body as Studio
const box = (paperId: string, more: object = {}) => ({ paperId, form: 'sheet', width: 297_000, length: 420_000, stock: 10, ...more })

test('a paper is made with what stands on its box, edited as it was seen, and kept from whoever saw an older one', async () => {
  const made = await make('Tide Rag 310', { printableSide: 'the smoother one', recommends: [{ printers: '', mediaType: 'Art matte' }] })
  expect(made).toMatchObject({
    version: 1,
    archived: false,
    paper: { id: `tide-rag-310-${RUN}`, thicknessFrom: 'label', black: null, curl: 'flat', notes: '' },
  })
  const { id, ...fields } = made.paper
  const edit = (version: number, notes: string) => call('PUT', `/papers/${id}`, { version, paper: { ...fields, notes } })
  expect((await edit(1, 'one')).body).toMatchObject({ version: 2, paper: { id, notes: 'one' } })
  const late = await edit(1, 'two')
  expect([late.status, late.body.code, late.body.current.paper.notes]).toEqual([409, 'changed-meanwhile', 'one'])
  expect((await call('PUT', '/papers/none', { version: 1, paper: fields })).status).toBe(404)
})
test.each([
  [{ thickness: 0 }, 'thickness'],
  [{ thickness: 10_001 }, 'thickness'],
  [{ weight: -1 }, 'weight'],
  [{ weight: 3001 }, 'weight'],
  [{ name: ' ' }, 'name'],
  [{ surface: 'velvet' }, 'surface'],
  [{ white: [101, 0, 0] }, 'white.0'],
  [{ price: { cents: 100, per: 'pack', sheets: 5, width: null, length: null } }, 'price.width'],
])('no paper comes of %j', async (wrong, field) => {
  const { status, body } = await call('POST', '/papers', { ...RAG, ...wrong })
  expect([status, body.field]).toEqual([400, field])
})
test('a picture of its texture goes with a paper, into an archive without other pictures too; one nobody sent is refused', async () => {
  const png = await sharp({
    create: { width: 90, height: 60, channels: 3, background: { r: 240, g: Math.floor(Math.random() * 200), b: 200 } },
  })
    .png()
    .toBuffer()
  const taken = (await put('/pictures?name=grain.png', png)).body as { preview: string; hash: string }
  const { paper } = await make('Grain Rag', { texture: taken.preview })
  expect(paper.texture).toBe(taken.preview)
  const none = await call('POST', '/papers', { ...RAG, name: `None ${RUN}`, texture: 'f'.repeat(64) })
  expect([none.status, none.body.code]).toEqual([404, 'not-found'])
  expect((await call('POST', '/papers', { ...RAG, name: `None ${RUN}`, texture: '../x' })).status).toBe(400)
  const archive = Buffer.from(await (await fetch(`${API}/archive`)).arrayBuffer()).toString('latin1')
  expect(archive).toContain(`files/${taken.preview}`)
  expect(archive).not.toContain(`files/${taken.hash}`)
})
test('put aside, a paper and its boxes are planned on no more, and come back as they were', async () => {
  const { paper } = await make('Aside Rag')
  const lot = await call('POST', '/lots', box(paper.id))
  expect(lot.status).toBe(201)
  await call('DELETE', `/papers/${paper.id}`)
  expect((await studio()).papers.some((p) => p.id === paper.id)).toBe(false)
  expect(await listed(paper.name)).toEqual([])
  expect(await listed(paper.name, '&aside=yes')).toEqual([expect.objectContaining({ archived: true, left: 1 })])
  await call('POST', `/papers/${paper.id}/restore`)
  expect((await studio()).papers.some((p) => p.id === paper.id)).toBe(true)
  expect((await studio()).lots.some((l) => l.id === lot.body.id)).toBe(true)
})
test('what became of a lot: only what is said changes; set aside or used up it lies nowhere', async () => {
  const { paper } = await make('Fate Rag')
  const { body: lot } = await call('POST', '/lots', box(paper.id, { number: 'B-7', paidCents: 4999, arrived: '2026-11-20' }))
  expect(lot).toMatchObject({ id: `fate-rag-${RUN}-a3`, arrivedWith: 10, aside: false, opened: null })
  await call('PUT', '/printers/heron/loaded', { pathId: 'heron-cassette', lotId: lot.id, remaining: 5 })
  const lies = async () => (await studio()).loaded.filter((l) => l.lotId === lot.id).length
  expect(await lies()).toBe(1)
  const opened = await call('PATCH', `/lots/${lot.id}/fate`, { opened: '2026-11-26' })
  expect(opened.body).toMatchObject({
    number: 'B-7',
    paidCents: 4999,
    arrived: '2026-11-20',
    opened: '2026-11-26',
    arrivedWith: 10,
    finished: false,
  })
  await call('PATCH', `/lots/${lot.id}/fate`, { aside: true })
  expect(await lies()).toBe(0)
  expect((await studio()).lots.some((l) => l.id === lot.id)).toBe(false)
  await call('PATCH', `/lots/${lot.id}/fate`, { aside: false })
  expect((await studio()).lots.some((l) => l.id === lot.id)).toBe(true)
  await call('PATCH', `/lots/${lot.id}/fate`, { finished: true })
  expect((await studio()).lots.some((l) => l.id === lot.id)).toBe(false)
  // Used up, it is asked for by itself or with its paper; the shelf does not carry what is past.
  const past = { id: lot.id, finished: true, number: 'B-7' }
  expect((await call('GET', '/lots')).body.some((l: { id: string }) => l.id === lot.id)).toBe(false)
  expect(await listed(paper.name)).toEqual([expect.objectContaining({ left: 0 })])
  expect((await call('GET', `/papers/${paper.id}/lots`)).body).toEqual([])
  expect((await call('GET', `/papers/${paper.id}/lots?finished=yes`)).body).toEqual([expect.objectContaining(past)])
  expect((await call('GET', `/lots/${lot.id}`)).body).toMatchObject({ lot: past, paper: { id: paper.id } })
  expect((await call('GET', '/lots/none')).status).toBe(404)
})
test.each([
  [{ stock: 0 }, 'nothing-came'],
  [{ stock: -4 }, 'nothing-came'],
  [{ width: 1 }, 'too-small'],
  [{ form: 'roll', width: 610_000, length: 12_000_000, stock: 12_000_001 }, 'more-than-full'],
])('no lot comes of %j', async (wrong, code) => {
  const { paper } = await make('Bad Lot Rag')
  const { status, body } = await call('POST', '/lots', box(paper.id, wrong))
  expect([status, body.code]).toEqual([422, code])
})
test('two that are one: boxes, what is known on printers, profiles and jobs go over', async () => {
  const [{ paper: from }, { paper: into }] = [await make('Double One'), await make('Double Two')]
  const { body: lot } = await call('POST', '/lots', box(from.id))
  const { body: job } = await call('POST', '/jobs', { title: 'On the double', pictureId: null, brief: { paperId: from.id } })
  expect((await call('POST', `/papers/${from.id}/merge`, { into: from.id })).status).toBe(422)
  expect((await call('POST', `/papers/${from.id}/merge`, { into: 'none' })).status).toBe(404)
  expect((await call('POST', `/papers/${from.id}/merge`, { into: into.id })).body.paper.id).toBe(into.id)
  const now = await studio()
  expect(now.lots.find((l) => l.id === lot.id)?.paperId).toBe(into.id)
  expect(now.papers.some((p) => p.id === from.id)).toBe(false)
  expect((await call('GET', `/jobs/${job.id}`)).body.brief.paperId).toBe(into.id)
})
test('a list is taken in whole or not at all', async () => {
  const there = await make('List Rag')
  const { id, ...fields } = there.paper
  const list = (version: number) => ({
    papers: [
      { paper: { ...RAG, name: `List New One ${RUN}` }, instead: null },
      { paper: { ...fields, weight: 305 }, instead: { id, version } },
    ],
  })
  expect((await call('POST', '/papers/list', list(7))).status).toBe(409)
  const names = async () => (await studio()).papers.map((p) => p.name)
  expect(await names()).not.toContain(`List New One ${RUN}`)
  expect((await call('POST', '/papers/list', list(1))).body).toEqual({ added: 1, changed: 1 })
  expect(await names()).toContain(`List New One ${RUN}`)
})

/** The codes on a page, read by a program that knows nothing of ours. */
async function codesOn(pdf: Buffer, dpi: number, parts: { left: number; top: number; width: number; height: number }[]) {
  const folder = mkdtempSync(join(tmpdir(), 'labels-'))
  writeFileSync(join(folder, 'labels.pdf'), pdf)
  // Rendered by libvips, which is no part of what makes it.
  execFileSync('vips', ['pdfload', join(folder, 'labels.pdf'), join(folder, 'page.png'), '--dpi', String(dpi)], {
    env: { PATH: process.env.PATH },
  })
  return Promise.all(
    parts.map(async (part) => {
      const { data, info } = await sharp(join(folder, 'page.png'))
        .flatten({ background: 'white' })
        .extract(part)
        .ensureAlpha()
        .raw()
        .toBuffer({ resolveWithObject: true })
      return jsqr(new Uint8ClampedArray(data), info.width, info.height)?.data ?? null
    }),
  )
}
test('labels lie where their sheet has them, and their codes open their lots', async () => {
  const sheet = LABEL_SHEETS.find((s) => s.id === 'a4-2x7')?.sheet
  if (!sheet) throw new Error('no sheet')
  const query = new URLSearchParams({
    ...Object.fromEntries(Object.entries(sheet).map(([k, v]) => [k, String(v)])),
    ids: 'gloss-a4,rag-17',
    used: '3',
  })
  const answer = await fetch(`${API}/lot-labels.pdf?${query}`)
  expect(answer.status).toBe(200)
  const dpi = 200
  const dots = (um: number) => Math.round((um / 25_400) * dpi)
  // The fourth and the fifth label: the second of the second row, the first of the third.
  const at = (column: number, row: number) => ({
    left: dots(sheet.left + column * sheet.pitchAcross),
    top: dots(sheet.top + row * sheet.pitchDown),
    width: dots(sheet.labelWidth),
    height: dots(sheet.labelLength),
  })
  const codes = await codesOn(Buffer.from(await answer.arrayBuffer()), dpi, [at(0, 1), at(1, 1), at(0, 2), at(1, 2)])
  const opens = (id: string) => `http://127.0.0.1:${PORT}/lantern-wharf/lots/${id}`
  expect(codes).toEqual([null, opens('gloss-a4'), opens('rag-17'), null])
  query.set('pitchDown', '30000')
  const refused = await fetch(`${API}/lot-labels.pdf?${query}`)
  expect([refused.status, (await refused.json()).code]).toEqual([422, 'labels-overlap'])
  query.set('pitchDown', String(sheet.pitchDown))
  for (const [count, status] of [
    [MOST_LABELS, 200],
    [MOST_LABELS + 1, 400],
  ] as const) {
    query.set('ids', Array(count).fill('gloss-a4').join())
    expect([count, (await fetch(`${API}/lot-labels.pdf?${query}`)).status]).toEqual([count, status])
  }
  query.set('ids', 'gloss-a4,none')
  expect((await fetch(`${API}/lot-labels.pdf?${query}`)).status).toBe(404)
})
