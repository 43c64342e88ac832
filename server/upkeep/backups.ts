import { spawn } from 'node:child_process'
import { existsSync } from 'node:fs'
import { mkdir, readdir, rm, stat } from 'node:fs/promises'
import { join, relative } from 'node:path'
import { backupDue, backupName, isBackup, nextBackup, toLetGo, type Upkeep } from '../../core/things/upkeep/upkeep.ts'
import { config } from '../config.ts'
import { log } from '../log.ts'

/** How often it is looked whether one is due, and how long after a start for the first time, ms. */
const EVERY = 10 * 60_000
const FIRST = 5 * 60_000

/** What is asked of the installation: how many are kept (0 where none is wanted), and when it began. */
interface Wanted {
  keep(): Promise<number>
  since(): Promise<Date>
}

/**
 * Backups of the whole installation, made by the same program that an owner runs by hand, in a process of its own: at night,
 * or when it is next started, and when somebody asks. A whole one has its name; a broken one leaves nothing.
 */
export function openBackups({ keep, since }: Wanted) {
  const folder = config.backupDir
  /** As it is said to an owner, who knows where the application lies. */
  const shown = relative(config.root, folder).startsWith('..') ? folder : relative(config.root, folder)
  let making: Date | null = null
  let failed: { at: string; says: string } | null = null
  let child: ReturnType<typeof spawn> | null = null
  let ended = false

  async function there(): Promise<Upkeep['backups']['made']> {
    const names = existsSync(folder) ? await readdir(folder) : []
    const found = await Promise.all(
      names.map(async (name) => {
        const of = await stat(join(folder, name)).catch(() => null)
        return of?.isFile() ? [{ name, at: of.mtime.toISOString(), bytes: of.size }] : []
      }),
    )
    return found.flat().sort((a, b) => (a.at < b.at ? 1 : -1))
  }
  const made = async () => (await there()).filter(({ name }) => isBackup(name))
  const last = async () => {
    const [latest] = await made()
    return latest ? new Date(latest.at) : null
  }

  /** Makes one; whoever asks while one is being made gets that. @returns since when it is being made */
  function begin(): Date {
    if (making) return making
    const at = new Date()
    making = at
    const work = async () => {
      await mkdir(folder, { recursive: true })
      const said = await new Promise<string>((done, fail) => {
        let text = ''
        child = spawn(process.execPath, [join(config.root, 'scripts/backup.mjs'), join(folder, backupName(at))], {
          env: { ...process.env, ARCH_DATA_DIR: config.dataDir, ARCH_DB_PASSWORD_FILE: config.database.passwordFile },
          stdio: ['ignore', 'ignore', 'pipe'],
        })
        child.stderr?.on('data', (part) => {
          text = (text + part).slice(-600)
        })
        child.once('error', fail)
        child.once('exit', (code) => (code === 0 ? done(text) : fail(new Error(text.trim() || `it ended with ${code}`))))
      })
      if (said.trim()) log.info({ said }, 'backup')
      failed = null
      const kept = await keep()
      if (kept > 0) for (const name of toLetGo(await readdir(folder), kept)) await rm(join(folder, name), { force: true })
    }
    work()
      .catch((error: unknown) => {
        // Broken off because the application ends: the next start makes it.
        if (ended) return
        const says = (error as Error).message.replace(/^Nothing was written: /, '')
        failed = { at: new Date().toISOString(), says }
        log.error({ err: error }, 'a backup could not be made')
      })
      .finally(() => {
        making = null
        child = null
      })
    return at
  }
  async function look(): Promise<void> {
    if ((await keep()) === 0 || making) return
    // One that failed is tried again the next night, not every ten minutes.
    const tried = failed ? new Date(failed.at) : null
    const latest = await last()
    if (backupDue(new Date(), tried && (!latest || tried > latest) ? tried : latest, await since())) begin()
  }
  const looked = () => void look().catch((error) => log.warn({ err: error }, 'whether a backup is due'))
  const timers = [setTimeout(looked, FIRST).unref(), setInterval(looked, EVERY).unref()]
  return {
    begin,
    async told(): Promise<Upkeep['backups']> {
      const [all, kept] = await Promise.all([there(), keep()])
      const list = all.filter(({ name }) => isBackup(name))
      const [latest] = list
      return {
        folder: shown,
        holds: { bytes: all.reduce((sum, { bytes }) => sum + bytes, 0), files: all.length },
        keep: kept,
        made: list,
        making: making?.toISOString() ?? null,
        failed,
        next: kept === 0 ? null : nextBackup(new Date(), latest ? new Date(latest.at) : null, await since()).toISOString(),
      }
    },
    end(): void {
      ended = true
      for (const timer of timers) clearTimeout(timer)
      child?.kill('SIGTERM')
    },
  }
}
export type Backups = ReturnType<typeof openBackups>
