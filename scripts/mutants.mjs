// npm run test:mutants: makes small changes to the code, one at a time, in a copy of the project, and asks the unit tests
// whether they notice. A seeded sample over core and simulator; what was found out stays true while neither the file nor
// the tests that see it change.
//   npm run test:mutants -- --seed 7 --count 300 --in core/sheet
//   npm run test:mutants -- known      the changes of scripts/mutants/known.json, each against the test it names
import { spawn, spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { cpSync, existsSync, mkdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs'
import { availableParallelism } from 'node:os'
import { dirname, join } from 'node:path'
import { parseArgs } from 'node:util'
import { die, needModules, needPackages, root, say } from './lib.mjs'
import { pointsIn } from './mutants/points.mjs'
import { importersOf, testsOf } from './mutants/related.mjs'

needPackages(['liblcms2-utils', 'argyll', 'icc-profiles-free', 'libvips-tools'])
needModules()

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    seed: { type: 'string', default: '1' },
    count: { type: 'string', default: '300' },
    in: { type: 'string', default: '' },
    /** So many tests are asked, the nearest first: what none of them notices counts as unnoticed, though a farther one might. */
    nearest: { type: 'string', default: '24' },
    'at-once': { type: 'string', default: String(availableParallelism()) },
  },
})
const dir = join(root, 'var/mutants')
const RESULTS = join(dir, 'results.json')
/** No change makes a test this much slower unless it goes round for ever. */
const PATIENCE = 240_000

const text = (file) => readFileSync(join(root, file), 'utf8')
const hash = (...parts) => createHash('sha256').update(parts.join('\0')).digest('hex').slice(0, 20)
const files = spawnSync('git', ['ls-files', '-co', '--exclude-standard'], { cwd: root, encoding: 'utf8' })
  .stdout.split('\n')
  .filter((f) => f && existsSync(join(root, f)))
const code = files.filter((f) => /^(core|simulator|demo|server|web)\/.*\.tsx?$/.test(f))
const importers = importersOf(root, code)
/** The core and the machines have tests of their own; those of the server are asked about the server. */
const ownSide = (file, test) => /^(server|web)\//.test(file) || !/^(server|web)\//.test(test)
/** Not asked: what looks at copies of the project or at all of it, and what needs the application running. */
const NOT_ASKED = new Set(code.filter((f) => /^core\/testing\/|\.app\.test\.ts$/.test(f)))

/** A copy of the project to change files in. */
function treeOf(n) {
  const tree = join(dir, `tree-${n}`)
  rmSync(tree, { recursive: true, force: true })
  for (const file of files) {
    if (file.startsWith('docs/screenshots/')) continue
    mkdirSync(dirname(join(tree, file)), { recursive: true })
    cpSync(join(root, file), join(tree, file))
  }
  symlinkSync(join(root, 'node_modules'), join(tree, 'node_modules'))
  return tree
}

/** Asks these tests in this order, until one fails. */
function ask(tree, tests) {
  return new Promise((done) => {
    const args = ['-i', '--bail', '--silent', '--testTimeout=60000']
    const child = spawn(
      join(root, 'node_modules/.bin/jest'),
      [...args, `--testSequencer=${join(root, 'scripts/mutants/in-order.mjs')}`, '--runTestsByPath', ...tests],
      {
        cwd: tree,
        detached: true,
        stdio: ['ignore', 'ignore', 'pipe'],
        env: { ...process.env, NODE_OPTIONS: '--experimental-vm-modules --no-warnings', ARCH_TEST_ORDER: tests.join('\n') },
      },
    )
    let late = false
    const timer = setTimeout(() => {
      late = true
      process.kill(-child.pid, 'SIGKILL')
    }, PATIENCE)
    let said = ''
    child.stderr.on('data', (part) => {
      said += part
    })
    child.once('exit', (status) => {
      clearTimeout(timer)
      if (late) return done({ noticed: true, by: 'it never ended' })
      const failed = /^FAIL .*?([\w/.-]+\.test\.ts)/m.exec(said)?.[1] ?? null
      // A runner that did not start has noticed nothing.
      if (status !== 0 && !failed) die(`The tests could not be run:\n${said.slice(-2000)}`)
      done({ noticed: status !== 0, by: failed })
    })
  })
}

/** How long each unit test takes, and that all of them pass: nothing can be said about changes otherwise. */
function timings(tree) {
  const kept = join(dir, 'seconds.json')
  if (existsSync(kept)) return new Map(Object.entries(JSON.parse(readFileSync(kept, 'utf8'))))
  say('Running the unit tests once, unchanged …')
  const out = join(dir, 'whole.json')
  const run = spawnSync(join(root, 'node_modules/.bin/jest'), ['--selectProjects', 'unit', '--silent', '--json', `--outputFile=${out}`], {
    cwd: tree,
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, NODE_OPTIONS: '--experimental-vm-modules --no-warnings' },
  })
  if (run.status !== 0) die('The unit tests fail as they are.')
  const { testResults } = JSON.parse(readFileSync(out, 'utf8'))
  const seconds = testResults.map((t) => [t.name.slice(tree.length + 1), (t.endTime - t.startTime) / 1000])
  writeFileSync(kept, JSON.stringify(Object.fromEntries(seconds), null, 1))
  return new Map(seconds)
}

/** The tests to ask about a file. */
const nearest = (file, seconds) =>
  testsOf(file, importers, seconds)
    .filter((test) => !NOT_ASKED.has(test) && ownSide(file, test))
    .slice(0, Number(values.nearest))

/** As many as asked for, all over the code, the same every time for one seed. */
function sample(points, count, seed) {
  return points
    .map((p) => [hash(seed, p.file, p.kind, p.text, String(p.nth)), p])
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .slice(0, count)
    .map(([, p]) => p)
}

/** Every place of every file that tests can speak of. */
function everyPoint() {
  const points = []
  for (const file of code) {
    if (!/^(core|simulator)\//.test(file) || file.endsWith('.test.ts') || file.startsWith('core/testing/') || !file.startsWith(values.in))
      continue
    if (/^simulator\/(main|listen|hands)\.ts$/.test(file)) continue
    const source = text(file)
    const seen = new Map()
    for (const p of pointsIn(source)) {
      const nth = seen.get(p.kind) ?? 0
      seen.set(p.kind, nth + 1)
      points.push({ file, nth, was: source.slice(p.from, p.to), ...p })
    }
  }
  return points
}

const changed = ({ file, from, to, text: now }) => {
  const source = text(file)
  return source.slice(0, from) + now + source.slice(to)
}

/** Makes each change in turn, as many at once as the machine has cores. */
async function tryAll(mutants, testsFor, each) {
  const trees = Array.from({ length: Math.min(Number(values['at-once']), mutants.length) }, (_, n) => treeOf(n))
  let next = 0
  await Promise.all(
    trees.map(async (tree) => {
      while (next < mutants.length) {
        const mutant = mutants[next++]
        writeFileSync(join(tree, mutant.file), changed(mutant))
        const found = await ask(tree, testsFor(mutant))
        writeFileSync(join(tree, mutant.file), text(mutant.file))
        each(mutant, found)
      }
    }),
  )
}

const line = (m) =>
  `${m.file}:${m.line}  ${m.was.replace(/\s+/g, ' ').slice(0, 50)} → ${m.text.replace(/\s+/g, ' ').slice(0, 50) || 'nothing'}`

async function sampled() {
  const tree = treeOf(0)
  const seconds = timings(tree)
  const results = existsSync(RESULTS) ? JSON.parse(readFileSync(RESULTS, 'utf8')) : {}
  const testsFor = ({ file }) => nearest(file, seconds)
  const keyOf = (m) => hash(text(m.file), m.kind, m.text, String(m.nth))
  const still = (m) => {
    const known = results[keyOf(m)]
    if (!known) return null
    // Noticed stays noticed while the test that did is the same; unnoticed while no test that could changed.
    const same = known.noticed
      ? !known.by || !existsSync(join(root, known.by)) || known.asked === hash(text(known.by))
      : known.asked === hash(...testsFor(m).map(text))
    return same ? known : null
  }
  const mutants = sample(everyPoint(), Number(values.count), values.seed)
  const open = mutants.filter((m) => !still(m))
  say(`${mutants.length} changes, seed ${values.seed}; ${mutants.length - open.length} known from before.`)
  let done = 0
  await tryAll(open, testsFor, (m, found) => {
    const asked = found.noticed
      ? found.by && existsSync(join(root, found.by))
        ? hash(text(found.by))
        : ''
      : hash(...testsFor(m).map(text))
    results[keyOf(m)] = { ...found, asked }
    writeFileSync(RESULTS, JSON.stringify(results))
    say(`${++done}/${open.length}  ${found.noticed ? 'noticed  ' : 'UNNOTICED'}  ${line(m)}${found.by ? `  (${found.by})` : ''}`)
  })
  report(mutants, (m) => results[keyOf(m)])
}

function report(mutants, resultOf) {
  const byFolder = new Map()
  for (const m of mutants) {
    const parts = m.file.split('/')
    for (const folder of [parts[0], parts.slice(0, 2).join('/')]) {
      const row = byFolder.get(folder) ?? { noticed: 0, all: 0 }
      byFolder.set(folder, { noticed: row.noticed + (resultOf(m).noticed ? 1 : 0), all: row.all + 1 })
    }
  }
  say('')
  for (const [folder, { noticed, all }] of [...byFolder].sort(([a], [b]) => (a < b ? -1 : 1)))
    say(`${folder.padEnd(24)} ${String(noticed).padStart(4)} of ${String(all).padStart(4)}  ${((100 * noticed) / all).toFixed(0)} %`)
  const left = mutants.filter((m) => !resultOf(m).noticed)
  say(`\n${left.length} unnoticed${left.length ? ':' : '.'}`)
  for (const m of left.sort((a, b) => (a.file < b.file ? -1 : a.file > b.file ? 1 : a.line - b.line))) say(`  ${line(m)}`)
}

/** Changes that once went unnoticed: each must be noticed by the test it names. */
async function known() {
  const all = JSON.parse(text('scripts/mutants/known.json'))
  const list = all.filter((entry) => !NOT_ASKED.has(entry.test))
  for (const { file, from, test } of all.filter((entry) => NOT_ASKED.has(entry.test)))
    say(`not asked  ${file}  ${from}  (${test} needs the application)`)
  const mutants = list.map((entry) => {
    const source = text(entry.file)
    if (source.split(entry.from).length !== 2) die(`${entry.file} does not have “${entry.from}” once.`)
    const from = source.indexOf(entry.from)
    return { ...entry, was: entry.from, text: entry.to, from, to: from + entry.from.length, line: source.slice(0, from).split('\n').length }
  })
  const missed = []
  const testsFor = (m) => [m.test]
  await tryAll(mutants, testsFor, (m, found) => {
    if (!found.noticed) missed.push(m)
    say(`${found.noticed ? 'noticed  ' : 'UNNOTICED'}  ${line(m)}  (${m.test})`)
  })
  say(`\n${mutants.length - missed.length} of ${mutants.length} noticed.`)
  if (missed.length > 0) process.exit(1)
}

mkdirSync(dir, { recursive: true })
await (positionals[0] === 'known' ? known() : sampled())
