import { createWriteStream, existsSync } from 'node:fs'
import { mkdir, readdir, rename, rm } from 'node:fs/promises'
import { join } from 'node:path'
import { pipeline } from 'node:stream/promises'
import { config } from '../config.ts'
import type { Installation } from '../installation.ts'
import { writeArchive } from './write-archive.ts'

const folder = join(config.dataDir, 'exports')
const NAME = /^[a-z0-9-]+\.zip$/

/** Where a kept export of this name lies; null where there is none. No other name becomes a path. */
export function exportNamed(name: string): string | null {
  const path = join(folder, name)
  return NAME.test(name) && existsSync(path) ? path : null
}

/** Removes what a server that was killed had not written to its end. */
export async function clearHalfExports(): Promise<void> {
  const names = await readdir(folder).catch(() => [])
  for (const name of names) if (name.startsWith('.')) await rm(join(folder, name), { force: true })
}

/** Keeps all of a studio as an archive, whole or not at all; its name. */
export async function keepExport(installation: Installation, studio: string): Promise<string> {
  await mkdir(folder, { recursive: true })
  const name = `${studio}-${new Date()
    .toISOString()
    .slice(0, 19)
    .replace(/[^0-9]/g, '')}.zip`
  const half = join(folder, `.${name}`)
  try {
    await pipeline(writeArchive(installation, studio, { pictures: true }), createWriteStream(half, { flush: true }))
    await rename(half, join(folder, name))
  } catch (error) {
    await rm(half, { force: true })
    throw error
  }
  return name
}
