import { readFileSync } from 'node:fs'
import { decisionsSeen } from '../../core/plate/resolve/decisions-seen.ts'
import { resolve } from '../../core/plate/resolve/resolve.ts'
import { splitFlat } from '../../core/things/brief/read-brief.ts'
import { mm } from '../../core/things/length/length.ts'
import type { Edges } from '../../core/things/paths/path.ts'
import type { Studio } from '../../core/things/studio/studio.ts'
import type { Job, Run, RunDetail } from '../../core/wire/api/dto.ts'
import { DELIVERED, MOVING, type RunState } from '../../core/work/runs/states.ts'
import { call, put, until } from './client.ts'
import { gradient } from './pictures.ts'

export const A3 = { width: mm(297), length: mm(420), name: 'A3' }
/** Lustre on A3 with wide borders: where no picture is looked at, a small one is made sooner. */
export const LUSTRE = { paperId: 'harbour-lustre', sheet: A3, size: { by: 'border', border: mm(110) } }

/** An inspection in which nothing but the verdict was looked at. */
export const UNLOOKED = { margins: null, skew: null, target: null, wash: null, gloss: null, faults: [], note: '' }

/** Lays a hand on a simulated printer. */
export const hand = (printer: string, act: object) => call('POST', `/printers/${printer}/machine`, act)

export const runOf = async (id: number) => (await call<RunDetail>('GET', `/runs/${id}`)).body as RunDetail

/** A small picture, uploaded. */
export const smallPicture = async (width = 1200, height = 800): Promise<string> =>
  ((await put('/pictures?name=strip.png', await gradient(width, height).png().toBuffer())).body as { id: string }).id

/** A wish from parts of a brief and of its item, side by side. */
function wish(parts: object) {
  const { shared, item } = splitFlat({ ...parts })
  return { ...shared, items: [item] }
}

/** A job with a small picture, by default one of its own. */
export async function job(brief: object, pins: object = {}, picture: string | null = null): Promise<Job> {
  const pictureId = picture ?? (await smallPicture())
  const made = (await call<Job>('POST', '/jobs', { title: 'Run test', pictureId, brief: wish(brief) })).body
  return (await call<Job>('PATCH', `/jobs/${made.id}`, { version: made.version, pins })).body
}

/** What a printer may be like when a test begins that is about what comes after. */
const WHATEVER_THE_PRINTER_SAYS = ['empty', 'size', 'media-type', 'cover', 'stopped', 'ink'].map((id) => `printer:${id}`)

/** What somebody sends who looked at the job as it is now, and prints whatever the printer says. */
export async function printRequest(
  j: Job,
  { despite = [], ...change }: { despite?: string[] } & Record<string, unknown> = {},
): Promise<object> {
  const studio = (await call('GET', '/studio')).body
  const plate = resolve(j.brief, studio, j.pins)
  return {
    version: j.version,
    decisions: decisionsSeen(plate.decisions),
    despite: [...WHATEVER_THE_PRINTER_SAYS, ...despite],
    because: 'to see what follows',
    side: 'front',
    ...change,
  }
}

export async function print(j: Job, change: { despite?: string[] } & Record<string, unknown> = {}): Promise<Run> {
  const answer = await call<Run>('POST', `/jobs/${j.id}/print`, await printRequest(j, change))
  if (answer.status !== 201) throw new Error(JSON.stringify(answer.body))
  return answer.body
}

/** What a person standing there puts right with a press. */
const PRESSED = ['media-jam', 'media-askew', 'confirm-at-panel', 'black-swap-needed']

/** Follows a run, pressing go when the simulated feeder missed a sheet or asks. */
export const finish = (id: number, states: readonly RunState[]) =>
  until(
    () => runOf(id),
    (run) => {
      const over = !MOVING.includes(run.state) && !DELIVERED.includes(run.state)
      if (over && !states.includes(run.state)) throw new Error(`run ${id} ended as ${run.state}: ${run.message}`)
      if (run.state === 'waiting' && PRESSED.includes(run.reason ?? '')) void call('POST', `/runs/${id}/go`)
      return states.includes(run.state)
    },
    120,
  )

interface MachineJob {
  id: number
  name: string
  state: string
  delivered: number
}

/** Asks a simulated printer behind the application's back. */
async function asked<T>(printer: string, path: string): Promise<T> {
  const { printers } = (await call<Studio>('GET', '/studio')).body as Studio
  const { port } = new URL((printers.find((p) => p.id === printer)?.address ?? '').replace(/^ipp:/, 'http:'))
  return (await (await fetch(`http://127.0.0.1:${port}/hands/${path}`)).json()) as T
}

/** Everything a simulated printer has been sent. */
export const jobsAt = async (printer: string): Promise<MachineJob[]> => (await asked<{ jobs: MachineJob[] }>(printer, 'state')).jobs

/** What really lies white at each edge (µm) of the sheets of one of its jobs, in the order they came out. */
export const truthsAt = (printer: string, job: number): Promise<{ margins: Edges }[]> => asked(printer, `truth/${job}`)

/** The jobs a simulated printer has had under this run's name. */
export const sentAs = async (run: Pick<Run, 'id' | 'jobId'>, printer = 'heron') =>
  (await jobsAt(printer)).filter((j) => j.name === `arch-plate-lantern-wharf-run-${run.id}-${run.jobId}`)

/** Kills the newest program whose name holds this, as a pulled plug would; whoever started it starts it again. */
export function killNewest(part: string): void {
  const children = JSON.parse(readFileSync(`${process.env.ARCH_TEST_VAR ?? 'var/test'}/pids.json`, 'utf8')) as {
    pid: number
    name: string
  }[]
  // The last of that name: the ones before it have been started again already.
  const newest = children.filter((c) => c.name.includes(part)).at(-1)
  // Process 0 is the group of whoever asks.
  if (!newest) throw new Error(`nothing that is called ${part} is running`)
  process.kill(newest.pid, 'SIGKILL')
}
