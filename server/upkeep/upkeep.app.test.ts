import { existsSync, readdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import sharp from 'sharp'
import type { Upkeep, Uses } from '../../core/things/upkeep/upkeep.ts'
import { OWN_HEADER } from '../../core/wire/api/own-header.ts'
import { BASE, call, until } from '../testing/client.ts'
import { job, printRequest } from '../testing/jobs.ts'

const upkeep = async () => (await call<Upkeep>('GET', '/upkeep')).body as Upkeep
const rules = (change: object) => call('PATCH', '/studio/rules', change)
const upload = async (name: string, shade: number) => {
  const answer = await fetch(`${BASE}/api/studios/lantern-wharf/pictures?name=${name}`, {
    method: 'PUT',
    headers: OWN_HEADER,
    body: new Uint8Array(
      await sharp({ create: { width: 90, height: 60, channels: 3, background: { r: shade, g: 20, b: 200 } } })
        .png()
        .toBuffer(),
    ),
  })
  return { status: answer.status, body: (await answer.json()) as { code?: string; message?: string } }
}

test('what uses the disk is told with the room there is; each kind has what lies there', async () => {
  const { disk } = await upkeep()
  const uses = (await call<Uses>('GET', '/upkeep/uses')).body as Uses
  expect(disk.free).toBeGreaterThan(0)
  expect(disk.total).toBeGreaterThan(disk.free)
  expect(disk.reserve).toBe(500_000_000)
  expect(uses.map(({ bytes }) => bytes)).toEqual(uses.map(({ bytes }) => bytes).sort((a, b) => b - a))
  for (const what of ['Database', 'Pictures as they came', 'Profiles', 'Previews and counted colours', 'Pictures of delivered sheets'])
    expect(uses.map((use) => use.what)).toContain(what)
  // Every kept file is of one kind.
  const files = join(process.env.ARCH_TEST_VAR ?? '', 'data/files')
  const there = readdirSync(files, { recursive: true }).filter((name) => /[0-9a-f]{64}$/.test(String(name))).length
  const of = [
    'Pictures as they came',
    'Profiles',
    'Previews and counted colours',
    'Pictures of delivered sheets',
    'Readings, textures and what else is kept',
  ]
  const counted = uses.filter(({ what }) => of.includes(what)).reduce((sum, use) => sum + (use.files ?? 0), 0)
  expect(Math.abs(counted - there)).toBeLessThan(5)
})

test('below the room that the house rules keep free nothing is taken in and nothing printed; at it both are', async () => {
  const { disk } = await upkeep()
  const made = await job({ notes: 'room' })
  try {
    // A gigabyte more than there is.
    await rules({ diskReserve: Math.ceil(disk.free / 1e6) + 1000 })
    const refused = await upload('no-room.png', 61)
    expect([refused.status, refused.body.code]).toEqual([507, 'disk-reserve'])
    expect(refused.body.message).toMatch(/^Only .* are free on the disk; the house rules keep .* free\. Make room first/)
    const print = await call('POST', `/jobs/${made.id}/print`, await printRequest(made))
    expect([print.status, (print.body as { code: string }).code]).toEqual([507, 'disk-reserve'])
    // A gigabyte less.
    await rules({ diskReserve: Math.max(0, Math.floor(disk.free / 1e6) - 1000) })
    expect((await upload('no-room.png', 61)).status).toBe(200)
  } finally {
    await rules({ diskReserve: 500 })
  }
})

test('a backup is made when it is asked for, once at a time; older ones go, what has another name stays', async () => {
  const { folder } = (await upkeep()).backups
  await rules({ nightlyBackups: 1 })
  try {
    const [one, other] = await Promise.all([call('POST', '/upkeep/backups', {}), call('POST', '/upkeep/backups', {})])
    expect([one.status, other.status]).toEqual([202, 202])
    expect(one.body).toEqual(other.body)
    const done = () => until(upkeep, ({ backups }) => backups.making === null, 90)
    const first = (await done()).backups
    expect(first).toMatchObject({ failed: null, keep: 1 })
    expect(first.made[0]?.bytes).toBeGreaterThan(100_000)
    writeFileSync(join(folder, 'mine.zip'), 'kept by hand')
    // Names are to the second.
    await until(
      async () => new Date(),
      (now) => Math.floor(+now / 1000) > Math.floor(Date.parse(first.made[0]?.at ?? '') / 1000),
    )
    await call('POST', '/upkeep/backups', {})
    const { made } = (await done()).backups
    const nightly = readdirSync(folder).filter((name) => name.startsWith('arch-plate-'))
    expect(nightly).toHaveLength(1)
    expect(nightly[0]).not.toBe(first.made[0]?.name)
    expect(existsSync(join(folder, 'mine.zip'))).toBe(true)
    expect(made.map(({ name }) => name)).toEqual(nightly)
  } finally {
    await rules({ nightlyBackups: 3 })
  }
}, 180_000)
