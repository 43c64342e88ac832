import { useMemo, useRef, useState } from 'react'
import { useHotkeys } from 'react-hotkeys-hook'
import { drawSheet } from '../../../core/output/drawing/sheet-drawing.ts'
import { placementPin } from '../../../core/plate/decisions/placement.ts'
import { layoutOf, sideOf } from '../../../core/plate/resolve/plate.ts'
import type { Rect } from '../../../core/sheet/rect.ts'
import { type SnapLine, snap } from '../../../core/sheet/snap.ts'
import { SheetSvg } from '../../features/drawing/sheet-svg.tsx'
import { filled, useZoom, wheeled, ZoomCompass } from '../../features/drawing/zoom.tsx'
import { previewUrl } from '../../features/picture/preview-url.ts'
import { CropView } from '../../features/sheet/crop-view.tsx'
import { CutView } from '../../features/sheet/cut-view.tsx'
import { EdgesPanel } from '../../features/sheet/edges-panel.tsx'
import { Legend } from '../../features/sheet/legend.tsx'
import { PlacementPanel } from '../../features/sheet/placement-panel.tsx'
import { SizeBy } from '../../features/sheet/size-by.tsx'
import { WaysView } from '../../features/sheet/ways-view.tsx'
import { Empty } from '../../ui/states.tsx'
import { Tabs } from '../../ui/tabs.tsx'
import type { StageProps } from './stage-props.ts'

const PANELS = [
  ['place', 'Place'],
  ['size', 'Size'],
  ['edges', 'Edges'],
  ['marks', 'Marks'],
] as const

/** The drawing of the true sheet with the picture to drag, nudge or type; its crop; the other ways; the cut plan. */
export function SheetStage({ plate, editor, studio, job, selected, select }: StageProps) {
  const { brief } = editor.draft
  const { setup } = plate
  const layout = layoutOf(plate)
  const back = sideOf(plate, 'back') !== null
  const [view, setView] = useState<string>('sheet')
  const [panel, setPanel] = useState<string>('place')
  const views = useMemo(
    () => [
      ['sheet', back ? 'Front' : 'Sheet'] as const,
      ...(back ? [['back', 'Back'] as const] : []),
      ['crop', 'Crop'] as const,
      ['ways', 'Ways'] as const,
      ...(setup?.cut ? [['cut', 'Cut plan'] as const] : []),
    ],
    [back, setup?.cut],
  )
  const shown = views.some(([v]) => v === view) ? view : 'sheet'
  useHotkeys('v', () => setView(views[(views.findIndex(([v]) => v === shown) + 1) % views.length]?.[0] ?? 'sheet'), [views, shown])
  useHotkeys('c', () => editor.pin({ placement: 'centred' }), [editor])
  if (!layout || !setup)
    return (
      <section className="relative min-h-[26rem] min-w-0 bg-bench" aria-label="Ways">
        {view === 'ways' ? (
          <WaysView editor={editor} studio={studio} />
        ) : (
          <Empty title="No sheet to draw yet">
            What is chosen leaves no way through the studio. The findings below say why, with a fix where there is one; or release a pin on
            the left.{' '}
            <button type="button" className="link" onClick={() => setView('ways')}>
              See every way with its reason
            </button>
          </Empty>
        )}
      </section>
    )
  const wide = shown === 'ways'
  return (
    <>
      <section
        aria-label="Sheet"
        className={`flex min-h-[26rem] min-w-0 flex-col overflow-hidden bg-bench ${wide && !selected ? 'lg:col-span-2' : ''}`}
      >
        <div className="flex items-center justify-between border-b border-line bg-paper pr-2">
          <Tabs label="View" tabs={views} value={shown} onChange={setView} hint="v" />
          {(shown === 'sheet' || shown === 'back') && (
            <a
              className="link text-sm"
              href={`/api/jobs/${job.id}/drawing.pdf?scale=${layout.sheet.h > 2_000_000 ? 10 : 1}`}
              target="_blank"
              rel="noreferrer"
            >
              Drawing as PDF, {layout.sheet.h > 2_000_000 ? 'a tenth' : 'true size'}
            </a>
          )}
        </div>
        <div className="relative min-h-0 flex-1">
          {shown === 'sheet' && <DrawnSheet plate={plate} editor={editor} />}
          {shown === 'back' && <BackSheet plate={plate} />}
          {shown === 'crop' && <CropView editor={editor} plate={plate} />}
          {shown === 'ways' && <WaysView editor={editor} studio={studio} />}
          {shown === 'cut' && setup.cut && <CutView plan={setup.cut} job={job} editor={editor} />}
        </div>
      </section>
      {!selected && !wide && (
        <aside aria-label="Sheet settings" className="flex min-h-0 flex-col overflow-hidden border-l border-line bg-paper">
          <div className="border-b border-line">
            <Tabs label="Settings" tabs={PANELS} value={panel} onChange={setPanel} />
          </div>
          <div className="min-h-0 flex-1 overflow-y-auto p-3">
            {panel === 'place' && <PlacementPanel editor={editor} plate={plate} onAlternatives={() => select('placement')} />}
            {panel === 'size' && (
              <>
                <SizeBy editor={editor} plate={plate} />
                <button type="button" className="btn mt-3" onClick={() => editor.brief({ unit: brief.unit === 'mm' ? 'in' : 'mm' })}>
                  {brief.unit === 'mm' ? 'Show inches' : 'Show millimetres'}
                </button>
              </>
            )}
            {panel === 'edges' && <EdgesPanel editor={editor} plate={plate} studio={studio} />}
            {panel === 'marks' && <DrawnLegend plate={plate} />}
          </div>
        </aside>
      )}
    </>
  )
}

function DrawnLegend({ plate }: Pick<StageProps, 'plate'>) {
  const drawing = drawSheet(plate, plate.brief.unit)
  return drawing && <Legend drawing={drawing} />
}

/** The front, live: drag with snapping, nudge by keys, zoom to an edge. */
function DrawnSheet({ plate, editor }: Pick<StageProps, 'plate' | 'editor'>) {
  const { brief } = editor.draft
  const { view: asked, setView } = useZoom()
  const ground = useRef<HTMLDivElement>(null)
  const box = ground.current?.getBoundingClientRect()
  const view = useMemo(() => asked && filled(asked, box ? box.width / box.height : 1.2), [asked, box?.width, box?.height, box])
  const [snaps, setSnaps] = useState<readonly SnapLine[]>([])
  const start = useRef<Rect | null>(null)
  const drawing = useMemo(() => drawSheet(plate, brief.unit, { view, snaps }), [plate, brief.unit, view, snaps])
  const whole = useMemo(() => drawSheet(plate, brief.unit)?.bounds, [plate, brief.unit])
  const layout = layoutOf(plate)
  if (!drawing || !layout || !whole) return null
  const { picture } = layout
  const move = (x: number, y: number, how: 'preview' | 'pin' = 'pin') => editor[how]({ placement: placementPin(x, y) })
  // A nudge through zero on a tenth of a millimetre stays on the ruler's marks.
  const nudge = (dx: number, dy: number) => move(Math.round((picture.x + dx) / 100) * 100, Math.round((picture.y + dy) / 100) * 100)
  return (
    <div ref={ground} className="absolute inset-0">
      <SheetSvg
        drawing={drawing}
        className="absolute inset-0 h-full w-full touch-none select-none"
        picture={previewUrl(brief)}
        onDragStart={() => {
          start.current = picture
        }}
        onDrag={(dx, dy, reach, free) => {
          const from = start.current
          if (!from) return
          const to = { ...picture, x: from.x + dx, y: from.y + dy }
          const snapped = free ? { rect: to, lines: [] } : snap(to, layout.frame, layout.printable, reach)
          setSnaps(snapped.lines)
          move(snapped.rect.x, snapped.rect.y, 'preview')
        }}
        onDrop={() => {
          setSnaps([])
          editor.commit()
        }}
        onNudge={nudge}
        onWheel={(at, closer) => setView(wheeled(view, whole, at, closer))}
        onPan={view ? (dx, dy) => setView({ ...view, x: view.x - dx, y: view.y - dy }) : undefined}
      />
      <ZoomCompass layout={layout} view={view} onView={setView} />
    </div>
  )
}

/** The second pass of a two-sided job, as the sheet then lies. */
function BackSheet({ plate }: Pick<StageProps, 'plate'>) {
  const drawing = useMemo(() => drawSheet(plate, plate.brief.unit, { side: 'back' }), [plate])
  if (!drawing) return null
  return (
    <>
      <SheetSvg drawing={drawing} className="absolute inset-0 h-full w-full" picture={previewUrl(plate.brief)} />
      <p className="absolute bottom-2 left-2 max-w-36 text-sm text-soft">
        The second side: turned over sideways, the same edge leading. Its words are set in the brief.
      </p>
    </>
  )
}
