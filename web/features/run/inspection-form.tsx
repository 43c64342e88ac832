import { useMutation, useQuery } from '@tanstack/react-query'
import type { z } from 'zod'
import { viewOf } from '../../../core/sheet/form.ts'
import { pagesOf } from '../../../core/sheet/run-pages.ts'
import { writeNumber } from '../../../core/things/length/length.ts'
import { EDGES, type Edges } from '../../../core/things/paths/path.ts'
import { DEFAULT_RULES } from '../../../core/things/studio/house-rules.ts'
import type { RunDetail } from '../../../core/wire/api/dto.ts'
import { GLOSSES, type Inspection, InspectionGivenSchema, SEEN_FAULTS, VERDICTS, WASHES } from '../../../core/work/runs/inspection.ts'
import { hasEdges, inspectedForm } from '../../../core/work/runs/outcome.ts'
import { api, fileUrl, messageOf } from '../../api/client.ts'
import { queryClient, studioQuery } from '../../api/queries.ts'
import { clock } from '../../ui/ago.ts'
import { Button } from '../../ui/button.tsx'
import { Check } from '../../ui/check.tsx'
import { LengthField } from '../../ui/length-field.tsx'
import { NumberField } from '../../ui/number-field.tsx'
import { Radio } from '../../ui/radio.tsx'
import { useRecordForm } from '../../ui/record-form.ts'
import { Select } from '../../ui/select.tsx'
import { TextArea } from '../../ui/text-field.tsx'
import { toast } from '../../ui/toast.tsx'
import { DisplayNote } from '../colour/display-record.tsx'
import { BesideView } from './beside-view.tsx'
import { TargetReadingForm } from './target-reading.tsx'
import { WhatNext } from './what-next.tsx'

const VERDICT = { right: 'Right', usable: 'Usable', wasted: 'Wasted' } as const

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
        <Select
          label="Wet brush over printed lines"
          value={wash?.result ?? null}
          options={[
            [null, 'not tried'],
            ['stands', 'they stand'],
            ['softens', 'they soften'],
            ['runs', 'they run'],
          ]}
          onChange={(to) => {
            const result = WASHES.find((w) => w === to)
            onForm({ ...form, wash: result ? { minutes: wash?.minutes ?? 10, result } : null })
          }}
        />
        {wash && (
          <NumberField
            label="minutes after printing"
            whole
            min={0}
            max={100_000}
            step={1}
            value={wash.minutes}
            onChange={(minutes) => onForm({ ...form, wash: { ...wash, minutes } })}
          />
        )}
        <Select
          label="Gloss, tilted against the light"
          value={form.gloss ?? null}
          options={[[null, 'not looked at'], ...GLOSSES.map((g) => [g, g] as const)]}
          onChange={(to) => onForm({ ...form, gloss: GLOSSES.find((g) => g === to) ?? null })}
        />
      </div>
    </fieldset>
  )
}

/** The delivered sheet, its measured borders against the drawing's, and what was seen. */
export function InspectionForm({ run }: { run: RunDetail }) {
  const { brief } = run.plate
  // Each side against its own numbers.
  const inspected = inspectedForm(run)
  const layout = inspected && viewOf(inspected).layout
  const kinds = pagesOf(run.plate, run.side, run.only).length
  const unseen = useQuery(studioQuery).data?.rules.visibleShift ?? DEFAULT_RULES.visibleShift
  const expected: Edges = layout
    ? {
        leading: Math.round(layout.margins.leading),
        trailing: Math.round(layout.margins.trailing),
        left: Math.round(layout.margins.left),
        right: Math.round(layout.margins.right),
      }
    : { leading: 0, trailing: 0, left: 0, right: 0 }
  const record = useRecordForm<Inspection>({
    name: `inspection-${run.id}`,
    schema: InspectionGivenSchema as z.ZodType<Inspection>,
    record: run.inspection ?? {
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
  })
  const { draft: form, put: setForm } = record
  const margins = form.margins
  const save = useMutation({
    mutationFn: () => api('PUT /runs/{id}/inspection', { id: run.id, body: form }),
    onSuccess: () => {
      record.saved()
      toast.success('Written into the log.')
      void queryClient.invalidateQueries({ queryKey: ['runs'] })
      void queryClient.invalidateQueries({ queryKey: ['job', run.jobId] })
      void queryClient.invalidateQueries({ queryKey: ['studio'] })
    },
    onError: (error) => toast.error(messageOf(error)),
  })
  const count = (key: 'sheetsUsed' | 'sheetsWasted', label: string) => (
    <NumberField
      whole
      label={label}
      min={0}
      max={10_000}
      step={1}
      value={form[key]}
      error={record.errorAt(key)}
      onChange={(to) => setForm({ ...form, [key]: to })}
    />
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
              className="max-h-[calc(100dvh-15rem)] w-full bg-ground object-contain"
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
        {inspected && hasEdges(inspected) && (
          <section>
            <h2>Measured borders</h2>
            <p className="text-sm text-soft">
              With a ruler, from the edge of the {kinds > 1 ? 'first sheet' : 'sheet'} to the picture. The drawing said{' '}
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
                    {Math.abs(margins[edge] - expected[edge]) > unseen && (
                      <p className="text-sm text-warn">
                        {writeNumber(Math.abs(margins[edge] - expected[edge]), brief.unit)} {brief.unit} from the drawing
                      </p>
                    )}
                  </div>
                ))}
              </div>
            ) : (
              <Button className="mt-2" onClick={() => setForm({ ...form, margins: { ...expected } })}>
                Enter the four borders
              </Button>
            )}
          </section>
        )}
        {margins && (
          <section>
            <Check
              className="text-sm"
              checked={form.skew !== null}
              onChange={(on) => setForm({ ...form, skew: on ? { leading: margins.left, trailing: margins.left } : null })}
            >
              It lies askew: read the left border again at both ends
            </Check>
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
          <Radio
            label="Verdict"
            className="mt-1 flex flex-wrap gap-x-6"
            value={form.verdict}
            options={VERDICTS.map((verdict) => [verdict, VERDICT[verdict]] as const)}
            onChange={(verdict) => setForm({ ...form, verdict, sheetsWasted: verdict === 'wasted' ? form.sheetsUsed : 0 })}
          />
        </fieldset>
        <Looked form={form} onForm={setForm} />
        <fieldset>
          <legend className="font-semibold">Faults seen</legend>
          <div className="mt-1 grid grid-cols-2 gap-x-4 gap-y-1 sm:grid-cols-3">
            {SEEN_FAULTS.map((fault) => (
              <Check
                key={fault}
                checked={form.faults.includes(fault)}
                onChange={(on) => setForm({ ...form, faults: on ? [...form.faults, fault] : form.faults.filter((f) => f !== fault) })}
              >
                {fault}
              </Check>
            ))}
          </div>
        </fieldset>
        <div className="flex gap-4">
          {count('sheetsUsed', 'Sheets used')}
          {count('sheetsWasted', 'Of them wasted')}
        </div>
        <TextArea label="Note" rows={3} value={form.note} onChange={(note) => setForm({ ...form, note })} />
        <Button kind="act" type="submit" disabled={save.isPending || !record.valid}>
          {run.inspection ? 'Correct the log' : 'Write it into the log'}
        </Button>
        {run.inspection && <WhatNext run={run} verdict={run.inspection.verdict} />}
      </form>
    </div>
  )
}
