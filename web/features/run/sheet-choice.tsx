import type { Plate } from '../../../core/plate/resolve/plate.ts'
import type { Side } from '../../../core/sheet/form.ts'
import type { Chosen } from '../../../core/sheet/run-pages.ts'
import { Check } from '../../ui/check.tsx'
import { NumberField } from '../../ui/number-field.tsx'
import { Radio } from '../../ui/radio.tsx'

interface Props {
  plate: Plate
  side: Side
  /** Null for all sheets. */
  value: readonly Chosen[] | null
  onChange(chosen: Chosen[] | null): void
}

/** Which sheets of a job are printed: all of them, or some by themselves, as after a spoilt one. */
export function SheetChoice({ plate, side, value, onChange }: Props) {
  const forms = plate.forms.filter((form) => form.side === side)
  const all = forms.reduce((sum, { count }) => sum + count, 0)
  if (all < 2) return null
  const chosen = new Map(value?.map(({ form, count }) => [form, count]))
  const set = (id: string, count: number) => {
    const next = forms.flatMap((form) => {
      const n = form.id === id ? count : (chosen.get(form.id) ?? 0)
      return n > 0 ? [{ form: form.id, count: n }] : []
    })
    onChange(next)
  }
  return (
    <section aria-label="Sheets to print" className="mt-3">
      <Radio
        label="Sheets to print"
        className="flex flex-wrap gap-x-4"
        value={value === null ? 'all' : 'some'}
        options={[
          ['all', `all ${all} sheets`],
          ['some', 'some of them by themselves'],
        ]}
        onChange={(what) => onChange(what === 'all' ? null : forms.slice(0, 1).map(({ id }) => ({ form: id, count: 1 })))}
      />
      {value !== null && (
        <ul className="mt-2 max-h-56 space-y-1 overflow-y-auto">
          {forms.map(({ id, count, placements }, i) => (
            <li key={id} className="flex flex-wrap items-center gap-3">
              <Check className="w-56 text-sm" checked={chosen.has(id)} onChange={(on) => set(id, on ? 1 : 0)}>
                Sheet {i + 1}, {placements.length === 1 ? 'one picture' : `${placements.length} pictures`}
                {count > 1 ? `, ${count} times` : ''}
              </Check>
              {chosen.has(id) && (
                <NumberField
                  label={`How many of sheet ${i + 1}`}
                  labelAt="hidden"
                  className="w-20"
                  whole
                  min={1}
                  max={10_000}
                  step={1}
                  value={chosen.get(id) ?? 1}
                  onChange={(n) => set(id, n)}
                />
              )}
            </li>
          ))}
        </ul>
      )}
    </section>
  )
}
