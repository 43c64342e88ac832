import { useMemo, useRef } from 'react'
import { placementPin } from '../../../core/decisions/placement.ts'
import { drawSheet } from '../../../core/drawing/sheet-drawing.ts'
import { writeLength, writeNumber, writeSize } from '../../../core/length/length.ts'
import { EDGES } from '../../../core/paths/path.ts'
import { fileUrl } from '../../api/client.ts'
import { SheetSvg } from '../../features/drawing/sheet-svg.tsx'
import { LengthField } from '../../ui/length-field.tsx'
import { Empty } from '../../ui/states.tsx'
import type { StageProps } from './stages.ts'

/** The drawing of the true sheet, with the picture on it to drag, nudge or type. */
export function SheetStage({ plate, editor, selected, select }: StageProps) {
  const { brief } = editor.draft
  const drawing = useMemo(() => drawSheet(plate, brief.unit), [plate, brief.unit])
  const start = useRef({ x: 0, y: 0 })
  const { layout, setup } = plate
  if (!drawing || !layout || !setup) {
    return (
      <Empty title="No sheet to draw yet">
        What is chosen leaves no way through the studio. The findings below say why, with a fix where there is one; or release a pin on the
        left.
      </Empty>
    )
  }
  const { picture } = layout
  const move = (x: number, y: number, how: 'preview' | 'pin' = 'pin') => editor[how]({ placement: placementPin(x, y) })
  // A nudge through zero on a tenth of a millimetre stays on the ruler's marks.
  const nudge = (dx: number, dy: number) => move(Math.round((picture.x + dx) / 100) * 100, Math.round((picture.y + dy) / 100) * 100)
  const turned = setup.turn === 90 || setup.turn === 270
  return (
    <>
      <section aria-label="Sheet drawing" className="relative min-h-[26rem] min-w-0 overflow-hidden bg-bench">
        <SheetSvg
          drawing={drawing}
          className="absolute inset-0 h-full w-full touch-none select-none"
          label={drawing.description}
          picture={brief.picture?.preview ? fileUrl(brief.picture.preview) : null}
          onDragStart={() => {
            start.current = { x: picture.x, y: picture.y }
          }}
          onDrag={(dx, dy) => move(start.current.x + dx, start.current.y + dy, 'preview')}
          onDrop={editor.commit}
          onNudge={nudge}
        />
      </section>
      {!selected && (
        <aside aria-label="Placement" className="min-h-0 overflow-y-auto border-l border-line bg-paper p-3">
          <h2>On the sheet</h2>
          <p className="text-sm text-soft">
            {setup.paper.name}, {writeSize(layout.sheet.w, layout.sheet.h, brief.unit)} measured
          </p>
          <dl className="num mt-2 grid grid-cols-2 gap-x-4 gap-y-0.5" aria-label="Borders on paper">
            {EDGES.map((edge) => (
              <div key={edge} className="flex justify-between">
                <dt className="text-soft">{edge}</dt>
                <dd data-margin={edge}>{writeNumber(layout.margins[edge], brief.unit)}</dd>
              </div>
            ))}
          </dl>
          <div className="mt-3 grid grid-cols-2 gap-2">
            <LengthField
              label="Picture, across"
              unit={brief.unit}
              value={Math.round(picture.w)}
              onChange={(w) =>
                editor.brief(
                  { size: { by: 'picture', ...(turned ? { width: null, height: w } : { width: w, height: null }) } },
                  { placement: null },
                )
              }
            />
            <LengthField
              label="Picture, along"
              unit={brief.unit}
              value={Math.round(picture.h)}
              onChange={(h) =>
                editor.brief(
                  { size: { by: 'picture', ...(turned ? { width: h, height: null } : { width: null, height: h }) } },
                  { placement: null },
                )
              }
            />
            <LengthField
              label="From the left"
              unit={brief.unit}
              signed
              value={Math.round(picture.x)}
              onChange={(x) => move(x, picture.y)}
            />
            <LengthField
              label="From leading edge"
              unit={brief.unit}
              signed
              value={Math.round(picture.y)}
              onChange={(y) => move(picture.x, y)}
            />
          </div>
          <div className="mt-3 flex flex-wrap gap-1.5">
            <button type="button" className="btn" onClick={() => editor.pin({ placement: 'centred' })}>
              Centre
            </button>
            <button
              type="button"
              className="btn"
              onClick={() => editor.pin({ orientation: String((setup.turn + 90) % 360), placement: null })}
            >
              Turn <span className="kbd">r</span>
            </button>
            <button type="button" className="btn" onClick={() => editor.brief({ size: { by: 'sheet', fill: false } }, { placement: null })}>
              Fit
            </button>
            <button type="button" className="btn" onClick={() => editor.brief({ size: { by: 'sheet', fill: true } }, { placement: null })}>
              Fill
            </button>
            <button type="button" className="btn" onClick={() => editor.brief({ unit: brief.unit === 'mm' ? 'in' : 'mm' })}>
              {brief.unit === 'mm' ? 'Show inches' : 'Show millimetres'}
            </button>
          </div>
          <ul className="mt-4 space-y-1 text-sm text-soft">
            {plate.ppi && brief.picture && (
              <li>
                <span className="num">{Math.round(plate.ppi)}</span> pixels per inch
              </li>
            )}
            {EDGES.some((e) => layout.clipped[e] > 50) && setup.borderless === 'none' && (
              <li>
                Cut off:{' '}
                {EDGES.filter((e) => layout.clipped[e] > 50)
                  .map((e) => `${writeLength(layout.clipped[e], brief.unit)} ${e}`)
                  .join(', ')}
              </li>
            )}
            {EDGES.some((e) => layout.bleed[e] > 0) && (
              <li>
                Runs past the edge:{' '}
                {EDGES.filter((e) => layout.bleed[e] > 0)
                  .map((e) => `${writeLength(layout.bleed[e], brief.unit)} ${e}`)
                  .join(', ')}
              </li>
            )}
            {layout.lost > 0.0005 && <li>{(layout.lost * 100).toFixed(1)} % of the picture is lost</li>}
            {plate.estimates && (
              <li>
                Prints for {Math.max(1, Math.round(plate.estimates.printingSeconds / 60))} min, about{' '}
                {plate.estimates.inkMillilitres.toFixed(1)} ml of ink, {plate.estimates.paperPrice.toFixed(2)} of paper
              </li>
            )}
          </ul>
          <section className="mt-4 border-t border-hair pt-2 text-sm text-soft" aria-label="Legend">
            <h3 className="font-semibold text-ink">What the marks mean</h3>
            <ul className="mt-1 space-y-0.5">
              <li>
                <b className="font-semibold">Solid outline</b> the sheet as it measures; the printer is above, the sheet travels up
              </li>
              <li>
                <b className="font-semibold">Dashed outline</b> the page the driver is told, where it differs
              </li>
              <li>
                <b className="font-semibold">Light hatching</b> the printer cannot print here; <b className="font-semibold">dark</b> a dead
                margin of 10 mm or more
              </li>
              <li>
                <b className="font-semibold">Veiled picture</b> cut off; <b className="font-semibold">dotted outline</b> printed past the
                edge
              </li>
              <li>
                <b className="font-semibold">Thick side</b> the fixed guide
              </li>
            </ul>
          </section>
          <button type="button" className="btn mt-3" onClick={() => select('placement')}>
            Other placements
          </button>
        </aside>
      )}
    </>
  )
}
