import { useQuery } from '@tanstack/react-query'
import { useEffect, useMemo, useState } from 'react'
import { useHotkeys } from 'react-hotkeys-hook'
import { NavLink, useNavigate, useParams } from 'react-router'
import { toast } from 'sonner'
import type { DecisionKey } from '../../../core/plate/decisions/registry.ts'
import { sideOf } from '../../../core/plate/resolve/plate.ts'
import { resolve } from '../../../core/plate/resolve/resolve.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import type { Job } from '../../../core/wire/api/dto.ts'
import { jobQuery, studioQuery } from '../../api/queries.ts'
import { Alternatives } from '../../features/plate/alternatives.tsx'
import { FindingsBar } from '../../features/plate/findings-bar.tsx'
import { useJobEditor } from '../../features/plate/job-editor.ts'
import { useMoment } from '../../features/plate/moment.ts'
import { Spine } from '../../features/plate/spine.tsx'
import { useGoneThrough } from '../../features/run/gone-through.ts'
import { Failed, Loading } from '../../ui/states.tsx'
import { NotHere } from '../not-here.tsx'
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

/** The stage one is at stands in the middle of the bar, however narrow the screen. */
const intoView = (link: HTMLAnchorElement | null) => {
  const bar = link?.parentElement
  if (link && bar) bar.scrollLeft = link.offsetLeft - (bar.clientWidth - link.clientWidth) / 2
}

function JobScreen({ job, studio }: { job: Job; studio: Studio }) {
  const { stage: slug = 'sheet' } = useParams()
  const navigate = useNavigate()
  const editor = useJobEditor(job)
  const { draft } = editor
  const moment = useMoment(job.id)
  const plate = useMemo(() => resolve(draft.brief, studio, draft.pins, moment), [draft, studio, moment])
  const gone = useGoneThrough(job.id, plate, studio)
  const [selected, setSelected] = useState<DecisionKey | null>(null)
  const stage = STAGES.find((s) => s.slug === slug)
  useEffect(() => {
    document.title = `${draft.title} · Arch Plate`
    return () => {
      document.title = 'Arch Plate'
    }
  }, [draft.title])

  const keys = plate.decisions.map((d) => d.key)
  const step = (by: number) =>
    setSelected((now) => keys[Math.max(0, Math.min(keys.length - 1, (now ? keys.indexOf(now) : by > 0 ? -1 : keys.length) + by))] ?? null)
  const line = plate.decisions.find((d) => d.key === selected)
  for (const [i, s] of STAGES.entries()) {
    // biome-ignore lint/correctness/useHookAtTopLevel: the stages are a constant list
    useHotkeys(String(i + 1), () => navigate(`/jobs/${job.id}/${s.slug}`), [job.id])
  }
  useHotkeys('j', () => step(1), [keys.join(), selected])
  useHotkeys('k', () => step(-1), [keys.join(), selected])
  useHotkeys('escape', () => setSelected(null))
  useHotkeys(
    'enter',
    () => document.querySelector<HTMLButtonElement>('#alternatives button')?.focus(),
    { enabled: selected !== null && document.activeElement?.tagName !== 'BUTTON' },
    [selected],
  )
  useHotkeys('p', () => line && editor.pin({ [line.key]: line.pinned ? null : line.value }), [line, editor])
  useHotkeys(
    'z, mod+z',
    (e) => {
      e.preventDefault()
      editor.undo()
    },
    [editor],
  )
  useHotkeys(
    'shift+z, mod+shift+z, mod+y',
    (e) => {
      e.preventDefault()
      editor.redo()
    },
    [editor],
  )
  useHotkeys('r', () => {
    const turn = ((sideOf(plate)?.turn ?? 0) + 90) % 360
    editor.pin({ orientation: String(turn), placement: null })
  }, [plate, editor])

  if (!stage) return <NotHere />
  const Stage = stage.component
  const props: StageProps = { job, studio, editor, plate, selected, select: setSelected }
  const narrow = stage.slug === 'load' || stage.slug === 'run'
  return (
    <div className="flex min-h-0 flex-1 flex-col lg:h-[calc(100dvh-2.75rem)] lg:flex-none">
      <div className="flex flex-wrap items-center gap-x-4 border-b border-line bg-paper px-3">
        <h1 className="flex min-w-0 items-baseline gap-2 py-1.5 text-lg">
          <span className="num text-faint">{job.id}</span>
          <input
            aria-label="Title of the job"
            className="min-w-0 border-transparent bg-transparent font-semibold"
            style={{ width: `${Math.min(34, Math.max(8, draft.title.length + 2))}ch` }}
            value={draft.title}
            maxLength={120}
            onChange={(e) => editor.title(e.target.value)}
          />
        </h1>
        <nav aria-label="Stages" className="relative order-last flex overflow-x-auto max-lg:w-full lg:order-none">
          {STAGES.map((s, i) => (
            <NavLink
              key={s.slug}
              to={`/jobs/${job.id}/${s.slug}`}
              ref={s.slug === slug ? intoView : undefined}
              className={() =>
                `flex items-center gap-1.5 border-b-2 px-3 py-2 whitespace-nowrap ${s.slug === slug ? 'border-ink font-semibold' : 'border-transparent text-soft hover:text-ink'}`
              }
            >
              <span className="num text-faint">{i + 1}</span>
              {s.title}
              {s.done(job, plate, gone) && (
                <span className="text-faint" title="done">
                  ✓<span className="sr-only">done</span>
                </span>
              )}
            </NavLink>
          ))}
        </nav>
        <div className="ml-auto flex items-center gap-1">
          <SaveNote save={editor.save} dirty={editor.dirty} />
          {(
            [
              ['Undo', 'z', editor.canUndo, editor.undo],
              ['Redo', 'Shift Z', editor.canRedo, editor.redo],
            ] as const
          ).map(([name, key, can, act]) => (
            <button
              key={name}
              type="button"
              className={`btn btn-plain ${narrow ? 'max-lg:hidden' : ''}`}
              disabled={!can}
              onClick={act}
              title={`${name} (${key})`}
            >
              {name}
            </button>
          ))}
        </div>
      </div>
      {editor.save.state === 'conflict' && (
        <div role="alert" className="flex flex-wrap items-center gap-3 border-b border-line bg-raised px-3 py-2">
          <p className="min-w-0 flex-1">
            This job has been changed elsewhere meanwhile. Nothing has been overwritten; your change is still here.
          </p>
          <button type="button" className="btn" onClick={() => editor.settle('theirs')}>
            Take theirs
          </button>
          <button type="button" className="btn btn-act" onClick={() => editor.settle('mine')}>
            Keep mine
          </button>
        </div>
      )}
      <div className="grid min-h-0 flex-1 lg:grid-cols-[300px_minmax(0,1fr)_320px] lg:grid-rows-[minmax(0,1fr)]">
        <aside
          aria-label="Plate"
          className={`min-h-0 overflow-y-auto border-r border-line bg-paper ${narrow ? 'max-lg:hidden' : 'max-lg:order-last'}`}
        >
          <Spine plate={plate} selected={selected} onSelect={setSelected} />
        </aside>
        <Stage {...props} />
        {selected && (
          <aside aria-label="Alternatives" className="min-h-0 overflow-y-auto border-l border-line bg-paper lg:col-start-3 lg:row-start-1">
            <Alternatives
              plate={plate}
              selected={selected}
              onClose={() => setSelected(null)}
              onPin={(key, id) => editor.pin({ [key]: id, ...(key === 'orientation' ? { placement: null } : {}) })}
            />
          </aside>
        )}
      </div>
      <div className={narrow ? 'max-lg:hidden' : ''}>
        <FindingsBar
          plate={plate}
          onFix={(fix) => {
            editor.apply(fix)
            toast(fix.label, { action: { label: 'Undo', onClick: editor.undo } })
          }}
        />
      </div>
    </div>
  )
}

function SaveNote({ save, dirty }: { save: ReturnType<typeof useJobEditor>['save']; dirty: boolean }) {
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
