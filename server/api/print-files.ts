import { createReadStream } from 'node:fs'
import { Readable } from 'node:stream'
import { PRINT_FORMAT } from '../../core/output/page/print-format.ts'
import { resolve } from '../../core/plate/resolve/resolve.ts'
import type { App } from '../app-context.ts'
import { createPrintFiles } from '../printing/print-files.ts'
import { missing, Refusal } from '../problems.ts'
import { router } from './shared.ts'

/** Pages as files that another program prints as they are. */
export function printFilesApi(app: App) {
  const { store } = app
  const made = createPrintFiles(app)
  const find = (id: string) => {
    const file = made.find(id)
    if (!file) throw missing('file', id)
    return file
  }
  return router()
    .call('POST /jobs/{id}/print-files', async (c) => {
      const { id } = c.req.valid('param')
      const job = await store.jobs.find(id)
      const plate = resolve(job.brief, await store.studio(), job.pins)
      const { format, form } = c.req.valid('json')
      return c.json(made.begin(job.id, job.title, plate, format, form), 202)
    })
    .call('GET /print-files/{id}', (c) => c.json(find(c.req.valid('param').id), 200))
    .get('/print-files/:id/file', (c) => {
      const file = find(c.req.param('id'))
      if (file.state !== 'ready') throw new Refusal(409, { code: 'not-ready', message: 'The file is still being made.' })
      const { extension, type } = PRINT_FORMAT[file.format]
      return c.body(Readable.toWeb(createReadStream(made.pathOf(file.id))) as ReadableStream, 200, {
        'content-type': type,
        'content-length': String(file.bytes),
        'content-disposition': `attachment; filename="job-${file.jobId}.${extension}"`,
      })
    })
}
