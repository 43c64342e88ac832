import { z } from 'zod'
import { PRINT_FORMATS } from '../../../output/page/print-format.ts'
import { PrintFileSchema } from '../dto.ts'
import { type Call, IdParam, KeyParam } from './call.ts'

export const PRINT_FILES_CALLS = {
  'POST /jobs/{id}/print-files': {
    summary: 'Begin making the page of a job as a file',
    params: IdParam,
    takes: z.object({
      format: z.enum(PRINT_FORMATS),
      /** One of the plate’s sheets; left out for all of them where the format holds several pages, else the first. */
      form: z.string().max(20).optional(),
    }),
    answers: PrintFileSchema,
    status: 202,
  },
  'GET /print-files/{id}': { summary: 'How far a file is', params: KeyParam, answers: PrintFileSchema },
} as const satisfies Record<string, Call>
