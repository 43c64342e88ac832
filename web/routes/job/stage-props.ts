import type { DecisionKey } from '../../../core/plate/decisions/registry.ts'
import type { Plate } from '../../../core/plate/resolve/plate.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import type { Job } from '../../../core/wire/api/dto.ts'
import type { JobEditor } from '../../features/plate/job-editor.ts'

/** What every stage of a job is given. */
export interface StageProps {
  job: Job
  studio: Studio
  editor: JobEditor
  plate: Plate
  /** The plate for what need not keep up with a picture that is dragged. */
  later: Plate
  /** Says what is found of the sheets that are to be printed now; null where those are all of the job. */
  judge(findings: Plate['findings'] | null): void
  selected: DecisionKey | null
  select(key: DecisionKey | null): void
}
