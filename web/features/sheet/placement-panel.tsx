import { lazy, memo, type RefObject, Suspense } from 'react'
import { placementPin } from '../../../core/plate/decisions/placement.ts'
import { priceOf, sayPrice } from '../../../core/plate/estimates/price.ts'
import type { Plate } from '../../../core/plate/resolve/plate.ts'
import { formOf } from '../../../core/plate/resolve/plate.ts'
import { sayFacing } from '../../../core/sheet/facing-borders.ts'
import { unequalBorders } from '../../../core/sheet/placement.ts'
import { itemById, itemOf } from '../../../core/things/brief/brief.ts'
import { pictureIn } from '../../../core/things/brief/item.ts'
import { isSideways } from '../../../core/things/brief/turn.ts'
import { type Um, writeLength, writeNumber, writeSize } from '../../../core/things/length/length.ts'
import { EDGES, type Edges } from '../../../core/things/paths/path.ts'
import type { HouseRules } from '../../../core/things/studio/house-rules.ts'
import { Button } from '../../ui/button.tsx'
import { KeyHint } from '../../ui/key-hint.tsx'
import { LengthField } from '../../ui/length-field.tsx'
import type { JobEditor } from '../plate/job-editor.ts'

// Most prints lose nothing: it comes when there is something to list.
const LossList = lazy(() => import('./loss-list.tsx').then((m) => ({ default: m.LossList })))

interface Props {
  editor: JobEditor
  plate: Plate
  /** Id of the sheet that is looked at. */
  form: string
  rules: HouseRules
  /** Whether other pictures have sheets of their own. */
  several: boolean
  /** The plate as it is by now: the one that is shown may be a moment behind. */
  now: RefObject<Plate>
  onTurn(): void
  onAlternatives(): void
}

/** Where the picture lies: the four borders, its place in numbers, turning and centring. Drawn when the plate changes; what is pressed works from what there is then. */
export const PlacementPanel = memo(
  Placed,
  // The rest follows from the plate, or works from what there is when it is called.
  (was, is) => was.plate === is.plate && was.form === is.form,
)

function Placed({ editor, plate, form, rules, several, now, onTurn, onAlternatives }: Props) {
  const { brief } = editor.draft
  const { setup } = plate
  const front = formOf(plate, form)
  if (!front || !setup) return null
  const { layout, turn, ppi, face } = front
  // The layout says how large each is and how it is turned.
  const alone = brief.arrangement.as === 'apart'
  const { picture, sheet, frame } = layout
  const { unit } = brief
  const lies = () => formOf(now.current, form)?.layout.picture ?? picture
  const move = (x: number, y: number) => editor.pin({ placement: placementPin(x, y) })
  const framed = frame.w !== sheet.w || frame.h !== sheet.h
  const size = (sideways: boolean, value: number) => {
    const depth = brief.make.as === 'wrapped-canvas' ? 2 * brief.make.depth : 0
    const side = isSideways(turn) ? !sideways : sideways
    editor.item(
      { size: { by: 'picture', ...(side ? { width: null, height: value - depth } : { width: value - depth, height: null }) } },
      { placement: null },
    )
  }
  const nominal = setup.lot.nominal
  const [short, long] = [Math.min(nominal.width, nominal.length), Math.max(nominal.width, nominal.length)]
  const off = { across: sheet.w - (sheet.w <= sheet.h ? short : long), along: sheet.h - (sheet.w <= sheet.h ? long : short) }
  const sayOff = (um: number) => `${um > 0 ? '+' : um < 0 ? '−' : '±'}${writeNumber(Math.abs(um), unit)}`
  /** Edges at which it is more than so much, each with how much. */
  const atEdges = (words: string, by: Edges, least: Um) => {
    const edges = EDGES.filter((e) => by[e] > least)
    return (
      edges.length > 0 && (
        <li>
          {words}: {edges.map((e) => `${writeLength(by[e], unit)} ${e}`).join(', ')}
        </li>
      )
    )
  }
  const position = plate.decisions.find((d) => d.key === 'position')
  const item = alone ? itemById(plate.brief, front.form.placements[0]?.item ?? '') : null
  return (
    <>
      <p className="text-sm text-soft">
        {setup.paper.name}, {writeSize(sheet.w, sheet.h, unit)} measured
        {setup.lot.form === 'sheet' && (off.across !== 0 || off.along !== 0) && (
          <>
            {' '}
            (<span className="num">{sayOff(off.across)}</span> × <span className="num">{sayOff(off.along)}</span> from the label)
          </>
        )}
      </p>
      <h2 className="mt-2 text-sm">
        {framed ? 'Borders of the finished piece' : 'Borders on paper'}
        {plate.forms.some((f) => f.side === 'back') && ', front'}
      </h2>
      <dl className="num grid grid-cols-2 gap-x-4 gap-y-0.5" aria-label="Borders on paper">
        {EDGES.map((edge) => (
          <div key={edge} className="flex justify-between">
            <dt className="text-soft">{edge}</dt>
            <dd data-margin={edge}>{writeNumber(layout.borders[edge], unit)}</dd>
          </div>
        ))}
      </dl>
      {setup.borderless === 'none' && layout.visible.w > 0 && (
        <p className="mt-1 text-sm text-soft" data-testid="equal">
          {sayFacing(layout.borders, unit, rules.visibleShift, item ? unequalBorders(item, turn) : null)}
        </p>
      )}
      <div className="mt-3 grid grid-cols-2 gap-2">
        {alone && (
          <>
            <LengthField label="Print, across" unit={unit} value={Math.round(picture.w)} onChange={(w) => size(false, w)} />
            <LengthField label="Print, along" unit={unit} value={Math.round(picture.h)} onChange={(h) => size(true, h)} />
          </>
        )}
        <LengthField label="From the left" unit={unit} signed value={Math.round(picture.x)} onChange={(x) => move(x, lies().y)} />
        <LengthField label="From leading edge" unit={unit} signed value={Math.round(picture.y)} onChange={(y) => move(lies().x, y)} />
      </div>
      {several && <p className="mt-1 text-sm text-soft">A place says where every picture of this job lies, each on its sheet.</p>}
      <div className="mt-3 flex flex-wrap gap-1.5">
        <Button onClick={() => editor.pin({ placement: 'centred' })}>
          Centre <KeyHint of="centre" />
        </Button>
        {alone && (
          <>
            <Button onClick={onTurn}>
              Turn <KeyHint of="turn" />
            </Button>
            <Button onClick={() => editor.item({ turn: null }, { orientation: null, placement: null })}>Best turn</Button>
          </>
        )}
        <Button onClick={onAlternatives}>Other places</Button>
      </div>
      {position && (
        <p className="mt-3 border-l-2 border-line pl-2 text-sm" data-testid="position">
          <b className="font-semibold">{position.label}.</b> <span className="text-soft">{position.reason}</span>
        </p>
      )}
      {front.crop && front.form.placements.length === 1 && (layout.lost > 0 || front.crop.w * front.crop.h < 1) && (
        <Suspense>
          <LossList front={{ ...front, crop: front.crop }} make={brief.make} unit={unit} />
        </Suspense>
      )}
      <ul className="mt-3 space-y-1 text-sm text-soft">
        {ppi && Number.isFinite(ppi) && pictureIn(itemOf(brief)) && (
          <li>
            {front.form.placements.length > 1 && 'at least '}
            <span className="num">{Math.round(ppi)}</span> pixels per inch
          </li>
        )}
        {brief.make.as === 'wrapped-canvas' && (
          <li>
            Seen from the front: <span className="num">{writeSize(face.w, face.h, unit)}</span>
          </li>
        )}
        {setup.borderless === 'none' && atEdges('Cut off', layout.clipped, 50)}
        {atEdges('Runs past the edge', layout.bleed, 0)}
        {plate.estimates && (
          <li>
            Prints for {Math.max(1, Math.round(plate.estimates.printingSeconds / 60))} min, about{' '}
            {plate.estimates.inkMillilitres.toFixed(1)} ml of ink
          </li>
        )}
        {plate.estimates && <li>{sayPrice(priceOf(plate.estimates, rules), rules)}</li>}
      </ul>
    </>
  )
}
