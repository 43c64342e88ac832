import { createHash } from 'node:crypto'
import { createReadStream, createWriteStream, existsSync, mkdirSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { Transform } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { promisify } from 'node:util'
import yauzl from 'yauzl'
import { runClient } from './client.mjs'
import { DUMP, FORMAT, HASH, MANIFEST, placeOf, VERSION } from './format.mjs'

/** Stands in a folder as long as a backup is being restored into it, and all else that is put there meanwhile. */
const UNDER_WAY = 'restoring'
const OURS = ['data', 'mariadb', 'mariadb.new', 'mariadb.log', 'database-password', 'pids.json', DUMP, UNDER_WAY]
const DATABASE = 'archplate'

/** The parts of a ZIP, by name. @throws Error where it is none, or was cut off */
async function openZip(file) {
  const zip = await promisify(yauzl.open)(file, { lazyEntries: true, autoClose: false }).catch((error) => {
    throw new Error(error.code === 'ENOENT' ? `there is no ${file}.` : `${file} is no whole backup (${error.message}).`)
  })
  const parts = new Map()
  await new Promise((done, fail) => {
    zip.on('entry', (entry) => {
      parts.set(entry.fileName, entry)
      zip.readEntry()
    })
    zip.once('end', done)
    zip.once('error', fail)
    zip.readEntry()
  })
  return { parts, read: (name) => promisify(zip.openReadStream.bind(zip))(parts.get(name)), close: () => zip.close() }
}

async function manifestOf(zip) {
  if (!zip.parts.has(MANIFEST)) throw new Error('it has no manifest: it is no backup, or was not finished.')
  let text = ''
  for await (const part of await zip.read(MANIFEST)) text += part
  const manifest = JSON.parse(text)
  if (manifest.format !== FORMAT) throw new Error('it is an archive of something else.')
  if (manifest.version > VERSION) throw new Error('it was written by a newer version of Arch Plate. Restore it with that one.')
  return manifest
}

/** Writes a part out and compares it with its SHA-256. */
async function takeOut(zip, name, to, sha256) {
  mkdirSync(dirname(to), { recursive: true })
  const digest = createHash('sha256')
  const meter = new Transform({
    transform(part, _encoding, done) {
      digest.update(part)
      done(null, part)
    },
  })
  // On the disk before it is said to be there.
  await pipeline(await zip.read(name), meter, createWriteStream(to, { flush: true }))
  if (digest.digest('hex') !== sha256) throw new Error(`${name} is damaged: it is not what was written.`)
}

/**
 * Restores a backup into a folder that is empty, or where one broke off before.
 * @param start starts the folder's own database and answers with the file of its password
 */
export async function readBackup({ file, dir, start, port }) {
  const underWay = join(dir, UNDER_WAY)
  // Only what a restoring puts there: whatever else lies in the folder is somebody's own.
  if (existsSync(underWay)) for (const name of OURS) rmSync(join(dir, name), { recursive: true, force: true })
  if (existsSync(dir) && readdirSync(dir).length > 0)
    throw new Error(`${dir} is not empty. Name another folder, or move what is there away: nothing is written over.`)
  const zip = await openZip(file)
  try {
    const { at, database, files } = await manifestOf(zip)
    const hashes = [...zip.parts.keys()].filter((name) => name.startsWith('files/')).map((name) => name.slice(name.lastIndexOf('/') + 1))
    if (hashes.length !== files || !hashes.every((hash) => HASH.test(hash) && zip.parts.has(placeOf(hash))))
      throw new Error(`it has ${hashes.length} files where ${files} were written.`)
    mkdirSync(dir, { recursive: true })
    writeFileSync(underWay, file)
    const data = join(dir, 'data')
    for (const hash of hashes) await takeOut(zip, placeOf(hash), join(data, placeOf(hash)), hash)
    const dump = join(dir, DUMP)
    await takeOut(zip, DUMP, dump, database.sha256)
    const { passwordFile } = await start()
    const login = { host: '127.0.0.1', port, user: 'archplate', password: null, passwordFile }
    await runClient('mariadb', login, ['--max-allowed-packet=64M', DATABASE], ['pipe', 'ignore', 'pipe'], (proc) =>
      pipeline(createReadStream(dump), proc.stdin),
    )
    rmSync(dump)
    rmSync(underWay)
    return { at, files }
  } finally {
    zip.close()
  }
}
