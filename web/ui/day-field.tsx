import { lazy, Suspense, useState } from 'react'
import { IconButton } from './button.tsx'
import { type Day, dateOf, dayOf, type Leaning, readDay, readMoment, writeDay, writeMoment } from './days.ts'
import type { FieldWords } from './field.tsx'
import { Popover } from './popover.tsx'
import type { Read } from './reading.ts'
import { TypedField } from './typed-field.tsx'

// Fetched when somebody opens it.
const Calendar = lazy(() => import('./calendar.tsx'))

function CalendarButton({ value, onChange, of }: { value: Day | null; onChange(day: Day): void; of: string }) {
  const [open, setOpen] = useState(false)
  return (
    <Popover
      label={`Calendar, ${of}`}
      align="end"
      open={open}
      onOpen={setOpen}
      opener={<IconButton label={`Calendar, ${of}`} icon="day" says="Calendar" />}
    >
      <Suspense fallback={<div className="skeleton size-64" />}>
        <Calendar
          value={value}
          onChange={(day) => {
            setOpen(false)
            onChange(day)
          }}
        />
      </Suspense>
    </Popover>
  )
}

interface DayProps extends Omit<FieldWords, 'unit'> {
  value: Day | null
  onChange(day: Day | null): void
  leaning?: Leaning
}

/** A day, typed or pointed at; empty for none. */
export const DayField = ({ value, onChange, leaning = 'behind', className = '', ...field }: DayProps) => (
  <div className={`flex max-w-64 items-end gap-1 ${className}`}>
    <TypedField
      {...field}
      words
      className="flex-1"
      placeholder="14 Sep"
      shown={value === null ? '' : writeDay(value)}
      read={(text) => (text.trim() === '' ? { ok: true, value: null } : readDay(text, new Date(), leaning))}
      onChange={onChange}
    />
    <CalendarButton of={field.label.toLowerCase()} value={value} onChange={onChange} />
  </div>
)

interface MomentProps extends Omit<FieldWords, 'unit'> {
  /** ISO 8601 with its offset; shown on this machine's clock. */
  value: string | null
  onChange(iso: string | null): void
}

/** A day and a time ahead; empty for none. A day pointed at keeps the time that was there, or is its noon. */
export const MomentField = ({ value, onChange, className = '', ...field }: MomentProps) => (
  <div className={`flex max-w-80 items-end gap-1 ${className}`}>
    <TypedField
      {...field}
      words
      className="flex-1"
      placeholder="Fri 12:00"
      shown={value === null ? '' : writeMoment(value)}
      read={(text): Read<Date | null> => (text.trim() === '' ? { ok: true, value: null } : readMoment(text, new Date()))}
      onChange={(date) => onChange(date === null ? null : date.toISOString())}
    />
    <CalendarButton
      of={field.label.toLowerCase()}
      value={value === null ? null : dayOf(new Date(value))}
      onChange={(day) => {
        const at = dateOf(day)
        const before = value === null ? null : new Date(value)
        at.setHours(before?.getHours() ?? 12, before?.getMinutes() ?? 0)
        onChange(at.toISOString())
      }}
    />
  </div>
)
