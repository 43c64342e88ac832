import { HOUSE_RULE_KEYS, HOUSE_RULES, type HouseRules, RULE_GROUPS } from '../../../core/things/studio/house-rules.ts'
import { api, messageOf } from '../../api/client.ts'
import { queryClient, studioQuery } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { Check } from '../../ui/check.tsx'
import { LengthField } from '../../ui/length-field.tsx'
import { MoneyField } from '../../ui/money-field.tsx'
import { NumberField } from '../../ui/number-field.tsx'
import { Radio } from '../../ui/radio.tsx'
import { Select } from '../../ui/select.tsx'
import { toast } from '../../ui/toast.tsx'
import { DaysRule, HoursRule } from './rule-fields.tsx'

interface Props {
  rules: HouseRules
  name: keyof HouseRules
  save(change: Partial<HouseRules>): void
}

/** More choices than this are offered in a list that opens. */
const MANY = 8

/** One rule, asked for as it is declared. */
function Rule({ rules, name, save }: Props) {
  const { label, help, control } = HOUSE_RULES[name]
  const value = rules[name]
  const set = (to: unknown) => save({ [name]: to })
  if (control.as === 'switch')
    return (
      <Check checked={value === true} onChange={(on) => set(on)}>
        {label}
      </Check>
    )
  if (control.as === 'length')
    return (
      <div className="max-w-48">
        <LengthField label={label} unit={rules.unit} value={Number(value)} onChange={set} />
      </div>
    )
  if (control.as === 'percent')
    return (
      <div>
        <NumberField
          className="max-w-48"
          label={label}
          unit="%"
          min={0}
          max={100}
          step={1}
          value={Number((Number(value) * 100).toFixed(4))}
          onChange={(to) => set(Number((to / 100).toFixed(6)))}
        />
        {help && <p className="max-w-prose text-sm text-soft">{help}</p>}
      </div>
    )
  if (control.as === 'money')
    return (
      <div>
        <MoneyField className="max-w-48" label={label} currency={rules.currency} value={Number(value)} onChange={set} />
        <p className="max-w-prose text-sm text-soft">{help}</p>
      </div>
    )
  if (control.as === 'count')
    return (
      <div>
        <NumberField
          className="max-w-48"
          label={label}
          {...(control.unit ? { unit: control.unit } : {})}
          whole
          min={0}
          max={control.max}
          step={1}
          value={Number(value)}
          onChange={set}
        />
        <p className="max-w-prose text-sm text-soft">{help}</p>
      </div>
    )
  if (control.as === 'hours') return <HoursRule label={label} help={help} value={rules.workingHours} onChange={set} />
  if (control.as === 'days') return <DaysRule label={label} help={help} value={value === null ? null : Number(value)} onChange={set} />
  if (control.as === 'choice' && control.options.length > MANY)
    return (
      <div>
        <Select label={label} className="max-w-48" value={String(value)} options={control.options} onChange={set} />
        <p className="max-w-prose text-sm text-soft">{help}</p>
      </div>
    )
  const entries = Array.isArray(value) ? value : []
  return (
    <fieldset>
      <legend className="font-semibold">{label}</legend>
      {help && <p className="text-sm text-soft">{help}</p>}
      {control.as === 'choice' && (
        <Radio<unknown> label={label} className="mt-1 grid gap-1" value={value} options={control.options} onChange={set} />
      )}
      {control.as === 'list' && entries.length === 0 && <p className="mt-1 text-soft">{control.empty}</p>}
      {control.as === 'list' && entries.length > 0 && (
        <ul className="mt-1 flex flex-wrap gap-2">
          {entries.map((entry) => (
            <li key={entry}>
              <Button aria-label={`Remove ${entry} from the favourites`} onClick={() => set(entries.filter((other) => other !== entry))}>
                {entry} ×
              </Button>
            </li>
          ))}
        </ul>
      )}
    </fieldset>
  )
}

/** Preferences that decide ties, with the reason for each default. */
export function Rules({ rules }: { rules: HouseRules }) {
  const save = async (change: Partial<HouseRules>) => {
    try {
      await api('PATCH /studio/rules', { body: change })
      await queryClient.invalidateQueries({ queryKey: studioQuery.queryKey })
    } catch (error) {
      toast.error(messageOf(error))
    }
  }
  return (
    <div className="mt-4 gap-x-12 lg:columns-2">
      {RULE_GROUPS.map((group) => (
        <section key={group} aria-label={group} className="mb-8 break-inside-avoid space-y-5">
          <h2 className="border-b border-line pb-1">{group}</h2>
          {HOUSE_RULE_KEYS.filter((name) => HOUSE_RULES[name].group === group).map((name) => (
            <Rule key={name} rules={rules} name={name} save={save} />
          ))}
        </section>
      ))}
    </div>
  )
}
