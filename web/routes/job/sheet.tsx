import { lazy, Suspense, useMemo, useRef, useState } from 'react'
import { focused } from '../../../core/plate/resolve/focused.ts'
import { formOf, layoutOf, sideOf } from '../../../core/plate/resolve/plate.ts'
import type { Picked } from '../../../core/sheet/arrange/places.ts'
import { itemById, itemOf } from '../../../core/things/brief/brief.ts'
import type { Turn } from '../../../core/things/brief/turn.ts'
import { apiUrl } from '../../api/here.ts'
import { useFocused } from '../../features/plate/focused-editor.ts'
import { DrawnSheet } from '../../features/sheet/drawn-sheet.tsx'
import { PlacementPanel } from '../../features/sheet/placement-panel.tsx'
import { useKey } from '../../keys/use-key.ts'
import { Button } from '../../ui/button.tsx'
import { Skeleton } from '../../ui/states.tsx'
import { TabPanel, TabRow, Tabs } from '../../ui/tabs.tsx'
import { Aside } from './stage-panes.tsx'
import type { StageProps } from './stage-props.ts'

// Views behind other tabs are fetched when they are opened.
const BackSheet = lazy(() => import('../../features/sheet/back-sheet.tsx').then((m) => ({ default: m.BackSheet })))
const CropView = lazy(() => import('../../features/sheet/crop-view.tsx').then((m) => ({ default: m.CropView })))
const CutsView = lazy(() => import('../../features/items/cuts-view.tsx').then((m) => ({ default: m.CutsView })))
const CutView = lazy(() => import('../../features/sheet/cut-view.tsx').then((m) => ({ default: m.CutView })))
const WaysView = lazy(() => import('../../features/sheet/ways-view.tsx').then((m) => ({ default: m.WaysView })))
const NoSheet = lazy(() => import('../../features/sheet/no-sheet.tsx').then((m) => ({ default: m.NoSheet })))
const EdgesPanel = lazy(() => import('../../features/sheet/edges-panel.tsx').then((m) => ({ default: m.EdgesPanel })))
const Legend = lazy(() => import('../../features/sheet/legend.tsx').then((m) => ({ default: m.Legend })))
const SampleMarkChoice = lazy(() => import('../../features/sheet/sample-mark-choice.tsx').then((m) => ({ default: m.SampleMarkChoice })))
const SizeBy = lazy(() => import('../../features/sheet/size-by.tsx').then((m) => ({ default: m.SizeBy })))

const LayoutPanel = lazy(() => import('../../features/items/layout-panel.tsx').then((m) => ({ default: m.LayoutPanel })))
const ItemPicker = lazy(() => import('../../features/items/item-picker.tsx').then((m) => ({ default: m.ItemPicker })))
const PlacesPanel = lazy(() => import('../../features/items/places-panel.tsx').then((m) => ({ default: m.PlacesPanel })))
const SheetSwitch = lazy(() => import('../../features/items/sheet-switch.tsx').then((m) => ({ default: m.SheetSwitch })))

const PANELS = [
  ['place', 'Place'],
  ['layout', 'Layout'],
  ['size', 'Size'],
  ['edges', 'Edges'],
  ['marks', 'Marks'],
] as const

/** The drawing of the true sheet with the picture to drag, nudge or type; its crop; the other ways; the cut plan. */
export function SheetStage({ plate, later, editor, studio, job, selected, select }: StageProps) {
  const { brief } = editor.draft
  const { setup } = plate
  const layout = layoutOf(plate)
  const back = sideOf(plate, 'back') !== null
  const [view, setView] = useState<string>('sheet')
  const [panel, setPanel] = useState<string>(brief.arrangement.as === 'apart' ? 'place' : 'layout')
  const [form, setForm] = useState('front')
  const [picked, setPicked] = useState<Picked>(new Set())
  const [lookedAt, lookAt] = useState(itemOf(brief).id)
  const item = itemById(brief, lookedAt)?.id ?? itemOf(brief).id
  const one = useFocused(editor, item)
  const free = brief.arrangement.as === 'free' ? brief.arrangement : null
  const pick = (places: Picked) => {
    setPicked(places)
    if (free) setPanel('place')
  }
  const fronts = plate.forms.filter((f) => f.side === 'front')
  const drawn = fronts.find((f) => f.id === form) ?? fronts[0]
  const shownForm = drawn?.id ?? 'front'
  // What stands beside the drawing follows it a moment later, and works from what there is when it is pressed.
  const now = useRef(plate)
  now.current = plate
  const apart = brief.arrangement.as === 'apart'
  const several = apart && brief.items.length > 1
  // What is said and changed beside a sheet is of the picture on it.
  const laid = useFocused(editor, (apart && drawn?.placements[0]?.item) || itemOf(brief).id)
  const parts = brief.arrangement.as !== 'apart' && plate.forms.some((f) => f.placements.length > 1)
  const views = useMemo(
    () => [
      ['sheet', back ? 'Front' : 'Sheet'] as const,
      ...(back ? [['back', 'Back'] as const] : []),
      ['crop', 'Crop'] as const,
      ['ways', 'Ways'] as const,
      ...(setup?.cut ? [['cut', 'Cut plan'] as const] : []),
      ...(parts ? [['parts', 'Cut apart'] as const] : []),
    ],
    [back, setup?.cut, parts],
  )
  const shown = views.some(([v]) => v === view) ? view : 'sheet'
  useKey('view', () => setView(views[(views.findIndex(([v]) => v === shown) + 1) % views.length]?.[0] ?? 'sheet'))
  useKey('centre', () => editor.pin({ placement: 'centred' }))
  const onTurn = () => {
    const turn = (((formOf(now.current, shownForm)?.turn ?? 0) + 90) % 360) as Turn
    // Each of several is turned by itself.
    if (several) laid.item({ turn }, { orientation: null, placement: null })
    else if (apart) editor.pin({ orientation: String(turn), placement: null })
  }
  useKey('turn', onTurn)
  if (!layout || !setup)
    return (
      <Suspense fallback={<Skeleton lines={3} className="p-6" />}>
        <NoSheet editor={editor} studio={studio} ways={view === 'ways'} onWays={() => setView('ways')} />
      </Suspense>
    )
  const wide = shown === 'ways' || shown === 'parts'
  const sized = brief.arrangement.as === 'apart' || brief.arrangement.as === 'sizes'
  return (
    <>
      <div className="flex h-full min-h-[26rem] min-w-0 flex-col">
        <section aria-label="Sheet" className="flex min-h-0 flex-1 flex-col overflow-hidden bg-bench">
          <Tabs value={shown} onChange={setView} className="flex min-h-0 flex-1 flex-col">
            <div className="flex items-center justify-between border-b border-line bg-paper pr-2">
              <TabRow label="View" tabs={views} hint="view" />
              {(shown === 'sheet' || shown === 'back' || shown === 'parts') && fronts.length > 1 && (
                <Suspense>
                  <SheetSwitch forms={fronts} value={shownForm} onChange={setForm} />
                </Suspense>
              )}
              {shown === 'crop' && (
                <Suspense>
                  <ItemPicker brief={brief} value={item} onChange={lookAt} />
                </Suspense>
              )}
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
                {shown === 'sheet' && (
                  <DrawnSheet plate={plate} editor={editor} form={shownForm} picked={picked} onPick={pick} onLook={lookAt} />
                )}
                {shown === 'back' && <BackSheet plate={plate} form={shownForm.replace('front', 'back')} />}
                {shown === 'crop' && <CropView editor={one} plate={focused(plate, item)} />}
                {shown === 'ways' && <WaysView editor={editor} studio={studio} />}
                {shown === 'parts' && drawn && <CutsView jobId={job.id} plate={plate} form={drawn} />}
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
                {panel === 'place' &&
                  (free ? (
                    <PlacesPanel editor={editor} free={free} plate={plate} picked={picked} onPick={setPicked} />
                  ) : (
                    <PlacementPanel
                      editor={laid}
                      plate={later}
                      form={shownForm}
                      rules={studio.rules}
                      several={several}
                      now={now}
                      onTurn={onTurn}
                      onAlternatives={() => select('placement')}
                    />
                  ))}
                {panel === 'layout' && <LayoutPanel job={job} editor={editor} plate={plate} studio={studio} />}
                {panel === 'size' && (
                  <>
                    <ItemPicker brief={brief} value={item} onChange={lookAt} />
                    {sized ? (
                      <SizeBy editor={one} plate={focused(plate, item)} />
                    ) : (
                      <p className="my-2 text-soft">The layout says how large each picture is.</p>
                    )}
                    <Button className="mt-3" onClick={() => editor.brief({ unit: brief.unit === 'mm' ? 'in' : 'mm' })}>
                      {brief.unit === 'mm' ? 'Show inches' : 'Show millimetres'}
                    </Button>
                  </>
                )}
                {panel === 'edges' && <EdgesPanel editor={editor} plate={plate} form={shownForm} studio={studio} />}
                {panel === 'marks' && (
                  <>
                    {setup.lot.mark && (
                      <SampleMarkChoice
                        mark={setup.lot.mark}
                        on={brief.sampleMark}
                        onChange={(sampleMark) => editor.brief({ sampleMark })}
                      />
                    )}
                    <Legend plate={plate} form={shownForm} />
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
