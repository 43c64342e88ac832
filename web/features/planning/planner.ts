import * as Comlink from 'comlink'
import type { Studio } from '../../../core/things/studio/studio.ts'
import type { Planner } from '../../workers/plan.worker.ts'

/** Longest that a few jobs take; a worker that died says nothing, ms. */
const PATIENCE = 30_000
let planner: { worker: Worker; remote: Comlink.Remote<Planner> } | null = null
/** What the worker has of the studio, or is being sent. */
let told: Partial<Studio> = {}
let sent: Promise<unknown> = Promise.resolve()

/** A worker that died, or says nothing any more, is replaced at the next request. */
function dismiss(): void {
  planner?.worker.terminate()
  planner = null
}

/** What the worker answers, if it does. */
export async function inTime<T>(work: Promise<T>): Promise<T> {
  let timer: ReturnType<typeof setTimeout> | undefined
  const late = new Promise<never>((_, fail) => {
    timer = setTimeout(() => {
      dismiss()
      fail(new Error('the planner does not answer'))
    }, PATIENCE)
  })
  return Promise.race([work, late]).finally(() => clearTimeout(timer))
}

/** The worker, with the studio as it is now: only the parts that are others are sent. */
export async function planFor(studio: Studio): Promise<Comlink.Remote<Planner>> {
  if (!planner) {
    const worker = new Worker(new URL('../../workers/plan.worker.ts', import.meta.url), { type: 'module' })
    planner = { worker, remote: Comlink.wrap<Planner>(worker) }
    told = {}
    sent = Promise.resolve()
    worker.addEventListener('error', dismiss)
  }
  const now = planner.remote
  const parts = Object.fromEntries(Object.entries(studio).filter(([part, value]) => told[part as keyof Studio] !== value))
  told = { ...told, ...parts }
  // One after the other: to copy thousands of lots, papers and profiles at once would hold up the screen.
  for (const [part, value] of Object.entries(parts)) sent = sent.then(() => inTime(now.studio({ [part]: value })))
  try {
    await sent
  } catch (error) {
    // Another may have taken its place already.
    if (planner?.remote === now) dismiss()
    throw error
  }
  return now
}
