import { useId } from 'react'
import type { z } from 'zod'
import type { PrintSizeSchema } from '../../../core/brief/brief.ts'
import { usualDistance } from '../../../core/checks/resolution-low.ts'
import { mm, writeLength } from '../../../core/length/length.ts'
import { lotSizeName } from '../../../core/media/lot-name.ts'
import { NAMED_SIZES } from '../../../core/sizes/named.ts'
import { parseSize, writeAsked } from '../../../core/sizes/size-field.ts'
import { PictureFacts } from '../../features/picture/picture-facts.tsx'
import { PictureTaker } from '../../features/picture/picture-taker.tsx'
import { LengthField } from '../../ui/length-field.tsx'
import { Swatch } from '../../ui/swatch.tsx'
import { useTyped } from '../../ui/use-typed.ts'
import type { StageProps } from './stages.ts'

type Size = z.infer<typeof PrintSizeSchema>

/** What the client wants, before any machine is thought of. */
export function BriefStage({ editor, studio, plate, selected }: StageProps) {
  const { brief } = editor.draft
  const id = useId()
  const { unit } = brief
  const lots = studio.lots.filter((l) => l.paperId === brief.paperId)
  const setSize = (size: Size) => editor.brief({ size }, { placement: null })
  const natural = plate.layout?.picture
  return (
    <div className={`min-h-0 overflow-y-auto ${selected ? '' : 'lg:col-span-2'}`}>
      <div className="grid max-w-5xl grid-cols-[minmax(0,1fr)] gap-x-10 gap-y-5 p-5 md:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
        <section className="min-w-0 md:row-span-2">
          <h2>Picture</h2>
          {brief.picture ? (
            <PictureFacts picture={brief.picture} unit={unit} />
          ) : (
            <p className="mt-1 text-soft">Drop a picture here or choose one.</p>
          )}
          <div className="mt-3">
            <PictureTaker
              compact={brief.picture !== null}
              onTaken={(picture) => editor.brief({ picture }, { placement: null, orientation: null })}
            />
          </div>
        </section>
        <section className="min-w-0">
          <div className="flex items-baseline justify-between">
            <h2>How big</h2>
            <div role="radiogroup" aria-label="Unit" className="flex gap-3">
              {(['mm', 'in'] as const).map((u) => (
                <label key={u} className="flex items-center gap-1">
                  <input type="radio" name={`${id}-unit`} checked={unit === u} onChange={() => editor.brief({ unit: u })} />
                  {u}
                </label>
              ))}
            </div>
          </div>
          <div role="radiogroup" aria-label="Size by" className="mt-2 grid gap-1">
            {(
              [
                [
                  'picture',
                  'By the size of the picture',
                  () => setSize({ by: 'picture', width: Math.round(natural?.w ?? mm(200)), height: null }),
                ],
                ['fit', 'By the sheet: fit, paper shows', () => setSize({ by: 'sheet', fill: false })],
                ['fill', 'By the sheet: fill, the picture is cropped', () => setSize({ by: 'sheet', fill: true })],
                ['border', 'By the width of the border', () => setSize({ by: 'border', border: mm(20) })],
              ] as const
            ).map(([value, label, choose]) => {
              const now = brief.size.by === 'sheet' ? (brief.size.fill ? 'fill' : 'fit') : brief.size.by
              return (
                <label key={value} className="flex items-center gap-2">
                  <input type="radio" name={`${id}-by`} checked={now === value} onChange={choose} />
                  {label}
                </label>
              )
            })}
          </div>
          <div className="mt-2 grid max-w-xs grid-cols-2 gap-3">
            {brief.size.by === 'picture' && (
              <>
                <LengthField
                  label="Width"
                  unit={unit}
                  value={brief.size.width ?? naturalSide(plate, 'w')}
                  onChange={(width) => setSize({ by: 'picture', width, height: null })}
                />
                <LengthField
                  label="Height"
                  unit={unit}
                  value={brief.size.height ?? naturalSide(plate, 'h')}
                  onChange={(height) => setSize({ by: 'picture', width: null, height })}
                />
              </>
            )}
            {brief.size.by === 'border' && (
              <LengthField
                label="Border"
                unit={unit}
                signed
                value={brief.size.border}
                onChange={(border) => setSize({ by: 'border', border: Math.max(0, border) })}
              />
            )}
          </div>
          <fieldset className="mt-4">
            <legend className="text-sm text-soft">Edges</legend>
            <div className="mt-1 flex gap-4">
              {(['bordered', 'borderless'] as const).map((finish) => (
                <label key={finish} className="flex items-center gap-1.5">
                  <input
                    type="radio"
                    name={`${id}-finish`}
                    checked={brief.finish === finish}
                    onChange={() => editor.brief({ finish }, { margins: null, expansion: null, placement: null })}
                  />
                  {finish === 'bordered' ? 'with borders' : 'borderless'}
                </label>
              ))}
            </div>
          </fieldset>
          <SheetField editor={editor} />
        </section>
        <section className="min-w-0">
          <h2>Paper and copies</h2>
          <label htmlFor={`${id}-paper`} className="mt-2 block text-sm text-soft">
            Paper
          </label>
          <div className="flex items-center gap-2">
            {studio.papers
              .filter((p) => p.id === brief.paperId)
              .map((p) => (
                <Swatch key={p.id} white={p.white} surface={p.surface} />
              ))}
            <select
              id={`${id}-paper`}
              className="w-full min-w-0"
              value={brief.paperId ?? ''}
              onChange={(e) =>
                editor.brief(
                  { paperId: e.target.value || null },
                  { stock: null, printer: null, path: null, page: null, 'media-type': null, profile: null },
                )
              }
            >
              <option value="">Whatever suits best</option>
              {studio.papers.map((p) => (
                <option key={p.id} value={p.id}>
                  {p.name}, {p.surface}, {p.weight} g/m²
                </option>
              ))}
            </select>
          </div>
          {brief.paperId && (
            <p className="mt-1 text-sm text-soft">
              In stock:{' '}
              {lots.length === 0
                ? 'nothing'
                : lots.map((l) => `${lotSizeName(l, unit)} (${l.form === 'roll' ? writeLength(l.stock, 'mm') : l.stock})`).join(', ')}
            </p>
          )}
          <div className="mt-3 grid max-w-sm grid-cols-2 gap-3">
            <div>
              <label htmlFor={`${id}-copies`} className="block text-sm text-soft">
                Copies
              </label>
              <input
                id={`${id}-copies`}
                className="num w-full"
                type="number"
                min={1}
                max={10000}
                value={brief.copies}
                onChange={(e) => {
                  const n = Math.round(Number(e.target.value))
                  if (n >= 1 && n <= 10_000) editor.brief({ copies: n })
                }}
              />
            </div>
            <LengthField
              label="Looked at from"
              unit={unit}
              value={brief.viewingDistance ?? Math.round(plate.layout ? usualDistance({ layout: plate.layout }) : mm(300))}
              onChange={(viewingDistance) => editor.brief({ viewingDistance })}
            />
          </div>
          <label htmlFor={`${id}-due`} className="mt-3 block text-sm text-soft">
            Due
          </label>
          <input
            id={`${id}-due`}
            type="datetime-local"
            value={brief.dueAt ? local(brief.dueAt) : ''}
            onChange={(e) => editor.brief({ dueAt: e.target.value ? new Date(e.target.value).toISOString() : null })}
          />
          <label htmlFor={`${id}-notes`} className="mt-3 block text-sm text-soft">
            Notes
          </label>
          <textarea
            id={`${id}-notes`}
            rows={3}
            maxLength={5000}
            className="w-full"
            value={brief.notes}
            onChange={(e) => editor.brief({ notes: e.target.value })}
          />
        </section>
      </div>
    </div>
  )
}

const naturalSide = (plate: StageProps['plate'], side: 'w' | 'h') => {
  const r = plate.layout?.picture
  if (!r) return mm(200)
  const turned = plate.setup?.turn === 90 || plate.setup?.turn === 270
  return Math.round(turned ? (side === 'w' ? r.h : r.w) : r[side])
}

const local = (iso: string) => {
  const d = new Date(iso)
  return new Date(d.getTime() - d.getTimezoneOffset() * 60_000).toISOString().slice(0, 16)
}

function SheetField({ editor }: Pick<StageProps, 'editor'>) {
  const { brief } = editor.draft
  const id = useId()
  const shown = brief.sheet ? (brief.sheet.name ?? writeAsked(brief.sheet, brief.unit)) : ''
  const { text, setText, error, setError } = useTyped(shown)
  const take = () => {
    if (text === shown) return
    if (!text.trim()) return editor.brief({ sheet: null }, { stock: null, page: null, placement: null })
    const parsed = parseSize(text, brief.unit, 'sheet')
    if (!parsed.ok) return setError(parsed.problem.message)
    setError(null)
    editor.brief(
      { sheet: { width: parsed.value.width, length: parsed.value.length, name: parsed.value.name } },
      { stock: null, page: null, placement: null },
    )
  }
  return (
    <div className="mt-4">
      <label htmlFor={id} className="block text-sm text-soft">
        Sheet (empty: whatever is in stock)
      </label>
      <input
        id={id}
        list={`${id}-names`}
        className="w-64"
        placeholder="A3, 13 × 19 in, 203 × 1000 mm"
        value={text}
        aria-invalid={error !== null}
        aria-describedby={`${id}-e`}
        onChange={(e) => setText(e.target.value)}
        onBlur={take}
        onKeyDown={(e) => e.key === 'Enter' && take()}
      />
      <datalist id={`${id}-names`}>
        {NAMED_SIZES.map((s) => (
          <option key={s.pwg} value={s.name} />
        ))}
      </datalist>
      <p id={`${id}-e`} className={`mt-0.5 text-sm ${error ? 'text-stop' : 'text-faint'}`} role={error ? 'alert' : undefined}>
        {error ?? (brief.sheet ? `${writeAsked(brief.sheet, 'mm')} · ${writeAsked(brief.sheet, 'in')}` : '')}
      </p>
    </div>
  )
}
