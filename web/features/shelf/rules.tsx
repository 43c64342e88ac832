import { toast } from 'sonner'
import { TOLERANCES } from '../../../core/color/accuracy/tolerances.ts'
import type { HouseRules } from '../../../core/things/studio/studio.ts'
import { api, messageOf } from '../../api/client.ts'
import { queryClient, studioQuery } from '../../api/queries.ts'
import { LengthField } from '../../ui/length-field.tsx'

/** Preferences that decide ties, with the reason for each default. */
export function Rules({ rules }: { rules: HouseRules }) {
  const save = async (change: Partial<HouseRules>) => {
    try {
      await api('PUT', '/studio/rules', { ...rules, ...change })
      await queryClient.invalidateQueries({ queryKey: studioQuery.queryKey })
    } catch (error) {
      toast.error(messageOf(error))
    }
  }
  return (
    <div className="mt-4 max-w-xl space-y-5">
      <fieldset>
        <legend className="font-semibold">Unit of new jobs</legend>
        {(['mm', 'in'] as const).map((unit) => (
          <label key={unit} className="mt-1 flex items-center gap-2">
            <input type="radio" name="unit" checked={rules.unit === unit} onChange={() => save({ unit })} />
            {unit === 'mm' ? 'millimetres' : 'inches'}
          </label>
        ))}
      </fieldset>
      <fieldset>
        <legend className="font-semibold">Everyday intent</legend>
        <p className="text-sm text-soft">
          Practitioners differ. By surface is the default because matte papers lose more beyond their gamut, and gloss holds most colours as
          they are.
        </p>
        {(
          [
            ['by-surface', 'by surface: perceptual on matte, relative on gloss'],
            ['relative', 'media-relative colorimetric every day'],
            ['perceptual', 'perceptual every day'],
          ] as const
        ).map(([value, label]) => (
          <label key={value} className="mt-1 flex items-center gap-2">
            <input type="radio" name="intent" checked={rules.everydayIntent === value} onChange={() => save({ everydayIntent: value })} />
            {label}
          </label>
        ))}
      </fieldset>
      <label className="flex items-center gap-2">
        <input
          type="checkbox"
          checked={rules.blackPointCompensation}
          onChange={(e) => save({ blackPointCompensation: e.target.checked })}
        />
        Black point compensation for photographs
      </label>
      <div className="max-w-48">
        <LengthField
          label="A shift nobody sees, up to"
          unit={rules.unit}
          value={rules.visibleShift}
          onChange={(visibleShift) => save({ visibleShift })}
        />
      </div>
      <fieldset>
        <legend className="font-semibold">Profile checks are held to</legend>
        {TOLERANCES.map((t) => (
          <label key={t.id} className="mt-1 flex items-center gap-2">
            <input type="radio" name="tolerance" checked={rules.tolerance === t.id} onChange={() => save({ tolerance: t.id })} />
            {t.name}, {t.purpose}: ΔE2000 mean {t.mean}, 95th {t.p95}, max {t.max}
          </label>
        ))}
      </fieldset>
      <fieldset>
        <legend className="font-semibold">Favourite sizes</legend>
        <p className="text-sm text-soft">Offered first wherever a sheet is asked for. Added in a brief, with “Make it a favourite”.</p>
        {rules.favouriteSizes.length === 0 ? (
          <p className="mt-1 text-soft">None yet.</p>
        ) : (
          <ul className="mt-1 flex flex-wrap gap-2">
            {rules.favouriteSizes.map((size) => (
              <li key={size}>
                <button
                  type="button"
                  className="btn"
                  aria-label={`Remove ${size} from the favourites`}
                  onClick={() => save({ favouriteSizes: rules.favouriteSizes.filter((f) => f !== size) })}
                >
                  {size} ×
                </button>
              </li>
            ))}
          </ul>
        )}
      </fieldset>
    </div>
  )
}
