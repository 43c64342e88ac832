import { useQuery } from '@tanstack/react-query'
import type { Plate } from '../../../core/plate/resolve/plate.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import type { Job } from '../../../core/wire/api/dto.ts'
import { missingQuery } from '../../api/queries.ts'
import { useGoneThrough } from '../../features/run/gone-through.ts'
import { useJudgeLeft } from '../../features/run/judge-left.ts'
import { DONE } from './stage-done.ts'
import { StageNav } from './stage-nav.tsx'
import type { StageProps } from './stage-props.ts'
import { STAGES } from './stages.ts'

interface Props {
  job: Job
  plate: Plate
  studio: Studio
  current: string
  judge: StageProps['judge']
}

/** The bar of stages with a tick on those whose work is done. Fetched after the bar itself: nobody waits for ticks. */
export default function StagesDone({ job, plate, studio, current, judge }: Props) {
  const missing = useQuery({ ...missingQuery(job.id, job.version), enabled: job.state !== 'printing' }).data
  const gone = useGoneThrough(job.id, plate, studio, missing)
  // The Run stage judges what is chosen there.
  useJudgeLeft({ jobId: job.id, plate, studio, missing, judge: current === 'run' ? null : judge })
  const done = new Set(STAGES.map((s) => s.slug).filter((slug) => DONE[slug](job, plate, gone)))
  return <StageNav jobId={job.id} current={current} done={done} />
}
