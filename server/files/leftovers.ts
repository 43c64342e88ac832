import { readdir, rm, stat } from 'node:fs/promises'
import { join } from 'node:path'
import { QueryTypes, type Sequelize } from 'sequelize'
import { MOVING } from '../../core/work/runs/states.ts'
import { TABLES } from '../db/tables.ts'
import { log } from '../log.ts'
import { KNOWN_BY } from '../store/plates.ts'
import type { Store } from '../store/store.ts'
import type { FileStore } from './files.ts'

/** A file that nothing refers to may belong to an act that is not over yet: only older ones go, ms. */
const OLD_ENOUGH = 3_600_000
/** Files asked about at one start: each takes a look through every record. */
const AT_ONCE = 50

/** Columns that can refer to a file of the store: hashes, and documents that may hold some. */
const REFERRING = Object.values(TABLES).flatMap(({ name, columns }) =>
  // Plates are packed, and say beside it what they name; words name no files.
  (name === 'plates' || name === 'run_words' ? [] : Object.entries(columns))
    .filter(([, { sql }]) => /^(CHAR\(64\)|LONGTEXT|TEXT)/i.test(String(sql.type)))
    .map(([column]) => ({ table: name, column: column.replace(/[A-Z]/g, (c) => `_${c.toLowerCase()}`) })),
)

/** The only place that counts who refers to a file: whether any record of any studio does. */
export async function isReferred(db: Sequelize, hash: string): Promise<boolean> {
  for (const { table, column } of REFERRING) {
    const found = await db.query(`SELECT 1 FROM \`${table}\` WHERE \`${column}\` LIKE :hash LIMIT 1`, {
      type: QueryTypes.SELECT,
      replacements: { hash: `%${hash}%` },
    })
    if (found.length > 0) return true
  }
  const plates = await db.query('SELECT 1 FROM plates WHERE names LIKE :known LIMIT 1', {
    type: QueryTypes.SELECT,
    replacements: { known: `%${hash.slice(0, KNOWN_BY)}%` },
  })
  return plates.length > 0
}

/** What pictures and profiles name, with which nearly every file is accounted for. */
async function plainlyReferred(db: Sequelize): Promise<Set<string>> {
  const named = ['hash', 'preview', 'colours', 'profileHash'].map((field) => `SELECT JSON_VALUE(facts, '$.${field}') AS hash FROM pictures`)
  const rows = await db.query<{ hash: string | null }>(
    [
      ...named,
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
  return days === null ? 0 : store.runs.letSheetsGo(new Date(now - days * 86_400_000))
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
