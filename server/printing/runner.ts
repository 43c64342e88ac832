import { sideOf } from '../../core/plate/resolve/plate.ts'
import { membersOf } from '../../core/things/brief/brief.ts'
import { isLocal } from '../../core/wire/ipp/address.ts'
import { JOB_STATE } from '../../core/wire/ipp/tags.ts'
import { MOVING, type RunState } from '../../core/work/runs/states.ts'
import { LIMITS } from '../config.ts'
import type { Events } from '../events.ts'
import type { FileStore } from '../files/files.ts'
import { log } from '../log.ts'
import { apart } from '../store/one-request.ts'
import { type RunChange, wantedOf } from '../store/runs.ts'
import type { Store } from '../store/store.ts'
import type { Pool } from '../workers/pool.ts'
import { account, recordInks } from './account.ts'
import { Drying } from './drying.ts'
import { tellPieces } from './gang-runs.ts'
import { deliveredSheet, hands } from './hands.ts'
import { ipp, type PrinterJob, Refused, Unreachable } from './ipp-client.ts'
import { comesTo } from './job-comes-to.ts'
import { Pages } from './pages.ts'
import { addressOf, jobOf, type Note, pause, type Run, setupOf } from './run-row.ts'
import { Sender } from './sender.ts'
import { Silence } from './silence.ts'

/** How often a printer is asked what has become of a run, ms: one that prints, one that waits for a person, one that is away. */
const POLL = 300
const WAITING_POLL = 1000
const AWAY_POLL = 1500

interface Parts {
  store: Store
  files: FileStore
  pool: Pool
  events: Events
}

/**
 * Takes runs from the queue to the delivered sheet. Every step is written down before the next, so a server that is
 * killed goes on where it was; a job is looked up at the printer before it is sent, so it is never sent twice.
 */
export class Runner {
  private readonly parts: Parts
  private readonly active = new Map<number, Promise<void>>()
  private readonly pages: Pages
  private readonly sender: Sender
  private readonly drying: Drying
  private readonly silence = new Silence()
  private closing = false

  constructor(parts: Parts) {
    this.parts = parts
    const note: Note = (run, change) => this.note(run, change)
    this.pages = new Pages(parts.files, parts.pool, parts.store)
    this.sender = new Sender(parts.store, this.pages, note)
    this.drying = new Drying(parts.store, note)
  }

  /** Takes up every run that was under way when the server stopped. */
  async resume(): Promise<void> {
    for (const run of await this.parts.store.runs.moving()) this.start(run.id)
    await this.drying.resume()
  }

  start(id: number): void {
    if (this.active.has(id)) return
    // It goes on after whoever asked for it has been answered.
    const work = apart(() => this.drive(id))
      .catch((error) => log.error({ err: error, run: id }, 'run stopped'))
      .finally(() => this.active.delete(id))
    this.active.set(id, work)
  }

  async close(): Promise<void> {
    this.closing = true
    this.drying.close()
    await Promise.race([Promise.allSettled(this.active.values()), pause(3000)])
  }

  /**
   * Asks the printer to let go of a run; one that is not there yet just ends. The state follows from what the printer
   * then says: a printer that does not answer may still print, and nobody is told otherwise.
   * @throws Unreachable when it cannot be asked
   */
  async cancel(run: Run): Promise<void> {
    if (run.how === 'own') {
      await this.ended(run, { state: 'cancelled', message: 'Cancelled.', sheetsDelivered: 0 })
      return
    }
    if (run.printerJob === null) {
      await this.note(run, { state: 'cancelled', message: 'Cancelled.', reason: null, finishedAt: new Date() })
      return
    }
    await this.letGo(run, run.printerJob)
    this.start(run.id)
  }

  private async letGo(run: Run, printerJob: number): Promise<void> {
    const address = await addressOf(this.parts.store, run)
    await jobOf(run, printerJob, address)
      .then(() => ipp.cancel(address, printerJob))
      .catch((error) => {
        if (error instanceof Unreachable) throw error
        log.warn({ err: error, run: run.id }, 'the job was over before it could be cancelled')
      })
  }

  /** Ends a run that was printed from a program of the operator's own, as the operator says. */
  async ended(run: Run, change: { state: 'failed' | 'cancelled'; message: string; sheetsDelivered: number }): Promise<void> {
    await this.end(run, { ...change, message: change.message.slice(0, 400), reason: null })
  }

  /** The sheets of such a run are there. */
  async out(run: Run, sheets: number): Promise<void> {
    await this.end(run, { ...this.delivery(run), progress: 100, sheetsDelivered: sheets, delivered: null })
    if (run.state === 'drying') this.drying.watch(run)
  }

  /** Somebody felt that it is dry. */
  dryNow(run: Run): Promise<void> {
    return this.drying.over(run)
  }

  /** Presses the printer's go key for a run that waits at it. */
  async go(run: Run): Promise<void> {
    await hands(await addressOf(this.parts.store, run), { act: 'go' })
    // Taken at the operator's word: the printer has its time to say something new.
    this.silence.forget(run.id)
    if (run.state === 'waiting') await this.note(run, { state: 'printing', reason: null, message: 'Going on.' })
  }

  /** Writes a step down, with what the job has come to by it. A run that is over meanwhile stays over. */
  private async note(run: Run, change: RunChange): Promise<void> {
    const { store, events } = this.parts
    const noted = await store.act(async (act) => {
      const now = await act.runs.hold(run.id)
      const dries = now.state === 'drying' && change.state === 'inspect'
      if (!MOVING.includes(now.state) && change.state !== undefined && !dries) return null
      const next = await act.runs.change(now, change)
      if (change.state) await act.jobs.stands(run.jobId, await comesTo(act, next))
      if (change.state && !dries) await tellPieces(act, next)
      return next
    })
    if (!noted) {
      run.state = (await store.runs.stateOf(run.id)) ?? run.state
      return
    }
    Object.assign(run, change, { version: noted.version })
    if (!MOVING.includes(noted.state)) await this.pages.forget(run)
    if (change.state) events.tell({ what: 'job', id: run.jobId })
    events.tell({ what: 'run', id: run.id })
  }

  private async drive(id: number): Promise<void> {
    while (!this.closing) {
      try {
        const run = await this.parts.store.runs.tryFind(id)
        if (!run || !MOVING.includes(run.state)) return
        await this.step(run)
      } catch (error) {
        if (error instanceof Refused) {
          await this.fail(id, error.message)
          return
        }
        if (!(error instanceof Unreachable)) log.warn({ err: error, run: id }, 'run will be tried again')
        await this.away(id, error)
        await pause(AWAY_POLL)
      }
    }
  }

  private async away(id: number, error: unknown): Promise<void> {
    if (!(error instanceof Unreachable)) return
    const run = await this.parts.store.runs.tryFind(id).catch(() => null)
    if (run && run.message !== error.message)
      await this.note(run, { message: error.message, reason: 'printer-away' }).catch(() => undefined)
  }

  private async fail(id: number, message: string): Promise<void> {
    const run = await this.parts.store.runs.tryFind(id)
    if (run) await this.note(run, { state: 'failed', message: message.slice(0, 400), reason: null, finishedAt: new Date() })
  }

  /** One step forward. Each reads the run afresh, so it does not matter where the last one stopped. */
  private async step(run: Run): Promise<void> {
    switch (run.state) {
      case 'queued':
      case 'rendering':
        await this.note(run, { state: 'rendering', message: 'Making the page: scaling, turning, applying the profile.' })
        await this.pages.make(run, await this.pages.formatFor(run))
        await this.note(run, { state: 'sending', message: 'Sending the page to the printer.' })
        return
      case 'sending':
        return this.sender.send(run)
      default:
        // Only a person can say what became of it.
        if (run.reason === 'sent-unknown') return void (await pause(AWAY_POLL))
        return this.watch(run)
    }
  }

  /** A person says whether the sheet of an interrupted sending came out. */
  async settleSending(run: Run, cameOut: boolean): Promise<void> {
    if (cameOut) return this.out(run, wantedOf(run))
    await this.note(run, { state: 'sending', reason: null, attemptedAt: null, message: 'Sending the page to the printer.' })
    this.start(run.id)
  }

  private async watch(run: Run): Promise<void> {
    const address = await addressOf(this.parts.store, run)
    if (run.printerJob === null) {
      await this.note(run, { state: 'sending' })
      return
    }
    const job = await jobOf(run, run.printerJob, address)
    if (job.state === JOB_STATE.completed) return this.delivered(run, job)
    // Fewer are wanted than it was sent with: it is told to stop when those are out, and has brought them when it has.
    const enough = run.until !== null && job.delivered >= run.until
    if (job.state === JOB_STATE.canceled && enough) return this.delivered(run, job)
    if (job.state === JOB_STATE.canceled) {
      await this.end(run, { state: 'cancelled', message: 'Cancelled.', reason: null, sheetsDelivered: job.delivered })
      return
    }
    if (job.state === JOB_STATE.aborted) {
      await this.end(run, { state: 'failed', message: job.message || 'The printer gave up.', reason: null, sheetsDelivered: job.delivered })
      return
    }
    if (enough) await this.letGo(run, run.printerJob)
    const stopped = job.state === JOB_STATE.stopped
    const silent = stopped ? null : this.silence.of(run, job)
    const state: RunState = stopped || silent ? 'waiting' : 'printing'
    const change = {
      state,
      reason: stopped ? job.reason : silent ? 'confirm-at-panel' : null,
      message: silent ?? job.message,
      progress: job.progress ?? run.progress,
      sheetsDelivered: job.delivered,
    }
    const told = Object.entries(change) as [keyof typeof change, unknown][]
    const news = told.some(([key, value]) => run[key] !== value)
    if (news) await this.note(run, change)
    await pause(state === 'waiting' && !news ? WAITING_POLL : POLL)
  }

  /** How a run goes on once its sheets are there. */
  private delivery(run: Run) {
    const minutes = run.plate.estimates?.dryingMinutes ?? 0
    const dryUntil = new Date(Date.now() + minutes * 60_000)
    // Its pieces dry and are inspected with their own jobs.
    if (membersOf(run.plate.brief).length > 0) {
      const message = 'Delivered. Let it dry, cut it by its plan, and look at each piece with its own job.'
      return { state: 'done' as RunState, message, reason: null, dryUntil }
    }
    const first = run.side === 'front' && sideOf(run.plate, 'back') !== null
    const message = first
      ? 'The first side is done. Let it dry, turn it over and print the back.'
      : minutes > 0
        ? 'Delivered, and drying. Lay it out singly, face up.'
        : 'Delivered. Measure it and say how it came out.'
    const state: RunState = minutes > 0 ? 'drying' : 'inspect'
    return { state, message, reason: null, dryUntil }
  }

  private async delivered(run: Run, job: PrinterJob): Promise<void> {
    const address = await addressOf(this.parts.store, run)
    const picture = isLocal(address) ? await deliveredSheet(address, job.id, 1) : null
    const hash = picture ? (await this.parts.files.take(picture, LIMITS.uploadBytes)).hash : null
    // A printer that counts nothing has done what it was asked for.
    const sheetsDelivered = job.delivered > 0 ? job.delivered : wantedOf(run)
    await this.end(run, { ...this.delivery(run), progress: 100, sheetsDelivered, delivered: hash })
    if (run.state === 'drying') this.drying.watch(run)
  }

  /** Ends a run with what it used counted, and looks at the printer's ink. */
  private async end(run: Run, change: RunChange & { state: RunState; sheetsDelivered: number }): Promise<void> {
    const setup = setupOf(run)
    const { store, events } = this.parts
    let pieces: Awaited<ReturnType<typeof tellPieces>> = { jobs: [], runs: [] }
    const ended = await store.act(async (act) => {
      const now = await act.runs.hold(run.id)
      // Of two who say at one moment that it is over, one is counted.
      if (!MOVING.includes(now.state)) return null
      const next = await account(act, now, { ...change, finishedAt: new Date() })
      await act.jobs.stands(run.jobId, await comesTo(act, next))
      pieces = await tellPieces(act, next)
      return next
    })
    if (!ended) {
      run.state = (await store.runs.stateOf(run.id)) ?? run.state
      return
    }
    Object.assign(run, change, { finishedAt: ended.finishedAt, version: ended.version })
    events.tell({ what: 'job', id: run.jobId })
    events.tell({ what: 'run', id: run.id })
    for (const id of pieces.jobs) events.tell({ what: 'job', id })
    for (const piece of pieces.runs) if (piece.state === 'drying') this.drying.watch(piece)
    this.silence.forget(run.id)
    await this.pages.forget(run)
    // Ink is worth knowing but not worth failing a finished run for; what was printed elsewhere says nothing of this printer.
    if (run.how === 'own') return
    await addressOf(store, run)
      .then((address) => ipp.inkLevels(address))
      .then((levels) => store.act((act) => recordInks(act, setup.printer.id, levels)))
      .catch((error) => log.warn({ err: error, run: run.id }, 'ink levels'))
    events.tell({ what: 'studio', id: setup.lot.id })
  }
}
