// npm run test:mutants: makes small changes to the code, one at a time, and asks the unit tests whether they notice. The
// change is made to the file as it is bundled: the project itself is not touched. A seeded sample over core and simulator;
// what was found out stays true while neither the file nor the tests that see it change.
//   npm run test:mutants -- --seed 7 --count 300 --in core/sheet
//   npm run test:mutants -- known      the changes of scripts/mutants/known.json, each against the test it names
import { spawn, spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { availableParallelism } from 'node:os'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { die, needModules, needPackages, root, say } from './lib.mjs'
import { importersOf, testsOf } from './mutants/related.mjs'

needPackages(['liblcms2-utils', 'argyll', 'icc-profiles-free', 'libvips-tools', 'cups-ipp-utils', 'python3-minimal'])
needModules()
// Not before: in a clone of this minute there are no packages.
const { build } = await import('esbuild')
const { pointsIn, reads } = await import('./mutants/points.mjs')

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    seed: { type: 'string', default: '1' },
    count: { type: 'string', default: '300' },
    in: { type: 'string', default: '' },
    /** So long tests are asked, s, the nearest and quickest first: what none of them notices counts as unnoticed, though a slower one might. */
    seconds: { type: 'string', default: '40' },
    'at-once': { type: 'string', default: String(availableParallelism()) },
  },
})
const dir = join(root, 'var/mutants')
const RESULTS = join(dir, 'results.json')
const SECONDS = join(dir, 'seconds.json')
/** No change makes tests so much slower than they were, ms and times, unless it goes round for ever. */
const PATIENCE = { least: 40_000, times: 6 }
/** Where nobody knows how long they take, ms. */
const LONGEST = 300_000

const text = (file) => readFileSync(join(root, file), 'utf8')
const hash = (...parts) => createHash('sha256').update(parts.join('\0')).digest('hex').slice(0, 20)
const code = spawnSync('git', ['ls-files', '-co', '--exclude-standard'], { cwd: root, encoding: 'utf8' })
  .stdout.split('\n')
  .filter((f) => /^(core|simulator|demo|server|web)\/.*\.tsx?$/.test(f) && existsSync(join(root, f)))
const importers = importersOf(root, code)
/** The core and the machines have tests of their own, and what the server's workers make of them; the rest of server and web is asked about itself. */
const ownSide = (file, test) => /^(server|web)\//.test(file) || !/^(server|web)\//.test(test) || test.startsWith('server/workers/')
/** Not asked: what looks at copies of the project or at all of it, what needs the application running, and what needs Jest's own clock. */
const NOT_ASKED = new Set(
  code.filter((f) => /^core\/testing\/|\.app\.test\.ts$/.test(f) || (f.endsWith('.test.ts') && /\bjest\./.test(text(f)))),
)
const TESTS = code.filter((f) => f.endsWith('.test.ts') && !NOT_ASKED.has(f))

/** Puts a change into a file as it is read, and leaves what only a browser can load outside. */
const changing = (mutant) => ({
  name: 'changing',
  setup(on) {
    on.onResolve({ filter: /\?/ }, ({ path }) => ({ path, external: true }))
    if (!mutant) return
    const path = join(root, mutant.file)
    const source = text(mutant.file)
    const contents = source.slice(0, mutant.from) + mutant.text + source.slice(mutant.to)
    on.onLoad({ filter: /\.tsx?$/ }, (file) => (file.path === path ? { contents, loader: 'ts' } : undefined))
  },
})

/** What is being asked ends with whoever asks. */
const asked = new Set()
process.on('exit', () => {
  for (const child of asked) child.kill('SIGKILL')
})
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => process.exit(1))

/**
 * Asks these tests in this order until one fails, with the change made.
 * @returns the test that noticed, null when none did
 */
async function ask(tests, mutant, lane, told = () => undefined, seconds = null) {
  const usually = seconds && tests.reduce((sum, test) => sum + (seconds.get(test) ?? 0), 0) * 1000
  const patience = usually === null ? LONGEST : Math.min(LONGEST, PATIENCE.least + PATIENCE.times * usually)
  const outfile = join(dir, `asked-${lane}.mjs`)
  const harness = join(root, 'scripts/mutants/harness.mjs')
  const contents = `import { ask } from ${JSON.stringify(harness)}
${tests.map((t) => `await ask(${JSON.stringify(t)}, () => import(${JSON.stringify(join(root, t))}))`).join('\n')}
process.exit(0)`
  await build({
    stdin: { contents, resolveDir: root },
    outfile,
    bundle: true,
    platform: 'node',
    format: 'esm',
    packages: 'external',
    loader: { '.css': 'empty' },
    logLevel: 'error',
    plugins: [changing(mutant)],
  })
  return new Promise((done) => {
    const child = spawn(process.execPath, ['--no-warnings', outfile], { cwd: root, stdio: ['ignore', 'pipe', 'pipe'] })
    asked.add(child)
    let late = false
    const timer = setTimeout(() => {
      late = true
      child.kill('SIGKILL')
    }, patience)
    let said = ''
    for (const stream of [child.stdout, child.stderr])
      stream.on('data', (part) => {
        said += part
      })
    child.once('exit', (status) => {
      clearTimeout(timer)
      asked.delete(child)
      told(said)
      const failed = /^FAILED (\S+)/m.exec(said)?.[1]
      if (late) return done('it never ended')
      if (status !== 0 && !failed && !/^passed|Error/m.test(said)) die(`The tests could not be run:\n${said.slice(-2000)}`)
      // A process that a change brings down has been noticed as well.
      done(status === 0 ? null : (failed ?? 'it came down'))
    })
  })
}

/** How long each test takes, and that all of them pass: nothing can be said about changes otherwise. */
async function timings() {
  if (existsSync(SECONDS)) return new Map(Object.entries(JSON.parse(readFileSync(SECONDS, 'utf8'))))
  say('Asking all tests once, unchanged …')
  let said = ''
  const failed = await ask(TESTS, null, 'all', (all) => {
    said = all
  })
  if (failed) die(`The tests fail as they are: ${failed}\n${said.slice(-2000)}`)
  const seconds = [...said.matchAll(/^passed (\S+) ([\d.]+)$/gm)].map(([, file, s]) => [file, Number(s)])
  writeFileSync(SECONDS, JSON.stringify(Object.fromEntries(seconds), null, 1))
  return new Map(seconds)
}

/** Every place of every file that can be changed. */
function everyPoint() {
  const points = []
  for (const file of code) {
    if (!/^(core|simulator)\//.test(file) || file.endsWith('.test.ts') || !file.startsWith(values.in)) continue
    // Left out: test fixtures; what only starts or listens; the machines' side of IPP, whose tests need the built application.
    if (/^(core|simulator)\/testing\/|^simulator\/(main|listen|hands)\.ts$|^simulator\/ipp\//.test(file)) continue
    const source = text(file)
    const lines = source.split('\n')
    const seen = new Map()
    for (const p of pointsIn(source)) {
      // Known by its own line, so that another line of the file may change and the sample stays what it was.
      const name = [file, lines[p.line - 1].trim(), p.kind, p.text].join('\0')
      const nth = seen.get(name) ?? 0
      seen.set(name, nth + 1)
      points.push({ name: `${name}\0${nth}`, file, was: source.slice(p.from, p.to), ...p })
    }
  }
  return points
}

/** As many as asked for, all over the code; for one seed the same every time, but for lines that have changed since. */
const sample = (points, count, seed) =>
  points
    .map((p) => [hash(seed, p.name), p])
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([, p]) => p)
    .slice(0, 2 * count)
    .filter((p) => reads(text(p.file), p))
    .slice(0, count)

/** Makes each change in turn, as many at once as the machine has cores. */
async function tryAll(mutants, testsFor, each, seconds = null) {
  let next = 0
  const lane = async (n) => {
    while (next < mutants.length) {
      const mutant = mutants[next++]
      each(mutant, await ask(testsFor(mutant), mutant, n, () => undefined, seconds))
    }
  }
  await Promise.all(Array.from({ length: Number(values['at-once']) }, (_, n) => lane(n)))
}

const short = (words) => words.replace(/\s+/g, ' ').trim().slice(0, 60) || 'nothing'
const changeOf = (m) => `${short(m.was)} → ${short(m.text)}`
const line = (m) => `${m.file}:${m.line}  ${changeOf(m)}`

async function sampled() {
  const seconds = await timings()
  const results = existsSync(RESULTS) ? JSON.parse(readFileSync(RESULTS, 'utf8')) : {}
  const testsFor = ({ file }) => {
    let left = Number(values.seconds)
    return testsOf(file, importers, seconds)
      .filter((test) => !NOT_ASKED.has(test) && ownSide(file, test))
      .filter((test, n) => {
        left -= seconds.get(test) ?? 1
        return left > 0 || n === 0
      })
  }
  const keyOf = (m) => hash(text(m.file), m.name)
  const isTest = (by) => by !== null && existsSync(join(root, by))
  // Noticed stays noticed while the test that did is the same; unnoticed while no test that was asked changed.
  const seenBy = (m, by) => (isTest(by) ? hash(text(by)) : by === null ? hash(...testsFor(m).map(text)) : '')
  const still = (m) => {
    const known = results[m.key]
    return known !== undefined && (known.by === null || isTest(known.by) || known.seen === '') && known.seen === seenBy(m, known.by)
  }
  const mutants = sample(everyPoint(), Number(values.count), values.seed).map((m) => ({ ...m, key: keyOf(m) }))
  const open = mutants.filter((m) => !still(m))
  say(`${mutants.length} changes, seed ${values.seed}; ${mutants.length - open.length} known from before.`)
  let done = 0
  const found = (m, by) => {
    results[m.key] = { by, seen: seenBy(m, by) }
    writeFileSync(RESULTS, JSON.stringify(results))
    say(`${++done}/${open.length}  ${by ? 'noticed  ' : 'UNNOTICED'}  ${line(m)}${by ? `  (${by})` : ''}`)
  }
  await tryAll(open, testsFor, found, seconds)
  report(mutants, (m) => results[m.key].by !== null)
}

/** What is known of changes that go unnoticed: the words in docs/decisions/22-left.json, by the change and the line it is made to. */
function reasons() {
  const known = JSON.parse(text('docs/decisions/22-left.json'))
  const all = new Map(
    Object.entries(known).flatMap(([why, list]) => list.map(([file, on, change]) => [[file, on, change].join('\0'), why])),
  )
  return (m) => all.get([m.file, text(m.file).split('\n')[m.line - 1].trim(), changeOf(m)].join('\0')) ?? null
}

/** Of these kinds nobody could notice anything: the same comes out, to the last digit or but for it, or after another time. */
const SAME = ['nothing', 'the last digit', 'how long it takes']

function report(mutants, noticed) {
  const whyOf = reasons()
  const byFolder = new Map()
  for (const m of mutants) {
    const parts = m.file.split('/')
    const same = !noticed(m) && SAME.includes(whyOf(m))
    for (const folder of [parts[0], parts.slice(0, 2).join('/')]) {
      const row = byFolder.get(folder) ?? { noticed: 0, same: 0, all: 0 }
      byFolder.set(folder, { noticed: row.noticed + (noticed(m) ? 1 : 0), same: row.same + (same ? 1 : 0), all: row.all + 1 })
    }
  }
  const share = (part, of) => `${((100 * part) / Math.max(1, of)).toFixed(0)} %`
  say('')
  for (const [folder, { noticed, same, all }] of [...byFolder].sort(([a], [b]) => (a < b ? -1 : 1)))
    say(
      `${folder.padEnd(24)} ${String(noticed).padStart(4)} of ${String(all).padStart(4)}  ${share(noticed, all).padStart(5)}, ${share(noticed, all - same).padStart(5)} of those that change what comes out`,
    )
  const left = mutants.filter((m) => !noticed(m)).map((m) => ({ ...m, why: whyOf(m) }))
  const groups = [...new Set(left.map(({ why }) => why))].sort((a, b) => (a === null ? -1 : b === null ? 1 : a < b ? -1 : 1))
  say(`\n${left.length} unnoticed${left.length ? ':' : '.'}`)
  for (const group of groups) {
    say(` ${group ?? 'nobody has said why'}`)
    for (const m of left.filter(({ why }) => why === group).sort((a, b) => (a.file < b.file ? -1 : a.file > b.file ? 1 : a.line - b.line)))
      say(`  ${line(m)}`)
  }
}

/** Changes that once went unnoticed: each must be noticed by the test it names. */
async function known() {
  const all = JSON.parse(text('scripts/mutants/known.json'))
  for (const { file, from, test } of all.filter((entry) => NOT_ASKED.has(entry.test)))
    say(`not asked  ${file}  ${short(from)}  (${test} needs the application)`)
  const mutants = all
    .filter((entry) => !NOT_ASKED.has(entry.test))
    .map((entry) => {
      const source = text(entry.file)
      if (source.split(entry.from).length !== 2) die(`${entry.file} does not have “${entry.from}” once.`)
      const from = source.indexOf(entry.from)
      return {
        ...entry,
        was: entry.from,
        text: entry.to,
        from,
        to: from + entry.from.length,
        line: source.slice(0, from).split('\n').length,
      }
    })
  // A test that fails as it is would notice anything.
  const broken = await ask([...new Set(mutants.map((m) => m.test))], null, 'all')
  if (broken) die(`A test fails as it is: ${broken}`)
  const missed = []
  await tryAll(
    mutants,
    (m) => [m.test],
    (m, by) => {
      if (!by) missed.push(m)
      say(`${by ? 'noticed  ' : 'UNNOTICED'}  ${line(m)}  (${m.test})`)
    },
  )
  say(`\n${mutants.length - missed.length} of ${mutants.length} noticed.`)
  if (missed.length > 0) process.exit(1)
}

mkdirSync(dir, { recursive: true })
await (positionals[0] === 'known' ? known() : sampled())
