// The database's own programs, let in by a file that only its owner reads: a password on a command line is seen by everybody.
import { spawn } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

const lineOf = (key, value) => `${key}="${String(value).replaceAll('\\', '\\\\').replaceAll('"', '\\"')}"\n`

/** As `ARCH_DB_TLS` says it: `on`, or the file of the authority that signed the server's certificate. */
const tlsOf = (tls) => (tls === null ? '' : `ssl\nssl-verify-server-cert\n${tls === 'on' ? '' : lineOf('ssl-ca', tls)}`)

/**
 * Runs one of them. `use` gets the process as it runs.
 * @throws Error with what the program said when it does not end well
 */
export async function runClient(program, { host, port, user, password, passwordFile, tls = null }, args, stdio, use) {
  const folder = mkdtempSync(join(tmpdir(), 'arch-plate-'))
  try {
    const secret = password ?? readFileSync(passwordFile, 'utf8').trim()
    const login = join(folder, 'login')
    writeFileSync(
      login,
      `[client]\n${lineOf('host', host)}port=${port}\nprotocol=tcp\n${lineOf('user', user)}${lineOf('password', secret)}${tlsOf(tls)}`,
      { mode: 0o600 },
    )
    const proc = spawn(program, [`--defaults-file=${login}`, ...args], { stdio })
    let said = ''
    proc.stderr?.on('data', (part) => {
      said = (said + part).slice(-2000)
    })
    const ended = new Promise((done, fail) => {
      proc.once('error', (error) => fail(new Error(`${program} cannot be run (${error.code}). It comes with mariadb-client.`)))
      proc.once('close', (code) => (code === 0 ? done() : fail(new Error(`${program}: ${said.trim() || `ended with ${code}`}`))))
    })
    // What the program says of itself tells more than that its pipe is broken.
    const [own, used] = await Promise.allSettled([ended, use(proc)])
    for (const one of [own, used]) if (one.status === 'rejected') throw one.reason
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
}
