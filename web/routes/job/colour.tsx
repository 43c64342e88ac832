import { type ReactNode, useDeferredValue, useMemo, useRef, useState } from 'react'
import { focused } from '../../../core/plate/resolve/focused.ts'
import { type Plate, sideOf } from '../../../core/plate/resolve/plate.ts'
import { itemById, itemOf } from '../../../core/things/brief/brief.ts'
import { pictureIn } from '../../../core/things/brief/item.ts'
import { isSideways } from '../../../core/things/brief/turn.ts'
import { INTENT_NAMES } from '../../../core/things/media/intent.ts'
import { houseIntent } from '../../../core/things/studio/house-intent.ts'
import { api, fileUrl, messageOf } from '../../api/client.ts'
import { CandidatesView } from '../../features/colour/candidates-view.tsx'
import { ColourAside, type ProofOptions } from '../../features/colour/colour-aside.tsx'
import { IntentsView } from '../../features/colour/intents-view.tsx'
import { ManagedView } from '../../features/colour/managed-view.tsx'
import { PapersView } from '../../features/colour/papers-view.tsx'
import { ProofView } from '../../features/colour/proof-view.tsx'
import { SheetProof } from '../../features/colour/sheet-proof.tsx'
import { useFollowed } from '../../features/colour/use-followed.ts'
import { ItemPicker } from '../../features/items/item-picker.tsx'
import { useFocused } from '../../features/plate/focused-editor.ts'
import { proofProfile } from '../../features/proof/proof-profile.ts'
import { readAt, useProof } from '../../features/proof/use-proof.ts'
import { StripsView } from '../../features/strips/strips-view.tsx'
import { useKey } from '../../keys/use-key.ts'
import { Empty } from '../../ui/states.tsx'
import { TabPanel, TabRow, Tabs } from '../../ui/tabs.tsx'
import { toast } from '../../ui/toast.tsx'
import { Aside } from './stage-panes.tsx'
import type { StageProps } from './stage-props.ts'

const VIEWS = [
  ['proof', 'Proof'],
  ['candidates', 'Candidates'],
  ['intents', 'Intents'],
  ['papers', 'Papers'],
  ['managed', 'Who manages'],
  ['strips', 'Strips'],
] as const

/** Of several pictures their sheet is proofed too. */
const WITH_SHEET = [VIEWS[0], ['sheet', 'Whole sheet'] as const, ...VIEWS.slice(1)]

/** L* 58: a middle grey to the eye, neither glaring beside a dark picture nor dull beside a light one. */
const SURROUND = 140
/** A change of paper releases what was pinned for the last one. */
const RELEASED = { path: null, stock: null, page: null, 'media-type': null, profile: null, quality: null, placement: null } as const

/** The soft proof, and what decides how colour is rendered; of several pictures the one that is looked at. */
export function ColourStage(props: StageProps) {
  const { brief } = props.editor.draft
  const [wanted, setWanted] = useState(itemOf(brief).id)
  const id = itemById(brief, wanted)?.id ?? itemOf(brief).id
  const editor = useFocused(props.editor, id)
  const plate = useMemo(() => focused(props.plate, id), [props.plate, id])
  const picker = <ItemPicker brief={brief} value={id} onChange={setWanted} />
  return <ColourOfOne key={id} {...props} editor={editor} plate={plate} whole={props.plate} picker={picker} />
}

/** @param whole the plate with all of its pictures */
function ColourOfOne({ job, plate, whole, editor, selected, studio, picker }: StageProps & { whole: Plate; picker: ReactNode }) {
  const item = itemOf(editor.draft.brief)
  const picture = pictureIn(item)
  const { critical, kind } = item
  const { setup } = plate
  const front = sideOf(plate)
  const views = whole.brief.items.length > 1 ? WITH_SHEET : VIEWS
  const [chosen, setView] = useState<string>(job.brief.test?.kind === 'strips' ? 'strips' : 'proof')
  // A view comes in pieces behind its name, so that nothing waits for it.
  const view = useDeferredValue(chosen)
  const [options, setOptions] = useState<ProofOptions>({ paperWhite: true, hatchFrom: null, map: false, surround: SURROUND })
  useKey('view', () => setView((now) => views[(views.findIndex(([v]) => v === now) + 1) % views.length]?.[0] ?? 'proof'))
  const profile = setup?.profile ?? null
  const previewUrl = picture?.preview ? fileUrl(picture.preview) : null
  const sourceUrl = picture?.profileHash && picture.channels === 'rgb' ? fileUrl(picture.profileHash) : null
  const printerUrl = profile ? fileUrl(profile.hash) : null
  const { intent = 'relative', blackPoint = true } = setup ?? {}
  const { paperWhite, hatchFrom, map } = options
  const greys = setup?.colourMode.mode === 'grey'
  const proofed = setup && proofProfile(setup, studio)
  const reading = useMemo(
    () => (previewUrl && printerUrl ? { previewUrl, sourceUrl, printerUrl, intent, blackPoint } : null),
    [previewUrl, sourceUrl, printerUrl, intent, blackPoint],
  )
  const asked =
    previewUrl && setup
      ? { previewUrl, sourceUrl, printerUrl: proofed ? fileUrl(proofed.hash) : null, intent, blackPoint, paperWhite, hatchFrom, map, greys }
      : null
  const { answer, error, busy } = useProof(asked)
  // What is answered later is put into the job as it is then, not as it was when it was asked for.
  const latest = useRef(editor)
  latest.current = editor
  useFollowed(picture?.id, profile?.id, critical, (followed) => {
    const now = itemOf(latest.current.draft.brief).critical
    latest.current.item({
      critical: now.map((c) => ({ ...c, misses: followed.find((f) => f.rgb.join() === c.rgb.join())?.misses ?? c.misses })),
    })
  })
  if (!picture) return <Empty title="No picture yet">Take a picture on the Brief stage; its proof appears here. {picker}</Empty>
  if (!setup)
    return <Empty title="Nothing to proof on yet">A proof needs a paper on a printer. The findings below say what stands in the way.</Empty>
  const pick = async (at: { x: number; y: number }) => {
    if (!reading) return
    try {
      const { rgb } = await readAt(reading, at.x, at.y)
      const followed = await api('POST /pictures/{id}/colours', {
        id: picture.id,
        body: { name: `Colour ${critical.length + 1}`, rgb: [...rgb] },
      })
      const now = itemOf(latest.current.draft.brief).critical
      if (now.some((c) => c.rgb.join() === rgb.join())) return
      latest.current.item({ critical: [...now, followed].slice(-24) })
    } catch (e) {
      toast.error(messageOf(e))
    }
  }
  const use = (intent: typeof setup.intent, blackPoint: boolean) =>
    editor.pin({ intent, 'black-point': intent === 'absolute' ? null : blackPoint ? 'on' : 'off' })
  const noProfile = <Empty title="Nothing to compare">No profile is applied in this set-up, so intents make no difference here.</Empty>
  return (
    <>
      <div className="flex h-full min-h-[26rem] min-w-0 flex-col">
        <Tabs value={chosen} onChange={setView} className="flex min-h-0 flex-1 flex-col">
          <div className="flex min-w-0 flex-wrap items-center justify-between border-b border-line bg-paper pr-2">
            <TabRow label="View" tabs={views} hint="view" />
            {view !== 'sheet' && picker}
          </div>
          <TabPanel value={chosen} className="relative min-h-[24rem] flex-1 max-md:min-h-[48rem]">
            {view === 'intents' &&
              (profile ? (
                <IntentsView
                  pictureId={picture.id}
                  profileId={profile.id}
                  paper={setup.paper.name}
                  intent={setup.intent}
                  blackPoint={setup.blackPoint}
                  kind={kind}
                  house={houseIntent(studio.rules.everydayIntent, setup.paper.surface)}
                  by={plate.decisions.find((d) => d.key === 'intent')?.by ?? 'house'}
                  monochromeMode={setup.printer.monochromeMode}
                  onKind={(kind) => editor.item({ kind })}
                  onUse={use}
                />
              ) : (
                noProfile
              ))}
            {view === 'candidates' &&
              (profile && previewUrl ? (
                <CandidatesView
                  pictureId={picture.id}
                  previewUrl={previewUrl}
                  sourceUrl={sourceUrl}
                  now={{ profileId: profile.id, intent, blackPoint }}
                  studio={studio}
                  paperWhite={paperWhite}
                  surround={options.surround}
                  onUse={(c) => {
                    const to = studio.profiles.find((p) => p.id === c.profileId)?.boundTo
                    const pins = { intent: c.intent, 'black-point': c.intent === 'absolute' ? null : c.blackPoint ? 'on' : 'off' } as const
                    if (c.profileId === profile.id || !to) editor.pin(pins)
                    else editor.brief({ paperId: to.paperId }, { ...RELEASED, ...pins, printer: to.printerId })
                  }}
                />
              ) : (
                noProfile
              ))}
            {view === 'sheet' && (
              <SheetProof
                plate={whole}
                printerUrl={proofed ? fileUrl(proofed.hash) : null}
                paperWhite={paperWhite}
                onPaperWhite={(on) => setOptions({ ...options, paperWhite: on })}
                surround={options.surround}
              />
            )}
            {view === 'strips' && <StripsView job={job} item={item.id} setup={setup} studio={studio} />}
            {view === 'managed' && <ManagedView management={setup.management} request={reading} />}
            {view === 'papers' && (
              <PapersView
                pictureId={picture.id}
                printerId={setup.printer.id}
                paperId={setup.paper.id}
                onUse={(choice) => editor.brief({ paperId: choice.paperId }, { ...RELEASED, printer: choice.printerId })}
              />
            )}
            {view === 'proof' && (
              <ProofView
                answer={answer}
                error={error}
                busy={busy}
                reading={reading}
                asked={asked}
                pictureId={picture.id}
                fileWidth={picture.width}
                originalDetail={picture.profile ?? 'taken as sRGB'}
                proofName={map ? 'How far off' : 'On this paper'}
                proofDetail={`${setup.paper.name}, ${greys ? 'in the printer’s own greys, shown neutral' : INTENT_NAMES[setup.intent].short.toLowerCase()}${paperWhite && !map ? ', paper white shown' : ''}`}
                surround={options.surround}
                printWidth={front ? (isSideways(front.turn) ? front.layout.picture.h : front.layout.picture.w) / (front.crop?.w ?? 1) : 0}
                map={map}
                onPick={(at) => void pick(at)}
              />
            )}
          </TabPanel>
        </Tabs>
      </div>
      {!selected && view === 'proof' && (
        <Aside label="Colour">
          <ColourAside
            plate={plate}
            setup={setup}
            editor={editor}
            reading={reading}
            options={options}
            onOptions={setOptions}
            critical={critical}
            onCritical={(critical) => editor.item({ critical })}
          />
        </Aside>
      )}
    </>
  )
}
