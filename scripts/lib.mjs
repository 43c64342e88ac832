// What start, test and screenshots share: missing packages, child processes.
import { execFileSync, spawn, spawnSync } from 'node:child_process'
import { existsSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { join, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'

export const root = resolve(fileURLToPath(new URL('..', import.meta.url)))
export const MARIADBD = ['/usr/sbin/mariadbd', '/usr/bin/mariadbd', '/usr/sbin/mysqld']

/** How esbuild makes one file of ours for Node: packages stay where they are. */
export const FOR_NODE = {
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  packages: 'external',
  sourcemap: true,
  logLevel: 'error',
}

export const say = (text) => process.stdout.write(`${text}\n`)
export const die = (text) => {
  process.stderr.write(`${text}\n`)
  process.exit(1)
}
export const sleep = (ms) => new Promise((done) => setTimeout(done, ms))

const has = (path) => existsSync(path)
const PACKAGES = {
  'mariadb-server': () => MARIADBD.some(has),
  'chromium-headless-shell': () => has('/usr/bin/chromium-headless-shell'),
  'liblcms2-utils': () => has('/usr/bin/transicc'),
  'cups-ipp-utils': () => has('/usr/bin/ipptool'),
  'avahi-daemon': () => has('/usr/sbin/avahi-daemon'),
  argyll: () => has('/usr/bin/profcheck'),
  'icc-profiles-free': () => has('/usr/share/color/icc/FOGRA39L.ti3'),
  'libvips-tools': () => has('/usr/bin/vips'),
  'python3-minimal': () => has('/usr/bin/python3'),
}

/** Installs missing Debian packages when root; otherwise says what to install. */
export function needPackages(names) {
  const missing = names.filter((name) => !PACKAGES[name]())
  if (missing.length === 0) return
  if (process.getuid?.() !== 0)
    die(`Missing Debian packages: ${missing.join(' ')}. Install them with: sudo apt-get install ${missing.join(' ')}`)
  say(`Installing ${missing.join(', ')} …`)
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
  const install = () =>
    spawnSync('apt-get', ['install', '-y', '-q', '--no-install-recommends', ...missing], { stdio: ['ignore', 'pipe', 'pipe'], env })
  let done = install()
  if (done.status !== 0) {
    spawnSync('apt-get', ['update', '-q'], { stdio: 'ignore', env })
    done = install()
  }
  if (done.status !== 0) die(`apt-get could not install ${missing.join(' ')}:\n${String(done.stderr).slice(-2000)}`)
}

/** Installs npm packages when they are missing or older than the lockfile. */
export function needModules() {
  const stamp = join(root, 'node_modules/.arch-plate-lock')
  const lock = readFileSync(join(root, 'package-lock.json'), 'utf8')
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return
  say('Installing npm packages …')
  // Not `npm ci`: it refuses a lockfile that leaves out optional packages of other platforms which a registry mirror
  // does not carry. `install --no-save` keeps to the versions of the lockfile and writes neither file.
  const done = spawnSync('npm', ['install', '--no-save', '--no-audit', '--no-fund', '--loglevel=error'], { cwd: root, stdio: 'inherit' })
  if (done.status !== 0) die('npm install failed; see above.')
  writeFileSync(stamp, lock)
}

export const portFree = (port) =>
  new Promise((done) => {
    const server = createServer()
    server.once('error', () => done(false))
    server.listen(port, '127.0.0.1', () => server.close(() => done(true)))
  })

/** Kills what an earlier, killed start left running, by the process ids it wrote down. */
export function killLeftovers(dir) {
  const file = join(dir, 'pids.json')
  if (!existsSync(file)) return
  for (const { pid, name } of JSON.parse(readFileSync(file, 'utf8'))) {
    try {
      const line = readFileSync(`/proc/${pid}/cmdline`, 'utf8')
      // Only our own: a process id may have been given to somebody else since.
      if (line.includes(name)) process.kill(pid, 'SIGKILL')
    } catch {}
  }
  rmSync(file, { force: true })
}

/**
 * A decoded picture is a hundred megabytes that are touched once: in large pages, where the kernel leaves it to programs to ask for
 * them, fetching that memory takes a third of the time. (glibc, 2.35 and later; anything else does not look at it.)
 */
export const LARGE_PAGES = { GLIBC_TUNABLES: process.env.GLIBC_TUNABLES ?? 'glibc.malloc.hugetlb=1' }

const children = []
/** Starts a child, writes its id down for the next start, and ends it with this process. */
export function child(dir, command, args, options = {}) {
  const proc = spawn(command, args, { cwd: root, stdio: ['ignore', 'inherit', 'inherit'], ...options })
  children.push({ pid: proc.pid, name: args.find((a) => a.includes('/')) ?? command, proc })
  writeFileSync(join(dir, 'pids.json'), JSON.stringify(children.map(({ pid, name }) => ({ pid, name }))))
  return proc
}

export async function endChildren() {
  for (const { proc } of [...children].reverse()) {
    if (proc.exitCode !== null || proc.signalCode !== null) continue
    const gone = new Promise((done) => proc.once('exit', done))
    proc.kill('SIGTERM')
    await Promise.race([gone, sleep(8000).then(() => proc.kill('SIGKILL'))])
  }
}

/** Waits until a URL answers with 200. */
export async function waitFor(url, seconds = 60) {
  for (let i = 0; i < seconds * 10; i++) {
    const ok = await fetch(url)
      .then((r) => r.ok)
      .catch(() => false)
    if (ok) return
    await sleep(100)
  }
  die(`${url} did not answer within ${seconds} s.`)
}

/** Newest change below the source folders, to know whether a build is stale. */
function newestSource() {
  const out = execFileSync(
    'find',
    ['core', 'server', 'simulator', 'demo', 'web', 'scripts', 'package-lock.json', 'vite.config.ts', '-type', 'f', '-printf', '%T@\n'],
    { cwd: root, encoding: 'utf8' },
  )
  return Math.max(...out.trim().split('\n').map(Number)) * 1000
}

/**
 * Builds what is older than its sources. With ARCH_PARTS=1 the page of parts (/ui) is built in; a build with it is no
 * build without it.
 */
export function needBuild() {
  const built = join(root, 'dist/.built')
  const flags = process.env.ARCH_PARTS === '1' ? 'parts' : ''
  if (modified(built) >= newestSource() && readFileSync(built, 'utf8') === flags) return
  say('Building …')
  const done = spawnSync(process.execPath, ['scripts/build.mjs'], {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, VITE_PARTS: flags },
  })
  if (done.status !== 0) die('The build failed; see above.')
  writeFileSync(built, flags)
}

const modified = (file) => (existsSync(file) ? statSync(file).mtimeMs : 0)
