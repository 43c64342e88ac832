import { rm } from 'node:fs/promises'
import type { RunState } from '../../core/api/dto.ts'
import { jobAttributesFor } from '../../core/ipp/plate-attributes.ts'
import { JOB_STATE } from '../../core/ipp/tags.ts'
import { planPage } from '../../core/render/page-plan.ts'
import { LIMITS } from '../config.ts'
import type { JobRow, Row as ModelRow, Models, RunRow } from '../db/models.ts'
import type { Events } from '../events.ts'
import { log } from '../log.ts'
import type { FileStore } from '../store/files.ts'
import type { Pool } from '../workers/pool.ts'
import { account, recordInks } from './account.ts'
import { deliveredSheet, hands } from './hands.ts'
import { ipp, type PrinterJob, Refused, Unreachable } from './ipp-client.ts'
import { pageTask } from './page-task.ts'

type Row = ModelRow<RunRow>

const POLL = 300
const AWAY_POLL = 1500
const UNFINISHED: RunState[] = ['queued', 'rendering', 'sending', 'waiting', 'printing']
const DRY_STATES: RunState[] = ['inspect', 'done', 'failed', 'cancelled']

/** Name under which a run is known at the printer; unique, so that a restarted server finds what it had sent. */
const nameAtPrinter = (run: RunRow) => `arch-plate-run-${run.id}-${run.jobId}`

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))

interface Parts {
  models: Models
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
  private closing = false

  constructor(parts: Parts) {
    this.parts = parts
  }

  /** Takes up every run that was under way when the server stopped. */
  async resume(): Promise<void> {
    const rows = await this.parts.models.runs.findAll({ where: { state: UNFINISHED } })
    for (const run of rows) this.start(run.id)
  }

  start(id: number): void {
    if (this.active.has(id)) return
    const work = this.drive(id)
      .catch((error) => log.error({ err: error, run: id }, 'run stopped'))
      .finally(() => this.active.delete(id))
    this.active.set(id, work)
  }

  async close(): Promise<void> {
    this.closing = true
    await Promise.race([Promise.allSettled(this.active.values()), pause(3000)])
  }

  /**
   * Asks the printer to let go of a run; one that is not there yet just ends. The state follows from what the printer
   * then says: a printer that does not answer may still print, and nobody is told otherwise.
   * @throws Unreachable when it cannot be asked
   */
  async cancel(run: Row): Promise<void> {
    const { address } = this.setup(run)
    if (run.printerJob === null) {
      await this.note(run, { state: 'cancelled', message: 'Cancelled.', reason: null, finishedAt: new Date() })
      return
    }
    await ipp.cancel(address, run.printerJob).catch((error) => {
      if (error instanceof Unreachable) throw error
      log.warn({ err: error, run: run.id }, 'the job was over before it could be cancelled')
    })
    this.start(run.id)
  }

  /** Presses the printer's go key for a run that waits at it. */
  async go(run: Row): Promise<void> {
    await hands(this.setup(run).address, { act: 'go' })
  }

  private setup(run: RunRow) {
    const { setup } = run.plate
    if (!setup) throw new Error('a run without a set-up')
    return { setup, address: setup.printer.address }
  }

  private async note(run: Row, change: Partial<RunRow>): Promise<void> {
    const fresh = await this.parts.models.runs.findByPk(run.id, { attributes: ['state'] })
    if (fresh && DRY_STATES.includes(fresh.state) && change.state !== undefined && UNFINISHED.includes(change.state)) {
      run.setDataValue('state', fresh.state)
      return
    }
    await run.update(change)
    if (change.state) await this.noteJob(run)
    this.parts.events.tell({ what: 'run', id: run.id })
  }

  private async noteJob(run: RunRow): Promise<void> {
    const state: JobRow['state'] =
      run.state === 'inspect'
        ? 'inspect'
        : run.state === 'failed'
          ? 'failed'
          : run.state === 'cancelled'
            ? 'setup'
            : run.state === 'done'
              ? 'done'
              : 'printing'
    await this.parts.models.jobs.update({ state }, { where: { id: run.jobId } })
    this.parts.events.tell({ what: 'job', id: run.jobId })
  }

  private async drive(id: number): Promise<void> {
    while (!this.closing) {
      try {
        const run = await this.parts.models.runs.findByPk(id)
        if (!run || !UNFINISHED.includes(run.state)) return
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
    const run = await this.parts.models.runs.findByPk(id).catch(() => null)
    if (run && run.message !== error.message)
      await this.note(run, { message: error.message, reason: 'printer-away' }).catch(() => undefined)
  }

  private async fail(id: number, message: string): Promise<void> {
    const run = await this.parts.models.runs.findByPk(id)
    if (run) await this.note(run, { state: 'failed', message: message.slice(0, 400), reason: null, finishedAt: new Date() })
  }

  /** One step forward. Each reads the run afresh, so it does not matter where the last one stopped. */
  private async step(run: Row): Promise<void> {
    switch (run.state) {
      case 'queued':
      case 'rendering':
        await this.note(run, { state: 'rendering', message: 'Making the page: scaling, turning, applying the profile.' })
        await this.render(run)
        await this.note(run, { state: 'sending', message: 'Sending the page to the printer.' })
        return
      case 'sending':
        return this.send(run)
      default:
        return this.watch(run)
    }
  }

  private pageFile(run: RunRow): string {
    return this.parts.files.workPath(`run-${run.id}.pwg`)
  }

  private async render(run: Row): Promise<void> {
    const { setup } = this.setup(run)
    const plan = planPage(run.plate, run.side)
    const { picture } = run.plate.brief
    if (!plan || !picture) throw new Refused(0, 'There is no picture to print.')
    const { files, pool } = this.parts
    try {
      await pool.renderPage({
        ...pageTask(run.plate, plan, files),
        tag: setup.management === 'driver' || setup.management === 'both' ? 'srgb' : 'device3',
        mediaType: setup.mediaType.id,
        output: this.pageFile(run),
      })
    } catch (error) {
      throw new Refused(0, `The page could not be made: ${(error as Error).message}`)
    }
  }

  private async send(run: Row): Promise<void> {
    const { address } = this.setup(run)
    const name = nameAtPrinter(run)
    const known = await ipp.findByName(address, name)
    if (known) {
      await this.note(run, { printerJob: known.id, state: 'printing', message: known.message })
      return
    }
    const attributes = jobAttributesFor(run.plate, run.side)
    await ipp.validate(address, name, attributes)
    const fresh = await this.parts.models.runs.findByPk(run.id, { attributes: ['state'] })
    if (fresh?.state !== 'sending') return
    const sent = await ipp.print(address, name, attributes, this.pageFile(run))
    const after = await this.parts.models.runs.findByPk(run.id, { attributes: ['state'] })
    if (after?.state === 'cancelled') {
      // Cancelled while it was on its way: it must not print for all that.
      await ipp.cancel(address, sent.id)
      return
    }
    await this.note(run, { printerJob: sent.id, state: 'printing', message: sent.message || 'At the printer.' })
  }

  private async watch(run: Row): Promise<void> {
    const { address } = this.setup(run)
    if (run.printerJob === null) {
      await this.note(run, { state: 'sending' })
      return
    }
    const job = await ipp.job(address, run.printerJob)
    if (job.state === JOB_STATE.completed) return this.delivered(run, job)
    if (job.state === JOB_STATE.canceled) {
      await this.end(run, { state: 'cancelled', message: 'Cancelled.', reason: null, sheetsDelivered: job.delivered })
      return
    }
    if (job.state === JOB_STATE.aborted) {
      await this.end(run, { state: 'failed', message: job.message || 'The printer gave up.', reason: null, sheetsDelivered: job.delivered })
      return
    }
    const state: RunState = job.state === JOB_STATE.stopped ? 'waiting' : 'printing'
    const reason = job.state === JOB_STATE.stopped ? job.reason : null
    if (run.state !== state || run.progress !== job.progress || run.message !== job.message || run.sheetsDelivered !== job.delivered) {
      await this.note(run, { state, reason, message: job.message, progress: job.progress, sheetsDelivered: job.delivered })
    }
    await pause(POLL)
  }

  private async delivered(run: Row, job: PrinterJob): Promise<void> {
    const { address } = this.setup(run)
    const picture = await deliveredSheet(address, job.id, 1)
    const hash = picture ? (await this.parts.files.take(picture, LIMITS.uploadBytes)).hash : null
    const minutes = run.plate.estimates?.dryingMinutes ?? 0
    await this.end(run, {
      state: 'inspect',
      message:
        run.side === 'front' && run.plate.back
          ? 'The first side is done. Let it dry, turn it over and print the back.'
          : 'Delivered. Measure it and say how it came out.',
      reason: null,
      progress: 100,
      sheetsDelivered: job.delivered,
      delivered: hash,
      dryUntil: new Date(Date.now() + minutes * 60_000),
    })
    await rm(this.pageFile(run), { force: true })
  }

  /** Ends a run with what it used counted, and looks at the printer's ink. */
  private async end(run: Row, change: Partial<RunRow> & { state: RunState; sheetsDelivered: number }): Promise<void> {
    const { setup, address } = this.setup(run)
    const { models, events } = this.parts
    await account(models, run, { ...change, finishedAt: new Date() })
    await this.noteJob(run)
    events.tell({ what: 'run', id: run.id })
    // Ink is worth knowing but not worth failing a finished run for.
    await ipp
      .inkLevels(address)
      .then((levels) => recordInks(models, setup.printer.id, levels))
      .catch((error) => log.warn({ err: error, run: run.id }, 'ink levels'))
    events.tell({ what: 'studio', id: setup.lot.id })
  }
}
