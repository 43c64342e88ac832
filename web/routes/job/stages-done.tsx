import type { Plate } from '../../../core/plate/resolve/plate.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import type { Job } from '../../../core/wire/api/dto.ts'
import { useGoneThrough } from '../../features/run/gone-through.ts'
import { DONE } from './stage-done.ts'
import { StageNav } from './stage-nav.tsx'
import { STAGES } from './stages.ts'

/** The bar of stages with a tick on those whose work is done. Fetched after the bar itself: nobody waits for ticks. */
export default function StagesDone({ job, plate, studio, current }: { job: Job; plate: Plate; studio: Studio; current: string }) {
  const gone = useGoneThrough(job.id, plate, studio)
  const done = new Set(STAGES.map((s) => s.slug).filter((slug) => DONE[slug](job, plate, gone)))
  return <StageNav jobId={job.id} current={current} done={done} />
}
