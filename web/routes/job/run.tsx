import { useMutation, useQuery } from '@tanstack/react-query'
import { useMemo, useState } from 'react'
import { Link } from 'react-router'
import { toast } from 'sonner'
import { drawSheet } from '../../../core/output/drawing/sheet-drawing.ts'
import { layoutOf, sideOf } from '../../../core/plate/resolve/plate.ts'
import { itemOf } from '../../../core/things/brief/brief.ts'
import { pictureIn } from '../../../core/things/brief/item.ts'
import { isLocal } from '../../../core/wire/ipp/address.ts'
import { SET_PLACES } from '../../../core/work/agreement/place.ts'
import { disagreements } from '../../../core/work/agreement/table.ts'
import { DELIVERED, MOVING } from '../../../core/work/runs/states.ts'
import { ApiError, api, fileUrl, messageOf } from '../../api/client.ts'
import { jobQuery, jobRunsQuery, queryClient, studioQuery } from '../../api/queries.ts'
import { useAgreement } from '../../features/agreement/use-readings.ts'
import { SheetSvg } from '../../features/drawing/sheet-svg.tsx'
import { ReportFault } from '../../features/faults/report-fault.tsx'
import { Machine } from '../../features/machine/machine.tsx'
import { previewUrl } from '../../features/picture/preview-url.ts'
import { BeforeSendingNote } from '../../features/run/before-sending.tsx'
import { PrintFilePanel } from '../../features/run/print-file.tsx'
import { RunProgress } from '../../features/run/run-progress.tsx'
import { clock } from '../../ui/ago.ts'
import { Countdown } from '../../ui/countdown.tsx'
import { LevelMark } from '../../ui/mark.tsx'
import { Empty } from '../../ui/states.tsx'
import type { StageProps } from './stage-props.ts'

/** Sends the plate and shows what the printer does with it. */
export function RunStage({ job, plate, studio, editor, selected }: StageProps) {
  const runs = useQuery(jobRunsQuery(job.id))
  const [read, setRead] = useState<string[]>([])
  const { rows } = useAgreement(job.id, plate, studio, editor.draft.brief.unit)
  const differing = disagreements(rows).filter(({ place }) => (SET_PLACES as readonly string[]).includes(place))
  const stops = [
    ...plate.findings.filter((f) => f.level === 'stop'),
    ...(differing.length > 0 ? [{ id: 'disagreement', says: differing.map((d) => d.says).join(' ') }] : []),
  ]
  const open = stops.filter((f) => !read.includes(f.id))
  const active = runs.data?.find((r) => MOVING.includes(r.state))
  const still = useMemo(() => drawSheet(plate, editor.draft.brief.unit), [plate, editor.draft.brief.unit])
  const share = active && ['printing', 'waiting'].includes(active.state) && active.how === 'sent' ? active.progress / 100 : null
  const sheet = layoutOf(plate)?.sheet
  const { copies } = itemOf(plate.brief)
  const planned = pictureIn(itemOf(plate.brief)) !== null
  const drawing = useMemo(() => {
    if (!still || !sheet || share === null) return still
    // What has not been printed yet lies under a veil; its edge moves down the sheet.
    const at = sheet.y + sheet.h * share
    return {
      ...still,
      marks: [
        ...still.marks,
        { kind: 'rect' as const, role: 'band' as const, rect: { x: sheet.x, y: at, w: sheet.w, h: sheet.h * (1 - share) } },
        { kind: 'line' as const, role: 'guide' as const, x1: sheet.x, y1: at, x2: sheet.x + sheet.w, y2: at },
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
          decisions: Object.fromEntries(plate.decisions.map((d) => [d.key, d.value])),
          despite: read,
          side: 'front',
        },
      }),
    onSuccess: () => {
      setRead([])
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
  const front = runs.data?.find((r) => r.side === 'front' && DELIVERED.includes(r.state))
  const backDone = runs.data?.some((r) => r.side === 'back' && front !== undefined && r.id > front.id && DELIVERED.includes(r.state))
  const wet = front?.dryUntil !== null && front?.dryUntil !== undefined && new Date(front.dryUntil) > new Date()
  const printBack = useMutation({
    mutationFn: () =>
      api('POST /jobs/{id}/print', {
        id: job.id,
        body: {
          version: editor.version,
          decisions: {},
          despite: dry ? ['still-drying'] : [],
          side: 'back',
        },
      }),
    onSuccess: () => {
      setDry(false)
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
  return (
    <div
      className={`grid min-h-0 content-start overflow-y-auto lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)] ${selected ? '' : 'lg:col-span-2'}`}
    >
      <section aria-label="Run" className="p-5">
        {active ? (
          <RunProgress
            run={active}
            plate={plate}
            studio={studio}
            despite={stops.map((s) => s.id)}
            simulated={isLocal(setup.printer.address)}
          />
        ) : (
          <>
            <h2 className="text-2xl">{justOut ? 'Printed: go and look at it' : 'Ready to send'}</h2>
            {justOut && last && (
              <>
                {last.state === 'drying' && last.dryUntil && (
                  <div className="mt-2 flex flex-wrap items-end gap-4">
                    <Countdown until={last.dryUntil} running="dries" done="Dry" />
                    <button type="button" className="btn" disabled={dryNow.isPending} onClick={() => dryNow.mutate(last.id)}>
                      It is dry already
                    </button>
                  </div>
                )}
                <p className="mt-3">
                  <Link className="btn btn-act" to={`/jobs/${job.id}/inspect`}>
                    Inspect it
                  </Link>
                </p>
                <ReportFault run={last} studio={studio} despite={stops.map((s) => s.id)} />
              </>
            )}
            {last?.state === 'failed' && <p className="mt-2 border-l-4 border-stop pl-3">The last run failed: {last.message}</p>}
            <p className="mt-2 max-w-prose text-soft">
              {copies} {copies === 1 ? 'copy' : 'copies'} on {setup.printer.name}, {setup.path.name}, {setup.paper.name}. Printing freezes
              this plate as it stands.
            </p>
            {stops.map((stop) => (
              <label key={stop.id} className="mt-3 flex max-w-prose items-start gap-2 border-l-4 border-stop pl-3">
                <input
                  type="checkbox"
                  className="mt-1"
                  checked={read.includes(stop.id)}
                  onChange={(e) => setRead(e.target.checked ? [...read, stop.id] : read.filter((r) => r !== stop.id))}
                />
                <span>
                  <LevelMark level="stop" /> {stop.says} <span className="text-soft">Tick to print in spite of it.</span>
                </span>
              </label>
            ))}
            <button
              type="button"
              className="btn btn-act mt-4 justify-center text-lg"
              style={{ minHeight: '3.2rem', minWidth: '12rem' }}
              disabled={open.length > 0 || editor.dirty || print.isPending}
              onClick={() => print.mutate('sent')}
            >
              {print.isPending ? 'Sending …' : 'Print'}
            </button>
            <button
              type="button"
              className="btn mt-4 ml-2"
              style={{ minHeight: '3.2rem' }}
              disabled={open.length > 0 || editor.dirty || print.isPending}
              onClick={() => print.mutate('own')}
            >
              I print it from my own program
            </button>
            {open.length > 0 && (
              <p className="mt-2 text-sm text-soft">A stop finding stands. Fix it below, or tick that you print in spite of it.</p>
            )}
          </>
        )}
        {!active && !justOut && <BeforeSendingNote jobId={job.id} version={editor.version} printer={setup.printer.name} />}
        {!active && planned && <PrintFilePanel jobId={job.id} plate={plate} editor={editor} />}
        {!active && sideOf(plate, 'back') && front && !backDone && (
          <section aria-label="Second side" className="mt-6 border-l-4 border-act pl-3">
            <h2>Now the second side</h2>
            <p className="mt-1 max-w-prose">
              Turn the stack over sideways: left and right change places, the leading edge stays the leading edge, the blank side faces{' '}
              {setup.path.printableSide}. Load it into {setup.path.name} again.
            </p>
            {wet && (
              <label className="mt-2 flex max-w-prose items-start gap-2">
                <input type="checkbox" className="mt-1" checked={dry} onChange={(e) => setDry(e.target.checked)} />
                The first side dries until {clock(front.dryUntil as string)}. Wet ink marks rollers and the next sheets. I have made sure it
                is dry.
              </label>
            )}
            <button
              type="button"
              className="btn btn-act mt-2"
              disabled={(wet && !dry) || printBack.isPending}
              onClick={() => printBack.mutate()}
            >
              Print the back
            </button>
            <div className="mt-3">
              <Machine studio={studio} setup={setup} />
            </div>
          </section>
        )}
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
                    <img src={fileUrl(run.delivered)} alt="" className="h-9 w-9 bg-[#777] object-contain" />
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
        <SheetSvg drawing={drawing} picture={previewUrl(plate.brief)} className="h-full max-h-[calc(100dvh-11rem)] w-full" />
      </section>
    </div>
  )
}
