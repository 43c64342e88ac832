import { useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { useNavigate } from 'react-router'
import { isLocal } from '../../../core/wire/ipp/address.ts'
import type { Step } from '../../../core/work/loading/step.ts'
import { loadingSteps } from '../../../core/work/loading/steps.ts'
import { stillOf } from '../../../core/work/runs/missing.ts'
import { DELIVERED, MOVING } from '../../../core/work/runs/states.ts'
import { apiUrl } from '../../api/here.ts'
import { jobRunsQuery, missingQuery, ticksQuery } from '../../api/queries.ts'
import { RollLeft } from '../../features/loading/roll-left.tsx'
import { StepDrawing } from '../../features/loading/step-drawing.tsx'
import { tickStep, useTicks } from '../../features/loading/ticks.ts'
import { Machine } from '../../features/machine/machine.tsx'
import { Button, ButtonLink, FileLink } from '../../ui/button.tsx'
import { Check } from '../../ui/check.tsx'
import { Countdown } from '../../ui/countdown.tsx'
import { Empty } from '../../ui/states.tsx'
import type { StageProps } from './stage-props.ts'

const WHEN = { before: 'before you send', asked: 'when the printer asks', after: 'after printing' } as const

/** One step at a time, large; ticks are kept and everybody sees them. */
export function LoadStage({ job, plate, studio, editor }: StageProps) {
  const { unit } = editor.draft.brief
  // Of a job that is partly out as many sheets go in as are still to be printed.
  const missing = useQuery(missingQuery(job.id, job.version)).data
  const steps = loadingSteps(stillOf(plate, missing), unit, studio)
  const kept = useQuery(ticksQuery(job.id))
  const { ticks, waiting } = useTicks(job.id, kept.data ?? [])
  const runs = useQuery(jobRunsQuery(job.id))
  const done = new Set(ticks.map((t) => t.stepId))
  const [at, setAt] = useState<string | null>(null)
  const current = steps.find((s) => s.id === at) ?? steps.find((s) => !done.has(s.id)) ?? steps.at(-1)
  const { setup } = plate
  useEffect(() => {
    if (at && !steps.some((s) => s.id === at)) setAt(null)
  }, [at, steps])
  if (!setup || !current)
    return <Empty title="Nothing to load yet">The steps follow from printer, path and paper. The findings say what is still missing.</Empty>
  const mark = (step: Step, on: boolean) => {
    tickStep(job.id, step.id, on)
    setAt(null)
  }
  const index = steps.indexOf(current)
  const dryUntil = runs.data?.find((r) => DELIVERED.includes(r.state))?.dryUntil ?? null
  const active = runs.data?.filter((r) => MOVING.includes(r.state)).at(-1)
  const asksNow = active?.state === 'waiting' && active.reason === 'media-needed'
  const roll = setup.lot.form === 'roll' ? studio.lots.find((l) => l.id === setup.lot.id) : undefined
  return (
    <div className="grid h-full min-h-0 flex-1 content-start overflow-y-auto lg:grid-cols-[minmax(0,1fr)_280px]">
      <section aria-label="Step" className="flex min-h-0 flex-col p-4 max-lg:min-h-[calc(100dvh-10.5rem)] sm:p-6">
        <Progress steps={steps} done={done} current={current} onGo={setAt} />
        <p className="mt-2 text-soft">
          <span className="num">
            {index + 1} of {steps.length}
          </span>{' '}
          · {setup.printer.name}, {setup.path.name} · <b className="font-semibold text-ink">{WHEN[current.when]}</b>
        </p>
        {asksNow && (
          <p role="status" className="mt-2 border-l-4 border-act pl-3 font-semibold">
            The printer asks for it now: {active.message}
          </p>
        )}
        {waiting > 0 && (
          <p role="status" className="mt-2 border-l-4 border-warn pl-3">
            {waiting === 1 ? 'One tick is' : `${waiting} ticks are`} kept on this device and sent when the network is back.
          </p>
        )}
        <div className="mt-3 grid items-start gap-x-5 gap-y-3 sm:grid-cols-[1fr_200px]">
          <div className="max-sm:order-last">
            <h2 className="text-2xl leading-tight">{current.title}</h2>
            <p className="mt-2 max-w-prose text-lg leading-snug">{current.text}</p>
            {current.caution && (
              <p className="mt-3 max-w-prose border-l-4 border-warn pl-3">
                <b className="font-semibold">Caution.</b> {current.caution}
              </p>
            )}
            {current.minutes !== null && dryUntil && (
              <div className="mt-4">
                <Countdown until={dryUntil} running="dries" done="Dry" />
              </div>
            )}
          </div>
          <div className="max-sm:mx-auto max-sm:w-44">
            <StepDrawing step={current} setup={setup} />
          </div>
        </div>
        <Actions {...{ job, steps, done, current, index }} sent={active !== undefined} onMark={mark} onGo={setAt} />
        <div className="mt-8 max-w-3xl space-y-6">
          {roll && (
            <div>
              <h2>What is left on the roll</h2>
              <RollLeft key={roll.stock} lot={roll} paper={setup.paper} unit={unit} />
            </div>
          )}
          {isLocal(setup.printer.address) && <Machine studio={studio} setup={setup} />}
        </div>
      </section>
      <aside aria-label="All steps" className="border-line p-3 max-lg:border-t lg:border-l">
        <ol className="space-y-0.5">
          {steps.map((step, i) => (
            <li key={step.id} className={`flex items-center gap-2 px-1 ${step.id === current.id ? 'bg-chosen' : ''}`}>
              <Check label={`Done: ${step.title}`} checked={done.has(step.id)} onChange={(on) => mark(step, on)} />
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
        <p className="mt-3 flex flex-wrap gap-2">
          <FileLink beside href={apiUrl(`/jobs/${job.id}/load-sheet.pdf`)}>
            Job ticket as PDF
          </FileLink>
          {isLocal(setup.printer.address) && (
            <ButtonLink to={`/printers/${setup.printer.id}/panel`}>Panel of {setup.printer.name}</ButtonLink>
          )}
        </p>
      </aside>
    </div>
  )
}

/** All steps as a row of marks: done, now, to come. */
function Progress({ steps, done, current, onGo }: { steps: Step[]; done: Set<string>; current: Step; onGo(id: string): void }) {
  return (
    <div className="flex gap-1" aria-hidden="true">
      {steps.map((step) => (
        <button
          key={step.id}
          type="button"
          tabIndex={-1}
          title={step.title}
          className="flex h-4 flex-1 items-center"
          onClick={() => onGo(step.id)}
        >
          <span
            className={`block w-full ${step.id === current.id ? 'h-2 bg-act' : done.has(step.id) ? 'h-1.5 bg-soft' : 'h-px bg-soft'}`}
          />
        </button>
      ))}
    </div>
  )
}

interface ActionsProps {
  job: StageProps['job']
  steps: Step[]
  done: Set<string>
  current: Step
  index: number
  /** A run is under way. */
  sent: boolean
  onMark(step: Step, on: boolean): void
  onGo(id: string): void
}

/** The one large press of this step, within reach of a thumb on a phone. */
function Actions({ job, steps, done, current, index, sent, onMark, onGo }: ActionsProps) {
  const navigate = useNavigate()
  const ticked = done.has(current.id)
  const ready = steps.every((s) => s.when !== 'before' || done.has(s.id))
  const neighbour = (by: number) => steps[index + by]
  const tall = { minHeight: '3.6rem' }
  return (
    <div className="mt-auto flex flex-wrap gap-2 bg-bench pt-5 max-lg:sticky max-lg:bottom-0 max-lg:-mx-4 max-lg:border-t max-lg:border-line max-lg:bg-paper max-lg:p-3 lg:mt-0">
      <Button
        kind={ticked ? 'usual' : 'act'}
        className="flex-[2] justify-center px-6 text-lg lg:flex-none"
        style={{ ...tall, minWidth: '11rem' }}
        onClick={() => onMark(current, !ticked)}
      >
        {ticked ? 'Not done after all' : current.loads ? 'It is in' : 'Done'}
      </Button>
      {current.when === 'asked' && !ticked && !sent && (
        <Button className="flex-1 justify-center lg:flex-none" style={tall} onClick={() => navigate(`/jobs/${job.id}/run`)}>
          Send the job first
        </Button>
      )}
      {current.id === 'cut' && (
        <Button className="flex-1 justify-center lg:flex-none" style={tall} onClick={() => navigate(`/jobs/${job.id}/sheet`)}>
          Look at the cut plan
        </Button>
      )}
      {(sent || (ready && !(current.when === 'asked' && !ticked))) && (
        <Button className="flex-1 justify-center lg:flex-none" style={tall} onClick={() => navigate(`/jobs/${job.id}/run`)}>
          To the run
        </Button>
      )}
      <div className="flex gap-2 max-lg:w-full">
        {([-1, 1] as const).map((by) => (
          <Button
            className="justify-center max-lg:flex-1"
            key={by}
            style={{ minHeight: '2.8rem' }}
            disabled={!neighbour(by)}
            onClick={() => onGo(neighbour(by)?.id ?? current.id)}
          >
            {by < 0 ? 'Back' : 'Next'}
          </Button>
        ))}
      </div>
    </div>
  )
}
