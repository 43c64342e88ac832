// The private database of one installation: made at the first start, on loopback, let in by a password that only its owner reads.
import { execFileSync, spawnSync } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import { chmodSync, chownSync, existsSync, mkdirSync, openSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { createConnection } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { child, die, MARIADBD, sleep } from './lib.mjs'

const answers = (port) =>
  new Promise((done) => {
    const socket = createConnection({ port, host: '127.0.0.1', timeout: 1000 }, () => {
      socket.destroy()
      done(true)
    })
    for (const event of ['error', 'timeout'])
      socket.on(event, () => {
        socket.destroy()
        done(false)
      })
  })

/** Writes a file that only its owner reads, whoever made it before. */
function writePrivate(file, text, owner) {
  rmSync(file, { force: true })
  writeFileSync(file, text, { mode: 0o600 })
  if (owner) chownSync(file, owner.uid, owner.gid)
}

/** The application's password, made once for this installation. */
function passwordIn(file) {
  if (!existsSync(file)) writePrivate(file, randomBytes(24).toString('base64url'))
  chmodSync(file, 0o600)
  return readFileSync(file, 'utf8').trim()
}

/** Whom the database runs as: never root where its own user can reach the folder. Null stays whoever we are. */
function ownerFor(dir) {
  if (process.getuid?.() !== 0) return null
  const id = (flag) => Number(spawnSync('id', [flag, 'mysql'], { encoding: 'utf8' }).stdout)
  const [uid, gid] = [id('-u'), id('-g')]
  if (!uid || !gid) return null
  return spawnSync('test', ['-x', dir], { uid, gid }).status === 0 ? { uid, gid } : null
}

/**
 * Root signs in over the Unix socket only, nobody without a name, the application with its password from this machine. It
 * is said anew at every start, so that a database of an older version is shut as well.
 */
const accounts = (password) =>
  [
    'CREATE DATABASE IF NOT EXISTS archplate CHARACTER SET utf8mb4',
    `CREATE USER IF NOT EXISTS 'archplate'@'127.0.0.1' IDENTIFIED BY '${password}'`,
    `ALTER USER 'archplate'@'127.0.0.1' IDENTIFIED BY '${password}'`,
    "GRANT ALL ON archplate.* TO 'archplate'@'127.0.0.1'",
    "DELETE FROM mysql.global_priv WHERE User = '' OR (User = 'root' AND Host <> 'localhost')",
    "DELETE FROM mysql.db WHERE User = ''",
    'FLUSH PRIVILEGES',
    "ALTER USER 'root'@'localhost' IDENTIFIED VIA unix_socket",
  ]
    .map((statement) => `${statement};\n`)
    .join('')

/**
 * Starts a private MariaDB below `dir` on loopback and waits until it answers.
 * @returns the process, what starts it again, and the file with the application's password
 */
export async function startDatabase(dir, port) {
  const data = join(dir, 'mariadb')
  const server = MARIADBD.find((path) => existsSync(path))
  mkdirSync(dir, { recursive: true })
  const owner = ownerFor(dir)
  const asUser = process.getuid?.() === 0 ? [`--user=${owner ? 'mysql' : 'root'}`] : []
  // Of its own: a server that starts removes temporary tables it finds, and in a shared folder those of another.
  const temporary = join(dir, 'mariadb-tmp')
  mkdirSync(temporary, { recursive: true, mode: 0o700 })
  if (owner) chownSync(temporary, owner.uid, owner.gid)
  if (!existsSync(join(data, 'mysql'))) {
    const scratch = `${data}.new`
    rmSync(scratch, { recursive: true, force: true })
    const { status, stdout, stderr } = spawnSync(
      'mariadb-install-db',
      ['--no-defaults', `--datadir=${scratch}`, '--auth-root-authentication-method=socket', '--skip-test-db', ...asUser],
      { env: { ...process.env, TMPDIR: temporary }, encoding: 'utf8' },
    )
    if (status !== 0) die(`The database could not be made.\n${stdout ?? ''}${stderr ?? ''}`)
    execFileSync('mv', [scratch, data])
  }
  // Made as root by an older version, it becomes its own user's; every time, since it may have been cut off half-way.
  if (owner) execFileSync('chown', ['-R', `${owner.uid}:${owner.gid}`, data])
  chmodSync(data, 0o700)
  const passwordFile = join(dir, 'database-password')
  const init = join(data, 'accounts.sql')
  writePrivate(init, accounts(passwordIn(passwordFile)), owner)
  rmSync(join(dir, 'init.sql'), { force: true })
  // The only folder it may read files from or write them to holds nothing and is its own.
  const nothing = join(data, 'no-files')
  mkdirSync(nothing, { recursive: true, mode: 0o700 })
  if (owner) chownSync(nothing, owner.uid, owner.gid)
  // A socket's path may have some hundred letters at most.
  const socket = data.length < 90 ? join(data, 'socket') : join(tmpdir(), `archplate-${port}.sock`)
  const logFile = openSync(join(dir, 'mariadb.log'), 'a')
  const start = () =>
    child(
      dir,
      server,
      [
        '--no-defaults',
        `--datadir=${data}`,
        `--tmpdir=${temporary}`,
        `--port=${port}`,
        '--bind-address=127.0.0.1',
        `--socket=${socket}`,
        `--pid-file=${join(data, 'mariadb.pid')}`,
        `--init-file=${init}`,
        `--secure-file-priv=${nothing}`,
        '--local-infile=0',
        '--skip-symbolic-links',
        '--innodb-buffer-pool-size=64M',
        '--skip-log-bin',
        '--skip-name-resolve',
        '--max-allowed-packet=64M',
        ...asUser,
      ],
      { stdio: ['ignore', logFile, logFile] },
    )
  const proc = start()
  for (let i = 0; i < 300; i++) {
    if (proc.exitCode !== null) die(`MariaDB did not start; see ${join(dir, 'mariadb.log')}`)
    if (await answers(port)) return { proc, start, passwordFile }
    await sleep(100)
  }
  die(`MariaDB did not answer within 30 s; see ${join(dir, 'mariadb.log')}`)
}
