import { useQuery } from '@tanstack/react-query'
import { useDeferredValue } from 'react'
import { VISIBLE } from '../../../core/color/measure/measures.ts'
import { recommend } from '../../../core/color/measure/recommend.ts'
import { percent } from '../../../core/color/percent.ts'
import type { Plate } from '../../../core/plate/resolve/plate.ts'
import { itemOf } from '../../../core/things/brief/brief.ts'
import type { CriticalColour } from '../../../core/things/brief/critical.ts'
import { pictureIn } from '../../../core/things/brief/item.ts'
import { INTENT_NAMES, INTENTS } from '../../../core/things/media/intent.ts'
import { measuresQuery } from '../../api/queries.ts'
import { Check } from '../../ui/check.tsx'
import { Radio } from '../../ui/radio.tsx'
import { Slider } from '../../ui/slider.tsx'
import type { JobEditor } from '../plate/job-editor.ts'
import type { RenderingRequest } from '../proof/use-proof.ts'
import { CriticalColours } from './critical-colours.tsx'
import { Disagreement } from './disagreement.tsx'
import { DisplayNote } from './display-record.tsx'
import { GamutWheel } from './gamut-wheel.tsx'
import { BlackPoint } from './intent-choice.tsx'
import { ToneChart } from './tone-chart.tsx'

export interface ProofOptions {
  paperWhite: boolean
  /** ΔE2000 from which colours are hatched, or null. */
  hatchFrom: number | null
  map: boolean
  /** Grey of the surround, 0…255. */
  surround: number
}

interface Props {
  plate: Plate
  setup: NonNullable<Plate['setup']>
  editor: JobEditor
  reading: RenderingRequest | null
  options: ProofOptions
  onOptions(options: ProofOptions): void
  critical: CriticalColour[]
  onCritical(colours: CriticalColour[]): void
}

/** The measures of the picture on this paper, held against the plate's intent. */
function AsideDisagreement({ plate, pictureId, profileId }: { plate: Plate; pictureId: string; profileId: string }) {
  const { data } = useQuery({ ...measuresQuery(pictureId, profileId), enabled: pictureId !== '' })
  const { setup } = plate
  const line = plate.decisions.find((d) => d.key === 'intent')
  if (!data || !setup || !line) return null
  const { intent, blackPoint } = setup
  return (
    <Disagreement
      measures={data.measures}
      plate={{ intent, blackPoint, by: line.by }}
      recommendation={recommend(data.measures, { kind: itemOf(plate.brief).kind })}
    />
  )
}

/** How much of the picture this ink and paper cannot print: what was measured, as the views beside this one and the findings say it. */
function OutOfGamut({ pictureId, profileId }: { pictureId: string; profileId: string }) {
  const { data, isPending } = useQuery({ ...measuresQuery(pictureId, profileId), enabled: pictureId !== '' })
  const share = data?.measures.outOfGamut.share
  if (share === undefined) return isPending && pictureId !== '' ? <p role="status">measuring …</p> : null
  return (
    <p className="mt-2">
      <span className="num text-2xl" data-out-of-gamut={share}>
        {percent(share)}
      </span>
      <span className="block text-soft">
        of the picture lies outside what this ink and paper can print (nearest print more than {VISIBLE} ΔE2000 away)
      </span>
    </p>
  )
}

/** What is chosen for colour, what the proof shows of it, and where the picture lies in the paper's gamut. */
export function ColourAside({ plate, setup, editor, reading, options, onOptions, critical, onCritical }: Props) {
  const { paperWhite, hatchFrom, map, surround } = options
  // The charts follow when what was pressed has been answered.
  const charted = useDeferredValue(reading)
  const profile = setup.profile
  const greys = setup.colourMode.mode === 'grey'
  const pictureId = pictureIn(itemOf(plate.brief))?.id ?? ''
  return (
    <div className="p-3">
      <h2>Colour on this paper</h2>
      {profile && !greys && <OutOfGamut pictureId={pictureId} profileId={profile.id} />}
      <DisplayNote />
      {profile && <AsideDisagreement plate={plate} pictureId={pictureId} profileId={profile.id} />}
      {greys ? (
        <p className="mt-3">
          {setup.printer.name} mixes its own greys: no profile and no intent apply. The proof lays the picture’s lightness between the white
          and the black of this paper; a tint of its own is not shown. A strip tells the rest.
        </p>
      ) : (
        <>
          <fieldset className="mt-3">
            <legend className="text-sm text-soft">Rendering intent</legend>
            <Radio
              label="Rendering intent"
              className="mt-1 grid grid-cols-2 gap-1"
              value={setup.intent}
              options={INTENTS.map((intent) => [intent, INTENT_NAMES[intent].short] as const)}
              onChange={(intent) => editor.pin({ intent })}
            />
          </fieldset>
          <BlackPoint
            value={setup}
            name="Black point compensation"
            className="mt-2 gap-2"
            onChange={(on) => editor.pin({ 'black-point': on ? 'on' : 'off' })}
          />
        </>
      )}
      <fieldset className="mt-3">
        <legend className="text-sm text-soft">The proof shows</legend>
        <Check className="mt-1" checked={paperWhite} onChange={(on) => onOptions({ ...options, paperWhite: on })}>
          Show paper white and black
        </Check>
        <Check className="mt-1" checked={map} onChange={(on) => onOptions({ ...options, map: on })}>
          How far each colour lies off
        </Check>
        <Check
          className="mt-1"
          checked={hatchFrom !== null}
          disabled={map || greys}
          onChange={(on) => onOptions({ ...options, hatchFrom: on ? 2 : null })}
        >
          Hatch what cannot be printed
        </Check>
        {hatchFrom !== null && !map && (
          <Slider
            label="from"
            className="text-sm text-soft"
            min={1}
            max={15}
            step={1}
            value={hatchFrom}
            onChange={(to) => onOptions({ ...options, hatchFrom: to })}
          >
            <span className="num">{hatchFrom}</span> ΔE2000
          </Slider>
        )}
        <Slider label="Surround" min={48} max={208} step={4} value={surround} onChange={(to) => onOptions({ ...options, surround: to })} />
      </fieldset>
      <CriticalColours
        colours={critical}
        profileId={profile?.id ?? null}
        intent={setup.intent}
        blackPoint={setup.blackPoint}
        onChange={onCritical}
      />
      {charted && <GamutWheel previewUrl={charted.previewUrl} sourceUrl={charted.sourceUrl} printerUrl={charted.printerUrl} />}
      {charted && <ToneChart request={charted} />}
      <dl className="mt-4 border-t border-hair pt-3">
        <dt className="text-sm text-soft">{greys ? 'Why its own greys' : 'Why this intent'}</dt>
        <dd>{plate.decisions.find((d) => d.key === (greys ? 'colour-mode' : 'intent'))?.reason}</dd>
      </dl>
      <p className="mt-4 border-t border-hair pt-3 text-sm text-soft">
        The proof is shown through sRGB from a preview of 1.5 megapixels. What your display cannot show looks alike on both sides; judge in
        even, moderate light on a calibrated display, never in the dark.
      </p>
    </div>
  )
}
