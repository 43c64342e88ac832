import { INTENTS, type Intent } from '../../../core/things/media/intent.ts'
import { Check } from '../../ui/check.tsx'
import { Select } from '../../ui/select.tsx'

interface Props {
  label: string
  value: { intent: Intent; blackPoint: boolean }
  onChange(change: { intent?: Intent; blackPoint?: boolean }): void
}

/** Intent and black point compensation in one row; absolute has nothing to compensate. */
export const IntentChoice = ({ label, value, onChange }: Props) => (
  <>
    <Select
      label={label}
      labelAt="hidden"
      value={value.intent}
      options={INTENTS.map((intent) => [intent, intent] as const)}
      onChange={(to) => onChange({ intent: to })}
    />
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
  <Check className={className} checked={value.blackPoint} disabled={value.intent === 'absolute'} onChange={(on) => onChange(on)}>
    {name}
  </Check>
)
