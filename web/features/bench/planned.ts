import type { Plate } from '../../../core/plate/resolve/plate.ts'
import type { Job } from '../../../core/wire/api/dto.ts'

/** A job with the plate it has at the moment. */
export interface PlannedJob {
  job: Job
  plate: Plate
}
