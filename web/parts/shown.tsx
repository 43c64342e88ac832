import { createColumnHelper } from '@tanstack/react-table'
import { useState } from 'react'
import { z } from 'zod'
import { PATH_KIND_IDS } from '../../core/things/paths/kinds.ts'
import { Button, ButtonLink } from '../ui/button.tsx'
import { Chart } from '../ui/chart/chart.tsx'
import { Countdown } from '../ui/countdown.tsx'
import { PathGlyph, PrinterGlyph } from '../ui/glyphs.tsx'
import { LabPatch } from '../ui/lab-patch.tsx'
import { LevelMark } from '../ui/mark.tsx'
import { NumberField } from '../ui/number-field.tsx'
import { Pane, PaneRule, Panes } from '../ui/panes.tsx'
import { Progress } from '../ui/progress.tsx'
import { useRecordForm } from '../ui/record-form.ts'
import { ScrollArea } from '../ui/scroll-area.tsx'
import { Separator } from '../ui/separator.tsx'
import { Empty, Failed, Loading, Skeleton } from '../ui/states.tsx'
import { Swatch } from '../ui/swatch.tsx'
import { DataTable } from '../ui/table/data-table.tsx'
import { TextField } from '../ui/text-field.tsx'
import { Thumbnail } from '../ui/thumbnail.tsx'
import { UnsavedGuard } from '../ui/unsaved-guard.tsx'
import { Part, State } from './part.tsx'

interface Sheet {
  id: number
  printer: string
  verdict: string
  wasted: number
}
const PRINTERS = ['Tern A4', 'Gannet 13', 'Heron 17']
const SHEETS: Sheet[] = Array.from({ length: 10_000 }, (_, i) => ({
  id: i + 1,
  printer: PRINTERS[i % 3] ?? '',
  verdict: i % 7 === 0 ? 'wasted' : 'right',
  wasted: i % 7 === 0 ? 1 + (i % 4) : 0,
}))
const column = createColumnHelper<Sheet>()
const COLUMNS = [
  column.accessor('id', { header: 'Run', meta: { figure: true, always: true, width: '6rem' } }),
  column.accessor('printer', { header: 'Printer', meta: { chips: true } }),
  column.accessor('verdict', { header: 'Verdict', meta: { chips: true } }),
  column.accessor('wasted', { header: 'Wasted', meta: { figure: true } }),
]
const WAVE = Array.from({ length: 41 }, (_, i) => ({ x: i / 4, y: 4 + 3 * Math.sin(i / 5) }))
const RecordSchema = z
  .object({ name: z.string().trim().min(1, 'A paper needs a name.'), from: z.number(), to: z.number() })
  .refine((r) => r.from <= r.to, { path: ['from'], message: 'The minimum is above the maximum.' })

/** What shows something: pictures, states, tables, charts, panes, records. */
export function ShownParts() {
  const [opened, setOpened] = useState('no row opened')
  const form = useRecordForm<z.infer<typeof RecordSchema>>({
    name: 'parts-example',
    schema: RecordSchema,
    record: { name: 'Saltmarsh Cotton 308', from: 89, to: 330 },
  })
  return (
    <>
      <Part name="Pictures and marks">
        <State of="a picture on its sheet">
          <span className="flex gap-2">
            <Thumbnail name="Landscape on A3" src={null} sheet={{ w: 297, h: 420 }} place={{ x: 30, y: 40, w: 237, h: 158 }} />
            <Thumbnail name="Turned, on a card" src={null} turn={90} sheet={{ w: 148, h: 105 }} place={{ x: 10, y: 10, w: 128, h: 85 }} />
          </span>
        </State>
        <State of="papers">
          <span className="flex gap-1">
            {(['gloss', 'satin', 'matte', 'art', 'canvas', 'board', 'plain'] as const).map((surface) => (
              <Swatch key={surface} white={[96, 0, 2]} surface={surface} />
            ))}
          </span>
        </State>
        <State of="colours">
          <LabPatch
            colours={[
              [40, 60, 40],
              [70, -30, 20],
            ]}
          />
        </State>
        <State of="levels">
          <span className="flex gap-3">
            <LevelMark level="stop" />
            <LevelMark level="warn" />
            <LevelMark level="note" />
          </span>
        </State>
        <State of="printers and their paths">
          <span className="flex flex-wrap items-end gap-2">
            <PrinterGlyph wide={false} />
            <PrinterGlyph wide />
            <Separator upright />
            {PATH_KIND_IDS.map((kind) => (
              <PathGlyph key={kind} kind={kind} />
            ))}
          </span>
        </State>
      </Part>
      <Part name="States">
        <State of="fetching">
          <Loading what="the papers" />
        </State>
        <State of="failed">
          <Failed error={new Error('The network is away.')} again={() => undefined} />
        </State>
        <State of="nothing yet">
          <Empty title="No paper yet">Add the first box you have; a name and a weight are enough.</Empty>
        </State>
        <State of="on its way">
          <Skeleton lines={3} className="w-48" />
        </State>
        <State of="how far">
          <div className="grid w-56 gap-2">
            <Progress label="A third" share={1 / 3} />
            <Progress label="Nobody knows" share={null} />
            <Countdown until={new Date(Date.now() + 95_000).toISOString()} running="dries" done="Dry" />
          </div>
        </State>
      </Part>
      <Part name="Table">
        <State of={opened} wide>
          <DataTable
            name="parts-example"
            label="Ten thousand runs"
            rows={SHEETS}
            columns={COLUMNS}
            idOf={(s) => String(s.id)}
            first={[{ id: 'id', desc: false }]}
            onOpen={(s) => setOpened(`run ${s.id} opened`)}
            act={(chosen, done) => (
              <Button
                small
                onClick={() => {
                  setOpened(`${chosen.length} put aside`)
                  done()
                }}
              >
                Put aside
              </Button>
            )}
            height="22rem"
            tools
          />
        </State>
      </Part>
      <Part name="Chart">
        <State of="to be read off by pointer and keys" wide>
          <Chart
            className="max-w-md"
            label="A wave"
            width={320}
            height={120}
            x={{ from: 0, to: 10, label: 'mm' }}
            y={{ from: 0, to: 8, label: 'ΔE2000' }}
            readings={WAVE.map(({ x, y }) => ({ x, y, says: `${x.toFixed(2)} mm: ${y.toFixed(1)} ΔE2000` }))}
            legend={[['line', 'measured']]}
            table={{ head: ['mm', 'ΔE2000'], rows: WAVE.map(({ x, y }) => [x.toFixed(2), y.toFixed(1)]) }}
          >
            {({ x, y }) => (
              <path
                d={WAVE.map((p, i) => `${i === 0 ? 'M' : 'L'}${x(p.x)} ${y(p.y)}`).join('')}
                fill="none"
                stroke="var(--ink)"
                strokeWidth="1.5"
              />
            )}
          </Chart>
        </State>
      </Part>
      <Part name="Panes and scrolling">
        <State of="drag the rules, or reach them by Tab and use the arrow keys" wide>
          <div className="flex h-28 border border-line">
            <Panes name="parts-example">
              <Pane id="left" size={140} least={80} className="p-2">
                Spine
              </Pane>
              <PaneRule label="Width of the left pane" />
              <Pane id="middle" className="p-2">
                Centre
              </Pane>
              <PaneRule label="Width of the right pane" />
              <Pane id="right" size={160} least={80} className="p-2">
                Aside
              </Pane>
            </Panes>
          </div>
        </State>
        <State of="scrolls by itself">
          <ScrollArea label="Long text" className="h-20 w-56 border border-line">
            <p className="p-2">
              Lay a steel rule flat and read it to half a millimetre or better, at three places each way; then corner to corner, both ways,
              which shows whether the sheet is square. Take three sheets from the middle of the pack.
            </p>
          </ScrollArea>
        </State>
        <State of="a hairline" wide>
          <Separator />
        </State>
      </Part>
      <Part name="Record form">
        <State of={form.errors.size > 0 ? 'contradicts itself' : form.dirty ? 'not saved yet, kept on this device' : 'saved'}>
          <div className="flex flex-wrap items-end gap-3">
            <TextField
              label="Name of the example"
              value={form.draft.name}
              error={form.errorAt('name')}
              onChange={(name) => form.set('name', name)}
            />
            <NumberField
              label="Narrowest"
              unit="mm"
              min={0}
              max={2000}
              step={1}
              value={form.draft.from}
              error={form.errorAt('from')}
              onChange={(from) => form.set('from', from)}
            />
            <NumberField label="Widest" unit="mm" min={0} max={2000} step={1} value={form.draft.to} onChange={(to) => form.set('to', to)} />
            <Button disabled={!form.dirty} onClick={form.forget}>
              Take back
            </Button>
            <Button kind="act" icon="save" disabled={!form.dirty || !form.valid} onClick={form.saved}>
              Save
            </Button>
            <ButtonLink to="/log">Leave for the log</ButtonLink>
          </div>
        </State>
        <UnsavedGuard
          dirty={form.dirty}
          what="The example"
          onSave={
            form.valid
              ? () => {
                  form.saved()
                  return Promise.resolve(true)
                }
              : null
          }
        />
      </Part>
    </>
  )
}
