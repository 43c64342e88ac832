import { useState } from 'react'
import { type DisplayRecord, DisplayRecordSchema, sayDisplay } from '../../../core/work/runs/display.ts'
import { Button } from '../../ui/button.tsx'
import { DayField } from '../../ui/day-field.tsx'
import { dayOf } from '../../ui/days.ts'
import { NumberField } from '../../ui/number-field.tsx'
import { useRecordForm } from '../../ui/record-form.ts'

const KEY = 'display-record'

function kept(): DisplayRecord | null {
  try {
    const read = DisplayRecordSchema.safeParse(JSON.parse(localStorage.getItem(KEY) ?? 'null'))
    return read.success ? read.data : null
  } catch {
    return null
  }
}

/** How far this display can be believed; asked once, kept in this browser, changed when somebody wants to. */
export function DisplayNote() {
  const [record, setRecord] = useState(kept)
  const [open, setOpen] = useState(false)
  const { says, doubtful } = sayDisplay(record, new Date())
  return (
    <section aria-label="This display" className="mt-3 text-sm">
      <p className={doubtful ? 'border-l-4 border-warn pl-2' : 'text-soft'}>
        {says}{' '}
        <Button kind="link" aria-expanded={open} onClick={() => setOpen(!open)}>
          {record ? 'Change' : 'Say when'}
        </Button>
      </p>
      {open && (
        <DisplayForm
          record={record}
          onKeep={(next) => {
            localStorage.setItem(KEY, JSON.stringify(next))
            setRecord(next)
            setOpen(false)
          }}
        />
      )}
    </section>
  )
}

function DisplayForm({ record, onKeep }: { record: DisplayRecord | null; onKeep(record: DisplayRecord): void }) {
  const { draft, set, errorAt, valid } = useRecordForm<DisplayRecord>({
    name: null,
    schema: DisplayRecordSchema,
    record: record ?? { calibratedOn: dayOf(new Date()), white: 5000, luminance: 100 },
  })
  return (
    <form
      className="mt-1 grid grid-cols-2 items-end gap-2"
      onSubmit={(e) => {
        e.preventDefault()
        if (valid) onKeep(draft)
      }}
    >
      <DayField
        label="Calibrated on"
        className="col-span-2"
        value={draft.calibratedOn}
        error={errorAt('calibratedOn')}
        onChange={(day) => set('calibratedOn', day)}
      />
      <NumberField label="White, K" whole min={3000} max={10_000} step={100} value={draft.white} onChange={(to) => set('white', to)} />
      <NumberField label="cd/m²" min={10} max={2000} step={5} value={draft.luminance} onChange={(to) => set('luminance', to)} />
      <Button type="submit" disabled={!valid}>
        Keep
      </Button>
    </form>
  )
}
