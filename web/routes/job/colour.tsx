import { useMemo, useState } from 'react'
import { useHotkeys } from 'react-hotkeys-hook'
import { INTENTS } from '../../../core/color/intent.ts'
import { fileUrl } from '../../api/client.ts'
import { IntentsView } from '../../features/colour/intents-view.tsx'
import { ManagedView } from '../../features/colour/managed-view.tsx'
import { PapersView } from '../../features/colour/papers-view.tsx'
import { ReadoutLine } from '../../features/colour/readout-line.tsx'
import { useProof } from '../../features/proof/use-proof.ts'
import { Pixels } from '../../ui/pixels.tsx'
import { Empty } from '../../ui/states.tsx'
import { Tabs } from '../../ui/tabs.tsx'
import type { StageProps } from './stage-props.ts'

const INTENT_NAME = { perceptual: 'Perceptual', relative: 'Relative', saturation: 'Saturation', absolute: 'Absolute' } as const

interface ShownProps {
  data: Uint8ClampedArray
  width: number
  height: number
  name: string
  detail: string
  onPoint(at: { x: number; y: number } | null): void
}

function Shown({ name, detail, ...pixels }: ShownProps) {
  return (
    <figure className="flex min-h-0 min-w-0 flex-1 flex-col">
      <figcaption className="mb-1.5 flex flex-wrap items-baseline gap-x-2">
        <b className="font-semibold text-black">{name}</b>
        <span className="text-sm text-[#111]">{detail}</span>
      </figcaption>
      <div className="relative min-h-48 flex-1">
        <Pixels {...pixels} label={name} className="absolute inset-0 h-full w-full object-contain object-left-top" />
      </div>
    </figure>
  )
}

const VIEWS = [
  ['proof', 'Proof'],
  ['intents', 'Intents'],
  ['papers', 'Papers'],
  ['managed', 'Who manages'],
] as const

/** Original and soft proof side by side, and what decides between them. */
export function ColourStage({ plate, editor, selected }: StageProps) {
  const { picture } = editor.draft.brief
  const { setup } = plate
  const [view, setView] = useState('proof')
  const [paperWhite, setPaperWhite] = useState(true)
  const [hatchFrom, setHatchFrom] = useState<number | null>(null)
  const [point, setPoint] = useState<{ x: number; y: number } | null>(null)
  const [alternate, setAlternate] = useState<'both' | 'original' | 'proof'>('both')
  useHotkeys('space', (e) => {
    e.preventDefault()
    setAlternate((a) => (a === 'proof' ? 'original' : 'proof'))
  })
  useHotkeys('v', () => setView((now) => VIEWS[(VIEWS.findIndex(([v]) => v === now) + 1) % VIEWS.length]?.[0] ?? 'proof'))
  const profile = setup?.profile ?? null
  const previewUrl = picture?.preview ? fileUrl(picture.preview) : null
  const sourceUrl = picture?.profileHash && picture.channels === 'rgb' ? fileUrl(picture.profileHash) : null
  const printerUrl = profile ? fileUrl(profile.hash) : null
  const { intent = 'relative', blackPoint = true } = setup ?? {}
  const reading = useMemo(
    () => (previewUrl && printerUrl ? { previewUrl, sourceUrl, printerUrl, intent, blackPoint } : null),
    [previewUrl, sourceUrl, printerUrl, intent, blackPoint],
  )
  const { answer, error, busy } = useProof(
    previewUrl && setup ? { previewUrl, sourceUrl, printerUrl, intent, blackPoint, paperWhite, hatchFrom } : null,
  )
  if (!picture) return <Empty title="No picture yet">Take a picture on the Brief stage; its proof appears here.</Empty>
  if (!setup)
    return <Empty title="Nothing to proof on yet">A proof needs a paper on a printer. The findings below say what stands in the way.</Empty>
  return (
    <>
      <div className={`flex min-h-[26rem] min-w-0 flex-col ${view !== 'proof' && !selected ? 'lg:col-span-2' : ''}`}>
        <div className="border-b border-line bg-paper">
          <Tabs label="View" tabs={VIEWS} value={view} onChange={setView} hint="v" />
        </div>
        <div className="relative min-h-[24rem] flex-1">
          {view === 'intents' &&
            (profile ? (
              <IntentsView
                pictureId={picture.id}
                profileId={profile.id}
                paper={setup.paper.name}
                intent={setup.intent}
                blackPoint={setup.blackPoint}
                onUse={(intent, blackPoint) =>
                  editor.pin({ intent, 'black-point': intent === 'absolute' ? null : blackPoint ? 'on' : 'off' })
                }
              />
            ) : (
              <Empty title="Nothing to compare">No profile is applied in this set-up, so intents make no difference here.</Empty>
            ))}
          {view === 'managed' && <ManagedView management={setup.management} request={reading} />}
          {view === 'papers' && (
            <PapersView
              pictureId={picture.id}
              printerId={setup.printer.id}
              paperId={setup.paper.id}
              onUse={(choice) =>
                editor.brief(
                  { paperId: choice.paperId },
                  {
                    printer: choice.printerId,
                    path: null,
                    stock: null,
                    page: null,
                    'media-type': null,
                    profile: null,
                    quality: null,
                    placement: null,
                  },
                )
              }
            />
          )}
          {view === 'proof' && (
            <section
              aria-label="Soft proof"
              className="absolute inset-0 flex min-w-0 flex-col bg-[#8c8c8c] p-4 text-black"
              data-proof-ms={answer ? Math.round(answer.milliseconds) : undefined}
            >
              {error && (
                <p role="alert" className="bg-paper p-3 text-ink">
                  {error}
                </p>
              )}
              {!answer && !error && <p role="status">Making the proof …</p>}
              {answer && (
                <div
                  className={`flex min-h-0 flex-1 gap-4 max-md:flex-col ${answer.width > answer.height * 1.15 ? 'flex-col' : 'xl:gap-6'}`}
                  aria-busy={busy}
                >
                  {alternate !== 'proof' && (
                    <Shown
                      onPoint={setPoint}
                      data={answer.original}
                      width={answer.width}
                      height={answer.height}
                      name="Original"
                      detail={picture.profile ?? 'taken as sRGB'}
                    />
                  )}
                  {alternate !== 'original' &&
                    (answer.proof ? (
                      <Shown
                        onPoint={setPoint}
                        data={answer.proof}
                        width={answer.width}
                        height={answer.height}
                        name="On this paper"
                        detail={`${setup.paper.name}, ${INTENT_NAME[setup.intent].toLowerCase()}${paperWhite ? ', paper white shown' : ''}`}
                      />
                    ) : (
                      <p className="flex-1 self-center text-center">No profile is applied here, so there is nothing to proof with.</p>
                    ))}
                </div>
              )}
              <ReadoutLine request={reading} at={point} />
              <div className="mt-3 flex flex-wrap gap-2">
                {(['both', 'original', 'proof'] as const).map((mode) => (
                  <button
                    key={mode}
                    type="button"
                    aria-pressed={alternate === mode}
                    className={`btn ${alternate === mode ? 'font-semibold' : ''}`}
                    style={alternate === mode ? { borderColor: 'var(--ink)' } : {}}
                    onClick={() => setAlternate(mode)}
                  >
                    {{ both: 'Both', original: 'Original', proof: 'Proof' }[mode]}
                  </button>
                ))}
                <span className="self-center text-sm">space alternates</span>
              </div>
            </section>
          )}
        </div>
      </div>
      {!selected && view === 'proof' && (
        <aside aria-label="Colour" className="min-h-0 overflow-y-auto border-l border-line bg-paper p-3">
          <h2>Colour on this paper</h2>
          {answer?.outOfGamut !== null && answer?.outOfGamut !== undefined && (
            <p className="mt-2">
              <span className="num text-2xl" data-out-of-gamut={answer.outOfGamut}>
                {(answer.outOfGamut * 100).toFixed(1)} %
              </span>
              <span className="block text-soft">
                of the pixels lie outside what this ink and paper can print (nearest print more than 2 ΔE2000 away)
              </span>
            </p>
          )}
          <fieldset className="mt-4">
            <legend className="text-sm text-soft">Rendering intent</legend>
            {INTENTS.map((intent) => (
              <label key={intent} className="mt-1 flex items-center gap-2">
                <input type="radio" name="intent" checked={setup.intent === intent} onChange={() => editor.pin({ intent })} />
                {INTENT_NAME[intent]}
              </label>
            ))}
          </fieldset>
          <label className="mt-3 flex items-center gap-2">
            <input
              type="checkbox"
              checked={setup.blackPoint}
              disabled={setup.intent === 'absolute'}
              onChange={(e) => editor.pin({ 'black-point': e.target.checked ? 'on' : 'off' })}
            />
            Black point compensation
          </label>
          <label className="mt-3 flex items-center gap-2">
            <input type="checkbox" checked={paperWhite} onChange={(e) => setPaperWhite(e.target.checked)} />
            Show paper white and black
          </label>
          <div className="mt-3">
            <label className="flex items-center gap-2">
              <input type="checkbox" checked={hatchFrom !== null} onChange={(e) => setHatchFrom(e.target.checked ? 2 : null)} />
              Hatch what cannot be printed
            </label>
            {hatchFrom !== null && (
              <label className="mt-1 flex items-center gap-2 text-sm text-soft">
                from
                <input type="range" min={1} max={15} step={1} value={hatchFrom} onChange={(e) => setHatchFrom(Number(e.target.value))} />
                <span className="num">{hatchFrom}</span> ΔE2000
              </label>
            )}
          </div>
          <dl className="mt-4 space-y-2 border-t border-hair pt-3">
            <div>
              <dt className="text-sm text-soft">Who manages colour</dt>
              <dd>{plate.decisions.find((d) => d.key === 'colour-management')?.label}</dd>
            </div>
            <div>
              <dt className="text-sm text-soft">Profile</dt>
              <dd>{profile?.description ?? 'none'}</dd>
            </div>
            <div>
              <dt className="text-sm text-soft">Why this intent</dt>
              <dd>{plate.decisions.find((d) => d.key === 'intent')?.reason}</dd>
            </div>
          </dl>
          <p className="mt-4 border-t border-hair pt-3 text-sm text-soft">
            The proof is shown through sRGB. What your display cannot show looks alike on both sides; judge in even, moderate light on a
            calibrated display, never in the dark.
          </p>
        </aside>
      )}
    </>
  )
}
