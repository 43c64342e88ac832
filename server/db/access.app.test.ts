import { spawnSync } from 'node:child_process'
import { readFileSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { createConnection } from 'mariadb'
import { config } from '../config.ts'

const dir = process.env.ARCH_TEST_VAR ?? ''
const { port, name } = config.database
const ours = readFileSync(config.database.passwordFile, 'utf8').trim()
const signIn = (user: string, password: string) => createConnection({ host: '127.0.0.1', port, user, password, connectTimeout: 4000 })
/** What the database says to somebody who signs in so. */
const refused = (user: string, password: string) =>
  signIn(user, password).then(
    async (connection) => {
      await connection.end()
      return 'let in'
    },
    (error: { code?: string }) => error.code,
  )

test.each([
  ['root', ''],
  ['root', 'root'],
  ['', ''],
  ['archplate', ''],
  ['archplate', 'archplate'],
  ['mysql', ''],
])('over the network “%s” with the password “%s” is not let in', async (user, password) => {
  expect(['ER_ACCESS_DENIED_ERROR', 'ER_ACCESS_DENIED_NO_PASSWORD_ERROR']).toContain(await refused(user, password))
})

test('the application’s password is long, its own, and read by its owner alone', () => {
  expect(ours).toMatch(/^[\w-]{32}$/)
  for (const file of [config.database.passwordFile, join(dir, 'mariadb/accounts.sql')]) expect(statSync(file).mode & 0o077).toBe(0)
  expect(statSync(join(dir, 'mariadb')).mode & 0o077).toBe(0)
})

test('through it nobody reads or writes files, sees other accounts or makes new ones', async () => {
  const connection = await signIn('archplate', ours)
  const says = (sql: string) =>
    connection.query(sql).then(
      (rows) => JSON.stringify(rows),
      (error: { code?: string }) => error.code,
    )
  try {
    expect(await says(`SELECT 1 INTO OUTFILE '/tmp/from-the-database'`)).toBe('ER_SPECIFIC_ACCESS_DENIED_ERROR')
    expect(await says("SELECT LOAD_FILE('/etc/passwd') AS text")).toBe('[{"text":null}]')
    expect(await says(`LOAD DATA INFILE '/etc/passwd' INTO TABLE ${name}.jobs`)).toBe('ER_ACCESS_DENIED_ERROR')
    expect(await says(`LOAD DATA LOCAL INFILE '/etc/passwd' INTO TABLE ${name}.jobs`)).toMatch(/^ER_/)
    expect(await says('SELECT * FROM mysql.global_priv')).toBe('ER_TABLEACCESS_DENIED_ERROR')
    expect(await says("CREATE USER 'guest'@'%'")).toMatch(/^ER_/)
    const [row] = JSON.parse(String(await says("SHOW VARIABLES LIKE 'secure_file_priv'"))) as [{ Value: string }]
    expect(row.Value).toMatch(/no-files\/?$/)
  } finally {
    await connection.end()
  }
})

test('it listens on loopback alone, and does not run as root where its own user reaches the folder', () => {
  const pid = readFileSync(join(dir, 'mariadb/mariadb.pid'), 'utf8').trim()
  const listening = readFileSync('/proc/net/tcp', 'utf8')
    .split('\n')
    .map((line) => line.trim().split(/\s+/))
    .filter((f) => f[3] === '0A' && f[1]?.endsWith(`:${port.toString(16).toUpperCase().padStart(4, '0')}`))
    .map((f) => f[1]?.slice(0, 8))
  // 127.0.0.1, lowest byte first (Linux, proc(5)).
  expect(listening).toEqual(['0100007F'])
  const uid = Number(/^Uid:\s+(\d+)/m.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1])
  expect(uid).toBe(statSync(join(dir, 'mariadb')).uid)
  const its = (flag: string) => Number(spawnSync('id', [flag, 'mysql'], { encoding: 'utf8' }).stdout)
  if (process.getuid?.() === 0 && spawnSync('test', ['-x', dir], { uid: its('-u'), gid: its('-g') }).status === 0) expect(uid).not.toBe(0)
})
