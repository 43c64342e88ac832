import { useQuery } from '@tanstack/react-query'
import { type ReactNode, useMemo, useState } from 'react'
import { viewOfPlacement } from '../../../core/sheet/form.ts'
import { filledByCrop } from '../../../core/sheet/loss.ts'
import { itemById } from '../../../core/things/brief/brief.ts'
import { pictureIn } from '../../../core/things/brief/item.ts'
import { mirrored } from '../../../core/things/brief/make.ts'
import { isSideways } from '../../../core/things/brief/turn.ts'
import type { RunDetail } from '../../../core/wire/api/dto.ts'
import { BENCH_AROUND } from '../../../core/wire/api/machine.ts'
import { inspectedForm } from '../../../core/work/runs/outcome.ts'
import { fileUrl } from '../../api/client.ts'
import { studioQuery } from '../../api/queries.ts'
import { Pixels } from '../../ui/pixels.tsx'
import { Select } from '../../ui/select.tsx'
import { Slider } from '../../ui/slider.tsx'
import { proofProfile } from '../proof/proof-profile.ts'
import { useProof } from '../proof/use-proof.ts'
import { usePaneZoom, type View, within } from './use-pane-zoom.ts'

/** Closest look: on a target the last steps before white are then as large as a thumb. */
const CLOSEST = 12

const pc = (share: number) => `${share * 100}%`
/** One of the three, moved and enlarged with the others. */
function Pane({
  title,
  aspect,
  view,
  onView,
  children,
}: {
  title: string
  aspect: number
  view: View
  onView(view: View): void
  children: ReactNode
}) {
  const place = usePaneZoom(view, CLOSEST, onView)
  return (
    <figure className="min-w-0">
      <div
        ref={place}
        className="relative w-full touch-none overflow-hidden bg-ground"
        style={{ aspectRatio: aspect, cursor: view.zoom > 1 ? 'grab' : 'default' }}
      >
        <div
          className="absolute"
          style={{ width: pc(view.zoom), height: pc(view.zoom), left: pc(0.5 - view.x * view.zoom), top: pc(0.5 - view.y * view.zoom) }}
        >
          {children}
        </div>
      </div>
      <figcaption className="mt-1 text-sm text-soft">{title}</figcaption>
    </figure>
  )
}

/** The print, its proof and the original at one size, looked at together: one moves and the others follow. */
export function BesideView({ run }: { run: RunDetail }) {
  const [view, setView] = useState<View>({ zoom: 1, x: 0.5, y: 0.5 })
  const [wanted, setWanted] = useState<string | null>(null)
  const { setup, brief } = run.plate
  // Of several pictures on the sheet that is shown, one: each by itself against its own proof.
  const form = inspectedForm(run)
  const pictures = [...new Map(form?.placements.map((placement) => [placement.item, placement])).values()].flatMap((placement) => {
    const item = itemById(brief, placement.item)
    const of = item && pictureIn(item)
    return of ? [{ placement, picture: of, number: brief.items.indexOf(item) + 1 }] : []
  })
  const { placement = null, picture = null } = pictures.find((one) => one.placement.item === wanted) ?? pictures[0] ?? {}
  const side = form && placement && viewOfPlacement(form, placement)
  const intent = placement?.intent ?? setup?.intent
  const studio = useQuery(studioQuery)
  const proofed = setup && studio.data ? proofProfile(setup, studio.data) : (setup?.profile ?? null)
  const request = useMemo(
    () =>
      picture?.preview && setup && intent
        ? {
            previewUrl: fileUrl(picture.preview),
            sourceUrl: picture.profileHash && picture.channels === 'rgb' ? fileUrl(picture.profileHash) : null,
            printerUrl: proofed ? fileUrl(proofed.hash) : null,
            intent,
            blackPoint: setup.blackPoint,
            paperWhite: true,
            hatchFrom: null,
            map: false,
            greys: setup.colourMode.mode === 'grey',
          }
        : null,
    [picture, setup, proofed, intent],
  )
  const { answer } = useProof(request)
  if (!side?.crop || !picture || !run.delivered) return null
  const { layout, turn, crop } = side
  const sideways = isSideways(turn)
  const { sheet } = layout
  // What the crop fills: a canvas without the sides that are made from its edge.
  const placed = filledByCrop(brief.make, side)
  const aspect = sideways ? placed.h / placed.w : placed.w / placed.h
  const cropped = {
    position: 'absolute',
    width: pc(1 / crop.w),
    height: pc(1 / crop.h),
    left: pc(-crop.x / crop.w),
    top: pc(-crop.y / crop.h),
  } as const
  // A mirrored print is compared with what it was made from, mirrored as well.
  const flipped = mirrored(brief.make) ? { transform: 'scaleX(-1)' } : {}
  const pane = { aspect, view, onView: setView }
  const set = (zoom: number) => setView({ zoom, x: within(view.x, zoom), y: within(view.y, zoom) })
  return (
    <section aria-label="Print, proof and original">
      {pictures.length > 1 && (
        <div className="mb-3">
          <Select
            label="Looked at"
            value={placement?.item ?? ''}
            options={pictures.map(({ placement: { item }, picture: { name }, number }) => [item, `Picture ${number}: ${name}`] as const)}
            onChange={setWanted}
          />
        </div>
      )}
      <div className="grid grid-cols-[minmax(0,1fr)] gap-3 sm:grid-cols-3">
        <Pane title="The print" {...pane}>
          <div
            className="absolute top-1/2 left-1/2 overflow-hidden"
            style={{
              width: pc(sideways ? 1 / aspect : 1),
              height: pc(sideways ? aspect : 1),
              transform: `translate(-50%, -50%) rotate(${-turn}deg)`,
            }}
          >
            <img
              src={fileUrl(run.delivered)}
              alt="The print without its borders"
              draggable={false}
              className="absolute max-w-none"
              style={{
                width: pc((sheet.w + 2 * BENCH_AROUND) / placed.w),
                height: pc((sheet.h + 2 * BENCH_AROUND) / placed.h),
                left: pc(-(placed.x + BENCH_AROUND) / placed.w),
                top: pc(-(placed.y + BENCH_AROUND) / placed.h),
              }}
            />
          </div>
        </Pane>
        <Pane title={proofed ? 'Its proof on this paper' : 'No proof: there is no profile of this paper here'} {...pane}>
          {answer?.proof && (
            <div className="absolute inset-0 overflow-hidden" style={flipped}>
              <Pixels image={answer.proof} label="Soft proof" style={cropped} />
            </div>
          )}
        </Pane>
        <Pane title="The original" {...pane}>
          {answer && (
            <div className="absolute inset-0 overflow-hidden" style={flipped}>
              <Pixels image={answer.original} label="Original" style={cropped} />
            </div>
          )}
        </Pane>
      </div>
      <Slider label="Closer" className="mt-2 max-w-xl text-sm" min={1} max={CLOSEST} step={0.25} value={view.zoom} onChange={set}>
        <span className="num w-14">{view.zoom.toFixed(2).replace(/\.?0+$/, '')} ×</span>
      </Slider>
      <p className="text-sm text-soft">Drag any of the three, or turn the wheel over it; the others follow.</p>
    </section>
  )
}
