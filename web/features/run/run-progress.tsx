import { useMutation } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import type { Plate } from '../../../core/plate/resolve/plate.ts'
import { layoutOf } from '../../../core/plate/resolve/plate.ts'
import { writeLength } from '../../../core/things/length/length.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import type { Run } from '../../../core/wire/api/dto.ts'
import { faultFor } from '../../../core/work/faults/registry.ts'
import { shareOfSheet, shareOut } from '../../../core/work/runs/share-out.ts'
import { api, messageOf } from '../../api/client.ts'
import { queryClient } from '../../api/queries.ts'
import { clock } from '../../ui/ago.ts'
import { Button, ButtonLink } from '../../ui/button.tsx'
import { NumberField } from '../../ui/number-field.tsx'
import { Progress } from '../../ui/progress.tsx'
import { toast } from '../../ui/toast.tsx'
import { FaultPanel } from '../faults/fault-panel.tsx'
import { ReportFault } from '../faults/report-fault.tsx'
import { Behind } from './behind.tsx'
import { RefillLine } from './refill-line.tsx'
import { SheetCount } from './sheet-count.tsx'

const TITLE: Record<string, string> = {
  queued: 'In the queue',
  rendering: 'Making the page',
  sending: 'Sending',
  waiting: 'Waiting for you',
  printing: 'Printing',
}
/** What a wait that is no fault is answered with. */
const ASKED: Record<string, string> = {
  'media-needed': 'Load it as the guide says. The printer goes on by itself.',
  'black-swap-needed': 'The swap costs time and ink. OK at the panel swaps; jobs that need the same black are best printed together.',
}

interface Props {
  run: Run
  /** Runs of the same job that wait behind it. */
  behind: readonly Run[]
  plate: Plate
  studio: Studio
  despite: string[]
  /** A simulated printer, whose keys can be pressed from here. */
  simulated: boolean
}

/** A run under way: what it is doing, what it waits for, how far it is, and what to do when it stops. */
export function RunProgress({ run, behind, plate, studio, despite, simulated }: Props) {
  const refresh = () => queryClient.invalidateQueries({ queryKey: ['runs'] })
  const act = useMutation({
    mutationFn: (call: () => Promise<Run>) => call(),
    onSuccess: refresh,
    onError: (error) => toast.error(messageOf(error)),
  })
  const fault = run.state === 'waiting' || run.reason === 'printer-away' ? faultFor(run.reason) : null
  const whole = shareOfSheet(run.progress)
  const share = run.state === 'printing' || run.state === 'waiting' ? shareOut(run) : 0
  const length = layoutOf(plate)?.sheet.h ?? 0
  const last = behind.at(-1) ?? run
  const stands = run.state === 'waiting' || run.reason === 'printer-away'
  return (
    <div data-run={run.id} data-run-state={run.state}>
      <div aria-live="polite">
        <h2 className="text-2xl">{TITLE[run.state] ?? run.state}</h2>
        <p className={`mt-2 max-w-prose ${stands ? 'border-l-4 border-act pl-3 text-xl font-semibold' : 'text-lg'}`}>{run.message}</p>
        {run.state === 'queued' && <Behind run={run} />}
        {run.state === 'waiting' && <p className="mt-1 text-soft">Waiting since {clock(run.updatedAt)}.</p>}
        {run.reason && ASKED[run.reason] && <p className="mt-2 max-w-prose text-soft">{ASKED[run.reason]}</p>}
      </div>
      {run.how === 'own' ? (
        <OwnRun
          run={run}
          onOut={(sheets) => act.mutate(() => api('POST /runs/{id}/out', { id: run.id, body: { sheets } }))}
          busy={act.isPending}
        />
      ) : (
        <>
          <Progress
            label="Progress"
            className="mt-4 h-3 w-full max-w-md"
            share={run.state === 'rendering' || run.state === 'sending' ? null : share}
          />
          <p className="num mt-1 text-soft">
            {run.sheetsDelivered} of {run.copies} delivered
            {run.state === 'printing' &&
              length > 0 &&
              ` · ${writeLength(Math.round(length * whole), plate.brief.unit)} of ${writeLength(length, plate.brief.unit)} printed`}
          </p>
          {behind.map((more) => (
            <p key={more.id} className="flex items-center gap-3 text-soft">
              <span>
                Then <span className="num">{more.copies}</span> more, as{' '}
                <Link className="link" to={`/runs/${more.id}`}>
                  run {more.id}
                </Link>
              </span>
              <Button kind="link" disabled={act.isPending} onClick={() => act.mutate(() => api('POST /runs/{id}/cancel', { id: more.id }))}>
                call it off
              </Button>
            </p>
          ))}
          {run.reason !== 'media-needed' && <RefillLine run={run} plate={plate} studio={studio} />}
          <SheetCount key={`${last.id} ${last.copies}`} run={last} behind={last !== run} plate={plate} />
        </>
      )}
      {run.reason === 'sent-unknown' && (
        <div className="mt-3 flex flex-wrap gap-2">
          <Button kind="act" onClick={() => act.mutate(() => api('POST /runs/{id}/settle', { id: run.id, body: { cameOut: true } }))}>
            Yes, it came out
          </Button>
          <Button onClick={() => act.mutate(() => api('POST /runs/{id}/settle', { id: run.id, body: { cameOut: false } }))}>
            No: send it again
          </Button>
        </div>
      )}
      {fault && (
        <FaultPanel
          key={fault}
          run={run}
          faultId={fault}
          studio={studio}
          despite={despite}
          canGoOn={simulated && run.state === 'waiting'}
        />
      )}
      {run.how === 'own' && <ReportFault run={run} studio={studio} despite={despite} />}
      <div className="mt-4 flex flex-wrap gap-2">
        {run.state === 'waiting' && simulated && !fault && run.reason !== 'media-needed' && run.reason !== 'sent-unknown' && (
          <Button kind="act" onClick={() => act.mutate(() => api('POST /runs/{id}/go', { id: run.id }))}>
            Go on
          </Button>
        )}
        {run.state === 'waiting' && (run.reason === 'media-needed' || run.reason === 'media-empty') && (
          <ButtonLink to={`/jobs/${run.jobId}/load`}>Loading guide</ButtonLink>
        )}
        {simulated && <ButtonLink to={`/printers/${run.printerId}/panel`}>Look at the panel</ButtonLink>}
        <Button disabled={act.isPending} onClick={() => act.mutate(() => api('POST /runs/{id}/cancel', { id: run.id }))}>
          Cancel the run
        </Button>
      </div>
    </div>
  )
}

/** Printed from a program of the operator's own: nobody tells us when it is out but the operator. */
function OwnRun({ run, onOut, busy }: { run: Run; onOut(sheets: number): void; busy: boolean }) {
  const [sheets, setSheets] = useState(run.copies)
  return (
    <div className="mt-3">
      <p className="max-w-prose text-soft">
        Begun {clock(run.createdAt)}. Print at 100 % with the settings of the Agreement table; say when the sheets are out.
      </p>
      <div className="mt-3 flex flex-wrap items-end gap-3">
        <div className="w-36">
          <NumberField label="Sheets that came out" whole value={sheets} min={1} max={10_000} step={1} onChange={setSheets} />
        </div>
        <Button kind="act" style={{ minHeight: '3rem' }} disabled={busy} onClick={() => onOut(sheets)}>
          It is out
        </Button>
      </div>
    </div>
  )
}
