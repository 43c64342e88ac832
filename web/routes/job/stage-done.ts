import type { Plate } from '../../../core/plate/resolve/plate.ts'
import { pictureIn } from '../../../core/things/brief/item.ts'
import type { Job } from '../../../core/wire/api/dto.ts'
import { type AgreementRow, progressOf } from '../../../core/work/agreement/table.ts'
import type { Step } from '../../../core/work/loading/step.ts'
import type { StageSlug } from './stage-code.ts'

/** What people have gone through by hand: places looked at, steps ticked. */
export interface GoneThrough {
  rows: readonly AgreementRow[]
  steps: readonly Step[]
  ticked: ReadonlySet<string>
}

const COLOUR: readonly string[] = ['profile', 'intent', 'colour-management', 'black-point']
const settled = (plate: Plate) => plate.setup !== null && !plate.findings.some((f) => f.level === 'stop')

/** Whether the work of a stage was done; that it could be done is not enough. */
export const DONE: Record<StageSlug, (job: Pick<Job, 'state'>, plate: Plate, gone: GoneThrough) => boolean> = {
  brief: (_job, plate) =>
    plate.brief.items.every((item) => item.content.as === 'words' || pictureIn(item) !== null) && plate.brief.paperId !== null,
  sheet: (_job, plate) => settled(plate),
  colour: (_job, plate) =>
    settled(plate) && !plate.findings.some((f) => f.level !== 'note' && f.touches.some((key) => COLOUR.includes(key))),
  agreement: (_job, _plate, { rows }) => {
    const { asked, looked, differs } = progressOf(rows)
    return asked > 0 && looked === asked && differs === 0
  },
  load: (_job, _plate, { steps, ticked }) => {
    const before = steps.filter((s) => s.when === 'before')
    return before.length > 0 && before.every((s) => ticked.has(s.id))
  },
  run: (job) => ['inspect', 'done'].includes(job.state),
  inspect: (job) => job.state === 'done',
}
