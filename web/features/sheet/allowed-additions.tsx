import { ADDITION_KEYS, ADDITIONS, type Addition } from '../../../core/things/brief/additions.ts'

/** What the program that prints may add by itself, which the agreement otherwise wants off. */
export function AllowedAdditions({ adds, onChange }: { adds: readonly Addition[]; onChange: (adds: Addition[]) => void }) {
  return (
    <fieldset className="mt-3">
      <legend className="text-sm text-soft">The program may add</legend>
      <div className="mt-1 flex flex-wrap gap-x-4 gap-y-1">
        {ADDITION_KEYS.map((key) => (
          <label key={key} className="flex items-center gap-2 text-sm">
            <input
              type="checkbox"
              checked={adds.includes(key)}
              onChange={(e) => onChange(ADDITION_KEYS.filter((k) => (k === key ? e.target.checked : adds.includes(k))))}
            />
            {ADDITIONS[key]}
          </label>
        ))}
      </div>
    </fieldset>
  )
}
