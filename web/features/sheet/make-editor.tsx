import { useId } from 'react'
import { type Make, NEW_MAKE, type Words, type Wrap } from '../../../core/things/brief/make.ts'
import { LengthField } from '../../ui/length-field.tsx'
import { NumberField } from '../../ui/number-field.tsx'
import type { JobEditor } from '../plate/job-editor.ts'

const KINDS: [Make['as'], string][] = [
  ['print', 'A print'],
  ['two-sided', 'A two-sided card'],
  ['folded-card', 'A folded card'],
  ['wrapped-canvas', 'A canvas wrapped round bars'],
]
const WRAP_WORDS: [Wrap, string][] = [
  ['mirror', 'the edge mirrored'],
  ['stretch', 'the edge stretched'],
  ['colour', 'a plain colour'],
  ['picture', 'the picture goes on'],
]

/** What is made of the print, with what each kind needs to know. */
export function MakeEditor({ editor }: { editor: JobEditor }) {
  const id = useId()
  const { make, unit } = editor.draft.brief
  const set = (next: Make) => editor.brief({ make: next }, { orientation: null, placement: null })
  return (
    <section className="min-w-0">
      <h2>What is made of it</h2>
      <div role="radiogroup" aria-label="What is made of it" className="mt-1 grid gap-1 sm:grid-cols-2">
        {KINDS.map(([as, label]) => (
          <label key={as} className="flex items-center gap-2">
            <input type="radio" name={`${id}-make`} checked={make.as === as} onChange={() => set(NEW_MAKE[as])} />
            {label}
          </label>
        ))}
      </div>
      {make.as === 'print' && (
        <label className="mt-2 flex items-center gap-2">
          <input
            type="checkbox"
            checked={make.mirror === true}
            onChange={(e) => set({ as: 'print', ...(e.target.checked ? { mirror: true } : {}) })}
          />
          mirrored, for a film seen from behind or a transfer
        </label>
      )}
      {make.as === 'two-sided' && (
        <div className="mt-2 space-y-2">
          <Choice
            label="Turned over like"
            value={make.flip}
            options={[
              ['long-edge', 'about its long edge'],
              ['short-edge', 'about its short edge'],
            ]}
            onChange={(flip) => set({ ...make, flip })}
          />
          <Choice
            label="Picture on the back"
            value={make.backPicture}
            options={[
              ['none', 'none'],
              ['same', 'the same, fitted'],
            ]}
            onChange={(backPicture) => set({ ...make, backPicture })}
          />
          <TextEditor text={make.text} onChange={(text) => set({ ...make, text })} />
        </div>
      )}
      {make.as === 'folded-card' && (
        <div className="mt-2 space-y-2">
          <Choice
            label="The fold halves"
            value={make.halves}
            options={[
              ['long-side', 'the long side'],
              ['short-side', 'the short side'],
            ]}
            onChange={(halves) => set({ ...make, halves })}
          />
          <Choice
            label="It opens like"
            value={make.opens}
            options={[
              ['book', 'a book, fold at the left'],
              ['tent', 'a tent, fold at the head'],
            ]}
            onChange={(opens) => set({ ...make, opens })}
          />
          <TextEditor text={make.text} onChange={(text) => set({ ...make, text })} />
          <label className="flex items-center gap-2 text-sm">
            <input type="checkbox" checked={make.textInDeadMargin} onChange={(e) => set({ ...make, textInDeadMargin: e.target.checked })} />
            The words may fall where the printer cannot print
          </label>
        </div>
      )}
      {make.as === 'wrapped-canvas' && (
        <div className="mt-2 space-y-2">
          <div className="grid max-w-xs grid-cols-2 gap-3">
            <LengthField
              label="Bars, deep"
              unit={unit}
              value={make.depth}
              onChange={(depth) => set({ ...make, depth: Math.min(120_000, depth) })}
            />
            <LengthField
              label="Bare canvas, all round"
              unit={unit}
              signed
              value={make.tuck}
              onChange={(tuck) => set({ ...make, tuck: Math.max(0, tuck) })}
            />
          </div>
          <Choice label="Round the bars goes" value={make.wrap} options={WRAP_WORDS} onChange={(wrap) => set({ ...make, wrap })} />
          {make.wrap === 'colour' && (
            <label className="flex items-center gap-2 text-sm">
              Colour of the sides
              <input type="color" value={make.colour} onChange={(e) => set({ ...make, colour: e.target.value })} />
              <span className="num text-soft">{make.colour} in sRGB</span>
            </label>
          )}
          <p className="text-sm text-soft">Sizes are those of the front; the sides come on top.</p>
        </div>
      )}
    </section>
  )
}

interface ChoiceProps<T extends string> {
  label: string
  value: T
  options: readonly (readonly [T, string])[]
  onChange(value: T): void
}

function Choice<T extends string>({ label, value, options, onChange }: ChoiceProps<T>) {
  const id = useId()
  return (
    <div className="flex items-center gap-2">
      <label htmlFor={id} className="w-36 shrink-0 text-sm text-soft">
        {label}
      </label>
      <select id={id} className="min-w-0" value={value} onChange={(e) => onChange(e.target.value as T)}>
        {options.map(([v, words]) => (
          <option key={v} value={v}>
            {words}
          </option>
        ))}
      </select>
    </div>
  )
}

const PLAIN: Words = { text: '', points: 9, at: 'foot', align: 'centre' }

/** Words for the back: what, how large, where. */
function TextEditor({ text, onChange }: { text: Words | null; onChange(text: Words | null): void }) {
  const id = useId()
  const now = text ?? PLAIN
  const change = (part: Partial<Words>) => {
    const next = { ...now, ...part }
    onChange(next.text === '' && text === null ? null : next)
  }
  return (
    <div>
      <label htmlFor={id} className="block text-sm text-soft">
        Words on the back
      </label>
      <textarea id={id} rows={2} maxLength={500} className="w-full" value={now.text} onChange={(e) => change({ text: e.target.value })} />
      <div className="mt-1 flex flex-wrap items-end gap-3">
        <div className="w-24">
          <NumberField label="Size, points" value={now.points} min={4} max={72} step={0.5} onChange={(points) => change({ points })} />
        </div>
        <label className="text-sm text-soft">
          Place
          <select className="ml-1 text-ink" value={now.at} onChange={(e) => change({ at: e.target.value as Words['at'] })}>
            <option value="head">head</option>
            <option value="middle">middle</option>
            <option value="foot">foot</option>
          </select>
        </label>
        <label className="text-sm text-soft">
          Set
          <select className="ml-1 text-ink" value={now.align} onChange={(e) => change({ align: e.target.value as Words['align'] })}>
            <option value="left">left</option>
            <option value="centre">centred</option>
            <option value="right">right</option>
          </select>
        </label>
      </div>
    </div>
  )
}
