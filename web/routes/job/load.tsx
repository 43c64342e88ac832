import { useMutation, useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { useNavigate } from 'react-router'
import { toast } from 'sonner'
import type { Tick } from '../../../core/api/dto.ts'
import type { Step } from '../../../core/loading/step.ts'
import { loadingSteps } from '../../../core/loading/steps.ts'
import { capacityFor } from '../../../core/paths/limits.ts'
import { api, messageOf } from '../../api/client.ts'
import { queryClient, studioQuery, ticksQuery } from '../../api/queries.ts'
import { StepDrawing } from '../../features/loading/step-drawing.tsx'
import { Machine } from '../../features/machine/machine.tsx'
import { Empty } from '../../ui/states.tsx'
import type { StageProps } from './stage-props.ts'

const WHEN = { before: 'before you send', asked: 'when the printer asks', after: 'after printing' } as const

/** One step at a time, large; ticks are kept and everybody sees them. */
export function LoadStage({ job, plate, studio, editor, selected }: StageProps) {
  const navigate = useNavigate()
  const { unit } = editor.draft.brief
  const steps = loadingSteps(plate, unit, studio)
  const ticks = useQuery(ticksQuery(job.id))
  const done = new Set((ticks.data ?? []).map((t) => t.stepId))
  const [at, setAt] = useState<string | null>(null)
  const current = steps.find((s) => s.id === at) ?? steps.find((s) => !done.has(s.id)) ?? steps.at(-1)
  const tick = useMutation({
    mutationFn: ({ step, on }: { step: Step; on: boolean }) => api<Tick[]>(on ? 'PUT' : 'DELETE', `/jobs/${job.id}/ticks/${step.id}`),
    // Ticked at once on the screen; a tick made while the network is away is sent again until it arrives.
    onMutate: ({ step, on }) => {
      queryClient.setQueryData(ticksQuery(job.id).queryKey, (old: Tick[] | undefined) =>
        on
          ? [...(old ?? []).filter((t) => t.stepId !== step.id), { stepId: step.id, at: new Date().toISOString() }]
          : (old ?? []).filter((t) => t.stepId !== step.id),
      )
    },
    retry: 40,
    retryDelay: 1500,
    onSuccess: (data) => queryClient.setQueryData(ticksQuery(job.id).queryKey, data),
    onError: (error) => toast.error(messageOf(error)),
  })
  const { setup } = plate
  const load = async () => {
    if (!setup) return
    const remaining =
      setup.lot.form === 'roll'
        ? setup.lot.stock
        : Math.min(setup.lot.stock, plate.brief.copies, Math.max(1, capacityFor(setup.path, setup.paper.thickness)))
    await api('PUT', `/printers/${setup.printer.id}/loaded`, { pathId: setup.path.id, lotId: setup.lot.id, remaining }).catch((error) =>
      toast.error(messageOf(error)),
    )
    await queryClient.invalidateQueries({ queryKey: studioQuery.queryKey })
  }
  const mark = (step: Step, on: boolean) => {
    tick.mutate({ step, on })
    if (on && step.loads) void load()
    setAt(null)
  }
  useEffect(() => {
    if (at && !steps.some((s) => s.id === at)) setAt(null)
  }, [at, steps])
  if (!setup || !current)
    return <Empty title="Nothing to load yet">The steps follow from printer, path and paper. The findings say what is still missing.</Empty>
  const index = steps.indexOf(current)
  return (
    <div className={`grid min-h-0 content-start overflow-y-auto lg:grid-cols-[minmax(0,1fr)_260px] ${selected ? '' : 'lg:col-span-2'}`}>
      <section aria-label="Step" className="p-4 sm:p-6">
        <p className="text-soft">
          <span className="num">
            {index + 1} of {steps.length}
          </span>{' '}
          · {setup.printer.name}, {setup.path.name} · <b className="font-semibold text-ink">{WHEN[current.when]}</b>
        </p>
        <div className="mt-3 grid items-start gap-5 sm:grid-cols-[1fr_180px]">
          <div>
            <h2 className="text-2xl leading-tight">{current.title}</h2>
            <p className="mt-2 max-w-prose text-lg leading-snug">{current.text}</p>
            {current.caution && (
              <p className="mt-3 max-w-prose border-l-4 border-warn pl-3">
                <b className="font-semibold">Caution.</b> {current.caution}
              </p>
            )}
          </div>
          <StepDrawing step={current} setup={setup} />
        </div>
        <div className="mt-6 flex flex-wrap gap-3">
          <button
            type="button"
            className={`btn justify-center px-6 text-lg ${done.has(current.id) ? '' : 'btn-act'}`}
            style={{ minHeight: '3.4rem', minWidth: '11rem' }}
            onClick={() => mark(current, !done.has(current.id))}
          >
            {done.has(current.id) ? 'Not done after all' : current.loads ? 'It is in' : 'Done'}
          </button>
          {current.when === 'asked' && !done.has(current.id) && (
            <button type="button" className="btn px-5" style={{ minHeight: '3.4rem' }} onClick={() => navigate(`/jobs/${job.id}/run`)}>
              Send the job first
            </button>
          )}
          {current.id === 'cut' && (
            <button type="button" className="btn px-5" style={{ minHeight: '3.4rem' }} onClick={() => navigate(`/jobs/${job.id}/sheet`)}>
              Look at the cut plan
            </button>
          )}
          {steps.every((s) => s.when !== 'before' || done.has(s.id)) && (
            <button type="button" className="btn px-5" style={{ minHeight: '3.4rem' }} onClick={() => navigate(`/jobs/${job.id}/run`)}>
              To the run
            </button>
          )}
        </div>
        <div className="mt-8 max-w-2xl">
          <Machine studio={studio} setup={setup} />
        </div>
      </section>
      <aside aria-label="All steps" className="border-line p-3 max-lg:border-t lg:border-l">
        <ol className="space-y-0.5">
          {steps.map((step, i) => (
            <li key={step.id} className={`flex items-center gap-2 px-1 ${step.id === current.id ? 'bg-chosen' : ''}`}>
              <input
                type="checkbox"
                className="h-5 w-5 shrink-0"
                checked={done.has(step.id)}
                onChange={(e) => mark(step, e.target.checked)}
                aria-label={`Done: ${step.title}`}
              />
              <button
                type="button"
                className="min-h-10 flex-1 text-left"
                aria-current={step.id === current.id ? 'step' : undefined}
                onClick={() => setAt(step.id)}
              >
                <span className="num text-faint">{i + 1}</span> {step.title}
              </button>
            </li>
          ))}
        </ol>
        <p className="mt-3">
          <a className="btn" href={`/api/jobs/${job.id}/load-sheet.pdf`} target="_blank" rel="noreferrer">
            Load sheet as PDF
          </a>
        </p>
      </aside>
    </div>
  )
}
