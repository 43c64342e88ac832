import { Link } from 'react-router'
import { writeRoll } from '../../../core/things/length/length.ts'
import { lotSizeName } from '../../../core/things/media/lot-name.ts'
import type { Path } from '../../../core/things/paths/path.ts'
import type { Printer } from '../../../core/things/printers/printer.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import { counted } from '../../../core/things/words/counted.ts'
import type { Run } from '../../../core/wire/api/dto.ts'
import { shareOut } from '../../../core/work/runs/share-out.ts'
import { queueUp } from '../../../core/work/schedule/queue.ts'
import { Progress } from '../../ui/progress.tsx'
import { Swatch } from '../../ui/swatch.tsx'
import type { PlannedJob } from './planned.ts'

interface Props {
  printer: Printer
  studio: Studio
  planned: PlannedJob[]
  /** Whether the plates of all jobs are there; of some they may still be worked out. */
  complete: boolean
  runs: Run[]
}

/** Minutes the axis shows, and the least a job takes up on it so that its number can be read. */
const AXIS_MINUTES = 2 * 60
const LEAST = 11
const BLACK = { photo: 'photo black', matte: 'matte black', both: 'both blacks' } as const

function Slot({ path, printer, studio }: { path: Path; printer: Printer; studio: Studio }) {
  const loaded = studio.loaded.find((l) => l.printerId === printer.id && l.pathId === path.id)
  const lot = studio.lots.find((l) => l.id === loaded?.lotId)
  const paper = studio.papers.find((p) => p.id === lot?.paperId)
  return (
    <li className="min-w-0 flex-1 border-l border-line px-2.5">
      <span className="block truncate text-sm text-soft">{path.name}</span>
      {lot && paper && loaded ? (
        <span className="flex items-center gap-2">
          <Swatch white={paper.white} surface={paper.surface} />
          <span className="min-w-0">
            <span className="block truncate">{paper.name}</span>
            <span className="num block truncate text-sm text-soft">
              {lotSizeName(lot, studio.rules.unit)} ·{' '}
              {lot.form === 'roll' ? writeRoll(loaded.remaining, studio.rules.unit) : loaded.remaining}
            </span>
          </span>
        </span>
      ) : (
        <span className="block text-faint">empty</span>
      )}
    </li>
  )
}

function Inks({ printer }: { printer: Printer }) {
  const low = printer.inks.filter((i) => i.millilitres / i.capacity < 0.2)
  return (
    <span
      className="flex items-end gap-1"
      role="img"
      aria-label={`Ink: ${low.length === 0 ? 'none below 20 %' : `${low.map((i) => i.name).join(', ')} low`}`}
    >
      {printer.inks.map((ink) => (
        <span
          key={ink.id}
          title={`${ink.name} ${Math.round((ink.millilitres / ink.capacity) * 100)} %`}
          className="relative h-4 w-1.5 bg-hair"
        >
          <span className="absolute inset-x-0 bottom-0 bg-soft" style={{ height: `${(ink.millilitres / ink.capacity) * 100}%` }} />
        </span>
      ))}
    </span>
  )
}

const share = (minutes: number) => `${(Math.min(AXIS_MINUTES, minutes) / AXIS_MINUTES) * 100}%`

function Axis({ planned, printer, complete }: Pick<Props, 'planned' | 'printer' | 'complete'>) {
  const stretches = queueUp(planned.map(({ job, outlook }) => ({ id: job.id, dueAt: job.brief.dueAt, plate: outlook })))
  let next = 0
  const shown = stretches.flatMap((s) => {
    const from = Math.max(s.loadFrom, next)
    const width = Math.max(LEAST, s.dryFrom - s.loadFrom)
    next = from + width
    return from < AXIS_MINUTES - LEAST
      ? [{ ...s, from, width, load: (s.printFrom - s.loadFrom) / Math.max(0.1, s.dryFrom - s.loadFrom) }]
      : []
  })
  const titles = new Map(planned.map(({ job }) => [job.id, job.title]))
  return (
    <div
      className="relative h-14 min-w-0 overflow-hidden border-l border-line"
      role="group"
      aria-label={`${printer.name}: ${counted(stretches.length, 'job')} waiting${complete ? '' : ' so far'}`}
    >
      {[30, 60, 90].map((m) => (
        <span
          key={m}
          aria-hidden="true"
          className="absolute inset-y-0 border-l border-hair pl-1 text-sm text-faint"
          style={{ left: share(m) }}
        >
          {m} min
        </span>
      ))}
      {stretches.length > 0 && <span className="absolute top-0 left-3 text-sm text-faint">now</span>}
      {stretches.length === 0 && <span className="absolute bottom-2 left-3 text-sm text-faint">{complete ? 'no jobs' : '…'}</span>}
      {shown.map((s) => (
        <Link
          key={s.jobId}
          to={`/jobs/${s.jobId}/sheet`}
          title={`${s.jobId} ${titles.get(s.jobId)}: ready in ${Math.round(s.doneAt)} min`}
          className="absolute bottom-1.5 h-6 border-l border-soft"
          style={{ left: share(s.from), width: share(s.width) }}
        >
          <span className="sr-only">{titles.get(s.jobId)}</span>
          <span className="absolute inset-y-0 left-0 bg-hair" style={{ width: `${s.load * 100}%` }} />
          <span className="absolute inset-y-0 right-0 bg-chosen" style={{ left: `${s.load * 100}%` }} />
          <span className="num absolute inset-0 truncate pl-1 text-sm leading-6" aria-hidden="true">
            {s.jobId}
          </span>
        </Link>
      ))}
    </div>
  )
}

/** One printer: what it is, what lies in its paths, and its jobs from now on. */
export function Lane({ printer, studio, planned, complete, runs }: Props) {
  const queued = runs.filter((r) => r.state === 'queued')
  // Of several the oldest is at the printer; those behind it were sent ahead.
  const busy = runs.findLast((r) => ['rendering', 'sending', 'printing', 'waiting'].includes(r.state))
  return (
    <article
      aria-label={printer.name}
      className="grid items-center gap-x-3 gap-y-1 border-b border-line px-4 py-1.5 lg:grid-cols-[200px_minmax(0,1fr)_minmax(0,300px)]"
    >
      <div className="min-w-0">
        <h2 className="truncate">{printer.name}</h2>
        <p className="flex items-center gap-2 text-sm text-soft">
          <Inks printer={printer} />
          {BLACK[printer.black.installed]}
        </p>
      </div>
      <ul className="flex min-w-0 flex-wrap gap-y-1">
        {printer.paths.map((path) => (
          <Slot key={path.id} path={path} printer={printer} studio={studio} />
        ))}
      </ul>
      {busy ? (
        <Link to={`/jobs/${busy.jobId}/run`} className="block min-w-0 border-l border-line pl-3">
          <span className="block truncate font-semibold">
            {busy.state === 'waiting' ? 'waiting' : 'printing'}: {busy.jobTitle}
          </span>
          {busy.state === 'waiting' && <span className="block truncate text-sm">{busy.message}</span>}
          {queued.length > 0 && (
            <span className="block truncate text-sm text-soft">behind it: {queued.map((r) => r.jobTitle).join(', ')}</span>
          )}
          <Progress label={`Progress of ${busy.jobTitle}`} share={shareOut(busy)} />
        </Link>
      ) : (
        <Axis planned={planned} printer={printer} complete={complete} />
      )}
    </article>
  )
}
