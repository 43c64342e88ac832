import type { Unit } from '../../../core/things/length/length.ts'
import { Check } from '../../ui/check.tsx'
import { LengthField } from '../../ui/length-field.tsx'
import { NumberField } from '../../ui/number-field.tsx'
import { Select } from '../../ui/select.tsx'
import { TextArea, TextField } from '../../ui/text-field.tsx'
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

export const TextAt = ({ form, at, label, long = false }: At & { long?: boolean }) => (
  <TextField
    label={label}
    className={long ? 'col-span-full' : ''}
    value={form.get<string>(at) ?? ''}
    error={form.errorAt(at)}
    onChange={(text) => form.set(at, text)}
  />
)

export const LengthAt = ({ form, at, label, unit }: At & { unit: Unit }) => (
  <LengthField
    label={label}
    unit={unit}
    signed
    value={form.get<number>(at) ?? 0}
    error={form.errorAt(at)}
    onChange={(um) => form.set(at, Math.max(0, um))}
  />
)

export const NumberAt = ({
  form,
  at,
  label,
  min = 0,
  max = 1e9,
  step = 1,
  unit,
  scale = 1,
}: At & { min?: number; max?: number; step?: number; unit?: string; scale?: number }) => (
  <NumberField
    label={label}
    value={(form.get<number>(at) ?? 0) / scale}
    min={min}
    max={max}
    step={step}
    unit={unit}
    error={form.errorAt(at)}
    onChange={(value) => form.set(at, scale === 1 ? value : Math.round(value * scale))}
  />
)

export const ChoiceAt = ({ form, at, label, options }: At & { options: readonly (readonly [string, string])[] }) => (
  <Select label={label} full value={form.get<string>(at)} options={options} error={form.errorAt(at)} onChange={(to) => form.set(at, to)} />
)

export const CheckAt = ({ form, at, label }: At) => (
  <Check className="self-end pb-1.5" checked={form.get<boolean>(at) === true} onChange={(on) => form.set(at, on)}>
    {label}
  </Check>
)

/** Sentences, one a line. */
export const LinesAt = ({ form, at, label }: At) => (
  <TextArea
    label={label}
    className="col-span-full"
    value={(form.get<string[]>(at) ?? []).join('\n')}
    error={form.errorAt(at)}
    onChange={(text) =>
      form.set(
        at,
        text.split('\n').filter((line, i, all) => line.trim() !== '' || i === all.length - 1),
      )
    }
    onLeave={() =>
      form.set(
        at,
        (form.get<string[]>(at) ?? []).filter((line) => line.trim() !== ''),
      )
    }
  />
)
