import { type ReactNode, useId } from 'react'
import type { Unit } from '../../../core/things/length/length.ts'
import { LengthField } from '../../ui/length-field.tsx'
import { NumberField } from '../../ui/number-field.tsx'
import type { PrinterDraft } from './printer-draft.ts'

interface At {
  form: PrinterDraft
  at: string
  label: string
}

/** What is wrong at a place of the record, under its field. */
export function Wrong({ form, at }: Pick<At, 'form' | 'at'>) {
  const message = form.errorAt(at)
  return message ? (
    <p role="alert" className="text-sm text-stop">
      {message}
    </p>
  ) : null
}

export function TextAt({ form, at, label, long = false }: At & { long?: boolean }) {
  const id = useId()
  return (
    <div className={long ? 'col-span-full' : ''}>
      <label htmlFor={id} className="block text-sm text-soft">
        {label}
      </label>
      <input id={id} className="w-full" value={form.get<string>(at) ?? ''} maxLength={400} onChange={(e) => form.set(at, e.target.value)} />
      <Wrong form={form} at={at} />
    </div>
  )
}

export function LengthAt({ form, at, label, unit }: At & { unit: Unit }) {
  return (
    <div>
      <LengthField label={label} unit={unit} signed value={form.get<number>(at) ?? 0} onChange={(um) => form.set(at, Math.max(0, um))} />
      <Wrong form={form} at={at} />
    </div>
  )
}

export function NumberAt({
  form,
  at,
  label,
  min = 0,
  max = 1e9,
  step = 1,
  unit,
  scale = 1,
}: At & { min?: number; max?: number; step?: number; unit?: string; scale?: number }) {
  return (
    <div>
      <NumberField
        label={label}
        value={(form.get<number>(at) ?? 0) / scale}
        min={min}
        max={max}
        step={step}
        {...(unit ? { unit } : {})}
        onChange={(value) => form.set(at, scale === 1 ? value : Math.round(value * scale))}
      />
      <Wrong form={form} at={at} />
    </div>
  )
}

export function ChoiceAt({ form, at, label, options }: At & { options: readonly (readonly [string, string])[] }) {
  const id = useId()
  return (
    <div>
      <label htmlFor={id} className="block text-sm text-soft">
        {label}
      </label>
      <select id={id} className="w-full" value={form.get<string>(at)} onChange={(e) => form.set(at, e.target.value)}>
        {options.map(([value, words]) => (
          <option key={value} value={value}>
            {words}
          </option>
        ))}
      </select>
      <Wrong form={form} at={at} />
    </div>
  )
}

export function CheckAt({ form, at, label }: At) {
  return (
    <label className="flex items-center gap-2 self-end pb-1.5">
      <input type="checkbox" checked={form.get<boolean>(at) === true} onChange={(e) => form.set(at, e.target.checked)} />
      {label}
    </label>
  )
}

/** Sentences, one a line. */
export function LinesAt({ form, at, label }: At) {
  const id = useId()
  return (
    <div className="col-span-full">
      <label htmlFor={id} className="block text-sm text-soft">
        {label}
      </label>
      <textarea
        id={id}
        rows={2}
        className="w-full"
        value={(form.get<string[]>(at) ?? []).join('\n')}
        onChange={(e) =>
          form.set(
            at,
            e.target.value.split('\n').filter((line, i, all) => line.trim() !== '' || i === all.length - 1),
          )
        }
        onBlur={() =>
          form.set(
            at,
            (form.get<string[]>(at) ?? []).filter((line) => line.trim() !== ''),
          )
        }
      />
      <Wrong form={form} at={at} />
    </div>
  )
}

export function Group({ title, children, help }: { title: string; children: ReactNode; help?: string }) {
  return (
    <fieldset className="border-t border-hair pt-2">
      <legend className="pr-2 font-semibold">{title}</legend>
      {help && <p className="mb-1 text-sm text-soft">{help}</p>}
      <div className="grid grid-cols-2 gap-x-3 gap-y-2 sm:grid-cols-4">{children}</div>
    </fieldset>
  )
}
