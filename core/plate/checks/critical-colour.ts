import { renderingKey } from '../../things/brief/critical.ts'
import type { Intent } from '../../things/media/intent.ts'
import type { Check, Found } from './check.ts'

/** Common practice: up to two a match to the eye side by side, beyond five another colour. */
const SEEN = 2
const ANOTHER = 5
/** Another intent is worth a press when it comes nearer by this. */
const BETTER = 1

export const criticalColour: Check = {
  id: 'critical-colour',
  title: 'A critical colour is missed',
  touches: ['intent', 'profile', 'black-point'],
  about: 'item',
  follows: ['colour-managed-wrongly', 'profile-mismatch'],
  on: 'plate',
  find: ({ item, profile, intent, blackPoint, management }) =>
    !profile || management !== 'program'
      ? []
      : item.critical.flatMap(({ name, misses }, i): Found[] => {
          const of = (i: Intent) => misses[profile.id]?.[renderingKey(i, blackPoint)]
          const miss = of(intent)
          if (miss === undefined)
            return [
              {
                level: 'note',
                suffix: String(i),
                says: `“${name}” has not been followed to this profile yet. Open the Colour stage and it will be.`,
                numbers: {},
              },
            ]
          if (miss <= SEEN) return []
          // The two a print of pictures is made with; how far the others miss it stands in the Colour stage.
          const others = (['relative', 'perceptual'] as const).filter((i) => i !== intent && of(i) !== undefined)
          const other = others.find((i) => (of(i) as number) <= miss - BETTER)
          const [one, two] = others
          const none = two ? `; neither ${one} nor ${two} would come visibly nearer` : one ? `; ${one} would not come visibly nearer` : ''
          return [
            {
              level: miss > ANOTHER ? 'warn' : 'note',
              suffix: String(i),
              says: `“${name}” prints ${miss.toFixed(1)} ΔE2000 off${other ? `; ${other} would miss it by ${of(other)?.toFixed(1)}` : none}.`,
              numbers: { deltaE2000: miss },
              ...(other ? { fix: { label: `Use ${other}`, pins: { intent: other } } } : {}),
            },
          ]
        }),
}
