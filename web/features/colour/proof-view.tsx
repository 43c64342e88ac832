import { useRef, useState } from 'react'
import { MAP_FULL } from '../../../core/color/proof.ts'
import { apiUrl } from '../../api/here.ts'
import { useKey } from '../../keys/use-key.ts'
import { GreyScale } from '../../ui/grey-scale.tsx'
import { KeyHint } from '../../ui/key-hint.tsx'
import { Pixels } from '../../ui/pixels.tsx'
import { Slider } from '../../ui/slider.tsx'
import { Toggle } from '../../ui/toggle.tsx'
import { type Asked, type RenderingRequest, type Shown, useProof } from '../proof/use-proof.ts'
import { DisplayScale } from './display-scale.tsx'
import { ReadoutLine } from './readout-line.tsx'
import { type PicturePart, useVisiblePart } from './use-visible-part.ts'

const MODES = [
  ['beside', 'Side by side'],
  ['split', 'Split'],
  ['original', 'Original'],
  ['proof', 'Proof'],
] as const
type Mode = (typeof MODES)[number][0]

/** Widest part asked for from the file, pixels: no display shows more of a proof. */
const MOST_ACROSS = 3000

/** Where the part of a picture lies that a proof was made of. */
function placeOf({ originalKey }: Shown): PicturePart {
  const query = new URLSearchParams(originalKey.split(' ')[0]?.split('?')[1])
  const at = (key: string) => Number(query.get(key))
  return { x: at('x'), y: at('y'), w: at('w'), h: at('h') }
}

interface Props {
  answer: Shown | null
  error: string | null
  busy: boolean
  reading: RenderingRequest | null
  /** What the proof was asked as; asked again for the part on view when the preview does not carry its size. */
  asked: Asked | null
  pictureId: string
  /** Width of the picture's file, pixels. */
  fileWidth: number
  /** What the original is taken as, and what the proof shows. */
  originalDetail: string
  proofDetail: string
  proofName: string
  /** Surround, 0…255 grey. */
  surround: number
  /** Width of the whole picture at its size on the paper, µm. */
  printWidth: number
  map: boolean
  onPick(at: { x: number; y: number }): void
}

/** Original and soft proof on a neutral surround: beside each other, divided by a line, or one at a time. */
export function ProofView(props: Props) {
  const { answer, error, busy, reading, surround, printWidth, onPick } = props
  const [mode, setMode] = useState<Mode>('beside')
  const [at, setAt] = useState(0.5)
  const [scale, setScale] = useState<number | null>(null)
  const [point, setPoint] = useState<{ x: number; y: number } | null>(null)
  const boxes = useRef<(HTMLElement | null)[]>([])
  const inches = printWidth / 25_400
  const enlarged = scale === null || !answer ? null : { width: inches * scale, height: (inches * scale * answer.height) / answer.width }
  const front = useRef<HTMLElement | null>(null)
  const part = useVisiblePart(front, mode, enlarged)
  const dots = (enlarged?.width ?? 0) * devicePixelRatio
  const detailUrl =
    part && answer && dots > answer.width && props.fileWidth > answer.width
      ? `${apiUrl('')}/pictures/${props.pictureId}/window?${new URLSearchParams({
          ...Object.fromEntries(Object.entries(part).map(([k, v]) => [k, String(v)])),
          across: String(Math.max(1, Math.round(Math.min(MOST_ACROSS, part.w * dots)))),
        })}`
      : null
  const detail = useProof(detailUrl && props.asked ? { ...props.asked, previewUrl: detailUrl } : null).answer
  const place = detailUrl && detail ? placeOf(detail) : null
  useKey('alternate', () => setMode((m) => (m === 'proof' ? 'original' : 'proof')))
  // Both pictures keep to the same part when one of them is scrolled.
  const follow = (from: HTMLElement) => {
    for (const box of boxes.current)
      if (box && box !== from && (box.scrollLeft !== from.scrollLeft || box.scrollTop !== from.scrollTop))
        box.scrollTo(from.scrollLeft, from.scrollTop)
  }
  const dark = surround < 120
  const soft = dark ? '#e8e8e8' : '#111'
  const shown = (
    i: number,
    name: string,
    words: string,
    image: ImageBitmap,
    close: ImageBitmap | null,
    split?: { image: ImageBitmap; at: number },
  ) =>
    answer && (
      <figure key={name} className="row-span-2 grid min-w-0 grid-rows-subgrid gap-y-0">
        <figcaption className="mb-1.5 flex flex-wrap items-baseline gap-x-2">
          <b className="font-semibold" style={{ color: dark ? '#fff' : '#000' }}>
            {name}
          </b>
          <span className="min-w-0 text-sm" style={{ color: soft }}>
            {words}
          </span>
        </figcaption>
        <div
          className={`relative min-h-0 ${scale === null ? '' : 'overflow-auto'}`}
          ref={(box) => {
            boxes.current[i] = box
            front.current = boxes.current.find((b) => b !== null) ?? null
          }}
          onScroll={(e) => follow(e.currentTarget)}
        >
          <Pixels
            image={image}
            label={name}
            onPoint={setPoint}
            onPick={onPick}
            className={`cursor-crosshair ${scale === null ? 'absolute inset-0 h-full w-full object-contain object-left-top' : 'block max-w-none'}`}
            style={enlarged ?? {}}
            {...(split ? { split } : {})}
          />
          {enlarged && detail && place && close && (
            <div
              data-detail={detail.width}
              className="pointer-events-none absolute"
              style={{
                left: place.x * enlarged.width,
                top: place.y * enlarged.height,
                width: place.w * enlarged.width,
                height: place.h * enlarged.height,
              }}
            >
              <Pixels
                image={close}
                label={`${name}, from the file`}
                className="block h-full w-full"
                {...(split && detail.proof ? { split: { image: detail.proof, at: (split.at - place.x) / place.w } } : {})}
              />
            </div>
          )}
        </div>
      </figure>
    )
  const proof = answer?.proof ?? null
  const wide = (answer?.width ?? 1) > (answer?.height ?? 1) * 1.15
  return (
    <section
      aria-label="Soft proof"
      className="absolute inset-0 flex min-w-0 flex-col p-4"
      style={{ background: `rgb(${surround} ${surround} ${surround})`, color: soft }}
      data-proof-ms={answer ? Math.round(answer.milliseconds) : undefined}
      data-proof-by={answer?.by}
    >
      {error && (
        <p role="alert" className="bg-paper p-3 text-ink">
          {error}
        </p>
      )}
      {!answer && !error && <p role="status">Making the proof …</p>}
      {answer && (
        <div
          // Captions take a row together: two prints are only compared at one scale, however many lines one of them has.
          className={`grid min-h-0 flex-1 auto-rows-[auto_minmax(10rem,1fr)] gap-4 ${mode === 'beside' && !wide ? 'md:grid-cols-2 xl:gap-6' : ''}`}
          aria-busy={busy}
        >
          {mode === 'split' && proof
            ? shown(
                0,
                'Original and proof',
                `${props.originalDetail} to the left of the line, ${props.proofDetail} to its right`,
                answer.original,
                detail?.original ?? null,
                {
                  image: proof,
                  at,
                },
              )
            : [
                mode === 'proof' ? null : shown(0, 'Original', props.originalDetail, answer.original, detail?.original ?? null),
                mode === 'original' ? null : proof ? (
                  shown(1, props.proofName, props.proofDetail, proof, detail?.proof ?? null)
                ) : (
                  <p key="none" className="row-span-2 self-center text-center">
                    No profile is applied here, so there is nothing to proof with.
                  </p>
                ),
              ]}
        </div>
      )}
      {props.map && (
        <div className="mt-2 flex items-center gap-2 text-sm">
          <span className="num">0</span>
          <GreyScale />
          <span>
            <span className="num">{MAP_FULL}</span> ΔE2000 and more
          </span>
        </div>
      )}
      {mode === 'split' && proof && (
        <Slider
          label="Line"
          className="mt-2 text-sm"
          min={0}
          max={100}
          step={1}
          value={Math.round(at * 100)}
          onChange={(to) => setAt(to / 100)}
        />
      )}
      <ReadoutLine request={reading} at={point} />
      <div className="mt-2 flex flex-wrap items-center gap-2">
        <Toggle label="Shown as" value={mode} options={MODES} onChange={setMode} />
        <span className="text-sm">
          <KeyHint of="alternate" className="kbd-there" /> alternates
        </span>
        <DisplayScale scale={scale} onScale={setScale} />
      </div>
    </section>
  )
}
