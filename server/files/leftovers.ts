import { readdir, rm, stat } from 'node:fs/promises'
import { join } from 'node:path'
import { QueryTypes, type Sequelize } from 'sequelize'
import type { Picture } from '../../core/things/brief/picture.ts'
import { MOVING } from '../../core/work/runs/states.ts'
import { TABLES } from '../db/tables.ts'
import { log } from '../log.ts'
import { KNOWN_BY } from '../store/plates.ts'
import type { Store } from '../store/store.ts'
import type { FileStore } from './files.ts'

/** A file that nothing refers to may belong to an act that is not over yet: only older ones go, ms. */
const OLD_ENOUGH = 3_600_000
const DAY = 86_400_000
/** Files asked about at one start: each takes a look through every record. */
const AT_ONCE = 50

/** Columns that can refer to a file of the store: hashes, and documents that may hold some. */
const REFERRING = Object.values(TABLES).flatMap(({ name, columns }) =>
  // Plates are packed, and say beside it what they name; words name no files.
  (name === 'plates' || name === 'run_words' ? [] : Object.entries(columns))
    .filter(([, { sql }]) => /^(CHAR\(64\)|LONGTEXT|TEXT)/i.test(String(sql.type)))
    .map(([column]) => ({ table: name, column: column.replace(/[A-Z]/g, (c) => `_${c.toLowerCase()}`) })),
)

/** Tables that remember what a picture was when it is gone: jobs, what was printed, and what was begun with it. */
const REMEMBERING: readonly string[] = ['jobs', 'runs', 'setups', 'requests']

async function named(db: Sequelize, hash: string, referring: typeof REFERRING): Promise<boolean> {
  for (const { table, column } of referring) {
    const found = await db.query(`SELECT 1 FROM \`${table}\` WHERE \`${column}\` LIKE :hash LIMIT 1`, {
      type: QueryTypes.SELECT,
      replacements: { hash: `%${hash}%` },
    })
    if (found.length > 0) return true
  }
  return false
}

/** The only place that counts who refers to a file: whether any record of any studio does. */
export async function isReferred(db: Sequelize, hash: string): Promise<boolean> {
  if (await named(db, hash, REFERRING)) return true
  const plates = await db.query('SELECT 1 FROM plates WHERE names LIKE :known LIMIT 1', {
    type: QueryTypes.SELECT,
    replacements: { known: `%${hash.slice(0, KNOWN_BY)}%` },
  })
  return plates.length > 0
}

/**
 * Removes the file of a picture that was removed, and what was counted of it, unless another picture of any studio has it. Records
 * that only remember it do not keep it; its preview stays as long as they do.
 */
export async function forgetPicture(db: Sequelize, files: FileStore, { hash, colours }: Pick<Picture, 'hash' | 'colours'>): Promise<void> {
  const needing = REFERRING.filter(({ table }) => !REMEMBERING.includes(table))
  for (const file of [hash, colours]) if (file !== '' && !(await named(db, file, needing))) await rm(files.pathOf(file), { force: true })
}

/**
 * Lets previews and counted colours go that are older than the house rules keep them, but for those of open jobs. They are made
 * again when somebody asks.
 * @returns how many pictures had theirs let go
 */
export async function letPreviewsGo(
  store: Pick<Store, 'rules' | 'pictures' | 'jobs'>,
  files: FileStore,
  now = Date.now(),
): Promise<number> {
  const { keepPreviewsDays: days } = await store.rules.read()
  if (days === null) return 0
  const open = [...(await store.jobs.byPicture()).keys()]
  let gone = 0
  for (;;) {
    const old = await store.pictures.shownBefore(new Date(now - days * DAY), open)
    if (old.length === 0) return gone
    gone += old.length
    for (const { preview, facts } of old)
      for (const file of [preview, facts.colours]) if (file) await rm(files.pathOf(file), { force: true })
    await store.pictures.hidden(old.map(({ id }) => id))
  }
}

/** What pictures and profiles name, with which nearly every file is accounted for. */
async function plainlyReferred(db: Sequelize): Promise<Set<string>> {
  const facts = ['hash', 'preview', 'colours', 'profileHash'].map((field) => `SELECT JSON_VALUE(facts, '$.${field}') AS hash FROM pictures`)
  const rows = await db.query<{ hash: string | null }>(
    [
      ...facts,
      'SELECT hash FROM profiles',
      'SELECT readings FROM profile_checks',
      "SELECT JSON_VALUE(record, '$.texture') FROM papers",
      'SELECT delivered FROM runs',
    ].join(' UNION '),
    { type: QueryTypes.SELECT },
  )
  return new Set(rows.flatMap(({ hash }) => hash ?? []))
}

/** Removes files of the store that no record refers to: what a server left that was killed between keeping and referring. */
export async function clearStore(db: Sequelize, files: FileStore, now = Date.now()): Promise<string[]> {
  const known = await plainlyReferred(db)
  const gone: string[] = []
  let asked = 0
  for (const hash of await files.kept()) {
    if (known.has(hash) || asked === AT_ONCE) continue
    const { mtimeMs } = await stat(files.pathOf(hash))
    if (now - mtimeMs < OLD_ENOUGH) continue
    asked++
    if (await isReferred(db, hash)) continue
    await rm(files.pathOf(hash), { force: true })
    gone.push(hash)
  }
  if (gone.length > 0) log.info({ files: gone.length }, 'files that nothing referred to were removed')
  return gone
}

/**
 * Lets the pictures of delivered sheets go that are older than the house rules keep them; their files go with the next
 * look for files that nothing refers to.
 */
export async function letSheetsGo(store: Pick<Store, 'rules' | 'runs'>, now = Date.now()): Promise<number> {
  const { keepSheetsDays: days } = await store.rules.read()
  return days === null ? 0 : store.runs.letSheetsGo(new Date(now - days * DAY))
}

/** Removes what earlier servers were working on, but for the pages of runs that are on their way. */
export async function clearWork(db: Sequelize, files: FileStore): Promise<void> {
  const moving = await db.query<{ studio: string; id: number }>('SELECT studio, id FROM runs WHERE state IN (:states)', {
    type: QueryTypes.SELECT,
    replacements: { states: [...MOVING] },
  })
  const runs = new Set(moving.map(({ studio, id }) => `${studio}-${id}`))
  const folder = files.workPath('.')
  for (const name of await readdir(folder)) {
    const page = /^run-([a-z0-9-]+-\d+)\.[a-z]+$/.exec(name)
    if (!(page?.[1] && runs.has(page[1]))) await rm(join(folder, name), { recursive: true, force: true })
  }
}
