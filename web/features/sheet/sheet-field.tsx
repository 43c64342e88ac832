import { useId, useState } from 'react'
import { toast } from 'sonner'
import { offeredSizes } from '../../../core/things/sizes/named.ts'
import { parseSize, writeAsked } from '../../../core/things/sizes/size-field.ts'
import type { HouseRules } from '../../../core/things/studio/house-rules.ts'
import { api, messageOf } from '../../api/client.ts'
import { queryClient, studioQuery } from '../../api/queries.ts'
import { useTyped } from '../../ui/use-typed.ts'
import type { JobEditor } from '../plate/job-editor.ts'

/** The sheet asked for, typed as people type it and shown back in both units; the studio's favourites come first. */
export function SheetField({ editor, rules }: { editor: JobEditor; rules: HouseRules }) {
  const { brief } = editor.draft
  const id = useId()
  const { sheet } = brief
  const shown = sheet ? (sheet.name ?? writeAsked(sheet, brief.unit)) : ''
  const { text, setText, error, setError } = useTyped(shown)
  const [choices, setChoices] = useState<string[]>([])
  const take = (typed = text) => {
    if (typed === shown) return
    setChoices([])
    if (!typed.trim()) return editor.brief({ sheet: null }, { stock: null, page: null, placement: null })
    const parsed = parseSize(typed, brief.unit, 'sheet')
    if (!parsed.ok) {
      setChoices(parsed.problem.choices ?? [])
      return setError(parsed.problem.message)
    }
    setError(null)
    const { width, length, name } = parsed.value
    editor.brief({ sheet: { width, length, name } }, { stock: null, page: null, placement: null })
  }
  const favourite = rules.favouriteSizes.includes(shown)
  const star = async () => {
    const favouriteSizes = favourite ? rules.favouriteSizes.filter((f) => f !== shown) : [...rules.favouriteSizes, shown].slice(-40)
    await api('PATCH /studio/rules', { body: { favouriteSizes } }).catch((problem) => toast.error(messageOf(problem)))
    await queryClient.invalidateQueries({ queryKey: studioQuery.queryKey })
  }
  return (
    <div className="mt-4">
      <label htmlFor={id} className="block text-sm text-soft">
        Sheet (empty: whatever is in stock)
      </label>
      <div className="flex items-center gap-2">
        <input
          id={id}
          list={`${id}-names`}
          className="w-64"
          placeholder="A3, 13 × 19 in, 203 × 1000, 17in roll"
          value={text}
          aria-invalid={error !== null}
          aria-describedby={`${id}-e`}
          onChange={(e) => setText(e.target.value)}
          onBlur={() => take()}
          onKeyDown={(e) => e.key === 'Enter' && take()}
        />
        {sheet && (
          <button type="button" className="btn px-2" aria-pressed={favourite} onClick={() => void star()}>
            {favourite ? 'Not a favourite' : 'Make it a favourite'}
          </button>
        )}
      </div>
      <datalist id={`${id}-names`}>
        {offeredSizes(rules.favouriteSizes).map((name) => (
          <option key={name} value={name} />
        ))}
      </datalist>
      {rules.favouriteSizes.length > 0 && (
        <p className="mt-1 flex flex-wrap gap-1.5 text-sm">
          {rules.favouriteSizes.map((name) => (
            <button key={name} type="button" className="link" onClick={() => take(name)}>
              {name}
            </button>
          ))}
        </p>
      )}
      <p id={`${id}-e`} className={`mt-0.5 text-sm ${error ? 'text-stop' : 'text-faint'}`} role={error ? 'alert' : undefined}>
        {error ?? (sheet ? `${writeAsked(sheet, 'mm')} · ${writeAsked(sheet, 'in')}` : '')}
      </p>
      {error && choices.length > 0 && (
        <p className="mt-1 flex gap-2">
          {choices.map((choice) => (
            <button key={choice} type="button" className="btn" onClick={() => take(choice)}>
              {choice}
            </button>
          ))}
        </p>
      )}
      {sheet && (
        <label className="mt-2 flex items-center gap-2 text-sm">
          <input
            type="checkbox"
            checked={brief.finished !== null}
            onChange={(e) =>
              editor.brief(
                {
                  finished: e.target.checked
                    ? { width: sheet.width ?? sheet.length ?? 210_000, length: sheet.length ?? sheet.width ?? 297_000 }
                    : null,
                },
                { placement: null },
              )
            }
          />
          It is trimmed after printing
        </label>
      )}
      {brief.finished && <TrimField editor={editor} />}
    </div>
  )
}

/** The size that is left after trimming. */
function TrimField({ editor }: { editor: JobEditor }) {
  const { brief } = editor.draft
  const id = useId()
  const shown = brief.finished ? writeAsked(brief.finished, brief.unit) : ''
  const { text, setText, error, setError } = useTyped(shown)
  const take = () => {
    if (text === shown) return
    const parsed = parseSize(text, brief.unit, 'finished')
    if (!parsed.ok) return setError(parsed.problem.message)
    const { width, length } = parsed.value
    if (width === null || length === null) return setError('What is left after trimming needs a width and a length.')
    setError(null)
    editor.brief({ finished: { width, length } }, { placement: null })
  }
  return (
    <div className="mt-1">
      <label htmlFor={id} className="block text-sm text-soft">
        Trimmed to
      </label>
      <input
        id={id}
        className="w-64"
        value={text}
        aria-invalid={error !== null}
        aria-describedby={`${id}-e`}
        onChange={(e) => setText(e.target.value)}
        onBlur={take}
        onKeyDown={(e) => e.key === 'Enter' && take()}
      />
      {error && (
        <p id={`${id}-e`} role="alert" className="mt-0.5 text-sm text-stop">
          {error}
        </p>
      )}
    </div>
  )
}
