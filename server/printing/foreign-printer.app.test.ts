import { type ChildProcess, spawn } from 'node:child_process'
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { createConnection } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { mm } from '../../core/things/length/length.ts'
import type { BeforeSending } from '../../core/wire/api/dto.ts'
import { DELIVERED } from '../../core/work/runs/states.ts'
import { PRINTERS } from '../../demo/printers.ts'
import { readRaster } from '../../simulator/press/raster-in.ts'
import { call } from '../testing/client.ts'
import { finish, job, print } from '../testing/jobs.ts'

// A printer nobody here wrote: `ippeveprinter` from Debian's cups-ipp-utils. It wants D-Bus and Avahi; both are started
// privately, on the loopback interface only.
const PORT = 9790
const ADDRESS = `ipp://127.0.0.1:${PORT}/ipp/print`
const dir = mkdtempSync(join(tmpdir(), 'eve-'))
const socket = join(dir, 'bus')
const children: ChildProcess[] = []

const BUS = `<!DOCTYPE busconfig PUBLIC "-//freedesktop//DTD D-Bus Bus Configuration 1.0//EN" "http://www.freedesktop.org/standards/dbus/1.0/busconfig.dtd">
<busconfig><type>system</type><listen>unix:path=${socket}</listen><auth>EXTERNAL</auth>
<policy context="default"><allow user="*"/><allow own="*"/><allow send_type="method_call"/><allow send_destination="*"/><allow receive_sender="*"/></policy>
</busconfig>`
const AVAHI = '[server]\nallow-interfaces=lo\nuse-ipv6=no\n[wide-area]\nenable-wide-area=no\n[publish]\npublish-workstation=no\n'

function begin(command: string, ...args: string[]): ChildProcess {
  const child = spawn(command, args, { stdio: 'ignore', env: { ...process.env, DBUS_SYSTEM_BUS_ADDRESS: `unix:path=${socket}` } })
  child.on('error', () => undefined)
  children.push(child)
  return child
}
const settled = (ms: number) => new Promise((done) => setTimeout(done, ms))
async function soon(what: () => boolean | Promise<boolean>, seconds: number): Promise<boolean> {
  for (let i = 0; i < seconds * 10; i++) {
    if (await what()) return true
    await settled(100)
  }
  return false
}
const listens = () =>
  new Promise<boolean>((done) => {
    const probe = createConnection(PORT, '127.0.0.1')
    const say = (there: boolean) => {
      probe.destroy()
      done(there)
    }
    probe.once('connect', () => say(true)).once('error', () => say(false))
  })

/** Starts the printer; says why when this machine cannot. */
async function start(): Promise<string | null> {
  for (const program of ['/usr/sbin/ippeveprinter', '/usr/bin/dbus-daemon', '/usr/sbin/avahi-daemon'])
    if (!existsSync(program)) return `${program} is not installed`
  if (process.getuid?.() !== 0) return 'Avahi cannot be started by this user'
  writeFileSync(join(dir, 'bus.conf'), BUS)
  writeFileSync(join(dir, 'avahi.conf'), AVAHI)
  // Each is waited for as long as it runs: a busy machine takes its time, one that cannot start it ends it at once.
  const bus = begin('/usr/bin/dbus-daemon', `--config-file=${join(dir, 'bus.conf')}`, '--nofork', '--nopidfile')
  await soon(() => existsSync(socket) || bus.exitCode !== null, 60)
  if (!existsSync(socket)) return 'D-Bus does not start'
  const avahi = begin('/usr/sbin/avahi-daemon', '-f', join(dir, 'avahi.conf'), '--no-drop-root', '--no-chroot', '--no-rlimits')
  // It answers on the bus once its socket is there; where it may not run it ends before that.
  await soon(() => existsSync('/run/avahi-daemon/socket') || avahi.exitCode !== null, 60)
  if (avahi.exitCode !== null) return 'Avahi does not start (another one runs, or it may not)'
  const eve = begin(
    '/usr/sbin/ippeveprinter',
    ...['-p', String(PORT), '-n', 'localhost', '-d', dir, '-k', '-K', join(dir, 'keys')],
    ...['-s', '60,60', '-f', 'image/pwg-raster,image/jpeg', 'Eve'],
  )
  await soon(async () => eve.exitCode !== null || (await listens()), 120)
  return (await listens()) ? null : 'ippeveprinter does not listen'
}

function stop() {
  for (const child of children.reverse()) child.kill('SIGKILL')
  rmSync(dir, { recursive: true, force: true })
}
const why = await start()
// Where every test of a file is skipped nothing is run after them: what was begun would stand in the way of the next run.
if (why !== null) stop()
afterAll(stop)

const when = why === null ? test : test.skip
when(
  `our client prints to a printer nobody here wrote${why === null ? '' : ` (skipped: ${why})`}`,
  async () => {
    const [tern] = PRINTERS
    if (!tern) throw new Error('demo')
    const [path] = tern.paths
    const eve = {
      ...tern,
      id: 'eve',
      name: 'Eve',
      address: ADDRESS,
      mediaTypes: tern.mediaTypes.map((m) => (m.id === 'stationery' ? m : { ...m, id: `${m.id}-eve` })),
      paths: [{ ...path, source: 'main' }],
    }
    await call('DELETE', '/printers/eve')
    // Hands are laid on simulated printers only.
    expect((await call('POST', '/printers', { ...eve, address: 'ipp://printer.invalid/ipp/print' })).status).toBe(201)
    expect((await call('POST', '/printers/eve/machine', { act: 'go' })).body.code).toBe('real-printer')
    await call('DELETE', '/printers/eve')
    expect((await call('POST', '/printers', eve)).status).toBe(201)
    const j = await job(
      { paperId: 'logbook-plain', sheet: { width: mm(210), length: mm(297), name: 'A4' }, size: { by: 'border', border: mm(20) } },
      { printer: 'eve', stock: 'plain-a4', 'colour-management': 'driver' },
    )
    // It takes PWG Raster, in sRGB and at its own resolution only: that is told beforehand.
    const asked = (await call<BeforeSending>('GET', `/jobs/${j.id}/before-sending`)).body
    expect(asked.format).toBe('image/pwg-raster')
    expect(asked.substitutions.map((s: { attribute: string }) => s.attribute)).toContain('printer-resolution')
    const done = await finish((await print(j)).id, DELIVERED)
    expect(done.sheetsDelivered).toBe(1)
    const spooled = readdirSync(dir).filter((name) => /\.(pwg|ras)$/.test(name))
    expect(spooled).toHaveLength(1)
    // What arrived is the page: A4 at the resolution it was made in, white at its corner, the picture in its middle.
    const page = readRaster(new Uint8Array(readFileSync(join(dir, spooled[0] as string))))
    expect(Math.abs(page.header.width - (210 / 25.4) * eve.feedPpi)).toBeLessThan(3)
    expect(page.header.colour).toBe('srgb')
    const at = (x: number, y: number) => page.rgba[(Math.round(y * page.height) * page.width + Math.round(x * page.width)) * 4] as number
    expect(at(0.02, 0.02)).toBe(255)
    expect(at(0.3, 0.5)).toBeLessThan(250)
    await call('DELETE', '/printers/eve')
  },
  180_000,
)
