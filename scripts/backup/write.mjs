import { createHash } from 'node:crypto'
import { createWriteStream, existsSync, linkSync, mkdirSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs'
import { open } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import { pipeline } from 'node:stream/promises'
import { ZipFile } from 'yazl'
import { runClient } from './client.mjs'
import { DUMP, FORMAT, HASH, MANIFEST, placeOf, VERSION } from './format.mjs'

/** The names of all files kept below a data folder. */
function kept(data) {
  const folder = join(data, 'files')
  return existsSync(folder) ? readdirSync(folder).flatMap((part) => readdirSync(join(folder, part)).filter((name) => HASH.test(name))) : []
}

/**
 * A second name for every file, so that what is put out of use meanwhile is not gone before it is written: a file's content
 * never changes, so this costs no room.
 */
function held(data, aside) {
  for (const hash of kept(data)) {
    const to = join(aside, placeOf(hash))
    if (existsSync(to)) continue
    mkdirSync(dirname(to), { recursive: true })
    try {
      linkSync(join(data, placeOf(hash)), to)
    } catch (error) {
      // Put out of use in this very moment: no dump that follows names it.
      if (error.code !== 'ENOENT') throw error
    }
  }
}

/** Where files are held meanwhile, by the process that does. */
export const asideOf = (data) => join(data, `backup-${process.pid}`)

/** Lets go of what a killed backup held. */
function clearHeld(data) {
  for (const name of readdirSync(data)) {
    const [, pid] = /^backup-(\d+)$/.exec(name) ?? []
    if (pid && !existsSync(`/proc/${pid}`)) rmSync(join(data, name), { recursive: true, force: true })
  }
}

/** The dump, as the database is at one moment, into a file; its SHA-256. */
async function dump(database, to) {
  const digest = createHash('sha256')
  const args = ['--single-transaction', '--quick', '--hex-blob', '--skip-comments', '--no-tablespaces', '--skip-lock-tables', database.name]
  await runClient('mariadb-dump', database, args, ['ignore', 'pipe', 'pipe'], async (proc) => {
    proc.stdout.on('data', (part) => digest.update(part))
    await pipeline(proc.stdout, createWriteStream(to))
  })
  return digest.digest('hex')
}

/**
 * Writes a backup. A row names a file only once the file is there, so the files after the dump hold all that it names; those
 * before it are held too, for what is put out of use in between.
 * @returns how many files and bytes it has
 */
export async function writeBackup({ file, partial, data, database }) {
  const aside = asideOf(data)
  rmSync(partial, { force: true })
  try {
    mkdirSync(aside, { recursive: true })
    clearHeld(data)
    held(data, aside)
    const at = new Date().toISOString()
    const sha256 = await dump(database, join(aside, DUMP))
    held(data, aside)
    const zip = new ZipFile()
    const out = pipeline(zip.outputStream, createWriteStream(partial, { flags: 'wx', mode: 0o600 }))
    const broken = new Promise((_, fail) => zip.once('error', fail))
    zip.addFile(join(aside, DUMP), DUMP)
    const files = kept(aside)
    for (const hash of files) zip.addFile(join(aside, placeOf(hash)), placeOf(hash), { compress: false })
    const manifest = {
      format: FORMAT,
      version: VERSION,
      at,
      database: { sha256, bytes: statSync(join(aside, DUMP)).size },
      files: files.length,
    }
    zip.addBuffer(Buffer.from(JSON.stringify(manifest, null, 2)), MANIFEST)
    zip.end()
    await Promise.race([out, broken])
    // On the disk before it has its name: what is there is whole.
    const handle = await open(partial, 'r+')
    await handle.sync()
    await handle.close()
    renameSync(partial, file)
    return { files: files.length, bytes: statSync(file).size }
  } finally {
    rmSync(aside, { recursive: true, force: true })
  }
}
