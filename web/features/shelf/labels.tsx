import { useState } from 'react'
import { checkLabelSheet, LABEL_SHEETS, type LabelSheet, MOST_LABELS } from '../../../core/output/labels/label-layout.ts'
import type { Unit } from '../../../core/things/length/length.ts'
import { lotSizeName } from '../../../core/things/media/lot-name.ts'
import type { LotEntry } from '../../../core/wire/api/papers.ts'
import { apiUrl, keptAs } from '../../api/here.ts'
import { Button, FileLink } from '../../ui/button.tsx'
import { Check } from '../../ui/check.tsx'
import { Dialog } from '../../ui/dialog.tsx'
import { Refused } from '../../ui/file-drop.tsx'
import { LengthField } from '../../ui/length-field.tsx'
import { NumberField } from '../../ui/number-field.tsx'
import { Select } from '../../ui/select.tsx'
import { TextField } from '../../ui/text-field.tsx'
import { useLonger } from '../../ui/use-longer.tsx'

const KEY = keptAs('label-sheet')
const FIRST = LABEL_SHEETS[0]?.sheet as LabelSheet
const OWN = 'own'
/** From so many on they can be looked for. */
const MANY = 20
const TYPED = [
  ['width', 'Sheet, width'],
  ['length', 'Sheet, length'],
  ['labelWidth', 'Label, width'],
  ['labelLength', 'Label, height'],
  ['left', 'First from the left'],
  ['top', 'First from the top'],
  ['pitchAcross', 'Next one to the right after'],
  ['pitchDown', 'Next one down after'],
] as const

/** The sheet this device used last. */
function lastSheet(): LabelSheet {
  try {
    return (JSON.parse(localStorage.getItem(KEY) ?? 'null') as LabelSheet | null) ?? FIRST
  } catch {
    return FIRST
  }
}

/** A few labels of the sheet, to scale: which are gone, which are printed. */
function Picture({ sheet, used, count }: { sheet: LabelSheet; used: number; count: number }) {
  const each = sheet.columns * sheet.rows
  return (
    <svg
      viewBox={`0 0 ${sheet.width} ${sheet.length}`}
      className="h-40 shrink-0 border border-line bg-raised"
      role="img"
      aria-label={`${each} labels on a sheet`}
    >
      {Array.from({ length: each }, (_, i) => (
        <rect
          // biome-ignore lint/suspicious/noArrayIndexKey: labels are known by their place
          key={i}
          x={sheet.left + (i % sheet.columns) * sheet.pitchAcross}
          y={sheet.top + Math.floor(i / sheet.columns) * sheet.pitchDown}
          width={sheet.labelWidth}
          height={sheet.labelLength}
          fill={i < used ? 'var(--color-hair)' : i < used + count ? 'var(--color-act)' : 'none'}
          stroke="var(--color-line)"
          strokeWidth={sheet.width / 300}
        />
      ))}
    </svg>
  )
}

interface Props {
  /** Each with the name of its paper. */
  lots: readonly (LotEntry & { paperName: string })[]
  unit: Unit
  onClose(): void
}

/** Labels to stick on boxes and rolls, on whatever sheet of labels there is. */
export function Labels({ lots, unit, onClose }: Props) {
  const [sheet, setSheet] = useState(lastSheet)
  const [used, setUsed] = useState(0)
  // Of a whole shelf of thousands nobody wants them all.
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set(lots.length <= MOST_LABELS ? lots.map((l) => l.id) : []))
  const [words, setWords] = useState('')
  const listed = lots
    .map((lot) => ({ id: lot.id, says: `${lot.paperName}, ${lotSizeName(lot, unit)}${lot.number && ` · no. ${lot.number}`}` }))
    .filter(({ says }) => says.toLowerCase().includes(words.trim().toLowerCase()))
  const { shown, more } = useLonger(listed)
  const change = (next: LabelSheet) => {
    setSheet(next)
    localStorage.setItem(KEY, JSON.stringify(next))
  }
  const known = LABEL_SHEETS.find((s) => JSON.stringify(s.sheet) === JSON.stringify(sheet))?.id ?? OWN
  const read = checkLabelSheet(sheet)
  const ids = lots.map((l) => l.id).filter((id) => chosen.has(id))
  const query = new URLSearchParams({
    ...Object.fromEntries(Object.entries(sheet).map(([k, v]) => [k, String(v)])),
    ids: ids.join(','),
    used: String(used),
  })
  return (
    <Dialog title="Labels" onClose={onClose}>
      <div className="min-h-0 flex-1 space-y-4 overflow-y-auto p-4">
        <div className="flex flex-wrap gap-4">
          <div className="grid min-w-56 flex-1 content-start gap-2">
            <Select
              label="Sheet of labels"
              full
              value={known}
              options={[...LABEL_SHEETS.map((s) => [s.id, s.title] as const), [OWN, 'another: type it'] as const]}
              onChange={(id) => {
                const found = LABEL_SHEETS.find((s) => s.id === id)
                change(found ? found.sheet : { ...sheet, left: sheet.left + 1000 })
              }}
            />
            <NumberField
              label="Already gone from the first sheet"
              whole
              min={0}
              max={sheet.columns * sheet.rows - 1}
              step={1}
              value={Math.min(used, sheet.columns * sheet.rows - 1)}
              onChange={setUsed}
            />
          </div>
          <Picture sheet={sheet} used={used} count={ids.length} />
        </div>
        {known === OWN && (
          <div className="grid grid-cols-2 gap-2 sm:grid-cols-4">
            <NumberField
              label="Across"
              whole
              min={1}
              max={20}
              step={1}
              value={sheet.columns}
              onChange={(columns) => change({ ...sheet, columns })}
            />
            <NumberField label="Down" whole min={1} max={60} step={1} value={sheet.rows} onChange={(rows) => change({ ...sheet, rows })} />
            {TYPED.map(([key, label]) => (
              <LengthField
                key={key}
                label={label}
                unit={unit}
                signed
                value={sheet[key]}
                onChange={(um) => change({ ...sheet, [key]: Math.max(0, um) })}
              />
            ))}
          </div>
        )}
        <Refused message={read.ok ? null : read.problem.message} />
        <fieldset className="grid gap-1">
          <legend className="font-semibold">For</legend>
          {lots.length > MANY && (
            <TextField
              label="Find boxes and rolls"
              labelAt="hidden"
              type="search"
              placeholder="Only those with this in their name"
              className="w-full"
              most={120}
              value={words}
              onChange={setWords}
            />
          )}
          {shown.map(({ id, says }) => (
            <Check
              key={id}
              checked={chosen.has(id)}
              onChange={(on) => setChosen(new Set(on ? [...chosen, id] : [...chosen].filter((one) => one !== id)))}
            >
              {says}
            </Check>
          ))}
          {listed.length === 0 && <p className="text-soft">Nothing of that name.</p>}
          {more}
        </fieldset>
      </div>
      <p className="flex items-center justify-end gap-2 border-t border-line p-3">
        <span className="mr-auto text-sm text-soft">Print it at 100 %, without “fit to page”.</span>
        <Button onClick={onClose}>Leave it</Button>
        {ids.length > MOST_LABELS && (
          <span>
            {ids.length} are chosen: up to {MOST_LABELS} labels at once.
          </span>
        )}
        {read.ok && ids.length > 0 && ids.length <= MOST_LABELS && (
          <FileLink kind="act" beside href={apiUrl(`/lot-labels.pdf?${query}`)}>
            {ids.length === 1 ? 'One label' : `${ids.length} labels`} as PDF
          </FileLink>
        )}
      </p>
    </Dialog>
  )
}
