import { Radio } from '../../ui/radio.tsx'
import type { JobEditor } from '../plate/job-editor.ts'

/** With borders or borderless. */
export const FinishChoice = ({ editor }: { editor: JobEditor }) => (
  <Radio
    label="Edges"
    className="flex flex-wrap gap-x-4"
    value={editor.draft.brief.finish}
    options={[
      ['bordered', 'with borders'],
      ['borderless', 'borderless'],
    ]}
    onChange={(finish) => editor.brief({ finish }, { margins: null, expansion: null, placement: null })}
  />
)
