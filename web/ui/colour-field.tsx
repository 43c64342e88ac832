import { Field, type FieldWords } from './field.tsx'

interface Props extends FieldWords {
  /** sRGB as `#rrggbb`. */
  value: string
  note?: string
  onChange(colour: string): void
}

/** A plain colour, chosen with the system's own picker. */
export const ColourField = ({ value, note, onChange, ...words }: Props) => (
  <Field labelAt="before" {...words}>
    {(own) => (
      <span className="flex items-center gap-2">
        <input {...own} type="color" className="field size-9 p-0.5" value={value} onChange={(e) => onChange(e.target.value)} />
        <span className="num text-soft">
          {value} {note}
        </span>
      </span>
    )}
  </Field>
)
