import { spawnSync } from 'node:child_process'
import { readdirSync } from 'node:fs'
import { Agent, request } from 'node:http'
import { join } from 'node:path'
import sharp from 'sharp'
import { mm } from '../../core/things/length/length.ts'
import { OWN_HEADER } from '../../core/wire/api/own-header.ts'
import { call, PORT, until } from '../testing/client.ts'
import { hand, job, print, runOf, smallPicture } from '../testing/jobs.ts'

const data = join(process.env.ARCH_TEST_VAR ?? '', 'data')
/** Lays a disk of a megabyte over a folder; false where this machine does not let us. */
const fill = (part: string): boolean => spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=1m', 'tmpfs', join(data, part)]).status === 0
const free = (part: string) => spawnSync('umount', [join(data, part)])
const CAN = fill('incoming') && free('incoming').status === 0

afterEach(() => {
  for (const part of ['incoming', 'work']) free(part)
})

/** One request on the agent's one connection. */
const ask = (agent: Agent, method: string, path: string, body?: Buffer): Promise<{ status: number; text: string }> =>
  new Promise((resolve, reject) => {
    const out = request(
      {
        agent,
        host: '127.0.0.1',
        port: PORT,
        path: `/api/studios/lantern-wharf${path}`,
        method,
        headers: { ...OWN_HEADER, ...(body ? { 'content-length': body.length } : {}) },
      },
      (answer) => {
        let text = ''
        answer.on('data', (part) => {
          text += part
        })
        answer.on('end', () => resolve({ status: answer.statusCode ?? 0, text }))
      },
    )
    out.on('error', reject)
    out.end(body)
  })

// Only who may mount can fill a disk of their own; elsewhere the words are held to by server/reasons.test.ts.
const onFullDisk = CAN ? test : test.skip

onFullDisk(
  'a disk that is full while a picture comes in is a 507 that says so; nothing half stays, and what is asked next is answered',
  async () => {
    const agent = new Agent({ keepAlive: true, maxSockets: 1 })
    const noise = Buffer.from(Array.from({ length: 1500 * 1500 * 3 }, (_, i) => (i * 2_654_435_761) >>> 24))
    const large = await sharp(noise, { raw: { width: 1500, height: 1500, channels: 3 } })
      .png({ compressionLevel: 0 })
      .toBuffer()
    expect(large.length).toBeGreaterThan(5_000_000)
    fill('incoming')
    const full = await ask(agent, 'PUT', '/pictures?name=large.png', large)
    expect([full.status, JSON.parse(full.text).code]).toEqual([507, 'disk-full'])
    expect(JSON.parse(full.text).message).toMatch(/^The disk is full: this was not kept/)
    expect(readdirSync(join(data, 'incoming'))).toEqual([])
    expect((await ask(agent, 'GET', '/pictures/demo')).status).toBe(200)
    free('incoming')
    expect((await ask(agent, 'PUT', '/pictures?name=large.png', large)).status).toBe(200)
    agent.destroy()
  },
)

onFullDisk(
  'a disk that is full while a page is made fails the run with that reason, leaves nothing, and the job can be printed again',
  async () => {
    const sheet = { width: mm(297), length: mm(420), name: 'A3' }
    await hand('heron', { act: 'load', pathId: 'heron-cassette', lotId: 'lustre-a3', remaining: 5 })
    const picture = await smallPicture(1200, 800)
    const j = await job(
      { paperId: 'harbour-lustre', sheet, size: { by: 'border', border: mm(20) } },
      { printer: 'heron', path: 'heron-cassette', stock: 'lustre-a3' },
      picture,
    )
    fill('work')
    const run = await print(j)
    const over = await until(
      () => runOf(run.id),
      (r) => r.state === 'failed',
      60,
    )
    expect(over.message).toBe('The page could not be made: the disk is full.')
    expect(over.sheetsDelivered).toBe(0)
    expect(readdirSync(join(data, 'work'))).toEqual([])
    free('work')
    expect((await call('GET', `/jobs/${j.id}`)).body.state).toBe('failed')
    const again = await print({ ...j, version: (await call('GET', `/jobs/${j.id}`)).body.version })
    await until(
      () => runOf(again.id),
      (r) => r.state !== 'queued' && r.state !== 'rendering',
      60,
    )
    await call('POST', `/runs/${again.id}/cancel`)
  },
)
