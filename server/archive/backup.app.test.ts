import { type ChildProcess, execFile, spawn, spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { pictureIn } from '../../core/things/brief/item.ts'
import type { Job, Run } from '../../core/wire/api/dto.ts'
import { OVER } from '../../core/work/runs/states.ts'
import { migrate } from '../db/migrations.ts'
import { BASE, call, until } from '../testing/client.ts'
import { job, smallPicture } from '../testing/jobs.ts'
import { testDatabase } from '../testing/own-studio.ts'

/** The application that is started from what was restored; its printers follow at 11 and on. */
const PORT = 9900
const THERE = `http://127.0.0.1:${PORT}`
const dir = mkdtempSync(join(tmpdir(), 'backup-'))
const file = join(dir, 'all.zip')
const folder = join(dir, 'there')
let server: ChildProcess | null = null
/** What the backup is, by its SHA-256. */
let written = ''
afterAll(async () => {
  if (server) {
    const gone = new Promise((done) => server?.once('exit', done))
    server.kill('SIGTERM')
    await gone
  }
  rmSync(dir, { recursive: true, force: true })
})

/** Runs one of the two commands; what it said, and whether it ended well. */
const run = (script: 'backup' | 'restore', args: string[]) =>
  new Promise<{ ok: boolean; said: string }>((done) => {
    // Not that of the one that was started: what is tried beside it finds its own.
    const env = { ...process.env, ...(script === 'restore' ? { ARCH_DB_PORT: String(server ? PORT + 4 : PORT + 3) } : {}) }
    execFile(process.execPath, [`scripts/${script}.mjs`, ...args], { env }, (error, stdout, stderr) =>
      done({ ok: error === null, said: stdout + stderr }),
    )
  })
const asked = async <T>(base: string, path: string): Promise<T> => (await (await fetch(`${base}${path}`)).json()) as T
const studioOf = (base: string) => `${base}/api/studios/lantern-wharf`

test('taken while it works and restored elsewhere, a backup answers like the original, with every file', async () => {
  const first = await job({ notes: 'before' })
  // What a killed backup held on to is let go.
  const data = join(process.env.ARCH_VAR ?? dir, 'data')
  mkdirSync(join(data, 'backup-2147483646'), { recursive: true })
  let working = true
  // Each is one act: of a job that is changed afterwards the copy holds what was there before, and rightly.
  const load = (async () => {
    for (let n = 0; working; n++) {
      const pictureId = await smallPicture(300 + n, 200)
      expect((await call('POST', '/jobs', { title: `Meanwhile ${n}`, pictureId, brief: { notes: `meanwhile ${n}` } })).status).toBe(201)
    }
  })()
  const taken = await run('backup', [file])
  working = false
  await load
  expect(taken).toMatchObject({ ok: true, said: expect.stringContaining('is written') })
  // Nothing is left of the work, and nothing is written over.
  expect(readdirSync(data).filter((name) => name.startsWith('backup-'))).toEqual([])
  expect(await run('backup', [file])).toMatchObject({ ok: false, said: expect.stringContaining('is there already') })

  written = createHash('sha256').update(readFileSync(file)).digest('hex')
  const restored = await run('restore', [file, folder])
  expect(restored).toMatchObject({ ok: true, said: expect.stringContaining('each compared with its checksum') })
  expect(await run('restore', [file, folder])).toMatchObject({ ok: false, said: expect.stringContaining('is not empty') })

  const env = {
    ...process.env,
    ARCH_VAR: folder,
    ARCH_PORT: String(PORT),
    ARCH_DB_PORT: String(PORT + 3),
    ARCH_SIM_PORT: String(PORT + 11),
    ARCH_DB_PASSWORD_FILE: '',
    ARCH_PLUG: '',
  }
  server = spawn(process.execPath, ['scripts/start.mjs'], { env, stdio: 'ignore' })
  await until(
    () =>
      fetch(`${THERE}/api/studios`).then(
        (answer) => answer.ok,
        () => false,
      ),
    (up) => up,
    120,
  )
  // The simulated printers of either stand at ports of their own; the first of them is named.
  const placed = (base: string, value: unknown) =>
    JSON.parse(
      JSON.stringify(value).replaceAll(
        /127\.0\.0\.1:(\d+)\/ipp/g,
        (_, port) => `${Number(port) - (base === THERE ? PORT + 11 : Number(process.env.ARCH_TEST_SIM))}`,
      ),
    )
  for (const path of [
    '/studio',
    '/papers?aside=yes&samples=yes&most=200',
    '/lots',
    '/profiles?most=200',
    '/layouts',
    '/setups',
    '/sample-packs',
    '/orders',
    '/pictures/demo',
  ])
    expect([path, placed(THERE, await asked(studioOf(THERE), path))]).toEqual([path, placed(BASE, await asked(studioOf(BASE), path))])
  // Jobs were begun after it was taken.
  const studios = async (base: string) => (await asked<object[]>(base, '/api/studios')).map((one) => ({ ...one, jobs: 0 }))
  expect(await studios(THERE)).toEqual(await studios(BASE))
  // Runs that were under way go on in either by themselves: there they find printers that know nothing of them.
  const over = async (base: string) =>
    (await asked<{ runs: Run[] }>(studioOf(base), '/runs')).runs.filter(({ state }) => OVER.includes(state))
  const before = await over(BASE)
  const same = new Set(before.map(({ id }) => id))
  expect(before.length).toBeGreaterThan(3)
  expect((await over(THERE)).filter(({ id }) => same.has(id))).toEqual(before)

  const jobs = (await asked<Job[]>(studioOf(THERE), '/jobs')).filter(({ state }) => state === 'setup')
  expect(jobs.some(({ id }) => id === first.id)).toBe(true)
  for (const one of jobs) expect(one).toEqual((await call<Job>('GET', `/jobs/${one.id}`)).body)
  for (const picture of jobs.slice(0, 12).flatMap(({ brief }) => brief.items.flatMap((item) => pictureIn(item) ?? [])))
    for (const hash of [picture.hash, picture.preview]) {
      const bytes = new Uint8Array(await (await fetch(`${THERE}/api/files/${hash}`)).arrayBuffer())
      expect(createHash('sha256').update(bytes).digest('hex')).toBe(hash)
    }
}, 240_000)

test('what is damaged, cut off or something else is not restored, and says so; a folder that broke off is begun anew', async () => {
  const whole = readFileSync(file)
  const tried = async (name: string, bytes: Uint8Array) => {
    const other = join(dir, `${name}.zip`)
    writeFileSync(other, bytes)
    const answer = await run('restore', [other, join(dir, name)])
    return { ...answer, there: existsSync(join(dir, name, 'mariadb')) }
  }
  // In the middle lie the files, stored as they are.
  const damaged = new Uint8Array(whole)
  const middle = Math.floor(damaged.length / 2)
  for (let at = middle; at < middle + 40; at++) damaged[at] = (damaged[at] as number) ^ 0x55
  expect(await tried('damaged', damaged)).toMatchObject({ ok: false, there: false })
  expect(await tried('cut', whole.subarray(0, middle))).toMatchObject({
    ok: false,
    said: expect.stringContaining('no whole backup'),
    there: false,
  })
  expect(await tried('words', new TextEncoder().encode('something else'))).toMatchObject({ ok: false, there: false })
  expect(await run('restore', [join(dir, 'gone.zip'), join(dir, 'nowhere')])).toMatchObject({
    ok: false,
    said: expect.stringContaining('there is no'),
  })
  mkdirSync(join(dir, 'mine'))
  writeFileSync(join(dir, 'mine', 'letter'), 'dear')
  expect(await run('restore', [file, join(dir, 'mine')])).toMatchObject({ ok: false, said: expect.stringContaining('is not empty') })
  expect(readFileSync(join(dir, 'mine', 'letter'), 'utf8')).toBe('dear')
  // The damaged one left its folder as one that is under way: it is begun anew.
  expect(existsSync(join(dir, 'damaged', 'restoring'))).toBe(true)
}, 120_000)

/** Lays a small disk over a folder; false where this machine does not let us. */
const disk = (folder: string, megabytes: number): boolean => {
  mkdirSync(folder, { recursive: true })
  return spawnSync('mount', ['-t', 'tmpfs', '-o', `size=${megabytes}m`, 'tmpfs', folder]).status === 0
}
const unmount = (folder: string) => spawnSync('umount', [folder])
const CAN = disk(join(dir, 'try'), 1) && unmount(join(dir, 'try')).status === 0

// Only who may mount can fill a disk of their own.
;(CAN ? test : test.skip)(
  'on a disk that gets full nothing is written under the name of a backup, and nothing is restored by half; what was there stays',
  async () => {
    const small = join(dir, 'small')
    disk(small, 2)
    try {
      expect(await run('backup', [join(small, 'all.zip')])).toMatchObject({ ok: false, said: expect.stringContaining('the disk is full') })
      expect(readdirSync(small)).toEqual([])
    } finally {
      unmount(small)
    }
    // The application goes on as before, and a backup elsewhere is whole.
    expect((await job({ notes: 'after a full disk' })).id).toBeGreaterThan(0)
    const restored = join(dir, 'restored')
    disk(restored, 4)
    try {
      const broken = await run('restore', [file, restored])
      expect(broken).toMatchObject({ ok: false, said: expect.stringContaining('It was not restored') })
      expect(existsSync(join(restored, 'restoring'))).toBe(true)
    } finally {
      unmount(restored)
    }
    expect(createHash('sha256').update(readFileSync(file)).digest('hex')).toBe(written)
  },
  180_000,
)

test('a database that a newer version has used is refused in a sentence, and stays as it is', async () => {
  const db = testDatabase()
  try {
    await db.query("INSERT INTO sequelize_meta (name) VALUES ('9999-of-later')")
    await expect(migrate(db)).rejects.toThrow('last used by a newer version of Arch Plate (it has “9999-of-later”)')
  } finally {
    await db.query("DELETE FROM sequelize_meta WHERE name = '9999-of-later'")
    await expect(migrate(db)).resolves.toBeUndefined()
    await db.close()
  }
})
