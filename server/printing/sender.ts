import { collated } from '../../core/sheet/run-pages.ts'
import { capabilitiesOf, type SentFormat, sendable } from '../../core/wire/ipp/capabilities.ts'
import type { Attributes } from '../../core/wire/ipp/message.ts'
import { jobAttributesFor } from '../../core/wire/ipp/plate-attributes.ts'
import type { RunState } from '../../core/work/runs/states.ts'
import { log } from '../log.ts'
import type { Store } from '../store/store.ts'
import { ipp, type PrinterJob, Refused } from './ipp-client.ts'
import type { Pages } from './pages.ts'
import { addressOf, jobOf, type Note, nameAtPrinter, pagesOfRun, type Run } from './run-row.ts'

/** What is sent, and to where: one address from the first word to the last. */
interface Sending {
  address: string
  attributes: Attributes
  format: SentFormat
}

/**
 * Hands pages over so that none can ever be printed twice. With Create-Job the printer's number for the job is written
 * down before its document is sent, and a job that already has its document is not sent another. A printer without it is
 * asked for a job of this run's name; one that forgets its jobs leaves the question to a person.
 */
export class Sender {
  private readonly store: Store
  private readonly pages: Pages
  private readonly note: Note

  constructor(store: Store, pages: Pages, note: Note) {
    this.store = store
    this.pages = pages
    this.note = note
  }

  /** @throws Unreachable, Refused */
  async send(run: Run): Promise<void> {
    const address = await addressOf(this.store, run)
    const name = nameAtPrinter(run)
    const known = run.printerJob === null ? await ipp.findByName(address, name) : await jobOf(run, run.printerJob, address)
    if (known && !known.incoming) return this.there(run, known)
    const printer = await ipp.describe(address)
    const several = this.pages.several(run)
    const { format, twoSteps } = capabilitiesOf(printer, several)
    if (!format)
      throw new Refused(
        0,
        several
          ? 'The printer takes one page at a time. Print each sheet by itself: choose it beside Print.'
          : 'The printer takes none of the forms a page can be sent in: PWG Raster, TIFF, JPEG or PDF.',
      )
    if (run.attemptedAt && !twoSteps)
      return this.note(run, {
        state: 'waiting',
        reason: 'sent-unknown',
        message: 'The server stopped while it was sending, and the printer knows no job of this name. Did a sheet come out?',
      })
    await this.pages.make(run, format)
    const attributes = sendable(jobAttributesFor(run.plate, run.side, collated(pagesOfRun(run)).copies), printer)
    if (!known) await ipp.validate(address, name, attributes, format)
    if ((await this.stateOf(run)) !== 'sending') return
    const sent = twoSteps
      ? await this.inTwo(run, known, { address, attributes, format })
      : await this.inOne(run, { address, attributes, format })
    if (!sent) return
    // Cancelled while it was on its way: it must not print for all that.
    if ((await this.stateOf(run)) === 'cancelled') await ipp.cancel(address, sent.id)
    else await this.there(run, sent)
  }

  private there(run: Run, job: PrinterJob): Promise<void> {
    return this.note(run, { printerJob: job.id, state: 'printing', message: job.message || 'At the printer.' })
  }

  private stateOf(run: Run): Promise<RunState | null> {
    return this.store.runs.stateOf(run.id)
  }

  private async inTwo(run: Run, known: PrinterJob | null, { address, attributes, format }: Sending): Promise<PrinterJob | null> {
    const job = known ?? (await ipp.create(address, nameAtPrinter(run), attributes))
    await this.note(run, { printerJob: job.id, attemptedAt: run.attemptedAt ?? new Date() })
    if ((await this.stateOf(run)) !== 'sending') {
      await ipp.cancel(address, job.id).catch((error) => log.warn({ err: error, run: run.id }, 'an empty job could not be taken back'))
      return null
    }
    return ipp.send(address, job.id, this.pages.fileOf(run, format), format)
  }

  private async inOne(run: Run, { address, attributes, format }: Sending): Promise<PrinterJob> {
    await this.note(run, { attemptedAt: new Date() })
    return ipp.print(address, nameAtPrinter(run), attributes, this.pages.fileOf(run, format), format)
  }
}
