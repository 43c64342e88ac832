import { readdir, stat, statfs } from 'node:fs/promises'
import { join } from 'node:path'
import { QueryTypes, type Sequelize } from 'sequelize'
import { diskTrouble, type Upkeep, type Uses } from '../../core/things/upkeep/upkeep.ts'
import { config } from '../config.ts'
import type { FileStore } from '../files/files.ts'
import { Refusal } from '../problems.ts'
import type { Store } from '../store/store.ts'

const MEGABYTE = 1_000_000
/** Files are looked at again after this, ms: there may be tens of thousands. */
const FRESH = 60_000

/** How much room there is where the files lie, and how much the studio keeps free. */
export async function roomOf(store: Pick<Store, 'studio'>): Promise<Upkeep['disk']> {
  const [{ bavail, bsize, blocks }, { rules }] = await Promise.all([statfs(config.dataDir), store.studio()])
  return { free: bavail * bsize, total: blocks * bsize, reserve: rules.diskReserve * MEGABYTE }
}

/**
 * Refuses with 507 what would take from the room that the house rules keep free, before anything of it is taken in.
 * @param coming bytes that are announced
 */
export async function needRoom(store: Pick<Store, 'studio'>, coming = 0): Promise<void> {
  const disk = await roomOf(store)
  const trouble = diskTrouble({ disk: { ...disk, free: Math.max(0, disk.free - coming) } })
  if (trouble === null) return
  throw new Refusal(507, {
    code: 'disk-reserve',
    value: String(disk.free),
    limit: String(disk.reserve),
    message: `${coming > 0 && diskTrouble({ disk }) === null ? 'After this too little would be free on the disk.' : trouble} Make room first: Upkeep, on the shelf, shows what takes it.`,
  })
}

/** The bytes a request says it brings. */
export const announced = (raw: Request): number => Number(raw.headers.get('content-length') ?? 0) || 0

interface Sum {
  bytes: number
  files: number
}
const none = (): Sum => ({ bytes: 0, files: 0 })

/** Everything below a folder. */
async function below(folder: string): Promise<Sum> {
  const sum = none()
  for (const entry of await readdir(folder, { recursive: true, withFileTypes: true }).catch(() => []))
    if (entry.isFile()) {
      sum.bytes += (await stat(join(entry.parentPath, entry.name)).catch(() => ({ size: 0 }))).size
      sum.files++
    }
  return sum
}

/** What uses the disk, all studios together; looked at anew once a minute at the most. */
export function openUses(db: Sequelize, files: FileStore) {
  let known: { at: number; uses: Promise<Uses> } | null = null
  /** Of which kind each kept file is; one that is several is counted once, as the first. */
  async function kinds(): Promise<Map<string, string>> {
    const found = new Map<string, string>()
    const add = async (kind: string, sql: string) => {
      for (const { hash } of await db.query<{ hash: string | null }>(sql, { type: QueryTypes.SELECT }))
        if (hash && !found.has(hash)) found.set(hash, kind)
    }
    await add('Pictures as they came', 'SELECT hash FROM pictures')
    await add('Profiles', 'SELECT hash FROM profiles')
    await add('Pictures of delivered sheets', 'SELECT delivered AS hash FROM runs WHERE delivered IS NOT NULL')
    await add(
      'Previews and counted colours',
      "SELECT JSON_VALUE(facts, '$.preview') AS hash FROM pictures UNION SELECT JSON_VALUE(facts, '$.colours') FROM pictures",
    )
    return found
  }
  async function look(): Promise<Uses> {
    const sums = new Map<string, Sum>()
    const of = await kinds()
    for (const hash of await files.kept()) {
      const kind = of.get(hash) ?? 'Readings, textures and what else is kept'
      const sum = sums.get(kind) ?? none()
      sums.set(kind, sum)
      sum.bytes += (await stat(files.pathOf(hash)).catch(() => ({ size: 0 }))).size
      sum.files++
    }
    const [database] = await db.query<{ bytes: number }>(
      'SELECT SUM(data_length + index_length) AS bytes FROM information_schema.tables WHERE table_schema = DATABASE()',
      { type: QueryTypes.SELECT },
    )
    sums.set('Pages and prints under way', await below(files.workPath('.')))
    sums.set('Exported studios', await below(join(config.dataDir, 'exports')))
    return [...[...sums].map(([what, sum]) => ({ what, ...sum })), { what: 'Database', bytes: Number(database?.bytes ?? 0), files: null }]
      .filter(({ bytes }) => bytes > 0)
      .sort((a, b) => b.bytes - a.bytes)
  }
  return (): Promise<Uses> => {
    if (!known || Date.now() - known.at > FRESH) {
      const uses = look()
      known = { at: Date.now(), uses }
      // One that failed is not kept.
      uses.catch(() => {
        known = null
      })
    }
    return known.uses
  }
}
