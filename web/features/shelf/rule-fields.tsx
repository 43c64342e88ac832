import { type WorkingHours, WorkingHoursSchema } from '../../../core/things/studio/working-hours.ts'
import { Check } from '../../ui/check.tsx'
import { NumberField } from '../../ui/number-field.tsx'
import type { Read } from '../../ui/reading.ts'
import { TypedField } from '../../ui/typed-field.tsx'

interface Props<T> {
  label: string
  help: string
  value: T
  onChange(value: T): void
}

const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const
/** What stands there when somebody first says hours. */
const USUAL: WorkingHours = { days: [1, 2, 3, 4, 5], from: '09:00', until: '17:00' }

/** “9”, “9:30”, “09.30” or “0930” as “09:30”. */
function readClock(text: string): Read<string> {
  const [, hours, minutes = '00'] = /^(\d{1,2})(?:[:.h]?(\d{2}))?$/.exec(text.trim()) ?? []
  const time = `${(hours ?? '').padStart(2, '0')}:${minutes}`
  if (hours === undefined || Number(minutes) > 59 || Number(hours) * 60 + Number(minutes) > 24 * 60)
    return { ok: false, message: 'Type a time, such as 9:30.' }
  return { ok: true, value: time }
}

/** The hours somebody is there, on which days; or day and night. */
export function HoursRule({ label, help, value, onChange }: Props<WorkingHours | null>) {
  const hours = value ?? USUAL
  const put = (change: Partial<WorkingHours>) => {
    const next = { ...hours, ...change }
    if (WorkingHoursSchema.safeParse(next).success) onChange(next)
  }
  /** A time at one end, which the other end limits. */
  const end = (of: 'from' | 'until') => (text: string) => {
    const read = readClock(text)
    if (!read.ok || WorkingHoursSchema.safeParse({ ...hours, [of]: read.value }).success) return read
    return { ok: false as const, message: of === 'from' ? `Before ${hours.until}.` : `After ${hours.from}.` }
  }
  return (
    <fieldset>
      <legend className="font-semibold">{label}</legend>
      <p className="max-w-prose text-sm text-soft">{help}</p>
      <Check checked={value === null} onChange={(always) => onChange(always ? null : USUAL)}>
        day and night, or nobody has said
      </Check>
      {value !== null && (
        <>
          <div className="mt-1 flex flex-wrap gap-x-4">
            {DAYS.map((day, i) => {
              const there = hours.days.includes(i + 1)
              return (
                <Check
                  key={day}
                  checked={there}
                  disabled={there && hours.days.length === 1}
                  onChange={(on) => put({ days: on ? [...hours.days, i + 1].sort() : hours.days.filter((d) => d !== i + 1) })}
                >
                  {day}
                </Check>
              )
            })}
          </div>
          <div className="mt-2 flex flex-wrap gap-4">
            <TypedField label="From" wide={7} shown={hours.from} read={end('from')} onChange={(from) => put({ from })} />
            <TypedField label="Until" wide={7} shown={hours.until} read={end('until')} onChange={(until) => put({ until })} />
          </div>
        </>
      )}
    </fieldset>
  )
}

/** For how many days something is kept; for good where nobody says. */
export const DaysRule = ({ label, help, value, onChange }: Props<number | null>) => (
  <fieldset>
    <legend className="font-semibold">{label}</legend>
    <p className="max-w-prose text-sm text-soft">{help}</p>
    <Check checked={value === null} onChange={(ever) => onChange(ever ? null : 365)}>
      as long as their runs
    </Check>
    {value !== null && (
      <NumberField
        className="mt-1 max-w-48"
        label="Days after the run"
        unit="days"
        min={1}
        max={36_500}
        step={30}
        whole
        value={value}
        onChange={onChange}
      />
    )}
  </fieldset>
)
