import { useId } from 'react'
import { usualDistance } from '../../../core/plate/checks/resolution-low.ts'
import { layoutOf } from '../../../core/plate/resolve/plate.ts'
import { itemOf } from '../../../core/things/brief/brief.ts'
import { pictureIn, withPicture } from '../../../core/things/brief/item.ts'
import { mm, writeLength } from '../../../core/things/length/length.ts'
import { lotSizeName } from '../../../core/things/media/lot-name.ts'
import { PictureFacts } from '../../features/picture/picture-facts.tsx'
import { PictureTaker } from '../../features/picture/picture-taker.tsx'
import { AllowedAdditions } from '../../features/sheet/allowed-additions.tsx'
import { FinishChoice } from '../../features/sheet/finish-choice.tsx'
import { MakeEditor } from '../../features/sheet/make-editor.tsx'
import { SheetField } from '../../features/sheet/sheet-field.tsx'
import { SizeBy } from '../../features/sheet/size-by.tsx'
import { LengthField } from '../../ui/length-field.tsx'
import { Swatch } from '../../ui/swatch.tsx'
import type { StageProps } from './stage-props.ts'

/** What the client wants, before any machine is thought of. */
export function BriefStage({ editor, studio, plate, selected }: StageProps) {
  const { brief } = editor.draft
  const id = useId()
  const { unit } = brief
  const item = itemOf(brief)
  const picture = pictureIn(item)
  const front = layoutOf(plate)
  const lots = studio.lots.filter((l) => l.paperId === brief.paperId)
  return (
    <div className={`min-h-0 overflow-y-auto ${selected ? '' : 'lg:col-span-2'}`}>
      <div className="grid max-w-5xl grid-cols-[minmax(0,1fr)] gap-x-10 gap-y-5 p-5 md:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
        <section className="min-w-0">
          <h2>Picture</h2>
          {picture ? <PictureFacts picture={picture} unit={unit} /> : <p className="mt-1 text-soft">Drop a picture here or choose one.</p>}
          <div className="mt-3">
            <PictureTaker
              compact={picture !== null}
              onTaken={(taken) => editor.item(withPicture(taken), { placement: null, orientation: null })}
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
          <SizeBy editor={editor} plate={plate} />
          <p className="mt-4 text-sm text-soft">Edges</p>
          <FinishChoice editor={editor} />
          <SheetField editor={editor} rules={studio.rules} />
        </section>
        <MakeEditor editor={editor} />
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
                value={item.copies}
                onChange={(e) => {
                  const n = Math.round(Number(e.target.value))
                  if (n >= 1 && n <= 10_000) editor.item({ copies: n })
                }}
              />
            </div>
            <LengthField
              label="Looked at from"
              unit={unit}
              value={item.viewingDistance ?? Math.round(front ? usualDistance({ layout: front }) : mm(300))}
              onChange={(viewingDistance) => editor.item({ viewingDistance })}
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
          <AllowedAdditions adds={brief.adds} onChange={(adds) => editor.brief({ adds })} />
        </section>
      </div>
    </div>
  )
}

const local = (iso: string) => {
  const d = new Date(iso)
  return new Date(d.getTime() - d.getTimezoneOffset() * 60_000).toISOString().slice(0, 16)
}
