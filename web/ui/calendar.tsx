import { format } from 'date-fns'
import { DayPicker } from 'react-day-picker'
import { type Day, dateOf, dayOf } from './days.ts'
import { Icon } from './icon.tsx'

interface Props {
  value: Day | null
  onChange(day: Day): void
}

const PARTS = {
  Chevron: ({ orientation }: { orientation?: string }) => <Icon of="sub" className={orientation === 'left' ? 'rotate-180' : ''} />,
}

/** The figure on the screen is part of what is read aloud (WCAG 2.5.3). */
const LABELS = { labelDayButton: (date: Date) => format(date, 'EEEE d MMMM yyyy') }

/** A month to point at, beginning on Monday. */
export default function Calendar({ value, onChange }: Props) {
  const chosen = value === null ? undefined : dateOf(value)
  return (
    <DayPicker
      mode="single"
      autoFocus
      required
      weekStartsOn={1}
      showOutsideDays
      selected={chosen}
      {...(chosen ? { defaultMonth: chosen } : {})}
      onSelect={(date) => date && onChange(dayOf(date))}
      components={PARTS}
      labels={LABELS}
      classNames={{
        months: 'relative',
        month_caption: 'flex h-8 items-center font-semibold',
        nav: 'absolute right-0 top-0 flex',
        button_previous: 'btn btn-plain btn-small btn-icon',
        button_next: 'btn btn-plain btn-small btn-icon',
        weekday: 'size-9 text-sm font-normal text-faint',
        day_button: 'calendar-day',
        today: 'calendar-today',
        selected: 'calendar-chosen',
        outside: 'calendar-outside',
      }}
    />
  )
}
