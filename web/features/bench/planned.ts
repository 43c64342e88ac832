import type { Job } from '../../../core/wire/api/dto.ts'
import type { Outlook } from '../../../core/work/schedule/outlook.ts'

/** A job with what is to be seen of its plate at the moment. */
export interface PlannedJob {
  job: Job
  outlook: Outlook
}
