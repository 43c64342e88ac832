import { existsSync } from 'node:fs'
import { rm } from 'node:fs/promises'
import { planPage } from '../../core/output/page/page-plan.ts'
import { capabilitiesOf, type SentFormat } from '../../core/wire/ipp/capabilities.ts'
import type { FileStore } from '../files/files.ts'
import { log } from '../log.ts'
import { reasonOf } from '../reasons.ts'
import type { Pool } from '../workers/pool.ts'
import { ipp, Refused, Unreachable } from './ipp-client.ts'
import { pageTask } from './page-task.ts'
import { nameAtPrinter, type Run, setupOf } from './run-row.ts'

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

  constructor(files: FileStore, pool: Pool) {
    this.files = files
    this.pool = pool
  }

  fileOf(run: Run, format: SentFormat): string {
    return this.files.workPath(`run-${run.studio}-${run.id}.${EXTENSION[format]}`)
  }

  /** The form the printer wants; while it is away, the one most take. */
  async formatFor(run: Run): Promise<SentFormat> {
    const printer = await ipp.describe(setupOf(run).address).catch((error) => {
      if (error instanceof Unreachable) return null
      throw error
    })
    return (printer && capabilitiesOf(printer).format) ?? 'image/pwg-raster'
  }

  /** Makes the page unless it is there. @throws Refused when it cannot be made */
  async make(run: Run, format: SentFormat): Promise<string> {
    const output = this.fileOf(run, format)
    if (existsSync(output)) return output
    const { setup } = setupOf(run)
    const plan = planPage(run.plate, run.side)
    if (!plan) throw new Refused(0, 'There is no picture to print.')
    const task = { ...pageTask(run.plate, plan, this.files), output }
    const tag = setup.management === 'driver' || setup.management === 'both' ? ('srgb' as const) : ('device3' as const)
    try {
      if (format === 'image/pwg-raster') await this.pool.renderPage({ ...task, tag, mediaType: setup.mediaType.id })
      else await this.pool.makePrintFile({ ...task, format: EXTENSION[format], title: nameAtPrinter(run) }, () => undefined)
    } catch (error) {
      log.error({ err: error, run: run.id }, 'page')
      throw new Refused(0, `The page could not be made: ${reasonOf(error)}.`)
    }
    return output
  }

  async forget(run: Run): Promise<void> {
    await Promise.all(FORMATS.map((format) => rm(this.fileOf(run, format), { force: true })))
  }
}
