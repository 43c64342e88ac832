import { useQuery } from '@tanstack/react-query'
import { lazy, memo, Suspense, useEffect, useMemo, useState } from 'react'
import { useNavigate, useParams } from 'react-router'
import type { DecisionKey } from '../../../core/plate/decisions/registry.ts'
import type { Plate } from '../../../core/plate/resolve/plate.ts'
import { resolve } from '../../../core/plate/resolve/resolve.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import type { Job } from '../../../core/wire/api/dto.ts'
import { jobQuery, studioQuery } from '../../api/queries.ts'
import { FindingsBar } from '../../features/plate/findings-bar.tsx'
import { type JobEditor, useJobEditor } from '../../features/plate/job-editor.ts'
import { useMoment } from '../../features/plate/moment.ts'
import { Spine } from '../../features/plate/spine.tsx'
import { useCalm } from '../../features/plate/use-calm.ts'
import { useKey } from '../../keys/use-key.ts'
import { Button, IconButton } from '../../ui/button.tsx'
import { Failed, Loading } from '../../ui/states.tsx'
import { toast } from '../../ui/toast.tsx'
import { fetched, whenIdle } from '../../ui/when-idle.ts'
import { NotHere } from '../not-here.tsx'
import { JobTitle } from './job-title.tsx'
import { StageNav } from './stage-nav.tsx'
import { Aside, StagePanes } from './stage-panes.tsx'
import type { StageProps } from './stage-props.ts'
import { STAGES } from './stages.ts'

export function JobRoute() {
  const { id } = useParams()
  const number = Number(id)
  const valid = Number.isInteger(number) && number > 0 && number < 2 ** 31
  const job = useQuery({ ...jobQuery(number), enabled: valid })
  const studio = useQuery(studioQuery)
  if (!valid) return <NotHere />
  const error = job.error ?? studio.error
  if (error)
    return (
      <Failed
        error={error}
        again={() => {
          void job.refetch()
          void studio.refetch()
        }}
      />
    )
  if (!job.data || !studio.data) return <Loading what="the job" />
  return <JobScreen key={job.data.id} job={job.data} studio={studio.data} />
}

const Alternatives = lazy(() => import('../../features/plate/alternatives.tsx').then((m) => ({ default: m.Alternatives })))
const JobMenu = lazy(() =>
  whenIdle()
    .then(() => fetched(() => import('../../features/plate/job-menu.tsx')))
    .then((m) => ({ default: m.JobMenu })),
)
const ConflictBar = lazy(() => fetched(() => import('../../features/plate/conflict-bar.tsx')).then((m) => ({ default: m.ConflictBar })))
const InGang = lazy(() => fetched(() => import('../../features/items/in-gang.tsx')).then((m) => ({ default: m.InGang })))
const StagesDone = lazy(() => whenIdle().then(() => fetched(() => import('./stages-done.tsx'))))
const NONE = new Set<never>()

function JobScreen({ job, studio }: { job: Job; studio: Studio }) {
  const { stage: slug = 'sheet' } = useParams()
  const navigate = useNavigate()
  const editor = useJobEditor(job)
  const { draft } = editor
  const moment = useMoment(job.id)
  const plate = useMemo(() => resolve(draft.brief, studio, draft.pins, moment), [draft, studio, moment])
  const [selected, setSelected] = useState<DecisionKey | null>(null)
  const stage = STAGES.find((s) => s.slug === slug)
  useEffect(() => {
    document.title = `${draft.title} · Arch Plate`
    return () => {
      document.title = 'Arch Plate'
    }
  }, [draft.title])

  const keys = [...new Set(plate.decisions.map((d) => d.key))]
  const step = (by: number) =>
    setSelected((now) => keys[Math.max(0, Math.min(keys.length - 1, (now ? keys.indexOf(now) : by > 0 ? -1 : keys.length) + by))] ?? null)
  const line = plate.decisions.find((d) => d.key === selected)
  useKey('stages', (_event, number) => {
    const to = STAGES[Number(number) - 1]
    if (to) navigate(`/jobs/${job.id}/${to.slug}`)
  })
  useKey('down', () => step(1))
  useKey('up', () => step(-1))
  useKey('back', () => setSelected(null), { enabled: selected !== null })
  useKey('alternatives', () => document.querySelector<HTMLButtonElement>('#alternatives button')?.focus(), { enabled: selected !== null })
  useKey('pin', () => line && editor.pin({ [line.key]: line.pinned ? null : line.value }))
  useKey('undo', editor.undo)
  useKey('redo', editor.redo)
  const [folded, setFolded] = useFolded()
  useKey('fold', () => setFolded(!folded))

  // What stands around the stage follows it a little later, so that a picture that is dragged stays under the hand.
  const later = useCalm(plate)
  const [judged, judge] = useState<Plate['findings'] | null>(null)
  const told = useMemo(() => (judged ? { ...later, findings: judged } : later), [later, judged])
  const { apply, undo } = editor
  const spine = useMemo(() => <Spine plate={told} selected={selected} onSelect={setSelected} />, [told, selected])
  const stages = useMemo(
    () => (
      <Suspense fallback={<StageNav jobId={job.id} current={slug} done={NONE} />}>
        <StagesDone job={job} plate={later} studio={studio} current={slug} judge={judge} />
      </Suspense>
    ),
    [job, later, studio, slug],
  )
  const findings = useMemo(
    () => (
      <FindingsBar
        plate={told}
        onFix={(fix) => {
          apply(fix)
          toast(fix.label, { action: { label: 'Undo', onClick: undo } })
        }}
      />
    ),
    [told, apply, undo],
  )

  if (!stage) return <NotHere />
  const Stage = stage.component
  const props: StageProps = { job, studio, editor, plate, later, judge, selected, select: setSelected }
  const narrow = stage.slug === 'load' || stage.slug === 'run'
  return (
    <div className="flex min-h-0 flex-1 flex-col lg:h-[calc(100dvh-2.75rem)] lg:flex-none">
      <div className="flex flex-wrap items-center gap-x-4 border-b border-line bg-paper px-3">
        <h1 className="flex min-w-0 items-baseline gap-2 py-1.5 text-lg">
          <span className="num text-faint">{job.id}</span>
          <JobTitle title={draft.title} onChange={editor.title} />
        </h1>
        {stages}
        <JobActs
          job={job}
          narrow={narrow}
          save={editor.save}
          version={editor.version}
          dirty={editor.dirty}
          undo={editor.canUndo ? editor.undo : null}
          redo={editor.canRedo ? editor.redo : null}
        />
      </div>
      {editor.save.state === 'conflict' && (
        <Suspense>
          <ConflictBar onSettle={editor.settle} />
        </Suspense>
      )}
      {job.gang !== null && (
        <Suspense>
          <InGang job={job} gang={job.gang} />
        </Suspense>
      )}
      <StagePanes
        folded={folded}
        alone={narrow}
        spine={
          <aside aria-label="Plate" className="h-full min-h-0 overflow-y-auto bg-paper">
            <SpineFold folded={folded} onFold={setFolded} />
            {!folded && spine}
          </aside>
        }
      >
        <Stage {...props} />
        {selected && (
          <Aside label="Alternatives">
            <Suspense>
              <Alternatives
                plate={plate}
                selected={selected}
                onClose={() => setSelected(null)}
                onPin={(key, id) => editor.pin({ [key]: id, ...(key === 'orientation' ? { placement: null } : {}) })}
              />
            </Suspense>
          </Aside>
        )}
      </StagePanes>
      <div className={narrow ? 'max-lg:hidden' : ''}>{findings}</div>
    </div>
  )
}

interface JobActsProps {
  job: Job
  narrow: boolean
  save: JobEditor['save']
  version: number
  dirty: boolean
  /** Null where there is nothing to undo, or to do again. */
  undo: (() => void) | null
  redo: (() => void) | null
}

/** What can be done to the job as a whole. It stays as it is while a picture is dragged. */
const JobActs = memo(({ job, narrow, save, version, dirty, undo, redo }: JobActsProps) => {
  const button = (icon: 'undo' | 'redo', words: string, act: (() => void) | null) => (
    <Button kind="plain" icon={icon} hint={icon} className={narrow ? 'max-lg:hidden' : ''} disabled={act === null} onClick={() => act?.()}>
      {words}
    </Button>
  )
  return (
    <div className="ml-auto flex items-center gap-1">
      <SaveNote save={save} dirty={dirty} />
      <Suspense>
        <JobMenu job={job} version={version} dirty={dirty} />
      </Suspense>
      {button('undo', 'Undo', undo)}
      {button('redo', 'Redo', redo)}
    </div>
  )
})

function SaveNote({ save, dirty }: { save: JobEditor['save']; dirty: boolean }) {
  const text =
    save.state === 'away'
      ? 'Not saved yet; trying again'
      : save.state === 'refused'
        ? save.message
        : save.state === 'conflict'
          ? 'Not saved: choose first'
          : save.state === 'saving' || dirty
            ? 'Saving …'
            : 'Saved'
  return (
    <span
      role="status"
      data-save={save.state === 'saved' && dirty ? 'saving' : save.state}
      className={`text-sm ${save.state !== 'saved' && save.state !== 'saving' ? 'font-semibold text-stop' : 'text-faint'}`}
    >
      {text}
    </span>
  )
}

/** Whether the spine is folded away; kept on this device. */
function useFolded(): [boolean, (folded: boolean) => void] {
  const [folded, setFolded] = useState(() => localStorage.getItem('spine-folded') === 'yes')
  return [
    folded,
    (next) => {
      localStorage.setItem('spine-folded', next ? 'yes' : 'no')
      setFolded(next)
    },
  ]
}

const SpineFold = ({ folded, onFold }: { folded: boolean; onFold(folded: boolean): void }) => (
  <div className="flex justify-end p-1 max-lg:hidden">
    <IconButton
      label={folded ? 'Open the spine' : 'Fold the spine'}
      icon={folded ? 'openSpine' : 'foldSpine'}
      small
      hint="fold"
      onClick={() => onFold(!folded)}
    />
  </div>
)
