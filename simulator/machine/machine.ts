import { EventEmitter } from 'node:events'
import type { Path } from '../../core/things/paths/path.ts'
import type { MediaType, Printer } from '../../core/things/printers/printer.ts'
import { nameOf } from '../../core/things/sizes/named.ts'
import type { RealSheet } from '../../core/wire/api/machine.ts'
import { readPicture } from '../press/picture-in.ts'
import { type DevicePages, readRasterPages, singlePage } from '../press/raster-in.ts'
import { type Nature, natureOf } from './nature.ts'
import {
  finished,
  type Job,
  type JobState,
  type JobTicket,
  KEPT_EVENTS,
  KEPT_JOBS,
  type PanelSetting,
  type Saved,
  StateFile,
  type Tray,
} from './state.ts'

/** Longest document accepted. */
export const MAX_DOCUMENT = 1 << 30
/** Slowest and fastest a machine may be set to run, simulated seconds in a real one. */
const PACE = { real: 1, most: 1_000_000 } as const

/** What a machine does with a job and its pages, from the feed to the delivered sheets. */
export type Mechanism = (machine: Machine, job: Job, pages: DevicePages) => Promise<void>

/** One simulated printer: its trays, ink, panel, jobs and what happens when it prints. Emits `change`. */
export class Machine extends EventEmitter {
  readonly printer: Printer
  readonly nature: Nature
  readonly seed: number
  powered = true
  /** Raised when it is switched off, so that what was under way knows. */
  turnedOff = 0
  /** A question only its panel shows. */
  asking: string | null = null
  readonly state: Saved
  private readonly file: StateFile
  private readonly pageTime: number
  private readonly mechanism: Mechanism
  private readonly documents = new Map<number, DevicePages>()
  private running: Promise<void> = Promise.resolve()
  private wake: (() => void) | null = null

  constructor(
    printer: Printer,
    trays: Tray[],
    dir: string,
    options: { pace: number; seed: number; mechanism: Mechanism; nature?: Partial<Nature> },
  ) {
    super()
    this.printer = printer
    this.nature = { ...natureOf(printer.id), ...options.nature }
    this.pageTime = options.pace
    this.mechanism = options.mechanism
    this.seed = options.seed
    this.file = new StateFile(dir)
    this.state = {
      nextJob: 1,
      trays,
      jobs: [],
      inks: Object.fromEntries(printer.inks.map((i) => [i.id, i.millilitres])),
      black: printer.black.installed,
      panel: {},
      coverOpen: false,
      fed: {},
      events: [],
      lastOut: 0,
      pace: null,
      ...this.file.read(),
    }
    for (const job of this.jobs.filter((j) => !finished(j) && j.reason !== 'job-incoming'))
      this.end(job, 'aborted', 'aborted-by-system', 'Power was lost while this job was printing.')
    this.tell('Switched on.')
    this.save()
  }

  get jobs(): readonly Job[] {
    return this.state.jobs
  }

  get pace(): number {
    return this.state.pace ?? this.pageTime
  }

  job(id: number): Job | undefined {
    return this.jobs.find((j) => j.id === id)
  }

  sheetFile(job: number, sheet: number): string {
    return this.file.sheet(job, sheet)
  }

  tray(pathId: string): Tray | undefined {
    return this.state.trays.find((t) => t.pathId === pathId)
  }

  panelOf(pathId: string): PanelSetting {
    return this.state.panel[pathId] ?? { mediaTypeId: null, gap: 'auto', sensing: 'on' }
  }

  pathFor(source: string | null): Path | undefined {
    return source === null || source === 'auto' ? this.printer.paths[0] : this.printer.paths.find((p) => p.source === source)
  }

  mediaType(id: string | null): MediaType | undefined {
    return this.printer.mediaTypes.find((m) => m.id === id)
  }

  save(): void {
    this.file.write(this.state)
    this.emit('change')
  }

  /** Writes a line into the machine's own record. */
  tell(says: string): void {
    this.state.events.push({ at: Date.now(), says })
    if (this.state.events.length > KEPT_EVENTS) this.state.events.splice(0, this.state.events.length - KEPT_EVENTS)
  }

  end(job: Job, state: JobState, reason: string, message: string): void {
    Object.assign(job, { state, reason, message, doneAt: Date.now() })
    this.documents.delete(job.id)
    this.asking = null
    this.tell(`Job ${job.id}: ${message}`)
  }

  /** Why this ticket cannot be taken, or null. The attribute at fault first. */
  refuses(ticket: JobTicket): { attribute: string; message: string } | null {
    const path = this.pathFor(ticket.source)
    if (!path) return { attribute: 'media-source', message: `There is no source “${ticket.source}”.` }
    if (ticket.mediaType !== null && !this.mediaType(ticket.mediaType))
      return { attribute: 'media-type', message: `There is no media type “${ticket.mediaType}”.` }
    const { page } = ticket
    if (page) {
      if (
        page.width < path.width.min - 1000 ||
        page.width > path.width.max + 1000 ||
        page.length < path.length.min - 1000 ||
        page.length > path.length.max + 1000
      )
        return { attribute: 'media-size', message: 'The page is outside the limits of the source.' }
      if (!nameOf(page.width, page.length)) {
        const refused = this.printer.quirks.some((q) => Math.abs(q.width - (q.kind === 'refused-width' ? page.width : page.length)) < 60)
        if (refused) return { attribute: 'media-size', message: 'This custom size is refused.' }
        if (!path.customSizes) return { attribute: 'media-size', message: 'The source takes named sizes only.' }
      }
    }
    return null
  }

  /** Registers a job; its document follows. */
  create(ticket: JobTicket): Job {
    const job: Job = {
      ...ticket,
      id: this.state.nextJob++,
      state: 'pending',
      reason: 'job-incoming',
      message: 'Waiting for data.',
      progress: 0,
      pages: 1,
      delivered: 0,
      spoilt: 0,
      createdAt: Date.now(),
      doneAt: null,
      truths: [],
    }
    this.state.jobs.push(job)
    while (this.state.jobs.length > KEPT_JOBS) this.state.jobs.shift()
    this.save()
    return job
  }

  /** Takes the document of a job and queues it. Throws RasterError when it cannot be read; the job is then aborted. */
  async accept(job: Job, document: Uint8Array | null, kind: 'raster' | 'picture'): Promise<void> {
    if (document === null) {
      // Nothing this machine prints: a client's text or test file is taken and passes through without a sheet.
      this.end(job, 'completed', 'job-completed-successfully', 'Nothing to print in this document.')
      return this.save()
    }
    job.reason = 'none'
    const path = this.pathFor(job.source)
    const lies = path && this.tray(path.id)?.sheet
    const told = job.page ?? { width: lies?.width ?? 210_000, length: lies?.form === 'sheet' ? lies.length : 297_000 }
    try {
      const pages = kind === 'raster' ? readRasterPages(document) : singlePage(await readPicture(document, told))
      job.pages = pages.count
      this.documents.set(job.id, pages)
    } catch (error) {
      this.end(job, 'aborted', 'document-format-error', 'The document could not be read.')
      this.save()
      throw error
    }
    if (finished(job)) return
    const before = this.jobs.find((j) => j !== job && !finished(j))
    job.message = before ? 'In the printer’s queue, behind another job that is not finished.' : 'In the printer’s queue.'
    this.tell(`Job ${job.id} has arrived.`)
    this.save()
    this.running = this.running
      .then(async () => {
        const pages = this.documents.get(job.id)
        if (pages && !finished(job)) await this.mechanism(this, job, pages)
      })
      .catch((error) => {
        this.end(job, 'aborted', 'aborted-by-system', `The printer gave up: ${(error as Error).message}`)
        this.save()
      })
  }

  cancel(job: Job): boolean {
    if (finished(job)) return false
    this.end(job, 'canceled', 'job-canceled-by-user', 'Cancelled.')
    this.save()
    this.wake?.()
    return true
  }

  /** A hand puts paper into a path. Returns why it will not go, or null. */
  load(pathId: string, sheet: RealSheet | null, remaining: number): string | null {
    const tray = this.tray(pathId)
    const path = this.printer.paths.find((p) => p.id === pathId)
    if (!tray || !path) return 'There is no such path.'
    const asked = this.jobs.some((j) => j.state === 'processing-stopped' && this.pathFor(j.source)?.id === pathId)
    if (sheet && path.drawIn === 'when-asked' && !asked)
      return `${path.name} pushes the sheet back out: it takes one only when it asks, after the data has arrived.`
    if (sheet && Math.min(sheet.width, sheet.length) > path.width.max + 1500) return 'The sheet is wider than the path.'
    if (sheet && sheet.thickness > path.thickness.max * 1.35) return 'The sheet is too thick: it does not go in.'
    tray.sheet = sheet
    tray.remaining = sheet ? remaining : 0
    this.tell(sheet ? `${sheet.paperName} was put into ${path.name}.` : `${path.name} was emptied.`)
    this.save()
    this.wake?.()
    return null
  }

  /** A hand presses the panel's OK key: try again, or confirm. */
  go(): void {
    this.wake?.()
  }

  /** The panel's stop key. */
  stop(): void {
    const job = this.jobs.find((j) => j.state === 'processing' || j.state === 'processing-stopped') ?? this.jobs.find((j) => !finished(j))
    if (job) this.cancel(job)
  }

  setPanel(pathId: string, setting: PanelSetting): string | null {
    const path = this.printer.paths.find((p) => p.id === pathId)
    if (!path) return 'There is no such path.'
    if (setting.mediaTypeId !== null && !this.mediaType(setting.mediaTypeId)) return 'There is no such entry at the panel.'
    this.state.panel[pathId] = setting
    this.tell(`Panel: ${path.panelName} set to ${this.mediaType(setting.mediaTypeId)?.panelName ?? 'automatic'}.`)
    this.save()
    return null
  }

  cover(open: boolean): void {
    if (open === this.state.coverOpen) return
    this.state.coverOpen = open
    this.tell(open ? 'The cover was opened.' : 'The cover was closed.')
    this.save()
    if (!open) this.wake?.()
  }

  /** A fresh cartridge, or a filled tank. */
  replaceInk(inkId: string): string | null {
    const ink = this.printer.inks.find((i) => i.id === inkId)
    if (!ink) return 'There is no such ink.'
    this.state.inks[inkId] = ink.capacity
    this.tell(`${ink.name} was replaced.`)
    this.save()
    this.wake?.()
    return null
  }

  /** Rollers cleaned and separator changed: the path feeds like new. */
  service(pathId: string): void {
    this.state.fed[pathId] = 0
    this.tell(`${this.printer.paths.find((p) => p.id === pathId)?.name ?? pathId} was serviced.`)
    this.save()
  }

  setPace(pace: number | null): void {
    this.state.pace = pace === null ? null : Math.min(PACE.most, Math.max(PACE.real, pace))
    this.save()
  }

  /** Switches the machine; a job under way is lost. */
  power(on: boolean): void {
    this.powered = on
    this.tell(on ? 'Switched on.' : 'Switched off.')
    if (!on) {
      this.turnedOff++
      for (const job of this.jobs.filter((j) => !finished(j)))
        this.end(job, 'aborted', 'aborted-by-system', 'The printer was switched off in the middle of the job.')
      this.wake?.()
    }
    this.save()
  }

  /**
   * Waits for a hand. `silent` leaves the job “processing” for whoever asks over the network: only the panel says what it
   * waits for. False when the job ended meanwhile.
   */
  async waitForHand(job: Job, reason: string, message: string, silent = false): Promise<boolean> {
    if (finished(job)) return false
    if (silent) this.asking = message
    else Object.assign(job, { state: 'processing-stopped', reason, message })
    this.tell(message)
    this.save()
    await new Promise<void>((resolve) => {
      this.wake = resolve
    })
    this.wake = null
    this.asking = null
    if (finished(job)) return false
    Object.assign(job, { state: 'processing', reason: 'job-printing', message: 'Going on.' })
    this.save()
    return true
  }
}
