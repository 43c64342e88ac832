import { randomUUID } from 'node:crypto'
import { rm, stat } from 'node:fs/promises'
import { planForm } from '../../core/output/page/page-plan.ts'
import { MANY_PAGED, type PrintFormat } from '../../core/output/page/print-format.ts'
import type { Plate } from '../../core/plate/resolve/plate.ts'
import { pagesOf } from '../../core/sheet/run-pages.ts'
import { DEFAULT_RULES } from '../../core/things/studio/house-rules.ts'
import type { PrintFile } from '../../core/wire/api/dto.ts'
import type { App } from '../app-context.ts'
import { log } from '../log.ts'
import { Refusal } from '../problems.ts'
import { reasonOf } from '../reasons.ts'
import { needPictures } from './freeze.ts'
import { pageTask } from './page-task.ts'

const HOUR = 3_600_000
/** Files made at once; each may take a gigabyte of disk. */
const MOST = 4

/** Makes pages as files for other programs, in the workers, and keeps them until they are fetched. */
export function createPrintFiles({ files, pool, store }: Pick<App, 'files' | 'pool' | 'store'>) {
  const made = new Map<string, PrintFile>()
  const pathOf = (id: string) => files.workPath(`print-file-${id}`)
  const hoursKept = () =>
    store.rules.read().then(
      (rules) => rules.keepPrintFilesHours,
      () => DEFAULT_RULES.keepPrintFilesHours,
    )
  const forget = async (id: string) => {
    made.delete(id)
    await rm(pathOf(id), { force: true })
  }
  return {
    /**
     * Begins a file of a job's fronts: one page a form where the format holds several, otherwise the form that is named, or
     * the first. Refuses a plate there is nothing to make from.
     */
    begin(jobId: number, title: string, plate: Plate, format: PrintFormat, formId?: string): PrintFile {
      needPictures(files, plate)
      const { setup } = plate
      const forms = pagesOf(plate, 'front').map(({ form }) => form)
      const wanted =
        formId === undefined ? (MANY_PAGED.includes(format) ? forms : forms.slice(0, 1)) : forms.filter(({ id }) => id === formId)
      const plans = wanted.map((form) => planForm(plate, form))
      if (!setup || plans.length === 0 || plans.includes(null))
        throw new Refusal(422, {
          code: 'nothing-to-make',
          field: 'plate',
          message: 'There is no set-up with a picture to make a file of yet.',
        })
      if ([...made.values()].filter((f) => f.state === 'making').length >= MOST)
        throw new Refusal(422, {
          code: 'too-many-files',
          limit: `${MOST} files`,
          message: 'Several files are being made already. Wait for one of them.',
        })
      const file: PrintFile = { id: randomUUID(), jobId, format, state: 'making', share: 0, says: '', bytes: 0 }
      made.set(file.id, file)
      const output = pathOf(file.id)
      const pages = plans.flatMap((plan) => (plan ? [{ ...pageTask(plate, plan, files), count: 1 }] : []))
      const tag = setup.management === 'driver' || setup.management === 'both' ? ('srgb' as const) : ('device3' as const)
      const work =
        format === 'pwg'
          ? pool.renderPage({ pages, output, tag, mediaType: setup.mediaType.id })
          : pool.makePrintFile({ pages, output, format, title }, (share) => {
              file.share = share
            })
      work.then(
        async () => {
          file.bytes = (await stat(output)).size
          file.share = 1
          file.state = 'ready'
          setTimeout(() => void forget(file.id), (await hoursKept()) * HOUR).unref()
        },
        (error: Error) => {
          file.state = 'failed'
          log.error({ err: error, file: file.id }, 'print file')
          file.says = `The file could not be made: ${reasonOf(error)}.`
          void rm(output, { force: true })
        },
      )
      return file
    },
    find: (id: string) => made.get(id) ?? null,
    pathOf,
  }
}
