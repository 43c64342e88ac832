import { existsSync } from 'node:fs'
import { rm } from 'node:fs/promises'
import { MOVING, type RunState } from '../../core/api/dto.ts'
import { isLocal } from '../../core/ipp/address.ts'
import { capabilitiesOf, type SentFormat, sendable } from '../../core/ipp/capabilities.ts'
import type { Attributes } from '../../core/ipp/message.ts'
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
/** A printer that asks at its panel only is taken to do so when its sheet has not begun for this long, ms. */
const ASKS_AFTER = 1800
/** Any other that says nothing new for three times what a sheet should take, and at least for this long, ms. */
const SILENT_AT_LEAST = 120_000
/** Longest single timer; a drying time beyond it is looked at again. */
const LONGEST_TIMER = 3_600_000

/** Name under which a run is known at the printer; unique, so that a restarted server finds what it had sent. */
const nameAtPrinter = (run: RunRow) => `arch-plate-run-${run.id}-${run.jobId}`

const EXTENSION = {
  'image/pwg-raster': 'pwg',
  'image/tiff': 'tiff',
  'image/jpeg': 'jpeg',
  'application/pdf': 'pdf',
} as const satisfies Record<SentFormat, string>

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
  private readonly drying = new Map<number, NodeJS.Timeout>()
  /** When a run last said something new: what it said, and since when. */
  private readonly heard = new Map<number, { what: string; since: number }>()
  private closing = false

  constructor(parts: Parts) {
    this.parts = parts
  }

  /** Takes up every run that was under way when the server stopped. */
  async resume(): Promise<void> {
    const { runs } = this.parts.models
    for (const run of await runs.findAll({ where: { state: [...MOVING], how: 'sent' } })) this.start(run.id)
    for (const run of await runs.findAll({ where: { state: 'drying' } })) this.dry(run)
  }

  /** Says when a drying print is dry; the time is the run's own, so a restart changes nothing. */
  private dry(run: Row): void {
    clearTimeout(this.drying.get(run.id))
    if (this.closing) return
    const left = (run.dryUntil?.getTime() ?? 0) - Date.now()
    const timer = setTimeout(
      () => {
        this.drying.delete(run.id)
        void this.dried(run.id).catch((error) => log.warn({ err: error, run: run.id }, 'drying'))
      },
      Math.max(0, Math.min(left, LONGEST_TIMER)),
    )
    this.drying.set(run.id, timer)
  }

  private async dried(id: number): Promise<void> {
    const run = await this.parts.models.runs.findByPk(id)
    if (run?.state !== 'drying') return
    if ((run.dryUntil?.getTime() ?? 0) > Date.now()) return this.dry(run)
    await this.note(run, { state: 'inspect', message: 'It is dry. Measure it and say how it came out.' })
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
    for (const timer of this.drying.values()) clearTimeout(timer)
    await Promise.race([Promise.allSettled(this.active.values()), pause(3000)])
  }

  /**
   * Asks the printer to let go of a run; one that is not there yet just ends. The state follows from what the printer
   * then says: a printer that does not answer may still print, and nobody is told otherwise.
   * @throws Unreachable when it cannot be asked
   */
  async cancel(run: Row): Promise<void> {
    const { address } = this.setup(run)
    if (run.how === 'own') {
      await this.ended(run, { state: 'cancelled', message: 'Cancelled.', sheetsDelivered: 0 })
      return
    }
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

  /** Ends a run that was printed from a program of the operator's own, as the operator says. */
  async ended(run: Row, change: { state: 'failed' | 'cancelled'; message: string; sheetsDelivered: number }): Promise<void> {
    await this.end(run, { ...change, message: change.message.slice(0, 400), reason: null })
  }

  /** Somebody felt that it is dry. */
  async dryNow(run: Row): Promise<void> {
    clearTimeout(this.drying.get(run.id))
    await this.note(run, { state: 'inspect', dryUntil: new Date(), message: 'It is dry. Measure it and say how it came out.' })
  }

  /** The sheets of such a run are there. */
  async out(run: Row, sheets: number): Promise<void> {
    await this.end(run, { ...this.delivery(run), progress: 100, sheetsDelivered: sheets, delivered: null })
    if (run.state === 'drying') this.dry(run)
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
    if (fresh && !MOVING.includes(fresh.state) && change.state !== undefined && MOVING.includes(change.state)) {
      run.setDataValue('state', fresh.state)
      return
    }
    await run.update(change)
    if (change.state) await this.noteJob(run)
    this.parts.events.tell({ what: 'run', id: run.id })
  }

  private async noteJob(run: RunRow): Promise<void> {
    const state: JobRow['state'] =
      run.state === 'inspect' || run.state === 'drying'
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
        await this.render(run, await this.formatFor(run))
        await this.note(run, { state: 'sending', message: 'Sending the page to the printer.' })
        return
      case 'sending':
        return this.send(run)
      default:
        // Only a person can say what became of it.
        if (run.reason === 'sent-unknown') return void (await pause(AWAY_POLL))
        return this.watch(run)
    }
  }

  private pageFile(run: RunRow, format: SentFormat = 'image/pwg-raster'): string {
    return this.parts.files.workPath(`run-${run.id}.${EXTENSION[format]}`)
  }

  /** The form the printer wants; while it is away, the one most take. */
  private async formatFor(run: Row): Promise<SentFormat> {
    const printer = await ipp.describe(this.setup(run).address).catch((error) => {
      if (error instanceof Unreachable) return null
      throw error
    })
    return (printer && capabilitiesOf(printer).format) ?? 'image/pwg-raster'
  }

  private async render(run: Row, format: SentFormat = 'image/pwg-raster'): Promise<void> {
    const { setup } = this.setup(run)
    const plan = planPage(run.plate, run.side)
    const { picture } = run.plate.brief
    if (!plan || !picture) throw new Refused(0, 'There is no picture to print.')
    const { files, pool } = this.parts
    const task = { ...pageTask(run.plate, plan, files), output: this.pageFile(run, format) }
    try {
      if (format === 'image/pwg-raster')
        await pool.renderPage({
          ...task,
          tag: setup.management === 'driver' || setup.management === 'both' ? 'srgb' : 'device3',
          mediaType: setup.mediaType.id,
        })
      else await pool.makePrintFile({ ...task, format: EXTENSION[format], title: nameAtPrinter(run) }, () => undefined)
    } catch (error) {
      throw new Refused(0, `The page could not be made: ${(error as Error).message}`)
    }
  }

  /**
   * Hands the page over so that it can never be printed twice. With Create-Job the printer's number for the job is written
   * down before its document is sent, and a job that already has its document is not sent another. A printer without it is
   * asked for a job of this run's name; one that forgets its jobs leaves the question to a person.
   */
  private async send(run: Row): Promise<void> {
    const { address } = this.setup(run)
    const name = nameAtPrinter(run)
    const known = run.printerJob === null ? await ipp.findByName(address, name) : await ipp.job(address, run.printerJob)
    if (known && !known.incoming) {
      await this.note(run, { printerJob: known.id, state: 'printing', message: known.message || 'At the printer.' })
      return
    }
    const printer = await ipp.describe(address)
    const can = capabilitiesOf(printer)
    const { format } = can
    if (!format) throw new Refused(0, 'The printer takes none of the forms a page can be sent in: PWG Raster, TIFF, JPEG or PDF.')
    if (run.attemptedAt && !can.twoSteps) {
      await this.note(run, {
        state: 'waiting',
        reason: 'sent-unknown',
        message: 'The server stopped while it was sending, and the printer knows no job of this name. Did a sheet come out?',
      })
      await pause(AWAY_POLL)
      return
    }
    if (!existsSync(this.pageFile(run, format))) await this.render(run, format)
    const attributes = sendable(jobAttributesFor(run.plate, run.side), printer)
    if (!known) await ipp.validate(address, name, attributes, format)
    if (!(await this.still(run, 'sending'))) return
    const sent = can.twoSteps ? await this.sendInTwo(run, known, attributes, format) : await this.sendInOne(run, attributes, format)
    if (!sent) return
    const after = await this.parts.models.runs.findByPk(run.id, { attributes: ['state'] })
    if (after?.state === 'cancelled') {
      // Cancelled while it was on its way: it must not print for all that.
      await ipp.cancel(address, sent.id)
      return
    }
    await this.note(run, { printerJob: sent.id, state: 'printing', message: sent.message || 'At the printer.' })
  }

  private async still(run: Row, state: RunState): Promise<boolean> {
    return (await this.parts.models.runs.findByPk(run.id, { attributes: ['state'] }))?.state === state
  }

  private async sendInTwo(run: Row, known: PrinterJob | null, attributes: Attributes, format: SentFormat): Promise<PrinterJob | null> {
    const { address } = this.setup(run)
    const job = known ?? (await ipp.create(address, nameAtPrinter(run), attributes))
    await this.note(run, { printerJob: job.id, attemptedAt: run.attemptedAt ?? new Date() })
    if (!(await this.still(run, 'sending'))) {
      await ipp.cancel(address, job.id).catch((error) => log.warn({ err: error, run: run.id }, 'an empty job could not be taken back'))
      return null
    }
    return ipp.send(address, job.id, this.pageFile(run, format), format)
  }

  private async sendInOne(run: Row, attributes: Attributes, format: SentFormat): Promise<PrinterJob> {
    await this.note(run, { attemptedAt: new Date() })
    return ipp.print(this.setup(run).address, nameAtPrinter(run), attributes, this.pageFile(run, format), format)
  }

  /** A person says whether the sheet of an interrupted sending came out. */
  async settleSending(run: Row, cameOut: boolean): Promise<void> {
    if (cameOut) return this.out(run, run.plate.brief.copies)
    await this.note(run, { state: 'sending', reason: null, attemptedAt: null, message: 'Sending the page to the printer.' })
    this.start(run.id)
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
    const stopped = job.state === JOB_STATE.stopped
    const silent = stopped ? null : this.silence(run, job)
    const state: RunState = stopped || silent ? 'waiting' : 'printing'
    const change = {
      state,
      reason: stopped ? job.reason : silent ? 'confirm-at-panel' : null,
      message: silent ?? job.message,
      progress: job.progress ?? run.progress,
      sheetsDelivered: job.delivered,
    }
    const told = Object.entries(change) as [keyof typeof change, unknown][]
    if (told.some(([key, value]) => run[key] !== value)) await this.note(run, change)
    await pause(POLL)
  }

  /** What to tell when a printer that should be printing says nothing new; null while it does. */
  private silence(run: Row, job: PrinterJob): string | null {
    const what = `${job.progress} ${job.delivered} ${job.message}`
    const before = this.heard.get(run.id)
    if (before?.what !== what) this.heard.set(run.id, { what, since: Date.now() })
    const since = Date.now() - (this.heard.get(run.id)?.since ?? Date.now())
    const { setup } = this.setup(run)
    // A job that waits its turn behind another one is not asked for anything.
    const between = job.state === JOB_STATE.processing && (job.progress === null || job.progress === 0 || job.progress === 100)
    if (setup.gap === 'wide' && setup.printer.confirmsWideGap && between && since > ASKS_AFTER)
      return `${setup.printer.name} asks at its panel before a print with the wide gap. Press OK there.`
    const perSheet = ((run.plate.estimates?.printingSeconds ?? 600) / Math.max(1, run.plate.brief.copies)) * 1000
    return since > Math.max(SILENT_AT_LEAST, 3 * perSheet)
      ? `The printer has said nothing new for ${Math.round(since / 60_000)} min. Look at its panel: it may wait for an answer.`
      : null
  }

  /** How a run goes on once its sheets are there. */
  private delivery(run: Row) {
    const minutes = run.plate.estimates?.dryingMinutes ?? 0
    const first = run.side === 'front' && run.plate.back !== null
    const message = first
      ? 'The first side is done. Let it dry, turn it over and print the back.'
      : minutes > 0
        ? 'Delivered, and drying. Lay it out singly, face up.'
        : 'Delivered. Measure it and say how it came out.'
    const state: RunState = minutes > 0 ? 'drying' : 'inspect'
    return { state, message, reason: null, dryUntil: new Date(Date.now() + minutes * 60_000) }
  }

  private async delivered(run: Row, job: PrinterJob): Promise<void> {
    const { address } = this.setup(run)
    const picture = isLocal(address) ? await deliveredSheet(address, job.id, 1) : null
    const hash = picture ? (await this.parts.files.take(picture, LIMITS.uploadBytes)).hash : null
    // A printer that counts nothing has done what it was asked for.
    const sheetsDelivered = job.delivered > 0 ? job.delivered : run.plate.brief.copies
    await this.end(run, { ...this.delivery(run), progress: 100, sheetsDelivered, delivered: hash })
    if (run.state === 'drying') this.dry(run)
    await Promise.all(Object.keys(EXTENSION).map((format) => rm(this.pageFile(run, format as SentFormat), { force: true })))
  }

  /** Ends a run with what it used counted, and looks at the printer's ink. */
  private async end(run: Row, change: Partial<RunRow> & { state: RunState; sheetsDelivered: number }): Promise<void> {
    const { setup, address } = this.setup(run)
    const { models, events } = this.parts
    await account(models, run, { ...change, finishedAt: new Date() })
    await this.noteJob(run)
    events.tell({ what: 'run', id: run.id })
    this.heard.delete(run.id)
    // Ink is worth knowing but not worth failing a finished run for; what was printed elsewhere says nothing of this printer.
    if (run.how === 'own') return
    await ipp
      .inkLevels(address)
      .then((levels) => recordInks(models, setup.printer.id, levels))
      .catch((error) => log.warn({ err: error, run: run.id }, 'ink levels'))
    events.tell({ what: 'studio', id: setup.lot.id })
  }
}
