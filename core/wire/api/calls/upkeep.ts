import { z } from 'zod'
import { UpkeepSchema, UsesSchema } from '../../../things/upkeep/upkeep.ts'
import type { Call } from './call.ts'

export const UPKEEP_CALLS = {
  'GET /upkeep': {
    summary: 'How much of the disk is free, and the backups there are of all studios',
    answers: UpkeepSchema.meta({ id: 'Upkeep' }),
  },
  'GET /upkeep/uses': { summary: 'What uses the disk beside the backups, all studios together', answers: UsesSchema },
  'POST /upkeep/backups': {
    summary: 'Begin a backup of all studios; how it went is told by GET /upkeep',
    answers: z.object({ making: z.iso.datetime() }),
    status: 202,
  },
} as const satisfies Record<string, Call>
