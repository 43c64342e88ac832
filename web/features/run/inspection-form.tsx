import { useMutation, useQuery } from '@tanstack/react-query'
import { useId, useState } from 'react'
import { toast } from 'sonner'
import { layoutOf } from '../../../core/plate/resolve/plate.ts'
import { writeNumber } from '../../../core/things/length/length.ts'
import { EDGES, type Edges } from '../../../core/things/paths/path.ts'
import type { RunDetail } from '../../../core/wire/api/dto.ts'
import { GLOSSES, type Inspection, SEEN_FAULTS, VERDICTS, WASHES } from '../../../core/work/runs/inspection.ts'
import { api, fileUrl, messageOf } from '../../api/client.ts'
import { queryClient, studioQuery } from '../../api/queries.ts'
import { clock } from '../../ui/ago.ts'
import { LengthField } from '../../ui/length-field.tsx'
import { DisplayNote } from '../colour/display-record.tsx'
import { BesideView } from './beside-view.tsx'
import { TargetReadingForm } from './target-reading.tsx'
import { WhatNext } from './what-next.tsx'

const VERDICT = { right: 'Right', usable: 'Usable', wasted: 'Wasted' } as const
/** Borders this much apart are seen by eye (common practice), µm. */
const SEEN = 1000

const LIGHT: Record<string, string> = {
  unknown: 'Nobody has said under which light prints are judged here; a viewing light of D50 is the reference.',
  critical: 'Judge it under the viewing light (D50, about 2000 lx), dry, beside the proof.',
  practical: 'Judge it under the viewing light (D50, about 500 lx), dry, beside the proof.',
  window: 'Judge it at the north window by day, dry, beside the proof.',
  room: 'Judge it dry, and under the light it will hang in; the light of the room shifts colours.',
}

/** The light and the display this print is judged by. */
function Light() {
  const rules = useQuery(studioQuery).data?.rules
  return (
    <div>
      {rules && <p className="text-sm text-soft">{LIGHT[rules.viewingLight]}</p>}
      <DisplayNote />
    </div>
  )
}

/** What is tried and seen besides: a wet brush, and the gloss against the light. */
function Looked({ form, onForm }: { form: Inspection; onForm(form: Inspection): void }) {
  const { wash } = form
  return (
    <fieldset>
      <legend className="font-semibold">Tried and seen</legend>
      <div className="mt-1 flex flex-wrap items-end gap-4">
        <label className="text-sm text-soft">
          Wet brush over printed lines
          <select
            className="block text-ink"
            value={wash?.result ?? ''}
            onChange={(e) => {
              const result = WASHES.find((w) => w === e.target.value)
              onForm({ ...form, wash: result ? { minutes: wash?.minutes ?? 10, result } : null })
            }}
          >
            <option value="">not tried</option>
            <option value="stands">they stand</option>
            <option value="softens">they soften</option>
            <option value="runs">they run</option>
          </select>
        </label>
        {wash && (
          <label className="text-sm text-soft">
            minutes after printing
            <input
              type="number"
              min={0}
              max={100_000}
              className="num block w-24 text-ink"
              value={wash.minutes}
              onChange={(e) => onForm({ ...form, wash: { ...wash, minutes: Math.max(0, Math.round(Number(e.target.value) || 0)) } })}
            />
          </label>
        )}
        <label className="text-sm text-soft">
          Gloss, tilted against the light
          <select
            className="block text-ink"
            value={form.gloss ?? ''}
            onChange={(e) => onForm({ ...form, gloss: GLOSSES.find((g) => g === e.target.value) ?? null })}
          >
            <option value="">not looked at</option>
            {GLOSSES.map((g) => (
              <option key={g} value={g}>
                {g}
              </option>
            ))}
          </select>
        </label>
      </div>
    </fieldset>
  )
}

/** The delivered sheet, its measured borders against the drawing's, and what was seen. */
export function InspectionForm({ run }: { run: RunDetail }) {
  const id = useId()
  const { brief } = run.plate
  // Each side against its own numbers.
  const layout = layoutOf(run.plate, run.side)
  const expected: Edges = layout
    ? {
        leading: Math.round(layout.margins.leading),
        trailing: Math.round(layout.margins.trailing),
        left: Math.round(layout.margins.left),
        right: Math.round(layout.margins.right),
      }
    : { leading: 0, trailing: 0, left: 0, right: 0 }
  const [form, setForm] = useState<Inspection>(
    run.inspection ?? {
      margins: null,
      skew: null,
      target: null,
      wash: null,
      gloss: null,
      verdict: 'right',
      faults: [],
      note: '',
      sheetsUsed: Math.max(1, run.sheetsDelivered),
      sheetsWasted: 0,
    },
  )
  const margins = form.margins
  const save = useMutation({
    mutationFn: () => api('PUT /runs/{id}/inspection', { id: run.id, body: form }),
    onSuccess: () => {
      toast.success('Written into the log.')
      void queryClient.invalidateQueries({ queryKey: ['runs'] })
      void queryClient.invalidateQueries({ queryKey: ['job', run.jobId] })
      void queryClient.invalidateQueries({ queryKey: ['studio'] })
    },
    onError: (error) => toast.error(messageOf(error)),
  })
  const count = (key: 'sheetsUsed' | 'sheetsWasted', label: string) => (
    <div>
      <label htmlFor={`${id}-${key}`} className="block text-sm text-soft">
        {label}
      </label>
      <input
        id={`${id}-${key}`}
        type="number"
        min={0}
        max={10000}
        className="num w-24"
        value={form[key]}
        onChange={(e) => setForm({ ...form, [key]: Math.max(0, Math.min(10_000, Math.round(Number(e.target.value) || 0))) })}
      />
    </div>
  )
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-6 p-5 lg:grid-cols-[minmax(0,1.1fr)_minmax(0,1fr)]">
      <div className="min-w-0 space-y-4">
        <BesideView run={run} />
        <Light />
        <figure>
          {run.delivered ? (
            <img
              src={fileUrl(run.delivered)}
              alt="The sheet as it came out, leading edge up"
              className="max-h-[calc(100dvh-15rem)] w-full bg-[#707070] object-contain"
            />
          ) : (
            <div className="flex h-64 items-center justify-center bg-chosen text-soft">No sheet came out of this run.</div>
          )}
          <figcaption className="mt-1 text-sm text-soft">
            The sheet as it came out, leading edge up.{' '}
            {run.dryUntil && new Date(run.dryUntil) > new Date() ? `Dry ${clock(run.dryUntil)}; handle it by the edges until then.` : ''}
          </figcaption>
        </figure>
      </div>
      <form
        onSubmit={(e) => {
          e.preventDefault()
          save.mutate()
        }}
        className="space-y-5"
      >
        <section>
          <h2>Measured borders</h2>
          <p className="text-sm text-soft">
            With a ruler, from the edge of the sheet to the picture. The drawing said{' '}
            {EDGES.map((e) => `${e} ${writeNumber(expected[e], brief.unit)}`).join(', ')} {brief.unit}.
          </p>
          {margins ? (
            <div className="mt-2 grid max-w-md grid-cols-2 gap-3">
              {EDGES.map((edge) => (
                <div key={edge}>
                  <LengthField
                    label={edge}
                    unit={brief.unit}
                    signed
                    value={margins[edge]}
                    onChange={(um) => setForm({ ...form, margins: { ...margins, [edge]: Math.max(0, um) } })}
                  />
                  {Math.abs(margins[edge] - expected[edge]) >= SEEN && (
                    <p className="text-sm text-warn">
                      {writeNumber(Math.abs(margins[edge] - expected[edge]), brief.unit)} {brief.unit} from the drawing
                    </p>
                  )}
                </div>
              ))}
            </div>
          ) : (
            <button type="button" className="btn mt-2" onClick={() => setForm({ ...form, margins: { ...expected } })}>
              Enter the four borders
            </button>
          )}
        </section>
        {margins && (
          <section>
            <label className="flex items-center gap-2 text-sm">
              <input
                type="checkbox"
                checked={form.skew !== null}
                onChange={(e) => setForm({ ...form, skew: e.target.checked ? { leading: margins.left, trailing: margins.left } : null })}
              />
              It lies askew: read the left border again at both ends
            </label>
            {form.skew && (
              <div className="mt-1 grid max-w-md grid-cols-2 gap-3">
                {(['leading', 'trailing'] as const).map((end) => (
                  <LengthField
                    key={end}
                    label={`left, at the ${end} end`}
                    unit={brief.unit}
                    signed
                    value={form.skew?.[end] ?? 0}
                    onChange={(um) => form.skew && setForm({ ...form, skew: { ...form.skew, [end]: Math.max(0, um) } })}
                  />
                ))}
              </div>
            )}
          </section>
        )}
        {brief.test?.kind === 'target' && <TargetReadingForm value={form.target} onChange={(target) => setForm({ ...form, target })} />}
        <fieldset>
          <legend className="font-semibold">Verdict</legend>
          <div className="mt-1 flex flex-wrap gap-2">
            {VERDICTS.map((verdict) => (
              <label
                key={verdict}
                className={`btn ${form.verdict === verdict ? 'font-semibold' : ''}`}
                style={form.verdict === verdict ? { borderColor: 'var(--ink)' } : {}}
              >
                <input
                  type="radio"
                  name={`${id}-verdict`}
                  checked={form.verdict === verdict}
                  onChange={() => setForm({ ...form, verdict, sheetsWasted: verdict === 'wasted' ? form.sheetsUsed : 0 })}
                />
                {VERDICT[verdict]}
              </label>
            ))}
          </div>
        </fieldset>
        <Looked form={form} onForm={setForm} />
        <fieldset>
          <legend className="font-semibold">Faults seen</legend>
          <div className="mt-1 grid grid-cols-2 gap-x-4 gap-y-1 sm:grid-cols-3">
            {SEEN_FAULTS.map((fault) => (
              <label key={fault} className="flex items-center gap-1.5">
                <input
                  type="checkbox"
                  checked={form.faults.includes(fault)}
                  onChange={(e) =>
                    setForm({ ...form, faults: e.target.checked ? [...form.faults, fault] : form.faults.filter((f) => f !== fault) })
                  }
                />
                {fault}
              </label>
            ))}
          </div>
        </fieldset>
        <div className="flex gap-4">
          {count('sheetsUsed', 'Sheets used')}
          {count('sheetsWasted', 'Of them wasted')}
        </div>
        <div>
          <label htmlFor={`${id}-note`} className="block text-sm text-soft">
            Note
          </label>
          <textarea
            id={`${id}-note`}
            rows={3}
            maxLength={5000}
            className="w-full"
            value={form.note}
            onChange={(e) => setForm({ ...form, note: e.target.value })}
          />
        </div>
        <button type="submit" className="btn btn-act" disabled={save.isPending}>
          {run.inspection ? 'Correct the log' : 'Write it into the log'}
        </button>
        {run.inspection && <WhatNext run={run} verdict={run.inspection.verdict} />}
      </form>
    </div>
  )
}
