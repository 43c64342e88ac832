import { EventEmitter } from 'node:events'
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import type { Path } from '../../core/paths/path.ts'
import type { MediaType, Printer } from '../../core/printers/printer.ts'
import { nameOf } from '../../core/sizes/named.ts'
import { deliver, type Truth, truthOf } from '../press/press.ts'
import { type DevicePage, readRaster } from '../press/raster-in.ts'
import { drawsIn, feed, inkLimits, type RealSheet } from './mechanics.ts'
import { seeded } from './random.ts'

/** What a job asks of the machine, as read from its attributes. Lengths in µm. */
export interface JobTicket {
  name: string
  user: string
  copies: number
  source: string | null
  mediaType: string | null
  page: { width: number; length: number } | null
  borderless: boolean
  quality: number
}

export type JobState = 'pending' | 'processing' | 'processing-stopped' | 'canceled' | 'aborted' | 'completed'

export interface Job extends JobTicket {
  id: number
  state: JobState
  reason: string
  message: string
  /** 0…100 of the sheet now printing. */
  progress: number
  delivered: number
  createdAt: number
  doneAt: number | null
  truths: Truth[]
}

interface Tray {
  pathId: string
  sheet: RealSheet | null
  /** Sheets, or µm of roll. */
  remaining: number
}

interface Saved {
  nextJob: number
  trays: Tray[]
  jobs: Job[]
  inks: Record<string, number>
  black: 'photo' | 'matte' | 'both'
}

const KEPT_JOBS = 60
/** Longest document accepted. */
export const MAX_DOCUMENT = 1 << 30
const PROGRESS_STEPS = 40

const finished = (job: Job) => job.state === 'completed' || job.state === 'canceled' || job.state === 'aborted'

/** One simulated printer: its trays, ink, jobs and what happens when it prints. Emits `change`. */
export class Machine extends EventEmitter {
  readonly printer: Printer
  powered = true
  private readonly saved: Saved
  private readonly dir: string
  private readonly random: () => number
  /** Simulated seconds that pass in one real second. */
  private readonly pace: number
  private readonly documents = new Map<number, DevicePage>()
  private running: Promise<void> = Promise.resolve()
  private wake: (() => void) | null = null
  private turnedOff = 0

  constructor(printer: Printer, trays: Tray[], dir: string, options: { pace: number; seed: number }) {
    super()
    this.printer = printer
    this.dir = dir
    this.pace = options.pace
    this.random = seeded(options.seed)
    mkdirSync(join(dir, 'sheets'), { recursive: true })
    this.saved = this.read() ?? {
      nextJob: 1,
      trays,
      jobs: [],
      inks: Object.fromEntries(printer.inks.map((i) => [i.id, i.millilitres])),
      black: printer.black.installed,
    }
    for (const job of this.saved.jobs.filter((j) => !finished(j)))
      this.end(job, 'aborted', 'aborted-by-system', 'Power was lost while this job was printing.')
    this.save()
  }

  get jobs(): readonly Job[] {
    return this.saved.jobs
  }

  get trays(): readonly Tray[] {
    return this.saved.trays
  }

  get inks(): Readonly<Record<string, number>> {
    return this.saved.inks
  }

  job(id: number): Job | undefined {
    return this.saved.jobs.find((j) => j.id === id)
  }

  private file(): string {
    return join(this.dir, 'state.json')
  }

  private read(): Saved | null {
    if (!existsSync(this.file())) return null
    try {
      return JSON.parse(readFileSync(this.file(), 'utf8')) as Saved
    } catch {
      return null
    }
  }

  private save() {
    const temporary = `${this.file()}.new`
    writeFileSync(temporary, JSON.stringify(this.saved))
    renameSync(temporary, this.file())
    this.emit('change')
  }

  sheetFile(job: number, sheet: number): string {
    return join(this.dir, 'sheets', `${job}-${sheet}.png`)
  }

  private end(job: Job, state: JobState, reason: string, message: string) {
    Object.assign(job, { state, reason, message, doneAt: Date.now() })
    this.documents.delete(job.id)
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
        if (this.printer.quirks.some((q) => Math.abs(q.width - page.width) < 60))
          return { attribute: 'media-size', message: 'This custom width is refused.' }
        if (!path.customSizes) return { attribute: 'media-size', message: 'The source takes named sizes only.' }
      }
    }
    return null
  }

  pathFor(source: string | null): Path | undefined {
    return source === null || source === 'auto' ? this.printer.paths[0] : this.printer.paths.find((p) => p.source === source)
  }

  private mediaType(id: string | null): MediaType | undefined {
    return this.printer.mediaTypes.find((m) => m.id === id)
  }

  /** Registers a job; its document follows. */
  create(ticket: JobTicket): Job {
    const job: Job = {
      ...ticket,
      id: this.saved.nextJob++,
      state: 'pending',
      reason: 'job-incoming',
      message: 'Waiting for data.',
      progress: 0,
      delivered: 0,
      createdAt: Date.now(),
      doneAt: null,
      truths: [],
    }
    this.saved.jobs.push(job)
    while (this.saved.jobs.length > KEPT_JOBS) this.saved.jobs.shift()
    this.save()
    return job
  }

  /** Takes the document of a job and queues it. Throws RasterError when it cannot be read; the job is then aborted. */
  accept(job: Job, document: Uint8Array | null) {
    if (document === null) {
      // Nothing this machine prints: a client's text or test file is taken and passes through without a sheet.
      this.end(job, 'completed', 'job-completed-successfully', 'Nothing to print in this document.')
      return this.save()
    }
    try {
      this.documents.set(job.id, readRaster(document))
    } catch (error) {
      this.end(job, 'aborted', 'document-format-error', 'The document could not be read.')
      this.save()
      throw error
    }
    job.reason = 'none'
    const before = this.saved.jobs.find((j) => j !== job && !finished(j))
    job.message = before ? 'In the printer’s queue, behind another job that is not finished.' : 'In the printer’s queue.'
    this.save()
    this.running = this.running
      .then(() => this.run(job))
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
    const tray = this.saved.trays.find((t) => t.pathId === pathId)
    const path = this.printer.paths.find((p) => p.id === pathId)
    if (!tray || !path) return 'There is no such path.'
    if (
      sheet &&
      path.drawIn === 'when-asked' &&
      !this.saved.jobs.some((j) => j.state === 'processing-stopped' && this.pathFor(j.source)?.id === pathId)
    )
      return `${path.name} pushes the sheet back out: it takes one only when it asks, after the data has arrived.`
    if (sheet && Math.min(sheet.width, sheet.length) > path.width.max + 1500) return 'The sheet is wider than the path.'
    tray.sheet = sheet
    tray.remaining = sheet ? remaining : 0
    this.save()
    this.wake?.()
    return null
  }

  /** A hand presses the panel's go key: try again, or confirm. */
  go() {
    this.wake?.()
  }

  /** Switches the machine; a job under way is lost. */
  power(on: boolean) {
    this.powered = on
    if (!on) {
      this.turnedOff++
      for (const job of this.saved.jobs.filter((j) => !finished(j)))
        this.end(job, 'aborted', 'aborted-by-system', 'The printer was switched off in the middle of the job.')
      this.wake?.()
    }
    this.save()
  }

  private async waitForHand(job: Job, reason: string, message: string): Promise<boolean> {
    Object.assign(job, { state: 'processing-stopped', reason, message })
    this.save()
    await new Promise<void>((resolve) => {
      this.wake = resolve
    })
    this.wake = null
    if (finished(job)) return false
    Object.assign(job, { state: 'processing', reason: 'job-printing', message: 'Going on.' })
    this.save()
    return true
  }

  private async run(job: Job): Promise<void> {
    const page = this.documents.get(job.id)
    const path = this.pathFor(job.source)
    if (!page || !path || finished(job)) return
    Object.assign(job, { state: 'processing', reason: 'job-printing', message: 'Preparing.' })
    this.save()
    const told = job.page ?? { width: (page.header.pageWidth / 72) * 25_400, length: (page.header.pageHeight / 72) * 25_400 }
    for (let sheet = 1; sheet <= job.copies; sheet++) {
      const real = await this.drawSheet(job, path, told)
      if (!real) return
      await this.printSheet(job, path, page, told, real, sheet)
      if (finished(job)) return
    }
    this.end(job, 'completed', 'job-completed-successfully', `${job.copies} ${job.copies === 1 ? 'sheet' : 'sheets'} delivered.`)
    this.save()
  }

  /** Gets a sheet under the head, asking for hands as often as it takes. Null when the job ended meanwhile. */
  private async drawSheet(job: Job, path: Path, told: { width: number; length: number }): Promise<RealSheet | null> {
    const tray = this.saved.trays.find((t) => t.pathId === path.id)
    if (!tray) return null
    for (;;) {
      if (finished(job)) return null
      const { sheet } = tray
      const enough = sheet && (sheet.form === 'roll' ? tray.remaining >= told.length : tray.remaining > 0)
      if (!sheet || !enough) {
        if (
          !(await this.waitForHand(
            job,
            'media-needed',
            path.drawIn === 'when-asked' ? `Load one sheet into ${path.name} now.` : `${path.name} is empty.`,
          ))
        )
          return null
        continue
      }
      const off = Math.abs(Math.min(sheet.width, sheet.length) - Math.min(told.width, told.length))
      if (path.senses.size && sheet.form === 'sheet' && off > 3000) {
        if (!(await this.waitForHand(job, 'media-size-mismatch', `The sheet in ${path.name} is not the size of the job.`))) return null
        continue
      }
      if (!drawsIn(path, sheet, tray.remaining, this.random)) {
        if (
          !(await this.waitForHand(job, 'media-jam', 'The sheet was not drawn in. Take it out, square the stack, put it back and go on.'))
        )
          return null
        continue
      }
      tray.remaining -= sheet.form === 'roll' ? told.length : 1
      if (tray.remaining <= 0) tray.sheet = null
      return sheet
    }
  }

  private async printSheet(
    job: Job,
    path: Path,
    page: DevicePage,
    told: { width: number; length: number },
    real: RealSheet,
    number: number,
  ): Promise<void> {
    const power = this.turnedOff
    const upright = real.width <= real.length === told.width <= told.length || real.form === 'roll'
    const sheet = upright ? real : { ...real, width: real.length, length: real.width }
    const travel = feed(path, sheet, told, this.random)
    const bleed = Math.max(
      0,
      ((page.header.width * 25_400) / page.header.ppi - told.width) / 2,
      ((page.header.height * 25_400) / page.header.ppi - told.length) / 2,
    )
    const limits = inkLimits(path, { ...told, known: nameOf(told.width, told.length)?.pwg ?? null }, job.borderless, bleed)
    const media = this.mediaType(job.mediaType) ?? this.printer.mediaTypes[0]
    const quality =
      this.printer.qualities.find((q) => ({ draft: 3, normal: 4, high: 5 })[q.ipp] === job.quality) ?? this.printer.qualities[0]
    const seconds = ((told.width * told.length) / 1e12) * (quality?.secondsPerSquareMetre ?? 600)
    for (let step = 0; step < PROGRESS_STEPS; step++) {
      job.progress = Math.round((step / PROGRESS_STEPS) * 100)
      job.message = `Printing sheet ${number} of ${job.copies}.`
      if (step % 4 === 0) this.save()
      await new Promise((resolve) => setTimeout(resolve, (seconds * 1000) / PROGRESS_STEPS / this.pace))
      if (finished(job) || power !== this.turnedOff) return
    }
    const coated = media?.surface === 'gloss' || media?.surface === 'satin'
    const wanted = media === undefined || media.black === 'either' ? (coated ? 'photo' : 'matte') : media.black
    const black = this.saved.black === 'both' ? wanted : this.saved.black
    const inks = { inkSet: this.printer.inkSet, coating: sheet.coating, white: sheet.white, expects: media?.surface ?? 'plain', black }
    const pass = { page, told, limits, travel, inks }
    job.truths.push(truthOf(pass))
    if (number === 1) writeFileSync(this.sheetFile(job.id, 1), await deliver(pass))
    const used = page.coverage * ((told.width * told.length) / 1e12) * 22
    for (const ink of this.printer.inks)
      this.saved.inks[ink.id] = Math.max(0, (this.saved.inks[ink.id] ?? 0) - used / this.printer.inks.length)
    job.progress = 100
    job.delivered = number
    this.save()
  }
}
