import { useMemo } from 'react'
import { drawSheet } from '../../../core/output/drawing/sheet-drawing.ts'
import { formOf, type Plate, sideOf } from '../../../core/plate/resolve/plate.ts'
import { sayOver } from '../../../core/sheet/make/two-sided.ts'
import { SheetSvg } from '../drawing/sheet-svg.tsx'
import { useSheetZoom } from '../drawing/use-sheet-zoom.ts'
import { ZoomGround } from '../drawing/zoom-compass.tsx'
import { previewUrl } from '../picture/preview-url.ts'

/** The second pass of a two-sided job, as the sheet then lies. */
export function BackSheet({ plate, form }: { plate: Plate; form: string }) {
  const whole = useMemo(() => drawSheet(plate, plate.brief.unit, { side: 'back', form })?.bounds ?? null, [plate, form])
  const zoom = useSheetZoom(whole)
  const drawing = useMemo(() => drawSheet(plate, plate.brief.unit, { side: 'back', form, view: zoom.view }), [plate, zoom.view, form])
  const layout = (formOf(plate, form) ?? sideOf(plate, 'back'))?.layout
  const { make } = plate.brief
  if (!drawing || !layout) return null
  return (
    <ZoomGround layout={layout} zoom={zoom}>
      <SheetSvg drawing={drawing} className="absolute inset-0 h-full w-full" picture={(id) => previewUrl(plate.brief, id)} />
      <p className="absolute bottom-2 left-full ml-1 w-28 text-sm text-soft max-sm:left-2 max-sm:w-36">
        The second side, the sheet turned over {make.as === 'two-sided' ? sayOver(make) : ''}. Its words are set in the brief.
      </p>
    </ZoomGround>
  )
}
