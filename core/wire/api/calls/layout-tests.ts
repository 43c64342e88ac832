import { z } from 'zod'
import { JobSchema } from '../dto.ts'
import { type Call, KeyParam } from './call.ts'

export const Asked = z.object({ pathId: z.string().max(60), lotId: z.string().max(60) })

export const LAYOUT_TESTS_CALLS = {
  'POST /printers/{id}/layout-test': {
    summary: 'Begin a job that prints a layout test on one path',
    params: KeyParam,
    takes: Asked,
    answers: JobSchema,
    status: 201,
  },
} as const satisfies Record<string, Call>
