import { createReadStream } from 'node:fs'
import { Readable } from 'node:stream'
import { createRoute, z } from '@hono/zod-openapi'
import { PRINT_FORMAT, PRINT_FORMATS } from '../../core/output/page/print-format.ts'
import { resolve } from '../../core/plate/resolve/resolve.ts'
import { PrintFileSchema } from '../../core/wire/api/dto.ts'
import type { App } from '../app-context.ts'
import { createPrintFiles } from '../printing/print-files.ts'
import { missing, Refusal } from '../problems.ts'
import { body, IdParam, KeyParam, PROBLEMS, router, takes } from './shared.ts'

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
    .openapi(
      createRoute({
        method: 'post',
        path: '/jobs/{id}/print-files',
        summary: 'Begin making the page of a job as a file',
        request: { params: IdParam, ...takes(z.object({ format: z.enum(PRINT_FORMATS) })) },
        responses: { 202: body(PrintFileSchema), ...PROBLEMS },
      }),
      async (c) => {
        const { id } = c.req.valid('param')
        const job = await store.jobs.find(id)
        const plate = resolve(job.brief, await store.studio(), job.pins)
        return c.json(made.begin(job.id, job.title, plate, c.req.valid('json').format), 202)
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/print-files/{id}',
        summary: 'How far a file is',
        request: { params: KeyParam },
        responses: { 200: body(PrintFileSchema), ...PROBLEMS },
      }),
      (c) => c.json(find(c.req.valid('param').id), 200),
    )
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
