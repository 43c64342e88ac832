import { type Free, type Guide, MAX_GUIDES } from '../../../core/things/brief/arrangement.ts'
import { mm } from '../../../core/things/length/length.ts'
import { Button, IconButton } from '../../ui/button.tsx'
import { LengthField } from '../../ui/length-field.tsx'
import type { JobEditor } from '../plate/job-editor.ts'

/** Lines to lay pictures by: a picture that is dragged goes to them with an edge or its middle. */
export function Guides({ free, editor }: { free: Free; editor: JobEditor }) {
  const { unit } = editor.draft.brief
  const { guides } = free
  const set = (next: Guide[]) => editor.brief({ arrangement: { ...free, guides: next } })
  return (
    <section aria-label="Guides" className="mt-4 border-t border-hair pt-3">
      <h3 className="text-sm text-soft">Guides</h3>
      <ul className="grid gap-1">
        {guides.map((guide, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: guides have nothing but their place
          <li key={i} className="flex items-end gap-2">
            <LengthField
              label={guide.axis === 'x' ? `Guide ${i + 1}, from the left` : `Guide ${i + 1}, from the leading edge`}
              unit={unit}
              signed
              value={guide.at}
              onChange={(at) => set(guides.map((one, k) => (k === i ? { ...one, at } : one)))}
            />
            <IconButton small icon="remove" label={`Remove guide ${i + 1}`} onClick={() => set(guides.filter((_, k) => k !== i))} />
          </li>
        ))}
      </ul>
      <div className="mt-2 flex flex-wrap gap-1">
        <Button small icon="add" disabled={guides.length >= MAX_GUIDES} onClick={() => set([...guides, { axis: 'y', at: mm(50) }])}>
          Across
        </Button>
        <Button small icon="add" disabled={guides.length >= MAX_GUIDES} onClick={() => set([...guides, { axis: 'x', at: mm(50) }])}>
          Along
        </Button>
      </div>
    </section>
  )
}
