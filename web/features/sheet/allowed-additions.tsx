import { ADDITION_KEYS, ADDITIONS, type Addition } from '../../../core/things/brief/additions.ts'
import { Check } from '../../ui/check.tsx'

/** What the program that prints may add by itself, which the agreement otherwise wants off. */
export function AllowedAdditions({ adds, onChange }: { adds: readonly Addition[]; onChange: (adds: Addition[]) => void }) {
  return (
    <fieldset className="mt-3">
      <legend className="text-sm text-soft">The program may add</legend>
      <div className="mt-1 flex flex-wrap gap-x-4 gap-y-1">
        {ADDITION_KEYS.map((key) => (
          <Check
            key={key}
            className="text-sm"
            checked={adds.includes(key)}
            onChange={(on) => onChange(ADDITION_KEYS.filter((k) => (k === key ? on : adds.includes(k))))}
          >
            {ADDITIONS[key]}
          </Check>
        ))}
      </div>
    </fieldset>
  )
}
