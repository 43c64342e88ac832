import { useMutation, useQuery } from '@tanstack/react-query'
import { useEffect, useMemo, useState } from 'react'
import { Link } from 'react-router'
import { drawSheet } from '../../../core/output/drawing/sheet-drawing.ts'
import { decisionsSeen } from '../../../core/plate/resolve/decisions-seen.ts'
import { findingsOfPart } from '../../../core/plate/resolve/part.ts'
import { layoutOf, sideOf } from '../../../core/plate/resolve/plate.ts'
import { sheetsOf } from '../../../core/sheet/form.ts'
import { sayOver } from '../../../core/sheet/make/two-sided.ts'
import { formOfSheet, pagesOf, sheetsIn } from '../../../core/sheet/run-pages.ts'
import { pictureIn } from '../../../core/things/brief/item.ts'
import { counted } from '../../../core/things/words/counted.ts'
import { isLocal } from '../../../core/wire/ipp/address.ts'
import { mayPrintInSpite } from '../../../core/work/preflight/in-spite.ts'
import { preflight } from '../../../core/work/preflight/preflight.ts'
import { DELIVERED, MOVING } from '../../../core/work/runs/states.ts'
import { ApiError, api, messageOf, smallUrl } from '../../api/client.ts'
import { frozenQuery, jobQuery, jobRunsQuery, missingQuery, queryClient, studioQuery } from '../../api/queries.ts'
import { SheetSvg } from '../../features/drawing/sheet-svg.tsx'
import { ReportFault } from '../../features/faults/report-fault.tsx'
import { Machine } from '../../features/machine/machine.tsx'
import { previewUrl } from '../../features/picture/preview-url.ts'
import { useMoment } from '../../features/plate/moment.ts'
import { useGoneThrough } from '../../features/run/gone-through.ts'
import { PreflightList, useBeforeSending } from '../../features/run/preflight-list.tsx'
import { PrintFilePanel } from '../../features/run/print-file.tsx'
import { RunProgress } from '../../features/run/run-progress.tsx'
import { toInspect } from '../../features/run/run-to-inspect.ts'
import { SheetChoice } from '../../features/run/sheet-choice.tsx'
import { chosenOf, type Picked } from '../../features/run/which-sheets.ts'
import { clock } from '../../ui/ago.ts'
import { Button, ButtonLink } from '../../ui/button.tsx'
import { Check } from '../../ui/check.tsx'
import { Countdown } from '../../ui/countdown.tsx'
import { Empty } from '../../ui/states.tsx'
import { TextField } from '../../ui/text-field.tsx'
import { toast } from '../../ui/toast.tsx'
import type { StageProps } from './stage-props.ts'

/** What stands over Print: no more than what was found out. */
function heading(red: number, { isPending, error, data }: ReturnType<typeof useBeforeSending>): string {
  if (red > 0) return `Held: ${red === 1 ? 'one thing is' : `${red} things are`} to be put right`
  if (isPending) return 'Asking the printer'
  return error || data?.now === null ? 'Ready, and the printer has not been heard' : 'Ready to send'
}

/** Sends the plate and shows what the printer does with it. */
export function RunStage({ job, plate, studio, editor, judge }: StageProps) {
  const runs = useQuery(jobRunsQuery(job.id))
  const [because, setBecause] = useState('')
  // Of several the oldest is at the printer; the others wait behind it.
  const moving = (runs.data ?? []).filter((r) => MOVING.includes(r.state)).reverse()
  const [active, ...behind] = moving
  // What is under way is as it was frozen, whatever the job has become since.
  const frozen = useQuery({ ...frozenQuery(active?.id ?? 0), enabled: active !== undefined })
  const shown = (active && frozen.data) ?? plate
  const printing = active ? formOfSheet(pagesOf(shown, active.side, active.only), active.sheetsDelivered + 1)?.id : undefined
  const asked = useBeforeSending(job.id, editor.version, !active && plate.setup !== null)
  const front = runs.data?.find((r) => r.side === 'front' && DELIVERED.includes(r.state))
  const backDone = runs.data?.some((r) => r.side === 'back' && front !== undefined && r.id > front.id && DELIVERED.includes(r.state))
  const missing = useQuery({ ...missingQuery(job.id, editor.version), enabled: !active })
  const gone = useGoneThrough(job.id, plate, studio, missing.data)
  const open = (of: 'front' | 'back') => (missing.data?.sheets[of].length ?? 0) + (missing.data?.unknown[of] ?? 0) > 0
  // A front that was printed once more after its backs has none of its own yet, though none is missing.
  const second = sideOf(plate, 'back') !== null && front !== undefined && !open('front') && (open('back') || !backDone)
  const side = second ? 'back' : 'front'
  // What is at the printer, or what comes next.
  const next = printing ?? (second && !active ? (missing.data?.sheets.back[0]?.form ?? sideOf(plate, 'back')?.form.id) : undefined)
  const drawn = active?.side ?? side
  const still = useMemo(
    () => drawSheet(shown, editor.draft.brief.unit, { form: next, side: drawn }),
    [shown, editor.draft.brief.unit, next, drawn],
  )
  const [picked, setPicked] = useState<Picked>('usual')
  const chosen = useMemo(() => {
    const only = chosenOf(plate, side, picked, missing.data)
    // What is chosen of sheets that are no longer there is forgotten.
    return only && pagesOf(plate, side, only).map(({ form, count }) => ({ form: form.id, count }))
  }, [plate, side, picked, missing.data])
  const moment = useMoment(job.id)
  // What is printed by itself is judged by itself: of ten sheets, nine of which are out, one has to be there.
  const judged = useMemo(
    () => (chosen && !second ? findingsOfPart(plate.brief, studio, plate.pins, moment, chosen) : null),
    [chosen, second, plate, studio, moment],
  )
  useEffect(() => judge(judged), [judge, judged])
  const items = preflight({
    plate: judged ? { ...plate, findings: judged } : plate,
    ...gone,
    now: asked.data ? asked.data.now : undefined,
    side,
  })
  const red = items.filter((i) => i.level === 'red')
  const despite = [...new Set(red.map((i) => i.id))]
  const rule = studio.rules.inSpite
  const final = red.filter((i) => !mayPrintInSpite(rule, i.id))
  const held = final.length > 0 || (red.length > 0 && because.trim() === '')
  const share = active && ['printing', 'waiting'].includes(active.state) && active.how === 'sent' ? active.progress / 100 : null
  const sheet = layoutOf(shown)?.sheet
  const copies = chosen ? sheetsIn(chosen) : sheetsOf(plate.forms, side)
  // The press that is not for the second side prints all of the first.
  const fronts = second ? sheetsOf(plate.forms) : copies
  const choice = <SheetChoice plate={plate} side={side} missing={missing.data} picked={picked} onPick={setPicked} />
  const planned = plate.brief.items.every((item) => pictureIn(item) !== null)
  const drawing = useMemo(() => {
    if (!still || !sheet || share === null) return still
    // What has not been printed yet lies under a veil; its edge moves down the sheet.
    const at = sheet.y + sheet.h * share
    return {
      ...still,
      marks: [
        ...still.marks,
        { kind: 'rect' as const, role: 'band' as const, rect: { x: sheet.x, y: at, w: sheet.w, h: sheet.h * (1 - share) } },
        { kind: 'line' as const, role: 'next' as const, x1: sheet.x, y1: at, x2: sheet.x + sheet.w, y2: at },
      ],
    }
  }, [still, sheet, share])
  const print = useMutation({
    mutationFn: (how: 'sent' | 'own') =>
      api('POST /jobs/{id}/print', {
        id: job.id,
        body: {
          how,
          version: editor.version,
          decisions: decisionsSeen(plate.decisions),
          despite,
          because,
          side: 'front',
          // What is chosen beside the second side is of that one.
          only: second ? null : chosen,
        },
      }),
    onSuccess: () => {
      setBecause('')
      setPicked('usual')
      void queryClient.invalidateQueries({ queryKey: ['runs'] })
      void queryClient.invalidateQueries({ queryKey: jobQuery(job.id).queryKey })
    },
    onError: (error) => {
      toast.error(messageOf(error))
      // The studio moved on under us: look again, so that the operator sees what the server saw.
      if (error instanceof ApiError && error.status === 409) {
        void queryClient.invalidateQueries({ queryKey: studioQuery.queryKey })
        void queryClient.invalidateQueries({ queryKey: jobQuery(job.id).queryKey })
      }
    },
  })
  const [dry, setDry] = useState(false)
  const wet = front?.dryUntil !== null && front?.dryUntil !== undefined && new Date(front.dryUntil) > new Date()
  const printBack = useMutation({
    mutationFn: () =>
      api('POST /jobs/{id}/print', {
        id: job.id,
        body: {
          version: editor.version,
          decisions: {},
          despite: [...despite, ...(dry ? ['still-drying'] : [])],
          because,
          side: 'back',
          only: chosen,
        },
      }),
    onSuccess: () => {
      setDry(false)
      setBecause('')
      setPicked('usual')
      void queryClient.invalidateQueries({ queryKey: ['runs'] })
      void queryClient.invalidateQueries({ queryKey: jobQuery(job.id).queryKey })
    },
    onError: (error) => toast.error(messageOf(error)),
  })
  const dryNow = useMutation({
    mutationFn: (id: number) => api('POST /runs/{id}/dry', { id }),
    onSuccess: () => queryClient.invalidateQueries({ queryKey: ['runs'] }),
    onError: (error) => toast.error(messageOf(error)),
  })
  const { setup } = plate
  const last = runs.data?.[0]
  const justOut = last?.state === 'drying' || last?.state === 'inspect'
  if (!setup || !drawing) return <Empty title="Nothing to send yet">The set-up is not complete. The findings say what is missing.</Empty>
  const before = (
    <>
      <PreflightList jobId={job.id} plate={plate} editor={editor} items={items} asked={asked} />
      {final.length > 0 && (
        <p className="mt-3 max-w-prose">
          {final.some((i) => mayPrintInSpite('all', i.id))
            ? `The house rules let nobody print in spite of ${final.length === red.length ? 'this' : 'some of this'}. Put it right first.`
            : 'Nothing can be sent before this is put right.'}
        </p>
      )}
      {red.length > 0 && final.length === 0 && (
        <TextField
          label="Print in spite of it because … (this goes into the log)"
          className="mt-3 max-w-prose"
          value={because}
          onChange={setBecause}
        />
      )}
    </>
  )
  const back = second && front && (
    <section aria-label="Second side" className="mt-4 border-l-4 border-act pl-3">
      <h2>Now the second side</h2>
      <p className="mt-1 max-w-prose">
        Turn the stack over {plate.brief.make.as === 'two-sided' ? sayOver(plate.brief.make) : ''}; the blank side faces{' '}
        {setup.path.printableSide}. Load it into {setup.path.name} again.
      </p>
      {wet && !mayPrintInSpite(rule, 'still-drying') && (
        <p className="mt-2 max-w-prose">
          The first side dries until {clock(front.dryUntil as string)}, and the house rules let nobody print on it before: wet ink marks
          rollers and the next sheets.
        </p>
      )}
      {wet && mayPrintInSpite(rule, 'still-drying') && (
        <Check className="mt-2 max-w-prose" checked={dry} onChange={(on) => setDry(on)}>
          The first side dries until {clock(front.dryUntil as string)}. Wet ink marks rollers and the next sheets. I have made sure it is
          dry.
        </Check>
      )}
      {choice}
      {before}
      <Button
        kind="act"
        className="mt-2"
        disabled={(wet && !dry) || held || missing.isPending || printBack.isPending || copies === 0}
        onClick={() => printBack.mutate()}
      >
        Print the back
      </Button>
      <div className="mt-3">
        <Machine studio={studio} setup={setup} />
      </div>
    </section>
  )
  return (
    <div className="grid h-full min-h-0 content-start overflow-y-auto lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
      <section aria-label="Run" className="p-5">
        {active ? (
          <RunProgress
            run={active}
            behind={behind}
            plate={shown}
            studio={studio}
            despite={despite}
            simulated={isLocal(setup.printer.address)}
          />
        ) : (
          <>
            <h2 className="text-2xl">{justOut ? 'Printed: go and look at it' : heading(red.length, asked)}</h2>
            {justOut && last && (
              <>
                {last.state === 'drying' && last.dryUntil && (
                  <div className="mt-2 flex flex-wrap items-end gap-4">
                    <Countdown until={last.dryUntil} running="dries" done="Dry" />
                    <Button disabled={dryNow.isPending} onClick={() => dryNow.mutate(last.id)}>
                      It is dry already
                    </Button>
                  </div>
                )}
                <p className="mt-3">
                  <ButtonLink kind={second ? 'usual' : 'act'} to={toInspect(last)}>
                    Inspect it
                  </ButtonLink>
                </p>
                <ReportFault run={last} studio={studio} despite={despite} />
              </>
            )}
            {last?.state === 'failed' && <p className="mt-2 border-l-4 border-stop pl-3">The last run failed: {last.message}</p>}
            {back}
            {back && <h2 className="mt-8">The first side once more</h2>}
            <p className="mt-2 max-w-prose text-soft">
              {counted(fronts, 'sheet')} on {setup.printer.name}, {setup.path.name}, {setup.paper.name}. Printing freezes this plate as it
              stands.
            </p>
            {!second && choice}
            {!second && before}
            <div className="mt-4 flex flex-wrap gap-2">
              <Button
                // What has just come out is looked at, or turned over, before anything is printed once more.
                kind={justOut || second ? 'usual' : 'act'}
                className="justify-center text-lg"
                style={{ minHeight: '3.2rem', minWidth: '12rem' }}
                disabled={held || asked.isPending || missing.isPending || editor.dirty || print.isPending || fronts === 0}
                onClick={() => print.mutate('sent')}
              >
                {print.isPending ? 'Sending …' : 'Print'}
              </Button>
              <Button
                style={{ minHeight: '3.2rem' }}
                disabled={held || asked.isPending || missing.isPending || editor.dirty || print.isPending || fronts === 0}
                onClick={() => print.mutate('own')}
              >
                I print it from my own program
              </Button>
            </div>
            {held && final.length === 0 && (
              <p className="mt-2 text-sm text-soft">What is red holds the print. Put it right, or say why it is printed all the same.</p>
            )}
          </>
        )}
        {!active && planned && <PrintFilePanel jobId={job.id} plate={plate} editor={editor} />}
        {active && isLocal(setup.printer.address) && (active.reason === 'media-needed' || active.reason === 'media-empty') && (
          <div className="mt-5">
            <Machine studio={studio} setup={setup} />
          </div>
        )}
        {(runs.data?.length ?? 0) > 0 && (
          <section className="mt-8" aria-label="Runs of this job">
            <h2>Runs of this job</h2>
            <ul className="mt-1 divide-y divide-hair border-y border-hair">
              {runs.data?.map((run) => (
                <li key={run.id} className="flex items-center gap-3 py-1.5">
                  {run.delivered ? (
                    <img src={smallUrl(run.delivered)} alt="" className="h-9 w-9 bg-ground object-contain" />
                  ) : (
                    <span className="h-9 w-9" />
                  )}
                  <Link className="link" to={`/runs/${run.id}`}>
                    Run {run.id}
                    {run.side === 'back' ? ', back' : ''}
                  </Link>
                  <span>{run.how === 'own' && MOVING.includes(run.state) ? 'from your program' : run.state}</span>
                  <span className="ml-auto text-sm text-soft">{clock(run.createdAt)}</span>
                </li>
              ))}
            </ul>
          </section>
        )}
      </section>
      <section aria-label="Sheet drawing" className="relative min-h-[26rem] border-line max-lg:border-t lg:border-l">
        <SheetSvg drawing={drawing} picture={(id) => previewUrl(shown.brief, id)} className="h-full max-h-[calc(100dvh-11rem)] w-full" />
      </section>
    </div>
  )
}
