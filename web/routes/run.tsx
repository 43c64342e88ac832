import { useQuery } from '@tanstack/react-query'
import { useMemo, useState } from 'react'
import { useParams } from 'react-router'
import { drawSheet } from '../../core/output/drawing/sheet-drawing.ts'
import { counted } from '../../core/things/words/counted.ts'
import { FAULTS } from '../../core/work/faults/registry.ts'
import { MOVING } from '../../core/work/runs/states.ts'
import { fileUrl } from '../api/client.ts'
import { runQuery } from '../api/queries.ts'
import { SheetSvg } from '../features/drawing/sheet-svg.tsx'
import { previewUrl } from '../features/picture/preview-url.ts'
import { InspectionForm } from '../features/run/inspection-form.tsx'
import { PrintAgain } from '../features/run/print-again.tsx'
import { clock } from '../ui/ago.ts'
import { ButtonLink } from '../ui/button.tsx'
import { LevelMark } from '../ui/mark.tsx'
import { Failed, Loading } from '../ui/states.tsx'
import { Toggle } from '../ui/toggle.tsx'
import { NotHere } from './not-here.tsx'

/** One run: exactly the plate it was printed with, what came out, and what was said of it. */
export function RunRoute() {
  const id = Number(useParams().id)
  const valid = Number.isInteger(id) && id > 0 && id < 2 ** 31
  const run = useQuery({ ...runQuery(id), enabled: valid })
  const [tab, setTab] = useState<'plate' | 'inspection'>('plate')
  const plate = run.data?.plate
  const drawing = useMemo(() => plate && drawSheet(plate, plate.brief.unit), [plate])
  if (!valid) return <NotHere />
  if (run.error) return <Failed error={run.error} again={() => void run.refetch()} />
  if (!run.data || !plate) return <Loading what="the run" />
  const { data } = run
  return (
    <div>
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1 border-b border-line bg-paper px-4 py-2">
        <h1>
          Run <span className="num">{data.id}</span>: {data.jobTitle}
        </h1>
        <p className="text-soft">
          {data.printerName}, {data.paperName}, {clock(data.createdAt)}:{' '}
          <b className="font-semibold text-ink">{data.inspection?.verdict ?? data.state}</b>
          {data.how === 'own' && ', from a program of your own'}
        </p>
        {data.faults.map((f) => (
          <p key={f.at} className="w-full border-l-4 border-stop pl-2">
            {FAULTS[f.faultId].title}, {clock(f.at)}
            {f.sheets > 0 ? `: ${counted(f.sheets, 'sheet')} spoilt` : ''}. Found to be: {f.causeId.replaceAll('-', ' ')}.
          </p>
        ))}
        <div className="ml-auto flex gap-2">
          <Toggle
            label="Shown"
            value={tab}
            options={[
              ['plate', 'Plate'],
              ['inspection', 'Inspection'],
            ]}
            onChange={setTab}
          />
          <ButtonLink to={`/jobs/${data.jobId}/sheet`}>Its job</ButtonLink>
        </div>
      </div>
      {tab === 'inspection' ? (
        !MOVING.includes(data.state) ? (
          <InspectionForm run={data} />
        ) : (
          <p className="p-6 text-soft">The run is not over yet: {data.message}</p>
        )
      ) : (
        <div className="grid gap-5 p-4 lg:grid-cols-[minmax(0,1fr)_minmax(0,0.9fr)_minmax(0,0.9fr)]">
          <section aria-label="Frozen plate">
            <h2>Printed with this plate</h2>
            <table className="mt-1 w-full text-left">
              <tbody>
                {plate.decisions.map((d) => (
                  <tr key={d.key} className="border-b border-hair align-top" data-frozen={d.key}>
                    <th scope="row" className="w-36 py-0.5 pr-2 text-sm font-normal text-soft">
                      {d.title}
                    </th>
                    <td>{d.label}</td>
                    <td className="text-right text-sm text-faint">{d.by}</td>
                  </tr>
                ))}
              </tbody>
            </table>
            <PrintAgain run={data} />
            {data.inSpite && (
              <div className="mt-3 border-l-4 border-stop pl-3" data-testid="in-spite">
                <p className="font-semibold">Printed in spite of this, because: {data.inSpite.because}</p>
                <ul className="text-sm">
                  {data.inSpite.of.map((says) => (
                    <li key={says}>{says}</li>
                  ))}
                </ul>
              </div>
            )}
            {plate.findings.length > 0 && (
              <ul className="mt-3 space-y-1">
                {plate.findings.map((f) => (
                  <li key={f.id} className="flex gap-2">
                    <LevelMark level={f.level} word={false} />
                    <span className="text-sm">
                      {f.title}. {f.says}
                    </span>
                  </li>
                ))}
              </ul>
            )}
          </section>
          <section aria-label="Drawing">
            <h2>As drawn</h2>
            {drawing && <SheetSvg drawing={drawing} picture={(id) => previewUrl(plate.brief, id)} className="mt-1 max-h-[70vh] w-full" />}
          </section>
          <section aria-label="Delivered">
            <h2>As it came out</h2>
            {data.delivered ? (
              <img
                src={fileUrl(data.delivered)}
                alt="The sheet as it came out, leading edge up"
                className="mt-1 max-h-[64vh] w-full bg-ground object-contain"
              />
            ) : (
              <p className="text-soft">
                {data.message || (data.sheetsDelivered > 0 ? 'Its picture was kept as long as the house rules say.' : '')}
              </p>
            )}
            {data.inspection?.note && <p className="mt-2 border-l-2 border-line pl-2">{data.inspection.note}</p>}
          </section>
        </div>
      )}
    </div>
  )
}
