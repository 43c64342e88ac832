import { PassThrough, Readable } from 'node:stream'
import { QueryTypes, Transaction } from 'sequelize'
import { ZipFile } from 'yazl'
import { type ListedLot, writeLotCsv } from '../../core/output/lists/lot-csv.ts'
import { writePaperCsv } from '../../core/output/lists/paper-csv.ts'
import type { Paper } from '../../core/things/media/media.ts'
import { ARCHIVE_DOCUMENT, ARCHIVE_VERSION, type ArchiveManifest } from '../../core/wire/api/archive.ts'
import { TABLES, type TableName } from '../db/tables.ts'
import type { Installation } from '../installation.ts'
import { log } from '../log.ts'
import { Refusal } from '../problems.ts'
import { plates } from '../store/plates.ts'
import { ARCHIVED, archiveJsonSchemas, rowToJson } from './rows.ts'

type Values = Record<string, unknown>
/** Rows read at once. */
const AT_ONCE = 500
/** Archives written at once: each holds a connection to the database for as long as its taker takes. */
const MOST = 2
let underWay = 0
const HASHES = /"([0-9a-f]{64})"/g

const camel = (name: string) => name.replace(/_([a-z])/g, (_, c: string) => c.toUpperCase())
const snake = (name: string) => name.replace(/[A-Z]/g, (c) => `_${c.toLowerCase()}`)

/** All rows of a studio's table in the order of their keys, some at a time, as they were when the transaction began. */
async function* rowsOf(
  { db }: Pick<Installation, 'db'>,
  name: TableName,
  studio: string,
  transaction: Transaction,
): AsyncGenerator<Values> {
  const definition = TABLES[name]
  const keys = Object.entries(definition.columns).flatMap(([column, { sql }]) => (sql.primaryKey && column !== 'studio' ? [column] : []))
  const by = keys.map((key) => `\`${snake(key)}\``).join(', ')
  let last: Values | null = null
  for (;;) {
    const after: Values | null = last
    const rows: Values[] = await db.query<Values>(
      `SELECT * FROM \`${definition.name}\` WHERE studio = :studio ${after ? `AND (${by}) > (${keys.map((k) => `:${k}`).join(', ')})` : ''} ORDER BY ${by} LIMIT ${AT_ONCE}`,
      {
        replacements: { studio, ...(after ? Object.fromEntries(keys.map((k) => [k, after[k]])) : {}) },
        type: QueryTypes.SELECT,
        transaction,
      },
    )
    const texts = name === 'runs' ? await plates({ db, studio, transaction }).textsOf(rows.map((row) => String(row.plate_id))) : null
    for (const row of rows) {
      const values = Object.fromEntries(Object.entries(row).map(([column, value]) => [camel(column), value]))
      if (texts) values.plate = texts.get(String(values.plateId)) ?? 'null'
      yield values
      last = values
    }
    if (rows.length < AT_ONCE) return
  }
}

/** Parts of a studio that can be taken along alone; lots with the papers they are of. */
const PARTS = {
  printers: ['printers', 'machines', 'printerLog'],
  papers: ['papers'],
  lots: ['papers', 'lots'],
} as const satisfies Record<string, readonly TableName[]>
export type ArchivePart = keyof typeof PARTS
export const isArchivePart = (word: string): word is ArchivePart => Object.hasOwn(PARTS, word)

/** Tables whose files always go along: profiles, readings, and what a paper looks like. */
const WITH_FILES: readonly TableName[] = ['profiles', 'profileChecks', 'papers']

interface Wanted {
  pictures: boolean
  /** Null for all of it. */
  only?: ArchivePart | null
}

/**
 * A studio as one archive of open formats: what it is, the schemas, a table a file in JSON lines, lists of its papers and lots as CSV,
 * and its files by the SHA-256 of their content; profiles, readings and pictures of papers always, pictures and delivered sheets if wanted. Refuses with 503
 * while others are being written.
 */
export function writeArchive(installation: Installation, studio: string, { pictures, only = null }: Wanted): Readable {
  if (underWay >= MOST)
    throw new Refusal(503, {
      code: 'exports-under-way',
      limit: `${MOST} at once`,
      message: 'Other archives are being written. Take this one when they are done.',
    })
  underWay++
  const { db, files, studios } = installation
  const zip = new ZipFile()
  const out = new PassThrough()
  zip.outputStream.pipe(out)
  /** What to do when the taker goes away. */
  let left: () => void = () => undefined
  out.once('close', () => {
    underWay--
    left()
  })
  zip.on('error', (error) => out.destroy(error))
  const work = async () => {
    const { name } = await studios.find(studio)
    const transaction = await db.transaction({ isolationLevel: Transaction.ISOLATION_LEVELS.REPEATABLE_READ })
    const hashes = new Set<string>()
    const rows: Record<string, number> = {}
    try {
      const papers: Values[] = []
      const lots: Values[] = []
      const unreadable: string[] = []
      const tables: readonly TableName[] = only === null ? ARCHIVED : PARTS[only]
      for (const table of tables) {
        rows[table] = 0
        async function* lines() {
          for await (const stored of rowsOf({ db }, table, studio, transaction)) {
            const { row, readable } = rowToJson(table, stored)
            const line = JSON.stringify(row)
            if (!readable) {
              unreadable.push(`${table} ${line}\n`)
              continue
            }
            if (table === 'papers') papers.push(row)
            if (table === 'lots') lots.push(row)
            if (pictures || WITH_FILES.includes(table)) for (const [, hash] of line.matchAll(HASHES)) hashes.add(hash as string)
            rows[table] = (rows[table] ?? 0) + 1
            yield `${line}\n`
          }
        }
        // One after the other: the next table is read when this one has been written.
        await new Promise<void>((done, failed) => {
          const source = Readable.from(lines(), { objectMode: false })
          source.once('end', done)
          source.once('error', failed)
          left = () => {
            source.destroy()
            failed(new Error('nobody takes the archive any more'))
          }
          zip.addReadStream(source, `tables/${table}.jsonl`)
        })
      }
      // Kept as they are for whoever can mend them; opened again they are left out.
      if (unreadable.length > 0) zip.addBuffer(Buffer.from(unreadable.join('')), 'unreadable.txt')
      zip.addBuffer(Buffer.from(writePaperCsv(papers.map((row) => row.record as Paper))), 'lists/papers.csv')
      zip.addBuffer(
        Buffer.from(
          writeLotCsv(
            lots as unknown as ListedLot[],
            papers.map((row) => row.record as Paper),
          ),
        ),
        'lists/lots.csv',
      )
      zip.addBuffer(Buffer.from(JSON.stringify(archiveJsonSchemas(), null, 1)), 'schemas.json')
      for (const hash of hashes) if (files.has(hash)) zip.addFile(files.pathOf(hash), `files/${hash}`, { compress: false })
      const manifest: ArchiveManifest = {
        document: ARCHIVE_DOCUMENT,
        version: ARCHIVE_VERSION,
        name,
        studio,
        exported: new Date().toISOString(),
        pictures,
        rows,
      }
      zip.addBuffer(Buffer.from(JSON.stringify(manifest, null, 1)), 'studio.json')
    } finally {
      await transaction.rollback().catch(() => undefined)
    }
    zip.end()
  }
  work().catch((error) => {
    if (!out.destroyed) log.error({ err: error, studio }, 'an archive could not be written')
    out.destroy(error as Error)
  })
  return out
}
