import { useState } from 'react'
import { type DisplayRecord, DisplayRecordSchema, sayDisplay } from '../../../core/work/runs/display.ts'

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
        <button type="button" className="link" aria-expanded={open} onClick={() => setOpen(!open)}>
          {record ? 'Change' : 'Say when'}
        </button>
      </p>
      {open && (
        <form
          className="mt-1 flex flex-wrap items-end gap-2"
          onSubmit={(e) => {
            e.preventDefault()
            const form = new FormData(e.currentTarget)
            const read = DisplayRecordSchema.safeParse({
              calibratedOn: form.get('on'),
              white: Number(form.get('white')),
              luminance: Number(form.get('luminance')),
            })
            if (!read.success) return
            localStorage.setItem(KEY, JSON.stringify(read.data))
            setRecord(read.data)
            setOpen(false)
          }}
        >
          <label>
            <span className="block text-soft">Calibrated on</span>
            <input name="on" type="date" required defaultValue={record?.calibratedOn ?? new Date().toISOString().slice(0, 10)} />
          </label>
          <label>
            <span className="block text-soft">White, K</span>
            <input name="white" type="number" className="num w-20" required min={3000} max={10_000} defaultValue={record?.white ?? 5000} />
          </label>
          <label>
            <span className="block text-soft">cd/m²</span>
            <input
              name="luminance"
              type="number"
              className="num w-20"
              required
              min={10}
              max={2000}
              defaultValue={record?.luminance ?? 100}
            />
          </label>
          <button type="submit" className="btn">
            Keep
          </button>
        </form>
      )}
    </section>
  )
}
