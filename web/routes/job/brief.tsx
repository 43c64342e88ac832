import { usualDistance } from '../../../core/plate/checks/resolution-low.ts'
import { APART, NEW_ARRANGEMENT } from '../../../core/things/brief/arrangement.ts'
import { itemOf } from '../../../core/things/brief/brief.ts'
import { mm, writeLength, writeRoll } from '../../../core/things/length/length.ts'
import { lotSizeName } from '../../../core/things/media/lot-name.ts'
import { ArrangementEditor } from '../../features/items/arrangement-editor.tsx'
import { SetUpAs } from '../../features/items/kept-setup-choice.tsx'
import { Pictures } from '../../features/items/pictures.tsx'
import { AllowedAdditions } from '../../features/sheet/allowed-additions.tsx'
import { FinishChoice } from '../../features/sheet/finish-choice.tsx'
import { MakeEditor } from '../../features/sheet/make-editor.tsx'
import { SheetField } from '../../features/sheet/sheet-field.tsx'
import { SizeBy } from '../../features/sheet/size-by.tsx'
import { Button } from '../../ui/button.tsx'
import { Check } from '../../ui/check.tsx'
import { Combobox } from '../../ui/combobox.tsx'
import { MomentField } from '../../ui/day-field.tsx'
import { LengthField } from '../../ui/length-field.tsx'
import { NumberField } from '../../ui/number-field.tsx'
import { Radio } from '../../ui/radio.tsx'
import { Swatch } from '../../ui/swatch.tsx'
import { TextArea } from '../../ui/text-field.tsx'
import type { StageProps } from './stage-props.ts'

/** What the client wants, before any machine is thought of. */
export function BriefStage({ job, editor, studio, plate }: StageProps) {
  const { brief } = editor.draft
  const { unit } = brief
  const item = itemOf(brief)
  const { arrangement } = brief
  const several = brief.items.length > 1
  const lie = plate.forms.flatMap(({ side, placements }) => (side === 'front' ? placements : []))
  const usual = lie.length > 0 ? Math.min(...lie.map(usualDistance)) : mm(300)
  // Nothing has been said of it but its pictures: a set-up that was kept may say the rest.
  const fresh = brief.paperId === null && Object.keys(editor.draft.pins).length === 0
  const lots = studio.lots.filter((l) => l.paperId === brief.paperId)
  // A sample of which no sheet is left can be printed on no more.
  const offered = studio.papers.filter(
    (p) => p.sampleOf === null || p.id === brief.paperId || studio.lots.some((l) => l.paperId === p.id && l.stock > 0),
  )
  return (
    <div className="h-full min-h-0 overflow-y-auto">
      <div className="grid max-w-5xl grid-cols-[minmax(0,1fr)] gap-x-10 gap-y-5 p-5 md:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
        <section className="min-w-0">
          <h2>{several ? 'Pictures' : 'Picture'}</h2>
          <Pictures editor={editor} jobId={job.id} />
          {fresh && <SetUpAs editor={editor} />}
        </section>
        <section className="min-w-0">
          <div className="flex items-baseline justify-between">
            <h2>{several ? 'How they lie' : 'How big'}</h2>
            <Radio
              label="Unit"
              className="flex gap-3"
              value={unit}
              options={[
                ['mm', 'mm'],
                ['in', 'in'],
              ]}
              onChange={(u) => editor.brief({ unit: u })}
            />
          </div>
          {several && <ArrangementEditor editor={editor} plate={plate} />}
          {!several && arrangement.as === 'apart' && <SizeBy editor={editor} plate={plate} />}
          {!several && (
            <div className="mt-3">
              <Check
                className="text-sm"
                checked={arrangement.as !== 'apart'}
                onChange={(on) => editor.brief({ arrangement: on ? NEW_ARRANGEMENT.grid : APART }, { placement: null, orientation: null })}
              >
                Several on a sheet
              </Check>
              {arrangement.as !== 'apart' && <ArrangementEditor editor={editor} plate={plate} />}
            </div>
          )}
          <p className="mt-4 text-sm text-soft">Edges</p>
          <FinishChoice editor={editor} />
          <SheetField editor={editor} rules={studio.rules} />
        </section>
        <MakeEditor editor={editor} />
        <section className="min-w-0">
          <h2>Paper and copies</h2>
          <Combobox
            label="Paper"
            className="mt-2"
            full
            find="A paper"
            value={brief.paperId}
            options={[
              { value: null, words: 'Whatever suits best' },
              ...offered.map((p) => ({
                value: p.id,
                words: `${p.name}, ${p.surface}, ${p.weight} g/m²${p.sampleOf === null ? '' : ', a sample'}`,
                before: <Swatch white={p.white} surface={p.surface} />,
              })),
            ]}
            onChange={(paperId) =>
              editor.brief({ paperId }, { stock: null, printer: null, path: null, page: null, 'media-type': null, profile: null })
            }
          />
          {brief.paperId && (
            <p className="mt-1 text-sm text-soft">
              In stock:{' '}
              {lots.length === 0
                ? 'nothing'
                : lots.map((l) => `${lotSizeName(l, unit)} (${l.form === 'roll' ? writeRoll(l.stock, unit) : l.stock})`).join(', ')}
            </p>
          )}
          <div className="mt-3 grid max-w-sm grid-cols-2 gap-3">
            {!several && arrangement.as !== 'free' && (
              <NumberField
                label="Copies"
                whole
                min={1}
                max={10_000}
                step={1}
                value={item.copies}
                onChange={(copies) => editor.item({ copies })}
              />
            )}
            <div>
              <LengthField
                label="Looked at from"
                unit={unit}
                value={item.viewingDistance ?? Math.round(usual)}
                onChange={(viewingDistance) => editor.everyItem({ viewingDistance })}
              />
              <p className="mt-1 text-sm text-soft">
                {item.viewingDistance === null ? (
                  'Usual for this size'
                ) : (
                  <Button kind="link" onClick={() => editor.everyItem({ viewingDistance: null })}>
                    Usual: {writeLength(Math.round(usual), unit)}
                  </Button>
                )}
              </p>
            </div>
          </div>
          <MomentField label="Due" className="mt-3" value={brief.dueAt} onChange={(dueAt) => editor.brief({ dueAt })} />
          <TextArea label="Notes" className="mt-3" rows={3} value={brief.notes} onChange={(notes) => editor.brief({ notes })} />
          <AllowedAdditions adds={brief.adds} onChange={(adds) => editor.brief({ adds })} />
        </section>
      </div>
    </div>
  )
}
