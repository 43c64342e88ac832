import { useQuery } from '@tanstack/react-query'
import { withBegun } from '../../../core/plate/saved/begin-with.ts'
import { mostFitting } from '../../../core/plate/saved/fit.ts'
import { pictureIn } from '../../../core/things/brief/item.ts'
import type { Picture } from '../../../core/things/brief/picture.ts'
import type { SavedSetup } from '../../../core/wire/api/dto.ts'
import { setupsQuery } from '../../api/queries.ts'
import { Select } from '../../ui/select.tsx'
import { toast } from '../../ui/toast.tsx'
import type { JobEditor } from '../plate/job-editor.ts'

interface Props {
  pictures: readonly Picture[]
  value: SavedSetup | null
  /** What no set-up is called. */
  none: string
  onChange(setup: SavedSetup | null): void
}

const says = ({ name, paper, path }: SavedSetup, cropped: number, pictures: number): string =>
  `${name}: ${paper}, ${path}${cropped >= 0.005 ? `; crops ${Math.round(cropped * 100)} %${pictures > 1 ? ' on average' : ''}` : ''}`

/** The set-ups that were kept, those that fit these pictures best first; nothing where none were. */
export function KeptSetupChoice({ pictures, value, none, onChange }: Props) {
  const setups = useQuery(setupsQuery())
  if (!setups.data || setups.data.length === 0) return null
  return (
    <div className="max-w-md">
      <Select
        label="Set up as"
        full
        value={value?.id ?? null}
        options={[
          [null, none],
          ...mostFitting(setups.data, pictures).map(
            ({ setup, cropped }) => [setup.id, says(setup, cropped, pictures.length)] as [number, string],
          ),
        ]}
        onChange={(id) => onChange(setups.data.find((setup) => setup.id === id) ?? null)}
      />
      {value && value.changes.length > 0 && (
        <ul className="mt-1 text-sm text-soft">
          {value.changes.map((change) => (
            <li key={change.id}>Since it was kept: {change.says}</li>
          ))}
        </ul>
      )}
    </div>
  )
}

/** Sets a job up as a kept set-up says, with its own pictures, in one step that can be taken back. */
export function SetUpAs({ editor }: { editor: JobEditor }) {
  const pictures = editor.draft.brief.items.flatMap((item) => pictureIn(item) ?? [])
  if (pictures.length === 0) return null
  return (
    <div className="mt-4">
      <KeptSetupChoice
        pictures={pictures}
        value={null}
        none="nothing kept: what follows says it"
        onChange={(setup) => {
          if (!setup) return
          editor.set({ ...editor.draft, ...withBegun(setup.begins, pictures) })
          const changed = setup.changes.map(({ says }) => says).join(' ')
          toast(`Set up as “${setup.name}”.${changed ? ` Since it was kept: ${changed}` : ''}`, {
            action: { label: 'Undo', onClick: editor.undo },
          })
        }}
      />
    </div>
  )
}
