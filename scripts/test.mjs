// npm test: types, lint and dependency direction, unit tests, then the built application with its own database and
// simulated printers for the integration and browser tests. Prints each runner's closing lines and one line at the end.
import { spawn, spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { die, killLeftovers, modified, needModules, needPackages, newestSource, root, say, sleep, waitFor } from './lib.mjs'

needPackages(['mariadb-server', 'chromium', 'liblcms2-utils', 'cups-ipp-utils', 'avahi-daemon', 'argyll', 'icc-profiles-free', 'libvips-tools'])
needModules()

const only = process.argv[2]
const dir = join(root, 'var/test')
const bin = (name) => join(root, 'node_modules/.bin', name)
const ports = { ARCH_PORT: '9640', ARCH_DB_PORT: '9643', ARCH_SIM_PORT: '9651' }
const env = {
  ...process.env,
  ARCH_VAR: dir,
  ...ports,
  ARCH_SIM_PACE: '200',
  ARCH_SIM_SEED: '11',
  ARCH_RESTART_AFTER: '150',
  ARCH_TEST_PORT: ports.ARCH_PORT,
  ARCH_TEST_SIM: ports.ARCH_SIM_PORT,
  ARCH_TEST_VAR: dir,
}
const jestEnv = { ...env, NODE_OPTIONS: '--experimental-vm-modules --no-warnings' }
mkdirSync(join(root, 'var'), { recursive: true })

const totals = { passed: 0, failed: 0 }
const count = (passed, failed) => {
  totals.passed += passed
  totals.failed += failed
}

/** A step that passes or fails as a whole. */
function step(name, command, args) {
  say(`\n== ${name}`)
  const ok = spawnSync(command, args, { cwd: root, stdio: 'inherit', env }).status === 0
  say(`${name}: ${ok ? 'ok' : 'FAILED'}`)
  count(ok ? 1 : 0, ok ? 0 : 1)
}

function jest(project, ...more) {
  say(`\n== ${project} tests`)
  const out = join(root, `var/${project}.json`)
  rmSync(out, { force: true })
  const run = spawnSync(bin('jest'), ['--selectProjects', project, '--json', `--outputFile=${out}`, '--silent', ...more], {
    cwd: root,
    stdio: ['ignore', 'ignore', 'inherit'],
    env: jestEnv,
  })
  if (!existsSync(out)) return count(0, 1)
  const r = JSON.parse(readFileSync(out, 'utf8'))
  count(r.numPassedTests, r.numFailedTests + r.numRuntimeErrorTestSuites)
  if (run.status !== 0 && r.numFailedTests + r.numRuntimeErrorTestSuites === 0) count(0, 1)
}

function browser() {
  say('\n== browser tests')
  const out = join(root, 'var/browser.json')
  rmSync(out, { force: true })
  spawnSync(bin('playwright'), ['test', '--config', 'e2e/playwright.config.ts'], {
    cwd: root,
    stdio: 'inherit',
    env: { ...env, PLAYWRIGHT_JSON_OUTPUT_NAME: out },
  })
  if (!existsSync(out)) return count(0, 1)
  const { stats } = JSON.parse(readFileSync(out, 'utf8'))
  count(stats.expected + stats.flaky, stats.unexpected)
}

function build() {
  const built = join(root, 'dist/.built')
  if (modified(built) >= newestSource()) return
  say('\n== build')
  if (spawnSync(process.execPath, ['scripts/build.mjs'], { cwd: root, stdio: 'inherit' }).status !== 0) die('The build failed.')
  writeFileSync(built, '')
}

/** Starts the application as an operator would, with ports of its own. */
async function start(...args) {
  const proc = spawn(process.execPath, ['scripts/start.mjs', ...args], {
    cwd: root,
    env,
    stdio: ['ignore', 'inherit', 'inherit'],
    detached: true,
  })
  await waitFor(`http://127.0.0.1:${ports.ARCH_PORT}/api/studio`, 240)
  await waitFor(`http://127.0.0.1:${ports.ARCH_PORT}/`, 20)
  return proc
}

async function stop(proc) {
  const gone = new Promise((done) => proc.once('exit', done))
  process.kill(proc.pid, 'SIGTERM')
  await Promise.race([gone, sleep(15_000)])
}

/** Everything killed at once, started again: the jobs are still there and every run is where it was or further. */
async function survivesKill(proc) {
  say('\n== killed and started again')
  const jobs = async () => (await (await fetch(`http://127.0.0.1:${ports.ARCH_PORT}/api/jobs`)).json()).length
  const before = await jobs()
  process.kill(-proc.pid, 'SIGKILL')
  killLeftovers(dir)
  await sleep(1000)
  const again = await start()
  const same = (await jobs()) === before
  say(`jobs before and after: ${same ? 'the same' : 'DIFFERENT'}`)
  count(same ? 1 : 0, same ? 0 : 1)
  return again
}

if (!only || only === 'unit') {
  if (!only) {
    step('types', bin('tsc'), ['-p', '.'])
    step('lint and dependency direction', bin('biome'), ['check', '--error-on-warnings', '.'])
    step('dead code', bin('knip'), ['--no-progress'])
  }
  jest('unit', '--testTimeout=60000')
}
if (!only || only === 'integration' || only === 'browser') {
  build()
  killLeftovers(dir)
  let app = await start('--fresh')
  try {
    if (only !== 'browser') jest('integration', '--runInBand', '--forceExit', '--testTimeout=90000')
    if (!only) app = await survivesKill(app)
    if (only !== 'integration') browser()
  } finally {
    await stop(app)
  }
}
say(`\n${totals.passed} passed, ${totals.failed} failed`)
process.exit(totals.failed === 0 ? 0 : 1)
