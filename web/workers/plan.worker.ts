import * as Comlink from 'comlink'
import type { Moment } from '../../core/plate/decisions/decision.ts'
import { resolve } from '../../core/plate/resolve/resolve.ts'
import { changedBy, type Difference, differenceOf, type Several } from '../../core/plate/saved/change-several.ts'
import type { Studio } from '../../core/things/studio/studio.ts'
import type { Job } from '../../core/wire/api/dto.ts'
import { type Outlook, outlookOf } from '../../core/work/schedule/outlook.ts'

let studio: Partial<Studio> = {}

/** Plates of many jobs are worked out here, so that the screen stays free. */
const planner = {
  /** Parts of the studio that are others now. */
  studio(parts: Partial<Studio>): void {
    studio = { ...studio, ...parts }
  },
  outlooks: (jobs: readonly Pick<Job, 'brief' | 'pins'>[]): Outlook[] =>
    jobs.map(({ brief, pins }) => outlookOf(resolve(brief, studio as Studio, pins))),
  /** What a change would do to each. */
  differences: (jobs: readonly Pick<Job, 'brief' | 'pins'>[], several: Several, moment: Moment | null): Difference[] =>
    jobs.map((job) => {
      const changed = changedBy(job, several)
      return differenceOf(
        resolve(job.brief, studio as Studio, job.pins, moment),
        resolve(changed.brief, studio as Studio, changed.pins, moment),
      )
    }),
}
export type Planner = typeof planner

Comlink.expose(planner)
