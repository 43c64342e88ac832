import type { TargetReading } from '../../../core/work/runs/inspection.ts'
import { DARK_STEPS, LIGHT_STEPS } from '../../../core/work/target/target.ts'
import { Check } from '../../ui/check.tsx'

const EMPTY: TargetReading = { dark: null, light: null, greysNeutral: true, colourSeparate: true, hairlinesWhole: true }

/** What common practice expects of a good print: the second step above black, and 253, are seen. */
const EXPECTED = { dark: 4, light: 253 } as const

/** The target read off the sheet: its two ends as rows of boxes, the rest as ticks. */
export function TargetReadingForm({ value, onChange }: { value: TargetReading | null; onChange(value: TargetReading): void }) {
  const now = value ?? EMPTY
  const set = (part: Partial<TargetReading>) => onChange({ ...now, ...part })
  const row = (label: string, steps: number[], chosen: number | null, pick: (v: number) => void) => (
    <fieldset className="mt-2">
      <legend className="text-sm text-soft">{label}</legend>
      <div className="mt-1 flex flex-wrap gap-1">
        {steps.map((v) => (
          <button
            key={v}
            type="button"
            aria-pressed={chosen === v}
            className={`num h-10 w-10 border ${chosen === v ? 'border-2 border-act font-semibold' : 'border-line'}`}
            style={{ background: `rgb(${v} ${v} ${v})`, color: v < 128 ? '#ddd' : '#222' }}
            onClick={() => pick(v)}
          >
            {v}
          </button>
        ))}
      </div>
    </fieldset>
  )
  const tick = (key: 'greysNeutral' | 'colourSeparate' | 'hairlinesWhole', words: string) => (
    <Check className="mt-1" checked={now[key]} onChange={(on) => set({ [key]: on })}>
      {words}
    </Check>
  )
  return (
    <section aria-label="The target read">
      <h2>The target</h2>
      {row('First step you can tell from black', DARK_STEPS.slice(1), now.dark, (dark) => set({ dark }))}
      {now.dark !== null && now.dark > EXPECTED.dark && (
        <p className="text-sm text-warn">Shadows block up: check black point compensation, and that the media type is the profile’s.</p>
      )}
      {row('Last step you can see against the paper', LIGHT_STEPS.slice(0, -1), now.light, (light) => set({ light }))}
      {now.light !== null && now.light < EXPECTED.light && (
        <p className="text-sm text-warn">
          Highlights wash out before {EXPECTED.light}: the ink limit or the media type does not suit the paper.
        </p>
      )}
      <div className="mt-2">
        {tick('greysNeutral', 'The greys have no cast')}
        {tick('colourSeparate', 'Blues, violets and greens are told apart')}
        {tick('hairlinesWhole', 'The hairlines are whole and the letters open')}
      </div>
    </section>
  )
}
