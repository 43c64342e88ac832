import type { Readable } from 'node:stream'
import { text } from 'node:stream/consumers'
import type { Model, ModelStatic } from 'sequelize'
import { type Entry, openPromise, type ZipFile } from 'yauzl'
import { readPlate } from '../../core/plate/resolve/read-plate.ts'
import type { Side } from '../../core/sheet/form.ts'
import { DEMO_STUDIO } from '../../core/things/studio/short-name.ts'
import { ARCHIVE_VERSION, type ArchiveManifest, ArchiveManifestSchema } from '../../core/wire/api/archive.ts'
import { searchable, withInspection } from '../../core/work/runs/search-words.ts'
import { LIMITS } from '../config.ts'
import { TABLES, type TableName } from '../db/tables.ts'
import type { Installation } from '../installation.ts'
import { Refusal } from '../problems.ts'
import { rebuildLearnt } from '../store/learnt.ts'
import { plates } from '../store/plates.ts'
import { shownOf } from '../store/runs.ts'
import { writtenElsewhere } from '../store/snapshots.ts'
import type { Scope } from '../store/table.ts'
import { ARCHIVED, rowFromJson } from './rows.ts'

/** Rows written at once. */
const AT_ONCE = 200
const FILE = /^files\/([0-9a-f]{64})$/
/** Longest row, letters: a plate is some tens of thousands. */
const LONGEST_LINE = 32 << 20
/** Largest manifest, bytes. */
const MANIFEST = 1 << 20

const refuse = (code: string, message: string, more: { value?: string; limit?: string } = {}) =>
  new Refusal(422, { code, field: 'archive', message, ...more })
const damaged = () =>
  refuse(
    'archive-unreadable',
    'This archive is damaged, cut off or not a ZIP: it cannot be opened. Nothing was taken. Fetch it again from where it was exported.',
  )

/** All entries of the archive by their names; what is not a studio's own is passed over, and no name becomes a path. */
async function entriesOf(zip: ZipFile): Promise<Map<string, Entry>> {
  const found = new Map<string, Entry>()
  let bytes = 0
  for await (const entry of zip.eachEntry()) {
    bytes += entry.uncompressedSize
    // What is packed to nearly nothing may unpack to more than there is room for.
    if (bytes > LIMITS.unpackedBytes)
      throw refuse('archive-large', `Unpacked it would have more than ${LIMITS.unpackedBytes / 2 ** 30} GB. Nothing was taken.`)
    found.set(entry.fileName, entry)
  }
  return found
}

async function manifestOf(zip: ZipFile, entries: Map<string, Entry>): Promise<ArchiveManifest> {
  const entry = entries.get('studio.json')
  if (!entry || entry.uncompressedSize > MANIFEST)
    throw refuse('not-a-studio', 'This ZIP is no exported studio: it has no “studio.json”. Choose the file that “Export” made.')
  const said: unknown = JSON.parse(await text(await zip.openReadStreamPromise(entry)))
  const version = Number((said as { version?: unknown }).version)
  if (version > ARCHIVE_VERSION)
    throw refuse('archive-newer', 'It was exported by a newer version of Arch Plate. Bring this one up to date, then open it.', {
      value: `version ${version}`,
      limit: `version ${ARCHIVE_VERSION}`,
    })
  const read = ArchiveManifestSchema.safeParse(said)
  if (!read.success) throw refuse('not-a-studio', 'This ZIP says of itself something else than an exported studio does.')
  return read.data
}

/** Lines of a table, one after the other; an unreadable one names its place. */
async function* linesOf(source: Readable, table: string): AsyncGenerator<Record<string, unknown>> {
  let at = 0
  const read = (line: string): Record<string, unknown>[] => {
    at++
    if (line.trim() === '') return []
    try {
      const value: unknown = JSON.parse(line)
      if (typeof value === 'object' && value !== null) return [value as Record<string, unknown>]
    } catch {}
    throw refuse('row-unreadable', `Line ${at} of ${table} is no row. Nothing was taken.`, { value: line.slice(0, 100) })
  }
  // A line is put together once it has ended: most pieces end several, and a row of megabytes comes in thousands of them.
  let begun: string[] = []
  let length = 0
  source.setEncoding('utf8')
  for await (const part of source) {
    const lines = String(part).split('\n')
    const rest = lines.pop() ?? ''
    if (lines.length > 0) {
      const [first = '', ...others] = lines
      yield* read(begun.join('') + first)
      for (const line of others) yield* read(line)
      begun = []
      length = 0
    }
    begun.push(rest)
    length += rest.length
    if (length > LONGEST_LINE)
      throw refuse('row-long', `Line ${at + 1} of ${table} is longer than any row. Nothing was taken.`, {
        limit: `${LONGEST_LINE >> 20} MB`,
      })
  }
  yield* read(begun.join(''))
}

/** A run of an archive brings its plate along; here it is kept where plates are. */
async function storesPlate(scope: Scope, row: Record<string, unknown>): Promise<void> {
  const text = String(row.plate)
  delete row.plate
  const shown = shownOf(readPlate(JSON.parse(text)), row.side as Side, row.only ? JSON.parse(String(row.only)) : null)
  const [known = '', inspected] = String(row.searchText).split('¦')
  const searchText = searchable(known)
  Object.assign(row, shown, {
    plateId: await plates(scope).keep(text, { printerId: String(row.printerId), paperId: shown.paperId }),
    searchText: inspected === undefined ? searchText : withInspection(searchText, searchable(inspected)),
  })
}

/**
 * Opens an exported studio as a new one of this installation. Until all of it is there nobody sees it; of one that is
 * refused nothing stays.
 * @param path a ZIP that lies on this machine
 * @returns its short name
 */
export async function readArchive(installation: Installation, path: string, wanted: string | null): Promise<string> {
  const { db, files, studios } = installation
  const zip = await openPromise(path, { autoClose: false }).catch(() => {
    throw damaged()
  })
  let studio: string | null = null
  try {
    const entries = await entriesOf(zip)
    const manifest = await manifestOf(zip, entries)
    const name = wanted ?? manifest.name
    // Opened where there is no such studio it keeps its addresses.
    const like = manifest.studio === DEMO_STUDIO ? name : manifest.studio
    const short = await studios.begin({ name, like, making: 'opening the archive' })
    studio = short
    for (const table of ARCHIVED) {
      const entry = entries.get(`tables/${table}.jsonl`)
      if (!entry) {
        if ((manifest.rows[table] ?? 0) > 0) throw damaged()
        continue
      }
      await studios.making(short, `reading ${TABLES[table].name.replaceAll('_', ' ')}`)
      const model = db.models[TABLES[table].name] as ModelStatic<Model>
      let count = 0
      let rows: Record<string, unknown>[] = []
      const put = async () => {
        if (table === 'runs') for (const row of rows) await storesPlate({ db, studio: short, transaction: null }, row)
        await model.bulkCreate(rows as never[])
        count += rows.length
        rows = []
      }
      for await (const line of linesOf(await zip.openReadStreamPromise(entry), table)) {
        try {
          rows.push(rowFromJson(table as TableName, line, short))
        } catch (error) {
          throw refuse('row-unreadable', `Row ${count + rows.length + 1} of ${table} is not what it must be. Nothing was taken.`, {
            value: String((error as Error).message).slice(0, 180),
          })
        }
        if (rows.length === AT_ONCE) await put()
      }
      await put()
      if (count !== (manifest.rows[table] ?? 0)) throw damaged()
    }
    let done = 0
    const kept = [...entries].filter(([entry]) => FILE.test(entry))
    for (const [entryName, entry] of kept) {
      if (done++ % 20 === 0) await studios.making(short, `taking files, ${done} of ${kept.length}`)
      const hash = FILE.exec(entryName)?.[1] ?? ''
      if (files.has(hash)) continue
      if (entry.uncompressedSize > LIMITS.uploadBytes)
        throw refuse('file-too-large', `A file in it is larger than the ${LIMITS.uploadBytes >> 20} MB that can be taken.`)
      await files.hold(await zip.openReadStreamPromise(entry), LIMITS.uploadBytes, 'archive', async (held) => {
        if (held.hash !== hash) throw damaged()
        await held.keep()
      })
    }
    writtenElsewhere(short)
    await studios.making(short, 'summing up its runs')
    await rebuildLearnt({ db, studio: short, transaction: null })
    await studios.unmoved(short, 'It was being printed when the studio was exported.')
    await studios.making(short, null)
    return short
  } catch (error) {
    if (studio) await studios.remove(studio)
    if (error instanceof Refusal) throw error
    if (
      error instanceof SyntaxError ||
      /zip|central directory|compress|crc|invalid|end of|inflate|deflate|header|checksum|too many bytes/i.test((error as Error).message)
    )
      throw damaged()
    throw error
  } finally {
    zip.close()
  }
}
