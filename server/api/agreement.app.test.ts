import { layoutOf } from '../../core/plate/resolve/plate.ts'
import { resolve } from '../../core/plate/resolve/resolve.ts'
import { mm } from '../../core/things/length/length.ts'
import type { Studio } from '../../core/things/studio/studio.ts'
import type { Job, SavedSetup } from '../../core/wire/api/dto.ts'
import { OWN_HEADER } from '../../core/wire/api/own-header.ts'
import type { KeptReading } from '../../core/work/agreement/reading.ts'
import { agreementTable, disagreements } from '../../core/work/agreement/table.ts'
import { API, call } from '../testing/client.ts'
import { hand, job, printRequest } from '../testing/jobs.ts'

const lustre = { paperId: 'harbour-lustre', sheet: { width: mm(297), length: mm(420), name: 'A3' }, size: { by: 'border', border: mm(25) } }
const heron = { printer: 'heron', path: 'heron-cassette' }
const studioNow = async () => (await call<Studio>('GET', '/studio')).body as Studio
const tableOf = async (j: Job) => {
  const studio = await studioNow()
  const readings = (await call<KeptReading[]>('GET', `/jobs/${j.id}/readings`)).body
  return agreementTable(resolve(j.brief, studio, j.pins), studio, readings, 'mm')
}

test('what was seen is kept with who and when, held against the plate, stops a print, and can be taken back', async () => {
  const j = await job(lustre, heron)
  const reading = { place: 'panel', setting: 'media-type', value: 'fine-art-matte', words: 'Heavyweight art', how: 'typed', by: 'Ada' }
  const before = Date.now()
  const kept = (await call<KeptReading[]>('PUT', `/jobs/${j.id}/readings`, [reading])).body
  expect(kept[0]).toMatchObject(reading)
  // Kept to the second.
  const at = new Date(kept[0].at).getTime()
  expect([at >= before - 1000, at <= Date.now() + 1000]).toEqual([true, true])
  expect(disagreements(await tableOf(j)).map((d) => `${d.setting} ${d.place}`)).toContain('media-type panel')
  const refused = await call('POST', `/jobs/${j.id}/print`, await printRequest(j))
  expect([refused.status, refused.body.code, refused.body.value]).toEqual([422, 'disagreement', 'panel'])
  expect((await call('POST', `/jobs/${j.id}/readings/forget`, [{ place: 'panel', setting: 'media-type' }])).body).toEqual([])
})

test('a panel is read from its printer: what it is set to, as it lies there now', async () => {
  const j = await job(lustre, heron)
  await hand('heron', { act: 'load', pathId: 'heron-cassette', lotId: 'lustre-a3', remaining: 9 })
  await hand('heron', { act: 'panel', pathId: 'heron-cassette', mediaTypeId: 'photographic-matte', gap: 'auto' })
  const read = (await call<KeptReading[]>('POST', `/jobs/${j.id}/readings/from-printer`, { by: 'Ada' })).body
  expect(read.find((r: KeptReading) => r.setting === 'media-type')).toMatchObject({
    value: 'photographic-matte',
    words: 'Thick matte',
    how: 'printer',
  })
  expect(disagreements(await tableOf(j)).map((d) => `${d.setting} ${d.place}`)).toContain('media-type panel')
  await hand('heron', { act: 'panel', pathId: 'heron-cassette', mediaTypeId: 'photographic-satin', gap: 'auto' })
  await call('POST', `/jobs/${j.id}/readings/from-printer`, { by: 'Ada' })
  const cells = (await tableOf(j)).map((row) => row.cells.panel)
  expect(cells.filter((c) => c.state === 'differs')).toEqual([])
  expect(cells.find((c) => c.shows === 'Satin photo')?.state).toBe('agrees')
  await hand('heron', { act: 'panel', pathId: 'heron-cassette', mediaTypeId: null, gap: 'auto' })
})

test('a listing of IPP attributes, or JSON of the same names, fills a place; other text is refused in words', async () => {
  const j = await job(lustre, heron)
  const take = (text: string) => call<KeptReading[]>('POST', `/jobs/${j.id}/readings/from-listing`, { by: '', place: 'driver', text })
  const listed = (await take('print-scaling (keyword) = fit\nprint-quality (enum) = normal\nsides = one-sided\n')).body
  expect(listed.find((r: KeptReading) => r.setting === 'scaling')).toMatchObject({ value: 'fit', how: 'listing' })
  const json = (await take(JSON.stringify({ 'print-scaling': 'none' }))).body
  expect(json.find((r: KeptReading) => r.setting === 'scaling')).toMatchObject({ value: 'none' })
  expect((await take('a shopping list')).status).toBe(422)
})

test('a kept set-up says what has changed since, and how it differs from the last good run', async () => {
  const j = await job(lustre, heron)
  const name = `Wall labels ${Date.now()}`
  const kept = (await call<SavedSetup>('POST', `/jobs/${j.id}/setups`, { name })).body
  expect(kept).toMatchObject({ name, printerId: 'heron', changes: [] })
  expect((await call('POST', `/jobs/${j.id}/setups`, { name })).body.code).toBe('name-taken')
  const lot = (await studioNow()).lots.find((l) => l.id === 'lustre-a3')
  await call('PATCH', '/lots/lustre-a3', { measured: { width: mm(296), length: mm(419) } })
  const again = ((await call<SavedSetup[]>('GET', '/setups?printer=heron')).body as SavedSetup[]).find((s) => s.id === kept.id)
  expect(again?.changes.map((c) => c.id)).toContain('lot')
  await call('PATCH', '/lots/lustre-a3', { measured: lot?.measured })
  expect((await call('DELETE', `/setups/${kept.id}`)).status).toBe(200)
  expect((await call('DELETE', `/setups/${kept.id}`)).status).toBe(404)
})

test('a ticket goes out as JSON and as an IPP message, and either begins the same plate again', async () => {
  const j = await job(lustre, heron)
  const studio = await studioNow()
  const plate = resolve(j.brief, studio, j.pins)
  for (const form of ['json', 'ipp']) {
    const ticket = await (await fetch(`${API}/jobs/${j.id}/ticket.${form}`)).arrayBuffer()
    const answer = await fetch(`${API}/tickets`, { method: 'POST', headers: OWN_HEADER, body: ticket })
    expect([form, answer.status]).toEqual([form, 201])
    const made = (await answer.json()) as Job
    const again = resolve(made.brief, await studioNow(), made.pins)
    expect(again.decisions.map((d) => [d.key, d.value])).toEqual(plate.decisions.map((d) => [d.key, d.value]))
    expect(layoutOf(again)).toEqual(layoutOf(plate))
  }
  expect((await (await fetch(`${API}/ticket.schema.json`)).json()).required).toContain('plate')
  expect((await fetch(`${API}/tickets`, { method: 'POST', headers: OWN_HEADER, body: 'neither' })).status).toBe(422)
})

test('the job ticket of one kind of sheet is one page', async () => {
  const j = await job(lustre, heron)
  const pdf = Buffer.from(await (await fetch(`${API}/jobs/${j.id}/load-sheet.pdf`)).arrayBuffer())
  expect(pdf.subarray(0, 5).toString()).toBe('%PDF-')
  const { PDFDocument } = await import('pdf-lib')
  expect((await PDFDocument.load(pdf)).getPageCount()).toBe(1)
})

test('a printer asked beforehand takes everything of its own plate, and nothing is printed by asking', async () => {
  const j = await job(lustre, heron)
  expect((await call('GET', `/jobs/${j.id}/before-sending`)).body).toEqual({
    format: 'image/pwg-raster',
    substitutions: [],
    now: expect.objectContaining({ stopped: false, accepting: true, holds: true, ahead: 0, behind: null }),
  })
  expect((await call('GET', `/jobs/${j.id}/runs`)).body).toEqual([])
  await hand('heron', { act: 'power', on: false })
  expect((await call('GET', `/jobs/${j.id}/before-sending`)).body.now).toBeNull()
  await hand('heron', { act: 'power', on: true })
})
