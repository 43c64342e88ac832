import { existsSync } from 'node:fs'
import { rm } from 'node:fs/promises'
import { planForm } from '../../core/output/page/page-plan.ts'
import { collated, sheetsIn } from '../../core/sheet/run-pages.ts'
import { capabilitiesOf, type SentFormat } from '../../core/wire/ipp/capabilities.ts'
import type { FileStore } from '../files/files.ts'
import { log } from '../log.ts'
import { reasonOf } from '../reasons.ts'
import type { Store } from '../store/store.ts'
import type { Pool } from '../workers/pool.ts'
import { ipp, Refused, Unreachable } from './ipp-client.ts'
import { pageTask } from './page-task.ts'
import { addressOf, nameAtPrinter, pagesOfRun, type Run, setupOf } from './run-row.ts'

const EXTENSION = {
  'image/pwg-raster': 'pwg',
  'image/tiff': 'tiff',
  'image/jpeg': 'jpeg',
  'application/pdf': 'pdf',
} as const satisfies Record<SentFormat, string>
const FORMATS = Object.keys(EXTENSION) as SentFormat[]

/** The pages of runs as files, made once in the form their printer wants. */
export class Pages {
  private readonly files: FileStore
  private readonly pool: Pool
  private readonly store: Pick<Store, 'printers'>

  constructor(files: FileStore, pool: Pool, store: Pick<Store, 'printers'>) {
    this.files = files
    this.pool = pool
    this.store = store
  }

  fileOf(run: Run, format: SentFormat): string {
    return this.files.workPath(`run-${run.studio}-${run.id}.${EXTENSION[format]}`)
  }

  /** Whether the document has several pages. */
  several(run: Run): boolean {
    return sheetsIn(collated(pagesOfRun(run)).pages) > 1
  }

  /** The form the printer wants; while it is away, the one most take. */
  async formatFor(run: Run): Promise<SentFormat> {
    const printer = await ipp.describe(await addressOf(this.store, run)).catch((error) => {
      if (error instanceof Unreachable) return null
      throw error
    })
    return (printer && capabilitiesOf(printer, this.several(run)).format) ?? 'image/pwg-raster'
  }

  /** Makes the page unless it is there. @throws Refused when it cannot be made; what broke off the work where the server stops */
  async make(run: Run, format: SentFormat): Promise<string> {
    const output = this.fileOf(run, format)
    if (existsSync(output)) return output
    const setup = setupOf(run)
    const pages = collated(pagesOfRun(run)).pages.map(({ form, count }) => {
      const plan = planForm(run.plate, form)
      if (!plan) throw new Refused(0, 'There is no picture to print.')
      return { ...pageTask(run.plate, plan, this.files), count }
    })
    if (pages.length === 0) throw new Refused(0, 'There is no picture to print.')
    const tag = setup.management === 'driver' || setup.management === 'both' ? ('srgb' as const) : ('device3' as const)
    try {
      if (format === 'image/pwg-raster') await this.pool.renderPage({ pages, output, tag, mediaType: setup.mediaType.id })
      else {
        const each = pages.flatMap((page) => Array.from({ length: page.count }, () => page))
        await this.pool.makePrintFile({ pages: each, output, format: EXTENSION[format], title: nameAtPrinter(run) }, () => undefined)
      }
    } catch (error) {
      // The run is as it was, and its page is made after the next start.
      if (this.pool.closing) throw error
      log.error({ err: error, run: run.id }, 'page')
      throw new Refused(0, `The page could not be made: ${reasonOf(error)}.`)
    }
    return output
  }

  async forget(run: Run): Promise<void> {
    await Promise.all(FORMATS.map((format) => rm(this.fileOf(run, format), { force: true })))
  }
}
