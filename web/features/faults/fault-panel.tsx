import { useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { pagesOf, sheetsIn } from '../../../core/sheet/run-pages.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import type { Run } from '../../../core/wire/api/dto.ts'
import { causesOf, FAULTS, type FaultId } from '../../../core/work/faults/registry.ts'
import { againAfter } from '../../../core/work/runs/again.ts'
import { MOVING } from '../../../core/work/runs/states.ts'
import { api, messageOf } from '../../api/client.ts'
import { queryClient, runQuery } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { NumberField } from '../../ui/number-field.tsx'
import { Radio } from '../../ui/radio.tsx'
import { toast } from '../../ui/toast.tsx'

interface Props {
  run: Run
  faultId: FaultId
  studio: Studio
  /** Findings that were printed in spite of, to be printed in spite of again. */
  despite: string[]
  /** The printer can be told from here to go on. */
  canGoOn: boolean
}

type Next = 'go-on' | 'again' | 'nothing'

/** A fault of a run: what probably happened, what to do, and one press to go on or to change the plate and print again. */
export function FaultPanel({ run, faultId, studio, despite, canGoOn }: Props) {
  const fault = FAULTS[faultId]
  const detail = useQuery(runQuery(run.id))
  const [chosen, setChosen] = useState<string | null>(null)
  const [sheets, setSheets] = useState(fault.spoils ? 1 : 0)
  const act = useMutation({
    mutationFn: ({ next, causeId, change }: { next: Next; causeId: string; change: boolean }) =>
      api('POST /runs/{id}/fault', { id: run.id, body: { faultId, causeId, sheets, next, change, despite } }),
    onSuccess: ({ next }, { next: asked }) => {
      void queryClient.invalidateQueries({ queryKey: ['runs'] })
      void queryClient.invalidateQueries({ queryKey: ['job', run.jobId] })
      void queryClient.invalidateQueries({ queryKey: ['studio'] })
      toast.success(
        next ? `Run ${next.id} has begun; what went wrong is in the log.` : asked === 'go-on' ? 'Going on.' : 'It is in the log.',
      )
    },
    onError: (error) => toast.error(messageOf(error)),
  })
  const plate = detail.data?.plate
  if (!plate?.setup) return null
  const { setup } = plate
  const history = studio.experience.find((e) => e.printerId === setup.printer.id && e.pathId === setup.path.id) ?? null
  const causes = causesOf(fault, { plate, setup, studio, history })
  const cause = causes.find((c) => c.causeId === chosen) ?? causes[0]
  if (!cause) return null
  const press = (next: Next, change: boolean) => act.mutate({ next, causeId: cause.causeId, change })
  const waiting = run.state === 'waiting'
  const only = againAfter({ ...run, plate, wanted: run.copies }, { faultId, sheets })
  const again = sheetsIn(pagesOf(plate, run.side, only))
  return (
    <section aria-label={fault.title} className="mt-4 max-w-2xl border border-line bg-paper p-3" data-fault={faultId}>
      <h3 className="font-semibold">{fault.title}: what probably happened</h3>
      {fault.caution && (
        <p className="mt-1 border-l-4 border-warn pl-2 text-sm">
          <b className="font-semibold">Caution.</b> {fault.caution}
        </p>
      )}
      <Radio
        label="Cause"
        className="mt-2 divide-y divide-hair border-y border-hair"
        rowClass={(_id, open) => `w-full py-1 pr-2 pl-1 ${open ? 'bg-chosen' : ''}`}
        value={cause.causeId}
        onChange={setChosen}
        options={causes.map((c) => [
          c.causeId,
          <span key={c.causeId} className="flex items-start gap-2">
            <span className="min-w-0 flex-1">
              {c.says}
              {c.before > 0 && (
                <span className="text-sm text-soft"> Found on this path {c.before === 1 ? 'once' : `${c.before} times`} before.</span>
              )}
              {c === cause && <span className="mt-1 block font-semibold">{c.remedy}</span>}
            </span>
            <span className="num shrink-0 text-soft">
              {Math.round(c.likelihood * 100)} %<span className="sr-only"> likely</span>
            </span>
          </span>,
        ])}
      />
      <div className="mt-3 flex flex-wrap items-end gap-2">
        {waiting && canGoOn && (
          <Button kind="act" disabled={act.isPending} onClick={() => press('go-on', false)}>
            Done: go on
          </Button>
        )}
        {cause.change && (
          <Button kind={waiting && canGoOn ? 'usual' : 'act'} disabled={act.isPending} onClick={() => press('again', true)}>
            {cause.change.label} and print again
          </Button>
        )}
        <Button disabled={act.isPending} onClick={() => press('again', false)}>
          Print again as it is
        </Button>
        {!MOVING.includes(run.state) && (
          <Button disabled={act.isPending} onClick={() => press('nothing', false)}>
            Only write it down
          </Button>
        )}
        <div className="ml-auto w-32">
          <NumberField label="Sheets spoilt" whole value={sheets} min={0} max={1000} step={1} onChange={setSheets} />
        </div>
      </div>
      {run.copies > 1 && (
        <p className="mt-2 text-sm text-soft">
          Printed again {again === 1 ? 'is' : 'are'} {again} of its {run.copies} sheets{again < run.copies ? ': the others are out' : ''}.
        </p>
      )}
    </section>
  )
}
