import { INTENTS, type Intent } from '../../../core/things/media/intent.ts'

interface Props {
  label: string
  value: { intent: Intent; blackPoint: boolean }
  onChange(change: { intent?: Intent; blackPoint?: boolean }): void
}

/** Intent and black point compensation in one row; absolute has nothing to compensate. */
export const IntentChoice = ({ label, value, onChange }: Props) => (
  <>
    <select aria-label={label} value={value.intent} onChange={(e) => onChange({ intent: e.target.value as Intent })}>
      {INTENTS.map((intent) => (
        <option key={intent} value={intent}>
          {intent}
        </option>
      ))}
    </select>
    <BlackPoint value={value} name="compensated" className="gap-1 text-sm" onChange={(blackPoint) => onChange({ blackPoint })} />
  </>
)

interface BlackPointProps {
  value: Props['value']
  name: string
  className?: string
  onChange(on: boolean): void
}

export const BlackPoint = ({ value, name, className = '', onChange }: BlackPointProps) => (
  <label className={`flex items-center ${className}`}>
    <input type="checkbox" checked={value.blackPoint} disabled={value.intent === 'absolute'} onChange={(e) => onChange(e.target.checked)} />
    {name}
  </label>
)
