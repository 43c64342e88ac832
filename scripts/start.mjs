// npm start: everything on this machine, on loopback, from a clean clone. Ctrl-C stops it; the data stay.
import { spawnSync } from 'node:child_process'
import { mkdirSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { startDatabase } from './database.mjs'
import {
  child,
  die,
  endChildren,
  killLeftovers,
  LARGE_PAGES,
  needBuild,
  needModules,
  needPackages,
  portFree,
  root,
  say,
  sleep,
  waitFor,
} from './lib.mjs'

const dir = process.env.ARCH_VAR ?? join(root, 'var')
const port = Number(process.env.ARCH_PORT ?? 8640)
const dbPort = Number(process.env.ARCH_DB_PORT ?? 8643)
const simPort = Number(process.env.ARCH_SIM_PORT ?? 8651)
/** A database of the studio's own, with its address and login in the environment, instead of one that is started here. */
const elsewhere = Boolean(process.env.ARCH_DB_HOST)
mkdirSync(dir, { recursive: true })
killLeftovers(dir)
await sleep(200)

for (const [name, p, variable] of [
  ['application', port, 'ARCH_PORT'],
  ...(elsewhere ? [] : [['database', dbPort, 'ARCH_DB_PORT']]),
  ['first simulated printer', simPort, 'ARCH_SIM_PORT'],
]) {
  if (!(await portFree(p))) die(`Port ${p}, meant for the ${name}, is taken. Stop what uses it, or choose another: ${variable}=… npm start`)
}
if (!elsewhere) needPackages(['mariadb-server'])
needModules()
if (process.argv.includes('--fresh')) {
  if (elsewhere) die('Starting afresh would empty a database that is not this installation’s own. Leave out --fresh or ARCH_DB_HOST.')
  for (const part of ['mariadb', 'data', 'simulator']) rmSync(join(dir, part), { recursive: true, force: true })
  say('Starting from the demo again.')
}
needBuild()

let stopping = false
async function stop(code = 0) {
  if (stopping) return
  stopping = true
  say('\nStopping …')
  await endChildren()
  process.exit(code)
}
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop())

/** A program that ended by itself is started again after this long, ms. */
const RESTART_AFTER = Number(process.env.ARCH_RESTART_AFTER ?? 1000)
const env = {
  ...process.env,
  ...LARGE_PAGES,
  ARCH_ROOT: root,
  ARCH_DATA_DIR: join(dir, 'data'),
  ARCH_SIM_DIR: join(dir, 'simulator'),
  ARCH_PORT: String(port),
  ARCH_DB_PORT: String(dbPort),
  ARCH_SIM_PORT: String(simPort),
  ARCH_LOG: process.env.ARCH_LOG ?? 'warn',
}
if (!elsewhere) {
  const database = await startDatabase(dir, dbPort)
  env.ARCH_DB_PASSWORD_FILE = database.passwordFile
  // The database comes back by itself when it is killed; the application waits for it.
  const watch = (proc) =>
    proc.once('exit', async () => {
      if (stopping) return
      await sleep(1500)
      if (!stopping) watch(database.start())
    })
  watch(database.proc)
}
// An installation that is new asks what to begin with; starting afresh begins with the demo.
if (
  process.argv.includes('--fresh') &&
  spawnSync(process.execPath, ['dist/scripts/seed.js'], { cwd: root, stdio: 'inherit', env }).status !== 0
) {
  await endChildren()
  die('The demo could not be set up; see above.')
}
/** How a program ends that has said why it cannot work here. */
const NOT_AGAIN = 78
const keep = (file) => {
  const proc = child(dir, process.execPath, [file], { env })
  proc.once('exit', (code) => {
    if (stopping) return
    if (code === NOT_AGAIN) return void stop(1)
    say(`${file} ended (${code}); starting it again.`)
    setTimeout(() => !stopping && keep(file), RESTART_AFTER)
  })
}
keep('dist/simulator/main.js')
keep('dist/server/main.js')
await waitFor(`http://127.0.0.1:${port}/api/studios`)
say(`\nArch Plate is at http://127.0.0.1:${port}\nCtrl-C stops it; your work is kept.\n`)
