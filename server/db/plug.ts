import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs'

/** A statement that changes something, or makes changes hold. */
const WRITES = /^Executing \([^)]*\): (INSERT|UPDATE|DELETE|COMMIT)\b/

/**
 * For tests alone: pulls the plug in the gap before a statement. The file named by ARCH_PLUG says how many more statements
 * that write are let through; at nought the process ends itself at once, as a killed one does. Nothing where it names none.
 */
export function plugBefore(sql: string, file = process.env.ARCH_PLUG): void {
  if (!file || !WRITES.test(sql) || !existsSync(file)) return
  const left = Number(readFileSync(file, 'utf8'))
  if (left > 0) return writeFileSync(file, String(left - 1))
  rmSync(file, { force: true })
  process.kill(process.pid, 'SIGKILL')
}
