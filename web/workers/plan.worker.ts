import * as Comlink from 'comlink'
import type { Moment } from '../../core/plate/decisions/decision.ts'
import { resolvePart } from '../../core/plate/resolve/part.ts'
import { resolve } from '../../core/plate/resolve/resolve.ts'
import { changedBy, type Difference, differenceOf, type Several } from '../../core/plate/saved/change-several.ts'
import type { Chosen } from '../../core/sheet/run-pages.ts'
import type { Studio } from '../../core/things/studio/studio.ts'
import type { Job } from '../../core/wire/api/dto.ts'
import { type Companion, companionOf } from '../../core/work/gang/companion.ts'
import { type Outlook, outlookOf } from '../../core/work/schedule/outlook.ts'

let studio: Partial<Studio> = {}
type Planned = Pick<Job, 'brief' | 'pins'>
/** Of a job of which some sheets are out those that are left, of the front; null for all of it. */
type Left = Planned & { left: readonly Chosen[] | null }
const memberOf = ({ brief, pins }: Planned) => ({ id: 0, title: '', plate: resolve(brief, studio as Studio, pins) })

/** Plates of many jobs are worked out here, so that the screen stays free. */
const planner = {
  /** Parts of the studio that are others now. */
  studio(parts: Partial<Studio>): void {
    studio = { ...studio, ...parts }
  },
  outlooks: (jobs: readonly Left[]): Outlook[] =>
    jobs.map(({ brief, pins, left }) =>
      outlookOf(left ? resolvePart(brief, studio as Studio, pins, null, left) : resolve(brief, studio as Studio, pins)),
    ),
  /** What a change would do to each. */
  differences: (jobs: readonly Planned[], several: Several, moment: Moment | null): Difference[] =>
    jobs.map((job) => {
      const changed = changedBy(job, several)
      return differenceOf(
        resolve(job.brief, studio as Studio, job.pins, moment),
        resolve(changed.brief, studio as Studio, changed.pins, moment),
      )
    }),
  /** What each would bring to a gang with this one. */
  companions: (job: Planned, others: readonly Planned[]): (Companion | 'unlike' | null)[] => {
    const mine = memberOf(job)
    return others.map((other) => companionOf(mine, memberOf(other)))
  },
}
export type Planner = typeof planner

Comlink.expose(planner)
