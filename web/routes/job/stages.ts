import { type ComponentType, lazy } from 'react'
import type { Plate } from '../../../core/plate/resolve/plate.ts'
import { itemOf } from '../../../core/things/brief/brief.ts'
import { pictureIn } from '../../../core/things/brief/item.ts'
import type { Job } from '../../../core/wire/api/dto.ts'
import type { StageProps } from './stage-props.ts'

interface Stage {
  slug: string
  title: string
  /** Whether its part of the work is behind you. */
  done(job: Job, plate: Plate): boolean
  component: ComponentType<StageProps>
}

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
    done: (_job, plate) => settled(plate) && plate.setup?.profile !== null,
    component: lazy(() => import('./colour.tsx').then((m) => ({ default: m.ColourStage }))),
  },
  {
    slug: 'agreement',
    title: 'Agreement',
    done: () => false,
    component: lazy(() => import('./agreement.tsx').then((m) => ({ default: m.AgreementStage }))),
  },
  {
    slug: 'load',
    title: 'Load',
    done: (job) => job.state !== 'setup',
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
