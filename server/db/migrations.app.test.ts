import { type ChildProcess, spawn } from 'node:child_process'
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { brotliDecompressSync } from 'node:zlib'
import { QueryTypes, type Sequelize } from 'sequelize'
import { resolve } from '../../core/plate/resolve/resolve.ts'
import { StudioSchema } from '../../core/things/studio/studio.ts'
import { config } from '../config.ts'
import { rebuildLearnt } from '../store/learnt.ts'
import { openStore } from '../store/store.ts'
import { studios } from '../store/studios.ts'
import { defineModels } from '../store/table.ts'
import { copyBefore, NoCopy } from '../upkeep/copy-before.ts'
import { openDatabase } from './database.ts'
import { migrate } from './migrations.ts'

/** Databases as versions of before left them, each made by that very version: its tables, with its demo studio in them. */
const DUMPS = 'server/db/dumps'
const PORT = 9940
const dir = mkdtempSync(join(tmpdir(), 'migrations-'))
let server: ChildProcess
let db: Sequelize

beforeAll(async () => {
  // A database of its own, that nothing else is in.
  const script = `import { startDatabase } from './scripts/database.mjs'; await startDatabase(${JSON.stringify(dir)}, ${PORT}); console.log('ready')`
  server = spawn(process.execPath, ['--input-type=module', '-e', script], { stdio: ['ignore', 'pipe', 'ignore'] })
  await new Promise<void>((done, failed) => {
    server.stdout?.once('data', () => done())
    server.once('exit', () => failed(new Error('the database did not start')))
  })
  db = openDatabase({ ...config.database, host: '127.0.0.1', port: PORT, password: null, passwordFile: join(dir, 'database-password') })
  defineModels(db)
}, 120_000)
afterAll(async () => {
  await db.close()
  const pids = JSON.parse(readFileSync(join(dir, 'pids.json'), 'utf8')) as { pid: number }[]
  for (const { pid } of pids)
    try {
      process.kill(pid, 'SIGKILL')
    } catch {
      // Gone already.
    }
  server.kill()
  rmSync(dir, { recursive: true, force: true, maxRetries: 20, retryDelay: 250 })
})

const rows = <T extends object>(sql: string) => db.query<T>(sql, { type: QueryTypes.SELECT })
const tables = async () =>
  (await rows<{ name: string }>('SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE() ORDER BY 1')).map(
    (t) => t.name,
  )
async function cleared() {
  for (const name of await tables()) await db.query(`DROP TABLE \`${name}\``)
}
/** Every table as the database itself would make it again. */
async function shapes() {
  const found: Record<string, string> = {}
  for (const name of await tables()) {
    const [made] = await rows<{ 'Create Table': string }>(`SHOW CREATE TABLE \`${name}\``)
    found[name] = made?.['Create Table'].replace(/ AUTO_INCREMENT=\d+/, '') ?? ''
  }
  return found
}
const counts = async (names: readonly string[]) => {
  const found: Record<string, number> = {}
  for (const name of names) found[name] = (await rows<{ n: number }>(`SELECT COUNT(*) AS n FROM \`${name}\``))[0]?.n ?? 0
  return found
}

let made: Record<string, string>
beforeAll(async () => {
  await cleared()
  await migrate(db)
  made = await shapes()
})

/** The database as a dump has it, and nothing else. */
async function load(name: string) {
  await cleared()
  const text = brotliDecompressSync(readFileSync(join(DUMPS, name))).toString('utf8')
  for (const statement of text.split(/;\n/)) {
    const sql = statement.trim()
    // What only sets up the client's connection is no part of the database.
    if (/^(CREATE|INSERT)/.test(sql)) await db.query({ query: sql, values: [] })
  }
}

const dumps = readdirSync(DUMPS)
  .filter((name) => name.endsWith('.sql.br'))
  .sort()
test('there is a dump of the first version and of the last before this one, and of many between', () => {
  expect(dumps[0]).toMatch(/^0001/)
  expect(dumps.length).toBeGreaterThan(5)
})

test.each(dumps)(
  '%s is brought up to date: its tables are those of a new installation, and all that was in it is there and can be read',
  async (name) => {
    await load(name)
    const old = (await tables()).filter((table) => table !== 'sequelize_meta')
    const before = await counts(old)
    const runsBefore = await rows<{ id: number; plate: string; state: string }>('SELECT id, state, plate FROM runs ORDER BY id').catch(
      () => [],
    )
    expect(before.jobs).toBeGreaterThan(10)
    await migrate(db)
    expect(await shapes()).toEqual(made)
    expect(await counts(old)).toEqual(before)

    const [studio] = await studios(db).list()
    expect(studio?.jobs).toBeGreaterThan(10)
    const store = openStore(db, studio?.studio ?? '')
    const records = await store.studio()
    expect(StudioSchema.parse(records)).toEqual(records)
    const jobs = await store.jobs.page({ ids: (await store.jobHeads()).map(({ id }) => id) })
    expect(jobs.length).toBeGreaterThan(10)
    for (const job of jobs) expect(resolve(job.brief, records, job.pins).decisions.length).toBeGreaterThan(10)
    // Every run is there with the plate it was frozen with.
    const { rows: lines } = await store.runs.log({})
    expect(lines).toHaveLength(before.runs ?? -1)
    for (const { id, printerName } of lines) {
      const run = await store.runs.find(id)
      expect(run.plate.setup?.printer.name).toBe(printerName)
      const then = runsBefore.find((r) => r.id === id)
      if (then) expect(run.plate.brief.notes).toBe(JSON.parse(then.plate).brief.notes)
    }
    const found = await store.runs.log({ q: 'heron' })
    expect(found.rows.length).toBeGreaterThan(0)
    for (const { id } of found.rows) expect((await store.runs.find(id)).searchText).toContain('heron')
    expect(await rebuildLearnt({ db, studio: studio?.studio ?? '', transaction: null })).toEqual({ paths: [], pairings: [], words: false })
    // Once more changes nothing.
    await migrate(db)
    expect(await shapes()).toEqual(made)
  },
)

test('before an older database is changed all of it is copied, once; where that cannot be done nothing is changed', async () => {
  const env = {
    ARCH_DB_PORT: String(PORT),
    ARCH_DB_HOST: '127.0.0.1',
    ARCH_DB_PASSWORD_FILE: join(dir, 'database-password'),
    ARCH_DATA_DIR: join(dir, 'data'),
  }
  const folder = join(dir, 'backups')
  mkdirSync(join(dir, 'data'), { recursive: true })
  // One that is new, and one that is up to date, are not copied.
  await cleared()
  expect(await copyBefore(db, folder, env)).toBeNull()
  await migrate(db)
  expect(await copyBefore(db, folder, env)).toBeNull()
  await load(dumps[0] as string)
  const before = await shapes()
  const refused = copyBefore(db, folder, {
    ...env,
    ARCH_DATA_DIR: join(dir, 'nowhere', 'at', 'all'),
    ARCH_DB_PASSWORD_FILE: join(dir, 'none'),
  })
  await expect(refused).rejects.toThrow(NoCopy)
  await expect(refused).rejects.toThrow('Nothing was changed.')
  expect(await shapes()).toEqual(before)
  expect(readdirSync(folder)).toEqual([])
  const file = await copyBefore(db, folder, env)
  expect(file).toMatch(/backups\/before-0002-sheets-and-paths-\d{4}-\d\d-\d\d\.zip$/)
  const { size, mtimeMs } = statSync(file ?? '')
  expect(size).toBeGreaterThan(10_000)
  expect(await copyBefore(db, folder, env)).toBe(file)
  expect(statSync(file ?? '').mtimeMs).toBe(mtimeMs)
})
