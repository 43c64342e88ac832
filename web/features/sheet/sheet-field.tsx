import { trims } from '../../../core/things/brief/make.ts'
import { writeAsked } from '../../../core/things/sizes/asked.ts'
import { offeredSizes } from '../../../core/things/sizes/named.ts'
import { parseSize } from '../../../core/things/sizes/size-field.ts'
import type { HouseRules } from '../../../core/things/studio/house-rules.ts'
import { api, messageOf } from '../../api/client.ts'
import { queryClient, studioQuery } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { Check } from '../../ui/check.tsx'
import { SizeField } from '../../ui/size-field.tsx'
import { toast } from '../../ui/toast.tsx'
import type { JobEditor } from '../plate/job-editor.ts'

/** The sheet asked for, typed as people type it and shown back in both units; the studio's favourites come first. */
export function SheetField({ editor, rules }: { editor: JobEditor; rules: HouseRules }) {
  const { brief } = editor.draft
  const { sheet } = brief
  const shown = sheet ? (sheet.name ?? writeAsked(sheet, brief.unit)) : ''
  const take = (size: NonNullable<typeof sheet> | null) =>
    editor.brief(
      { sheet: size && { width: size.width, length: size.length, name: size.name } },
      { stock: null, page: null, placement: null },
    )
  const favourite = rules.favouriteSizes.includes(shown)
  const star = async () => {
    const favouriteSizes = favourite ? rules.favouriteSizes.filter((f) => f !== shown) : [...rules.favouriteSizes, shown].slice(-40)
    await api('PATCH /studio/rules', { body: { favouriteSizes } }).catch((problem) => toast.error(messageOf(problem)))
    await queryClient.invalidateQueries({ queryKey: studioQuery.queryKey })
  }
  return (
    <div className="mt-4">
      <div className="flex items-end gap-2">
        <SizeField
          label="Sheet (empty: whatever is in stock)"
          of="sheet"
          unit={brief.unit}
          value={sheet}
          offers={offeredSizes(rules.favouriteSizes)}
          placeholder="A3, 13 × 19 in, 203 × 1000, 17in roll"
          className="w-64 max-w-full"
          onChange={take}
        />
        {sheet && (
          <Button icon="favourite" pressed={favourite} className="mb-6" onClick={() => void star()}>
            {favourite ? 'Not a favourite' : 'Make it a favourite'}
          </Button>
        )}
      </div>
      {rules.favouriteSizes.length > 0 && (
        <p className="mt-1 flex flex-wrap gap-1.5 text-sm">
          {rules.favouriteSizes.map((name) => (
            <Button
              key={name}
              kind="link"
              onClick={() => {
                const parsed = parseSize(name, brief.unit, 'sheet')
                if (parsed.ok) take(parsed.value)
              }}
            >
              {name}
            </Button>
          ))}
        </p>
      )}
      {sheet && trims(brief.make) && (
        <Check
          className="mt-2 text-sm"
          checked={brief.finished !== null}
          onChange={(on) =>
            editor.brief(
              { finished: on ? { width: sheet.width ?? sheet.length ?? 210_000, length: sheet.length ?? sheet.width ?? 297_000 } : null },
              { placement: null },
            )
          }
        >
          It is trimmed after printing
        </Check>
      )}
      {brief.finished && trims(brief.make) && (
        <SizeField
          label="Trimmed to"
          of="finished"
          unit={brief.unit}
          value={brief.finished}
          className="mt-1 w-64"
          onChange={(size) => {
            if (size && size.width !== null && size.length !== null)
              editor.brief({ finished: { width: size.width, length: size.length } }, { placement: null })
          }}
        />
      )}
    </div>
  )
}
