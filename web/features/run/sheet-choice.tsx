import type { Plate } from '../../../core/plate/resolve/plate.ts'
import type { Side } from '../../../core/sheet/form.ts'
import { sheetsIn } from '../../../core/sheet/run-pages.ts'
import { counted } from '../../../core/things/words/counted.ts'
import type { Missing } from '../../../core/work/runs/missing.ts'
import { Check } from '../../ui/check.tsx'
import { NumberField } from '../../ui/number-field.tsx'
import { Radio } from '../../ui/radio.tsx'
import { chosenOf, leftOf, type Picked } from './which-sheets.ts'

interface Props {
  plate: Plate
  side: Side
  missing: Missing | undefined
  picked: Picked
  onPick(picked: Picked): void
}

/** Which sheets of a job are printed: what is missing of it, all of it, or some by themselves. */
export function SheetChoice({ plate, side, missing, picked, onPick }: Props) {
  const forms = plate.forms.filter((form) => form.side === side)
  const all = sheetsIn(forms)
  if (all < 2) return null
  const left = leftOf(plate, side, missing)
  const unnamed = missing?.unknown[side] ?? 0
  const value = chosenOf(plate, side, picked, missing)
  const as = picked === 'usual' && left ? 'left' : value === null ? 'all' : 'some'
  const chosen = new Map(value?.map(({ form, count }) => [form, count]))
  const set = (id: string, count: number) => {
    const next = forms.flatMap((form) => {
      const n = form.id === id ? count : (chosen.get(form.id) ?? 0)
      return n > 0 ? [{ form: form.id, count: n }] : []
    })
    onPick(next)
  }
  const numberOf = (id: string) => forms.findIndex((form) => form.id === id) + 1
  return (
    <section aria-label="Sheets to print" className="mt-3">
      <Radio
        label="Sheets to print"
        className="flex flex-wrap gap-x-4"
        value={as}
        options={[
          ...(left ? [['left', `the ${sheetsIn(left) === 1 ? 'one sheet' : `${sheetsIn(left)} sheets`} still missing`] as const] : []),
          ['all', `all ${all} sheets`],
          ['some', 'some of them by themselves'],
        ]}
        onChange={(to) =>
          onPick(to === 'left' ? 'usual' : to === 'all' ? 'all' : forms.slice(0, 1).map(({ id }) => ({ form: id, count: 1 })))
        }
      />
      {as === 'left' && left && forms.length > 1 && (
        <p className="mt-1 text-sm text-soft">{left.map(({ form, count }) => `${count} of sheet ${numberOf(form)}`).join(', ')}</p>
      )}
      {unnamed > 0 && (
        <p className="mt-1 border-l-4 border-warn pl-2 text-sm">
          {counted(unnamed, 'sheet')} of several kinds {unnamed === 1 ? 'was' : 'were'} spoilt, and the log does not say which. Choose them.
        </p>
      )}
      {as === 'some' && (
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
