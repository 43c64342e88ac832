import { createHash } from 'node:crypto'
import { existsSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import sharp from 'sharp'
import type { Picture } from '../../core/things/brief/picture.ts'
import type { Job, PictureEntry, PicturesPage, Run } from '../../core/wire/api/dto.ts'
import { BASE, call, put } from '../testing/client.ts'
import { printRequest } from '../testing/jobs.ts'
import { gradient } from '../testing/pictures.ts'

const pathOf = (hash: string) => join(process.env.ARCH_TEST_VAR ?? '', 'data/files', hash.slice(0, 2), hash)
/** A picture that no other test has. */
const bytesOf = (shade: number) =>
  sharp({ create: { width: 310, height: 170, channels: 3, background: { r: shade, g: 31, b: 77 } } })
    .png()
    .toBuffer()
const add = async (name: string, bytes: Buffer) => (await put(`/pictures?name=${name}`, bytes)).body as Picture
const begin = async (pictureId: string | null, title: string) => (await call<Job>('POST', '/jobs', { title, pictureId })).body as Job
const edit = (job: Job, change: object) => call<Job>('PATCH', `/jobs/${job.id}`, { version: job.version, ...change })
const file = (hash: string) => fetch(`${BASE}/api/files/${hash}`)

async function listed(q = ''): Promise<PictureEntry[]> {
  const all: PictureEntry[] = []
  for (let after = ''; ; ) {
    const { pictures, next } = (await call<PicturesPage>('GET', `/pictures?q=${q}${after && `&after=${after}`}`)).body as PicturesPage
    all.push(...pictures)
    if (next === null) return all
    after = next
  }
}

test('a picture is listed with the jobs that need it, stays as long as one does, and then goes with its file', async () => {
  const picture = await add('to-remove.png', await bytesOf(201))
  const [one, two] = [await begin(picture.id, 'Needs it'), await begin(picture.id, 'Needs it too')]
  const [entry] = await listed('to-remove')
  expect(entry).toMatchObject({ id: picture.id, width: 310, height: 170, preview: picture.preview })
  expect(entry?.bytes).toBe((await bytesOf(201)).length)
  expect(entry?.jobs).toEqual([one, two].map(({ id, title }) => ({ id, title })))

  const refused = await call('DELETE', `/pictures/${picture.id}`)
  expect([refused.status, refused.body.code]).toEqual([409, 'picture-needed'])
  expect(refused.body.message).toMatch(new RegExp(`^${one.id} Needs it and another job are not over yet and need this picture`))
  // One lets it go, the other is put aside: what is put aside remembers it, and needs it no longer.
  const item = one.brief.items[0] as Job['brief']['items'][number]
  await edit(one, { brief: { ...one.brief, items: [{ ...item, content: { as: 'picture', picture: null } }] } })
  expect((await call('DELETE', `/pictures/${picture.id}`)).body.message).toMatch(/^\d+ Needs it too is not over yet and needs this/)
  const aside = (await edit(two, { archived: true })).body as Job
  expect(existsSync(pathOf(picture.hash))).toBe(true)

  expect((await call('DELETE', `/pictures/${picture.id}`)).status).toBe(200)
  expect(await listed('to-remove')).toEqual([])
  expect([picture.hash, picture.colours].map((hash) => existsSync(pathOf(hash)))).toEqual([false, false])
  expect((await call('DELETE', `/pictures/${picture.id}`)).status).toBe(404)
  expect((await call('POST', '/jobs', { title: 'No', pictureId: picture.id })).status).toBe(404)

  // Taken up again, the job knows its picture, and cannot be printed until the file has been added again.
  const back = (await edit(aside, { archived: false })).body as Job
  const made = await call('POST', `/jobs/${back.id}/print-files`, { format: 'png' })
  expect([made.status, made.body.code]).toEqual([422, 'picture-gone'])
  expect(made.body.message).toContain('“to-remove.png” has been removed')
  const again = await add('again.png', await bytesOf(201))
  expect(again.hash).toBe(picture.hash)
  const now = await edit(back, { brief: back.brief })
  expect([now.status, now.body.brief.items[0].content.picture.id]).toEqual([200, again.id])
})

test('while a print of it is on its way it stays, though the job was put aside', async () => {
  const picture = await add('on-its-way.png', await bytesOf(203))
  const made = await begin(picture.id, 'On its way')
  const brief = { ...made.brief, paperId: 'harbour-lustre' }
  const job = (await edit(made, { brief, pins: { printer: 'heron', path: 'heron-cassette' } })).body as Job
  const run = (await call<Run>('POST', `/jobs/${job.id}/print`, { ...(await printRequest(job)), how: 'own' })).body as Run
  const printing = (await call<Job>('GET', `/jobs/${job.id}`)).body as Job
  await edit(printing, { archived: true })
  const refused = await call('DELETE', `/pictures/${picture.id}`)
  expect([refused.status, refused.body.code]).toEqual([409, 'picture-at-work'])
  await call('POST', `/runs/${run.id}/cancel`)
  expect((await call('DELETE', `/pictures/${picture.id}`)).status).toBe(200)
  // Printed again from the log: not before the file has been added again.
  const again = () => call<Job>('POST', '/jobs', { likeRun: run.id })
  const gone = await again()
  expect([gone.status, gone.body.code]).toEqual([422, 'unknown-picture'])
  const back = await add('on-its-way-again.png', await bytesOf(203))
  const begun = await again()
  expect([begun.status, begun.body.brief.items[0].content.picture.id]).toEqual([201, back.id])
})

test('a file that another picture has stays, in whatever studio', async () => {
  const bytes = await bytesOf(202)
  const [one, two] = [await add('twice-a.png', bytes), await add('twice-b.png', bytes)]
  expect([one.hash, one.id === two.id]).toEqual([two.hash, false])
  const copy = (await call('POST', '/studios/lantern-wharf/copies', { name: 'Has it too', what: 'everything' })).body as { studio: string }
  await call('DELETE', `/pictures/${one.id}`)
  expect(existsSync(pathOf(one.hash))).toBe(true)
  await call('DELETE', `/pictures/${two.id}`)
  expect(existsSync(pathOf(one.hash))).toBe(true)
  await call('DELETE', `/studios/${copy.studio}`, { name: 'Has it too' })
})

test('pages follow each other: every picture once, the oldest first', async () => {
  const all = await listed()
  expect(all.length).toBeGreaterThan(10)
  expect(new Set(all.map(({ id }) => id)).size).toBe(all.length)
  expect(all.map(({ addedAt }) => addedAt)).toEqual(all.map(({ addedAt }) => addedAt).sort())
  expect((await call('GET', '/pictures?after=nowhere')).status).toBe(404)
})

test('a preview that was let go is made again when somebody looks, the same; of a picture that is gone it is not', async () => {
  const picture = await add('seen-again.png', await gradient(400, 230).png().toBuffer())
  const before = Buffer.from(await (await file(picture.preview)).arrayBuffer())
  rmSync(pathOf(picture.preview))
  const [large, small] = await Promise.all([file(picture.preview), fetch(`${BASE}/api/files/${picture.preview}/small/192`)])
  const after = Buffer.from(await large.arrayBuffer())
  expect([large.status, small.status]).toEqual([200, 200])
  expect(after.equals(before)).toBe(true)
  expect(createHash('sha256').update(after).digest('hex')).toBe(picture.preview)
  expect(existsSync(pathOf(picture.preview))).toBe(true)
  rmSync(pathOf(picture.preview))
  await call('DELETE', `/pictures/${picture.id}`)
  expect((await file(picture.preview)).status).toBe(404)
})
