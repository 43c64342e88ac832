import { lazy, Suspense, useMemo, useRef, useState } from 'react'
import { drawSheet } from '../../../core/output/drawing/sheet-drawing.ts'
import { placementPin } from '../../../core/plate/decisions/placement.ts'
import { layoutOf, sideOf } from '../../../core/plate/resolve/plate.ts'
import type { Rect } from '../../../core/sheet/rect.ts'
import { type SnapLine, snap } from '../../../core/sheet/snap.ts'
import { apiUrl } from '../../api/here.ts'
import { SheetSvg } from '../../features/drawing/sheet-svg.tsx'
import { useSheetZoom } from '../../features/drawing/use-sheet-zoom.ts'
import { ZoomCompass } from '../../features/drawing/zoom-compass.tsx'
import { previewUrl } from '../../features/picture/preview-url.ts'
import { PlacementPanel } from '../../features/sheet/placement-panel.tsx'
import { useKey } from '../../keys/use-key.ts'
import { Button } from '../../ui/button.tsx'
import { Empty, Skeleton } from '../../ui/states.tsx'
import { TabPanel, TabRow, Tabs } from '../../ui/tabs.tsx'
import { Aside } from './stage-panes.tsx'
import type { StageProps } from './stage-props.ts'

// Views behind other tabs are fetched when they are opened.
const CropView = lazy(() => import('../../features/sheet/crop-view.tsx').then((m) => ({ default: m.CropView })))
const CutView = lazy(() => import('../../features/sheet/cut-view.tsx').then((m) => ({ default: m.CutView })))
const WaysView = lazy(() => import('../../features/sheet/ways-view.tsx').then((m) => ({ default: m.WaysView })))
const EdgesPanel = lazy(() => import('../../features/sheet/edges-panel.tsx').then((m) => ({ default: m.EdgesPanel })))
const Legend = lazy(() => import('../../features/sheet/legend.tsx').then((m) => ({ default: m.Legend })))
const SampleMarkChoice = lazy(() => import('../../features/sheet/sample-mark-choice.tsx').then((m) => ({ default: m.SampleMarkChoice })))
const SizeBy = lazy(() => import('../../features/sheet/size-by.tsx').then((m) => ({ default: m.SizeBy })))

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
  useKey('view', () => setView(views[(views.findIndex(([v]) => v === shown) + 1) % views.length]?.[0] ?? 'sheet'))
  useKey('centre', () => editor.pin({ placement: 'centred' }))
  if (!layout || !setup)
    return (
      <div className="h-full">
        <section className="relative h-full min-h-[26rem] min-w-0 bg-bench" aria-label="Ways">
          {view === 'ways' ? (
            <WaysView editor={editor} studio={studio} />
          ) : (
            <Empty title="No sheet to draw yet">
              What is chosen leaves no way through the studio. The findings below say why, with a fix where there is one; or release a pin
              on the left.{' '}
              <Button kind="link" onClick={() => setView('ways')}>
                See every way with its reason
              </Button>
            </Empty>
          )}
        </section>
      </div>
    )
  const wide = shown === 'ways'
  return (
    <>
      <div className="flex h-full min-h-[26rem] min-w-0 flex-col">
        <section aria-label="Sheet" className="flex min-h-0 flex-1 flex-col overflow-hidden bg-bench">
          <Tabs value={shown} onChange={setView} className="flex min-h-0 flex-1 flex-col">
            <div className="flex items-center justify-between border-b border-line bg-paper pr-2">
              <TabRow label="View" tabs={views} hint="view" />
              {(shown === 'sheet' || shown === 'back') && (
                <a
                  className="link text-sm"
                  href={apiUrl(`/jobs/${job.id}/drawing.pdf?scale=${layout.sheet.h > 2_000_000 ? 10 : 1}`)}
                  target="_blank"
                  rel="noreferrer"
                >
                  Drawing as PDF, {layout.sheet.h > 2_000_000 ? 'a tenth' : 'true size'}
                </a>
              )}
            </div>
            <TabPanel value={shown} className="relative min-h-0 flex-1">
              <Suspense fallback={<Skeleton lines={3} className="p-6" />}>
                {shown === 'sheet' && <DrawnSheet plate={plate} editor={editor} />}
                {shown === 'back' && <BackSheet plate={plate} />}
                {shown === 'crop' && <CropView editor={editor} plate={plate} />}
                {shown === 'ways' && <WaysView editor={editor} studio={studio} />}
                {shown === 'cut' && setup.cut && <CutView plan={setup.cut} job={job} editor={editor} />}
              </Suspense>
            </TabPanel>
          </Tabs>
        </section>
      </div>
      {!selected && !wide && (
        <Aside label="Sheet settings">
          <Tabs value={panel} onChange={setPanel} className="flex min-h-0 flex-col">
            <div className="border-b border-line">
              <TabRow label="Settings" tabs={PANELS} />
            </div>
            <TabPanel value={panel} className="p-3">
              <Suspense fallback={<Skeleton lines={3} />}>
                {panel === 'place' && (
                  <PlacementPanel editor={editor} plate={plate} rules={studio.rules} onAlternatives={() => select('placement')} />
                )}
                {panel === 'size' && (
                  <>
                    <SizeBy editor={editor} plate={plate} />
                    <Button className="mt-3" onClick={() => editor.brief({ unit: brief.unit === 'mm' ? 'in' : 'mm' })}>
                      {brief.unit === 'mm' ? 'Show inches' : 'Show millimetres'}
                    </Button>
                  </>
                )}
                {panel === 'edges' && <EdgesPanel editor={editor} plate={plate} studio={studio} />}
                {panel === 'marks' && (
                  <>
                    {setup.lot.mark && (
                      <SampleMarkChoice
                        mark={setup.lot.mark}
                        on={brief.sampleMark}
                        onChange={(sampleMark) => editor.brief({ sampleMark })}
                      />
                    )}
                    <DrawnLegend plate={plate} />
                  </>
                )}
              </Suspense>
            </TabPanel>
          </Tabs>
        </Aside>
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
  const whole = useMemo(() => drawSheet(plate, brief.unit)?.bounds ?? null, [plate, brief.unit])
  const zoom = useSheetZoom(whole)
  const { view } = zoom
  const [snaps, setSnaps] = useState<readonly SnapLine[]>([])
  const start = useRef<Rect | null>(null)
  const drawing = useMemo(() => drawSheet(plate, brief.unit, { view, snaps }), [plate, brief.unit, view, snaps])
  const layout = layoutOf(plate)
  if (!drawing || !layout) return null
  const { picture } = layout
  const move = (x: number, y: number, how: 'preview' | 'pin' = 'pin') => editor[how]({ placement: placementPin(x, y) })
  // A nudge through zero on a tenth of a millimetre stays on the ruler's marks.
  const nudge = (dx: number, dy: number) => move(Math.round((picture.x + dx) / 100) * 100, Math.round((picture.y + dy) / 100) * 100)
  return (
    <div ref={zoom.ground} className={`absolute inset-0 touch-none ${view ? 'cursor-grab' : ''}`}>
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
      />
      <ZoomCompass layout={layout} zoom={zoom} />
    </div>
  )
}

/** The second pass of a two-sided job, as the sheet then lies. */
function BackSheet({ plate }: Pick<StageProps, 'plate'>) {
  const whole = useMemo(() => drawSheet(plate, plate.brief.unit, { side: 'back' })?.bounds ?? null, [plate])
  const zoom = useSheetZoom(whole)
  const drawing = useMemo(() => drawSheet(plate, plate.brief.unit, { side: 'back', view: zoom.view }), [plate, zoom.view])
  const layout = layoutOf(plate, 'back')
  if (!drawing || !layout) return null
  return (
    <div ref={zoom.ground} className={`absolute inset-0 touch-none ${zoom.view ? 'cursor-grab' : ''}`}>
      <SheetSvg drawing={drawing} className="absolute inset-0 h-full w-full" picture={previewUrl(plate.brief)} />
      <p className="absolute bottom-2 left-2 max-w-36 text-sm text-soft">
        The second side: turned over sideways, the same edge leading. Its words are set in the brief.
      </p>
      <ZoomCompass layout={layout} zoom={zoom} />
    </div>
  )
}
