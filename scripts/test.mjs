// npm test, in four lanes beside each other: types, lint, dependency direction and unit tests, then what kills the server;
// printing; the other integration tests; browser tests. Each has an application of its own as an operator would start it. One
// line with the sum at the end.
//   node scripts/test.mjs unit|integration|browser     a part of it
//   npm run test:thorough                              with all seeds and every kill
import { spawn } from 'node:child_process'
import { cpSync, existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { createInterface } from 'node:readline'
import { killLeftovers, needBuild, needModules, needPackages, root, say, sleep, waitFor } from './lib.mjs'
import { bundleTests } from './test-groups.mjs'

needPackages([
  'mariadb-server',
  'chromium-headless-shell',
  'liblcms2-utils',
  'cups-ipp-utils',
  'avahi-daemon',
  'argyll',
  'icc-profiles-free',
  'libvips-tools',
  'python3-minimal',
])
needModules()
// The page of parts is walked by a browser test.
process.env.ARCH_PARTS = '1'

const only = process.argv.slice(2).find((arg) => !arg.startsWith('-'))
const bin = (name) => join(root, 'node_modules/.bin', name)
const thorough = process.argv.includes('--thorough') ? { ARCH_THOROUGH: '1' } : {}
mkdirSync(join(root, 'var'), { recursive: true })

const totals = { passed: 0, failed: 0 }
/** What failed, said once more at the end: where only the last lines are kept, they are what one wants to read. */
const failures = []
/** The first lines of what a failing test says, without the colours of a terminal. */
const shortly = (message) =>
  String(message ?? '')
    // biome-ignore lint/suspicious/noControlCharactersInRegex: it is the escape of a terminal's colours.
    .replace(/\u001b\[[0-9;]*m/g, '')
    .split('\n')
    .filter((line) => line.trim())
    .slice(0, 12)
    .join('\n    ')
const count = (passed, failed) => {
  totals.passed += passed
  totals.failed += failed
}

/** What is running: it ends with this process. */
const groups = new Set()
process.on('exit', () => {
  for (const pid of groups)
    try {
      process.kill(-pid, 'SIGTERM')
    } catch {}
})
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => process.exit(1))

/** Starts a program in a group of its own; every line it says is said with the name of its lane. */
function begin(lane, command, args, env = {}) {
  const proc = spawn(command, args, {
    cwd: root,
    env: { ...process.env, ...thorough, ...env },
    stdio: ['ignore', 'pipe', 'pipe'],
    detached: true,
  })
  groups.add(proc.pid)
  for (const stream of [proc.stdout, proc.stderr]) createInterface({ input: stream }).on('line', (line) => say(`${lane} │ ${line}`))
  const ended = new Promise((done) =>
    proc.once('exit', (status) => {
      groups.delete(proc.pid)
      done(status)
    }),
  )
  return { proc, ended }
}

/**
 * With room for what is soon forgotten a tenth less is spent on collecting it; and one thread beside the tests' own collects and
 * compiles: the four there are else get in each other's way where programs share two processors (153 s of processor for the unit
 * tests alone, else 184). The application runs as an operator starts it.
 */
const JEST_NODE = '--experimental-vm-modules --no-warnings --max-semi-space-size=64 --v8-pool-size=1'

/** A step that passes or fails as a whole. */
async function step(name, command, args) {
  const ok = (await begin('unit', command, args).ended) === 0
  say(`unit │ ${name}: ${ok ? 'ok' : 'FAILED'}`)
  if (!ok) failures.push(name)
  count(ok ? 1 : 0, ok ? 0 : 1)
}

async function jest(lane, project, env, ...more) {
  const out = join(root, `var/${lane}.json`)
  rmSync(out, { force: true })
  const args = ['--selectProjects', project, '--json', `--outputFile=${out}`, '--silent', ...more]
  const run = begin(lane, bin('jest'), args, { ...env, NODE_OPTIONS: JEST_NODE })
  const status = await run.ended
  if (!existsSync(out)) {
    failures.push(`${lane}: no result was written`)
    return count(0, 1)
  }
  const r = JSON.parse(readFileSync(out, 'utf8'))
  const failed = r.numFailedTests + r.numRuntimeErrorTestSuites
  for (const { name, message, assertionResults } of r.testResults) {
    const tests = assertionResults.filter((one) => one.status === 'failed')
    for (const one of tests) failures.push(`${name}: ${one.fullName}\n    ${shortly(one.failureMessages[0])}`)
    if (tests.length === 0 && assertionResults.length === 0 && message) failures.push(`${name}\n    ${shortly(message)}`)
  }
  count(r.numPassedTests, failed === 0 && status !== 0 ? 1 : failed)
}

async function browser(lane, env) {
  const out = join(root, 'var/browser.json')
  rmSync(out, { force: true })
  await begin(lane, bin('playwright'), ['test', '--config', 'e2e/playwright.config.ts'], { ...env, PLAYWRIGHT_JSON_OUTPUT_NAME: out }).ended
  if (!existsSync(out)) {
    failures.push(`${lane}: no result was written`)
    return count(0, 1)
  }
  const { stats, suites } = JSON.parse(readFileSync(out, 'utf8'))
  const failing = (suite) => {
    for (const { file, title, ok, tests } of suite.specs ?? [])
      if (!ok) failures.push(`${file}: ${title}\n    ${shortly(tests[0]?.results.at(-1)?.error?.message)}`)
    for (const inner of suite.suites ?? []) failing(inner)
  }
  for (const suite of suites) failing(suite)
  count(stats.expected + stats.flaky, stats.unexpected)
}

/** An application with data and ports of its own: seven printers follow its port + 11. */
function application(lane, port) {
  const dir = join(root, 'var', `test-${lane}`)
  const env = {
    ARCH_VAR: dir,
    ARCH_PORT: String(port),
    ARCH_DB_PORT: String(port + 3),
    ARCH_DB_PASSWORD_FILE: join(dir, 'database-password'),
    ARCH_SIM_PORT: String(port + 11),
    ARCH_SIM_PACE: '200',
    ARCH_SIM_SEED: '11',
    ARCH_RESTART_AFTER: '150',
    ARCH_TEST_PORT: String(port),
    ARCH_TEST_SIM: String(port + 11),
    ARCH_TEST_VAR: dir,
    ARCH_PLUG: join(dir, 'plug'),
  }
  const url = `http://127.0.0.1:${port}`
  let app
  const start = async (...args) => {
    app = begin(lane, process.execPath, ['scripts/start.mjs', ...args], env)
    await waitFor(`${url}/api/studios`, 300)
    await waitFor(`${url}/`, 20)
  }
  killLeftovers(dir)
  return {
    env,
    dir,
    start,
    async stop() {
      app.proc.kill('SIGTERM')
      await Promise.race([app.ended, sleep(15_000)])
    },
    /** Everything killed at once, started again: the jobs are still there and every run is where it was or further. */
    async survivesKill() {
      const jobs = async () => (await (await fetch(`${url}/api/studios/lantern-wharf/jobs/heads`)).json()).heads.length
      const before = await jobs()
      process.kill(-app.proc.pid, 'SIGKILL')
      killLeftovers(dir)
      await app.ended
      await start()
      const same = (await jobs()) === before
      say(`${lane} │ killed and started again, jobs before and after: ${same ? 'the same' : 'DIFFERENT'}`)
      if (!same) failures.push('killed and started again: not the jobs that were there')
      count(same ? 1 : 0, same ? 0 : 1)
    },
  }
}

/** The demo, made once as `npm start -- --fresh` makes it: every lane begins with a copy, whose printers are at ports of its own. */
async function madeDemo() {
  const app = application('demo', 9580)
  await app.start('--fresh')
  await app.stop()
  return app.dir
}

/** Runs a lane to its end; whatever becomes of it, its application is stopped. */
async function lane(name, port, work) {
  const app = application(name, port)
  try {
    rmSync(app.dir, { recursive: true, force: true })
    cpSync(await demo, app.dir, { recursive: true })
    await app.start()
    await work(app)
  } catch (error) {
    say(`${name} │ FAILED: ${error}`)
    failures.push(`${name}: ${error}`)
    count(0, 1)
  } finally {
    await app.stop()
  }
}

const ON_APP = ['--runInBand', '--forceExit', '--testTimeout=180000']
const integration = (name, env, ...which) => jest(name, 'integration-groups', env, ...ON_APP, ...which)

async function withoutApplication() {
  if (!only) {
    // One checker: several work out the same types beside each other, and the processors have other work.
    await step('types', bin('tsc'), ['-p', '.', '--checkers', '1'])
    await step('lint and dependency direction', bin('biome'), ['check', '--error-on-warnings', '.'])
    await step('dead code', bin('knip'), ['--no-progress'])
  }
  await bundleTests('unit')
  await jest('unit', 'unit-groups', {}, '--testTimeout=120000', only ? '--maxWorkers=100%' : '--maxWorkers=1')
}

// The applications wait a good deal of the time, for printers and for browsers: the other tests fill it. What kills the server
// all the time, and what asks it anything, has an application to itself, once the processors have less to do.
if (only !== 'unit') needBuild()
const demo = only === 'unit' ? null : madeDemo()
// Each lane says so where it could not be made.
demo?.catch(() => undefined)
if (!only || only === 'integration') await bundleTests('integration')
await Promise.all([
  (async () => {
    if (!only || only === 'unit') await withoutApplication()
    if (!only || only === 'integration')
      await lane('kills', 9610, async ({ env }) => {
        for (const one of ['gaps', 'fuzz']) await integration(one, env, `--testPathPatterns=/${one}`)
      })
  })(),
  (!only || only === 'integration') &&
    lane('printing', 9640, async ({ env, survivesKill }) => {
      await integration('printing', env, '--testPathPatterns=/(server-printing|foreign-printer)')
      await survivesKill()
      await integration('durability', env, '--testPathPatterns=/durability')
    }),
  (!only || only === 'integration') &&
    lane('integration', 9700, ({ env }) =>
      integration('integration', env, '--testPathIgnorePatterns=/(server-printing|foreign-printer|durability|gaps|fuzz)'),
    ),
  (!only || only === 'browser') && lane('browser', 9670, ({ env }) => browser('browser', env)),
])
if (failures.length > 0) say(`\nWhat failed:\n  ${failures.join('\n  ')}`)
say(`\n${totals.passed} passed, ${totals.failed} failed`)
process.exit(totals.failed === 0 ? 0 : 1)
