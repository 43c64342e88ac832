import { useId } from 'react'
import type { JobEditor } from '../plate/job-editor.ts'

/** With borders or borderless. */
export function FinishChoice({ editor }: { editor: JobEditor }) {
  const id = useId()
  const { finish: now } = editor.draft.brief
  return (
    <div role="radiogroup" aria-label="Edges" className="flex gap-4">
      {(['bordered', 'borderless'] as const).map((finish) => (
        <label key={finish} className="flex items-center gap-1.5">
          <input
            type="radio"
            name={id}
            checked={now === finish}
            onChange={() => editor.brief({ finish }, { margins: null, expansion: null, placement: null })}
          />
          {finish === 'bordered' ? 'with borders' : 'borderless'}
        </label>
      ))}
    </div>
  )
}
