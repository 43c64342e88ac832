import type { Plate } from '../../../core/plate/resolve/plate.ts'
import { sheetsOf } from '../../../core/sheet/form.ts'
import { APART, type Arrangement, NEW_ARRANGEMENT, type Sizes, type Together } from '../../../core/things/brief/arrangement.ts'
import { mm } from '../../../core/things/length/length.ts'
import { Check } from '../../ui/check.tsx'
import { LengthField } from '../../ui/length-field.tsx'
import { NumberField } from '../../ui/number-field.tsx'
import { Radio } from '../../ui/radio.tsx'
import { Select } from '../../ui/select.tsx'
import { SizeField } from '../../ui/size-field.tsx'
import { TextField } from '../../ui/text-field.tsx'
import type { JobEditor } from '../plate/job-editor.ts'
import { KeptLayouts } from './kept-layouts.tsx'
import { placesFrom } from './places-from.ts'
import { TighterPlan } from './tighter-plan.tsx'

type Kind = 'apart' | 'grid' | 'contact' | 'sizes' | 'free'

const kindOf = (arrangement: Arrangement): Kind =>
  arrangement.as === 'grid' && arrangement.captions !== 'none' ? 'contact' : arrangement.as

/** What the pictures come to: “4 sheets”, “3 sheets of 2 kinds”. */
function comesTo(plate: Plate): string {
  const kinds = plate.forms.filter((form) => form.side === 'front').length
  const sheets = sheetsOf(plate.forms)
  const roll = plate.setup?.lot.form === 'roll'
  const what = roll ? (sheets === 1 ? 'length of roll' : 'lengths of roll') : sheets === 1 ? 'sheet' : 'sheets'
  return kinds > 1 && kinds < sheets ? `${sheets} ${what} of ${kinds} kinds` : `${sheets} ${what}`
}

/** How the pictures share sheets. */
export function ArrangementEditor({ editor, plate }: { editor: JobEditor; plate: Plate }) {
  const { arrangement } = editor.draft.brief
  const kind = kindOf(arrangement)
  const begin = (to: Kind) => {
    const known = arrangement.as === 'apart' ? {} : shared(arrangement)
    const next: Arrangement =
      to === 'apart'
        ? APART
        : to === 'free'
          ? { ...NEW_ARRANGEMENT.free, ...known, places: placesFrom(plate) }
          : { ...NEW_ARRANGEMENT[to], ...known }
    editor.brief({ arrangement: next }, { placement: null, orientation: null })
  }
  return (
    <section aria-label="Layout">
      <Radio
        label="How they lie"
        className="grid gap-1"
        value={kind}
        options={[
          ['apart', 'Each on sheets of its own'],
          ['grid', 'Equal cells on a sheet'],
          ['sizes', 'A set of sizes, on as few sheets as go'],
          ['contact', 'Contact sheet, with captions'],
          ['free', 'Laid out by hand'],
        ]}
        onChange={begin}
      />
      {plate.forms.length > 0 && (
        <p role="status" className="mt-2 font-semibold">
          {comesTo(plate)}
        </p>
      )}
      {arrangement.as !== 'apart' && <Settings editor={editor} arrangement={arrangement} />}
      {arrangement.as === 'sizes' && <StretchSettings editor={editor} plate={plate} sizes={arrangement} />}
      {arrangement.as === 'sizes' && <TighterPlan editor={editor} plate={plate} sizes={arrangement} />}
      <KeptLayouts editor={editor} />
    </section>
  )
}

/** What lies apart from what on a roll or the sheets of a gang, and how long a stretch of roll may be. */
function StretchSettings({ editor, plate, sizes }: { editor: JobEditor; plate: Plate; sizes: Sizes }) {
  const { unit, items } = editor.draft.brief
  const gang = items.some(({ piece }) => piece !== null)
  const roll = plate.setup?.lot.form === 'roll'
  const set = (change: Partial<Sizes>) => editor.brief({ arrangement: { ...sizes, ...change } })
  if (!gang && !roll) return null
  return (
    <div className="mt-3 grid max-w-sm grid-cols-2 gap-3">
      {gang && (
        <Select
          label="Lie apart"
          value={sizes.keep}
          options={[
            ['nothing', 'nothing'],
            ['jobs', 'each job'],
            ['due', 'by when due'],
          ]}
          onChange={(keep) => set({ keep })}
        />
      )}
      {roll && (
        <LengthField
          label="Longest stretch (0: any)"
          unit={unit}
          signed
          value={sizes.longest ?? 0}
          onChange={(longest) => set({ longest: longest > 0 ? longest : null })}
        />
      )}
    </div>
  )
}

/** What one kind of layout takes over from another. */
const shared = ({ bleed, line, border }: Together) => ({ bleed, line, border })

function Settings({ editor, arrangement }: { editor: JobEditor; arrangement: Together }) {
  const { unit } = editor.draft.brief
  const set = (change: Partial<Together>) => editor.brief({ arrangement: { ...arrangement, ...change } as Arrangement })
  return (
    <div className="mt-3 grid max-w-sm grid-cols-2 gap-3">
      {arrangement.as === 'grid' && (
        <>
          {arrangement.columns !== null && (
            <NumberField
              label="Columns"
              whole
              min={1}
              max={50}
              step={1}
              value={arrangement.columns}
              onChange={(columns) => set({ columns })}
            />
          )}
          {arrangement.rows !== null && (
            <NumberField label="Rows" whole min={1} max={50} step={1} value={arrangement.rows} onChange={(rows) => set({ rows })} />
          )}
          <Check
            className="col-span-2 text-sm"
            checked={arrangement.rows === null}
            onChange={(on) => set({ rows: on ? null : 2, ...(arrangement.cell ? { columns: on ? null : 2 } : {}) })}
          >
            As many as go
          </Check>
          <SizeField
            label="Size of a cell"
            className="col-span-2"
            of="finished"
            unit={unit}
            placeholder="the sheet shared out"
            value={arrangement.cell && { width: arrangement.cell.width, length: arrangement.cell.height }}
            onChange={(cell) =>
              set(
                cell?.width && cell.length
                  ? { cell: { width: cell.width, height: cell.length }, columns: null, rows: null }
                  : {
                      cell: null,
                      columns: arrangement.columns ?? 2,
                      rows: arrangement.captions === 'none' ? (arrangement.rows ?? 2) : arrangement.rows,
                    },
              )
            }
          />
          <Check className="col-span-2 text-sm" checked={arrangement.fill} onChange={(fill) => set({ fill })}>
            Fill the cells (crops the pictures)
          </Check>
        </>
      )}
      {arrangement.as === 'sizes' && (
        <Radio
          label="Cut with"
          className="col-span-2 flex flex-wrap gap-x-4"
          value={arrangement.cuts}
          options={[
            ['straight', 'a cutter: straight across'],
            ['free', 'a knife'],
          ]}
          onChange={(cuts) => set({ cuts })}
        />
      )}
      {arrangement.as === 'free' && (
        <NumberField label="Sheets" whole min={1} max={10_000} step={1} value={arrangement.sheets} onChange={(sheets) => set({ sheets })} />
      )}
      {arrangement.as !== 'free' && (
        <Check className="col-span-2 text-sm" checked={arrangement.turn} onChange={(turn) => set({ turn })}>
          Pictures may be turned
        </Check>
      )}
      {arrangement.as !== 'free' && (
        <>
          <LengthField
            label="Gutter"
            unit={unit}
            signed
            value={arrangement.gutter}
            onChange={(gutter) => set({ gutter: Math.max(0, gutter) })}
          />
          <LengthField
            label="White at the edges"
            unit={unit}
            signed
            value={arrangement.border}
            onChange={(border) => set({ border: Math.max(0, border) })}
          />
        </>
      )}
      <LengthField
        label="Bleed"
        unit={unit}
        signed
        value={arrangement.bleed}
        onChange={(bleed) => set({ bleed: Math.min(mm(20), Math.max(0, bleed)) })}
      />
      <Select
        label="Lines to cut along"
        value={arrangement.marks}
        options={[
          ['none', 'none'],
          ['corners', 'at the corners'],
          ['lines', 'right across'],
        ]}
        onChange={(marks) => set({ marks })}
      />
      <Select
        label="Under each picture"
        value={arrangement.captions}
        options={[
          ['none', 'nothing'],
          ['name', 'its name'],
          ['number', 'its number'],
          ['both', 'number and name'],
        ]}
        onChange={(captions) => set({ captions })}
      />
      <Check className="self-end text-sm" checked={arrangement.hairline} onChange={(hairline) => set({ hairline })}>
        Fine line around each
      </Check>
      <TextField
        label="In the sheet’s border"
        className="col-span-2"
        most={120}
        placeholder="the name of the job, a date …"
        value={arrangement.line}
        onChange={(line) => set({ line })}
      />
    </div>
  )
}
