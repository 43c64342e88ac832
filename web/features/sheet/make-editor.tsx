import { type Make, NEW_MAKE, type Words, type Wrap } from '../../../core/things/brief/make.ts'
import { Check } from '../../ui/check.tsx'
import { ColourField } from '../../ui/colour-field.tsx'
import { LengthField } from '../../ui/length-field.tsx'
import { NumberField } from '../../ui/number-field.tsx'
import { Radio } from '../../ui/radio.tsx'
import { Select } from '../../ui/select.tsx'
import { TextArea } from '../../ui/text-field.tsx'
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
  const { make, unit } = editor.draft.brief
  const set = (next: Make) => editor.brief({ make: next }, { orientation: null, placement: null })
  return (
    <section className="min-w-0">
      <h2>What is made of it</h2>
      <Radio
        label="What is made of it"
        className="mt-1 grid gap-1 sm:grid-cols-2"
        value={make.as}
        options={KINDS}
        onChange={(as) => set(NEW_MAKE[as])}
      />
      {make.as === 'print' && (
        <Check className="mt-2" checked={make.mirror === true} onChange={(on) => set({ as: 'print', ...(on ? { mirror: true } : {}) })}>
          mirrored, for a film seen from behind or a transfer
        </Check>
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
            label="The sheet is turned over"
            value={make.over}
            options={[
              ['work-and-turn', 'sideways'],
              ['work-and-tumble', 'end over end'],
            ]}
            onChange={(over) => set({ ...make, over })}
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
          <Check className="text-sm" checked={make.textInDeadMargin} onChange={(on) => set({ ...make, textInDeadMargin: on })}>
            The words may fall where the printer cannot print
          </Check>
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
            <ColourField label="Colour of the sides" value={make.colour} note="in sRGB" onChange={(colour) => set({ ...make, colour })} />
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

const Choice = <T extends string>(props: ChoiceProps<T>) => <Select labelAt="before" {...props} />

const PLAIN: Words = { text: '', points: 9, at: 'foot', align: 'centre' }

/** Words for the back: what, how large, where. */
function TextEditor({ text, onChange }: { text: Words | null; onChange(text: Words | null): void }) {
  const now = text ?? PLAIN
  const change = (part: Partial<Words>) => {
    const next = { ...now, ...part }
    onChange(next.text === '' && text === null ? null : next)
  }
  return (
    <div>
      <TextArea label="Words on the back" most={500} value={now.text} onChange={(text) => change({ text })} />
      <div className="mt-1 flex flex-wrap items-end gap-3">
        <div className="w-24">
          <NumberField label="Size, points" value={now.points} min={4} max={72} step={0.5} onChange={(points) => change({ points })} />
        </div>
        <Select
          label="Place"
          labelAt="before"
          value={now.at}
          options={[
            ['head', 'head'],
            ['middle', 'middle'],
            ['foot', 'foot'],
          ]}
          onChange={(to) => change({ at: to })}
        />
        <Select
          label="Set"
          labelAt="before"
          value={now.align}
          options={[
            ['left', 'left'],
            ['centre', 'centred'],
            ['right', 'right'],
          ]}
          onChange={(to) => change({ align: to })}
        />
      </div>
    </div>
  )
}
