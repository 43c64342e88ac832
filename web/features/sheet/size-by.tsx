import type { Plate } from '../../../core/plate/resolve/plate.ts'
import { sideOf } from '../../../core/plate/resolve/plate.ts'
import { naturalWidth, UNTAGGED_PPI } from '../../../core/sheet/placement.ts'
import { itemOf } from '../../../core/things/brief/brief.ts'
import { type Item, pictureOf } from '../../../core/things/brief/item.ts'
import { isSideways } from '../../../core/things/brief/turn.ts'
import { mm } from '../../../core/things/length/length.ts'
import { Check } from '../../ui/check.tsx'
import { LengthField } from '../../ui/length-field.tsx'
import { NumberField } from '../../ui/number-field.tsx'
import { Radio } from '../../ui/radio.tsx'
import type { JobEditor } from '../plate/job-editor.ts'

type Size = Item['size']

/** Upright size of what is seen, µm. */
function uprightFace(plate: Plate): { w: number; h: number } {
  const front = sideOf(plate)
  const face = front?.face ?? { w: mm(200), h: mm(133) }
  return isSideways(front?.turn ?? 0) ? { w: Math.round(face.h), h: Math.round(face.w) } : { w: Math.round(face.w), h: Math.round(face.h) }
}

/** How large the print is: by picture, sheet, border, scale or resolution. */
export function SizeBy({ editor, plate, dense = false }: { editor: JobEditor; plate: Plate; dense?: boolean }) {
  const { brief } = editor.draft
  const { unit } = brief
  const item = itemOf(brief)
  const { size } = item
  const set = (next: Size) => editor.item({ size: next }, { placement: null })
  const face = uprightFace(plate)
  const locked = size.by !== 'picture' || size.width === null || size.height === null
  const modes: [string, string, () => Size][] = [
    ['picture', 'By the size of the picture', () => ({ by: 'picture', width: face.w, height: null })],
    ['fit', 'By the sheet: fit, paper shows', () => ({ by: 'sheet', fill: false })],
    ['fill', 'By the sheet: fill, the picture is cropped', () => ({ by: 'sheet', fill: true })],
    ['border', 'By the width of the border', () => ({ by: 'border', border: mm(20) })],
    ['scale', 'By scale', () => ({ by: 'scale', percent: Number(((face.w / naturalWidth(pictureOf(item))) * 100).toFixed(1)) })],
    ['resolution', 'By resolution', () => ({ by: 'resolution', ppi: Math.round(sideOf(plate)?.ppi ?? UNTAGGED_PPI) })],
  ]
  const now = size.by === 'sheet' ? (size.fill ? 'fill' : 'fit') : size.by
  return (
    <>
      <Radio
        label="Size by"
        className={`mt-1 grid gap-1 ${dense ? 'text-sm' : ''}`}
        value={now}
        options={modes.map(([value, label]) => [value, label])}
        onChange={(to) => set((modes.find(([value]) => value === to) as (typeof modes)[number])[2]())}
      />
      <div className="mt-2 grid max-w-xs grid-cols-2 gap-3">
        {size.by === 'picture' && (
          <>
            <LengthField
              label="Width"
              unit={unit}
              value={size.width ?? face.w}
              onChange={(width) => set({ by: 'picture', width, height: locked ? null : size.height })}
            />
            <LengthField
              label="Height"
              unit={unit}
              value={size.height ?? face.h}
              onChange={(height) => set({ by: 'picture', width: locked ? null : size.width, height })}
            />
            <Check
              className="col-span-2 text-sm"
              checked={locked}
              onChange={(on) => set({ by: 'picture', width: face.w, height: on ? null : face.h })}
            >
              Keep the shape of the picture
            </Check>
          </>
        )}
        {size.by === 'border' && (
          <>
            <LengthField
              label="Border"
              unit={unit}
              signed
              value={size.border}
              onChange={(border) => set({ ...size, border: Math.max(0, border) })}
            />
            <NumberField
              label="Foot, times as wide"
              value={size.foot ?? 1}
              min={1}
              max={4}
              step={0.05}
              onChange={(foot) => set({ ...size, foot })}
            />
            <Check className="col-span-2 text-sm" checked={size.exact === true} onChange={(on) => set({ ...size, exact: on })}>
              Crop so that every border is exactly this
            </Check>
          </>
        )}
        {size.by === 'scale' && (
          <NumberField
            label="Scale, percent"
            value={size.percent}
            min={1}
            max={10_000}
            step={1}
            onChange={(percent) => set({ by: 'scale', percent })}
          />
        )}
        {size.by === 'resolution' && (
          <NumberField
            label="Pixels per inch"
            value={size.ppi}
            min={1}
            max={10_000}
            step={1}
            onChange={(ppi) => set({ by: 'resolution', ppi })}
          />
        )}
      </div>
    </>
  )
}
