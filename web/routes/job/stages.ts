import { type ComponentType, lazy } from 'react'
import type { Plate } from '../../../core/plate/resolve/plate.ts'
import { itemOf } from '../../../core/things/brief/brief.ts'
import { pictureIn } from '../../../core/things/brief/item.ts'
import type { Job } from '../../../core/wire/api/dto.ts'
import type { AgreementRow } from '../../../core/work/agreement/table.ts'
import { progressOf } from '../../../core/work/agreement/table.ts'
import type { Step } from '../../../core/work/loading/step.ts'
import type { StageProps } from './stage-props.ts'

interface Stage {
  slug: string
  title: string
  /** Whether its work was done; that it could be done is not enough. */
  done(job: Job, plate: Plate, gone: GoneThrough): boolean
  component: ComponentType<StageProps>
}

/** What people have gone through by hand: places looked at, steps ticked. */
export interface GoneThrough {
  rows: readonly AgreementRow[]
  steps: readonly Step[]
  ticked: ReadonlySet<string>
}

const COLOUR: readonly string[] = ['profile', 'intent', 'colour-management', 'black-point']
const settled = (plate: Plate) => plate.setup !== null && !plate.findings.some((f) => f.level === 'stop')

/** The stages of a job in the order of the work. */
export const STAGES: readonly Stage[] = [
  {
    slug: 'brief',
    title: 'Brief',
    done: (_job, plate) => pictureIn(itemOf(plate.brief)) !== null && plate.brief.paperId !== null,
    component: lazy(() => import('./brief.tsx').then((m) => ({ default: m.BriefStage }))),
  },
  {
    slug: 'sheet',
    title: 'Sheet',
    done: (_job, plate) => settled(plate),
    component: lazy(() => import('./sheet.tsx').then((m) => ({ default: m.SheetStage }))),
  },
  {
    slug: 'colour',
    title: 'Colour',
    done: (_job, plate) =>
      settled(plate) && !plate.findings.some((f) => f.level !== 'note' && f.touches.some((key) => COLOUR.includes(key))),
    component: lazy(() => import('./colour.tsx').then((m) => ({ default: m.ColourStage }))),
  },
  {
    slug: 'agreement',
    title: 'Agreement',
    done: (_job, _plate, { rows }) => {
      const { asked, looked, differs } = progressOf(rows)
      return asked > 0 && looked === asked && differs === 0
    },
    component: lazy(() => import('./agreement.tsx').then((m) => ({ default: m.AgreementStage }))),
  },
  {
    slug: 'load',
    title: 'Load',
    done: (_job, _plate, { steps, ticked }) => {
      const before = steps.filter((s) => s.when === 'before')
      return before.length > 0 && before.every((s) => ticked.has(s.id))
    },
    component: lazy(() => import('./load.tsx').then((m) => ({ default: m.LoadStage }))),
  },
  {
    slug: 'run',
    title: 'Run',
    done: (job) => ['inspect', 'done'].includes(job.state),
    component: lazy(() => import('./run.tsx').then((m) => ({ default: m.RunStage }))),
  },
  {
    slug: 'inspect',
    title: 'Inspect',
    done: (job) => job.state === 'done',
    component: lazy(() => import('./inspect.tsx').then((m) => ({ default: m.InspectStage }))),
  },
]
