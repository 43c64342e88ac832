import type { Job } from '../../../core/api/dto.ts'
import type { Plate } from '../../../core/plate/plate.ts'

/** A job with the plate it has at the moment. */
export interface PlannedJob {
  job: Job
  plate: Plate
}
