import { type CriticalColour, renderingKey } from '../../../core/things/brief/critical.ts'
import type { Intent } from '../../../core/things/media/intent.ts'
import { IconButton } from '../../ui/button.tsx'
import { LabPatch } from '../../ui/lab-patch.tsx'
import { TypedField } from '../../ui/typed-field.tsx'

interface Props {
  colours: CriticalColour[]
  profileId: string | null
  intent: Intent
  blackPoint: boolean
  onChange(colours: CriticalColour[]): void
}

/** Colours of this job that must come out right; each that is missed is a finding. */
export function CriticalColours({ colours, profileId, intent, blackPoint, onChange }: Props) {
  return (
    <section aria-label="Critical colours" className="mt-4 border-t border-hair pt-3">
      <h3 className="font-semibold">Critical colours</h3>
      {colours.length === 0 && <p className="text-sm text-soft">Press on a colour of the picture to keep an eye on it.</p>}
      <ul>
        {colours.map((c, i) => {
          const miss = profileId === null ? undefined : c.misses[profileId]?.[renderingKey(intent, blackPoint)]
          return (
            <li key={c.rgb.join()} className="mt-1 flex items-center gap-2">
              <LabPatch colours={[c.lab]} size={20} />
              <TypedField
                label={`Name of colour ${i + 1}`}
                labelAt="hidden"
                words
                className="flex-1"
                shown={c.name}
                read={(text) =>
                  text.trim() === '' ? { ok: false, message: 'A colour needs a name.' } : { ok: true, value: text.trim().slice(0, 60) }
                }
                onChange={(name) => onChange(colours.map((x, n) => (n === i ? { ...x, name } : x)))}
              />
              <span className="num text-sm whitespace-nowrap">{miss === undefined ? '–' : `${miss.toFixed(1)} ΔE`}</span>
              <IconButton label={`Forget ${c.name}`} icon="close" small onClick={() => onChange(colours.filter((_, n) => n !== i))} />
            </li>
          )
        })}
      </ul>
    </section>
  )
}
