import type { Plate } from '../../../core/plate/resolve/plate.ts'
import { pictureName } from '../../../core/sheet/arrange/captions.ts'
import { aligned, LINES, type Picked, restacked, spread } from '../../../core/sheet/arrange/places.ts'
import { type Free, MAX_PLACES, type Place } from '../../../core/things/brief/arrangement.ts'
import { itemById } from '../../../core/things/brief/brief.ts'
import { mm } from '../../../core/things/length/length.ts'
import { Button } from '../../ui/button.tsx'
import { Check } from '../../ui/check.tsx'
import { Combobox } from '../../ui/combobox.tsx'
import { LengthField } from '../../ui/length-field.tsx'
import { Select } from '../../ui/select.tsx'
import type { JobEditor } from '../plate/job-editor.ts'
import { Guides } from './guides.tsx'

interface Props {
  editor: JobEditor
  free: Free
  plate: Plate
  picked: Picked
  onPick(picked: Picked): void
}

/** A place that is added lies this much beside the one before. */
const BESIDE = mm(5)

/** The places of a layout by hand: which are chosen, where one lies and what in it, and what is done with several. */
export function PlacesPanel({ editor, free, plate, picked, onPick }: Props) {
  const { brief } = editor.draft
  const { unit } = brief
  const { places } = free
  const chosen = new Set([...picked].filter((at) => at < places.length))
  const [first] = chosen
  const one = chosen.size === 1 && first !== undefined ? places[first] : undefined
  const set = (next: Place[]) => editor.brief({ arrangement: { ...free, places: next } })
  const change = (to: Partial<Place>) => set(places.map((place, at) => (chosen.has(at) ? { ...place, ...to } : place)))
  const add = (like: Place) => {
    set([...places, { ...like, x: like.x + BESIDE, y: like.y + BESIDE }])
    onPick(new Set([places.length]))
  }
  const front = plate.forms.find((form) => form.side === 'front')
  const ground = front?.frame ?? { x: 0, y: 0, w: 0, h: 0 }
  const nameOf = (place: Place) => {
    const item = place.item === null ? null : itemById(brief, place.item)
    return item ? pictureName(item) || 'no picture yet' : 'empty'
  }
  return (
    <section aria-label="Places" className="max-w-sm">
      {places.length === 0 ? (
        <p className="text-soft">No places yet. Add one, or drop pictures on the sheet.</p>
      ) : (
        <>
          <Check
            className="w-full border-b border-hair pb-1 text-sm"
            checked={chosen.size === places.length}
            onChange={(all) => onPick(new Set(all ? places.keys() : []))}
          >
            {chosen.size} of {places.length} chosen
          </Check>
          <ul aria-label="Places to choose" className="max-h-40 overflow-y-auto">
            {places.map((place, at) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a place is known by where it stands
              <li key={at}>
                <Check
                  className="text-sm"
                  checked={chosen.has(at)}
                  onChange={(on) => onPick(new Set(on ? [...chosen, at] : [...chosen].filter((one) => one !== at)))}
                >
                  <span className="num text-faint">{at + 1}</span> {nameOf(place)}
                </Check>
              </li>
            ))}
          </ul>
        </>
      )}
      {one && (
        <div className="mt-2 grid grid-cols-2 gap-2">
          <Combobox
            label="Picture in it"
            find="A picture"
            full
            className="col-span-2"
            value={one.item}
            options={[
              { value: null, words: 'empty' },
              ...brief.items.map((item, i) => ({ value: item.id, words: `${i + 1}  ${pictureName(item) || 'no picture yet'}` })),
            ]}
            onChange={(item) => change({ item })}
          />
          <LengthField label="From the left" unit={unit} signed value={one.x} onChange={(x) => change({ x })} />
          <LengthField label="From leading edge" unit={unit} signed value={one.y} onChange={(y) => change({ y })} />
          <LengthField label="Wide" unit={unit} value={one.width} onChange={(width) => change({ width })} />
          <LengthField label="Long" unit={unit} value={one.height} onChange={(height) => change({ height })} />
        </div>
      )}
      {chosen.size > 0 && (
        <>
          <div className="mt-2 flex flex-wrap items-end gap-3">
            <Select
              label="Turned"
              value={first === undefined ? null : (places[first]?.turn ?? null)}
              options={[
                [null, 'as it fits'],
                [0, 'not'],
                [90, '90° clockwise'],
                [180, '180°'],
                [270, '90° the other way'],
              ]}
              onChange={(turn) => change({ turn })}
            />
            <Check className="text-sm" checked={[...chosen].every((at) => places[at]?.fill)} onChange={(fill) => change({ fill })}>
              Fill it (crops)
            </Check>
          </div>
          <p className="mt-3 text-sm text-soft">{chosen.size > 1 ? 'In one line' : 'On the sheet'}</p>
          <div className="mt-1 grid grid-cols-3 gap-1">
            {LINES.map((line) => (
              <Button key={line} small className="justify-center" onClick={() => set(aligned(places, chosen, line, ground))}>
                {line}
              </Button>
            ))}
          </div>
          {chosen.size > 2 && (
            <div className="mt-2 flex flex-wrap items-center gap-1">
              <span className="text-sm text-soft">Equal gaps</span>
              <Button small onClick={() => set(spread(places, chosen, 'across'))}>
                across
              </Button>
              <Button small onClick={() => set(spread(places, chosen, 'along'))}>
                along
              </Button>
            </div>
          )}
        </>
      )}
      <div className="mt-3 flex flex-wrap gap-1">
        <Button
          small
          icon="add"
          disabled={places.length >= MAX_PLACES}
          onClick={() =>
            add(
              (one && { ...one, item: null }) ??
                places.at(-1) ?? { item: null, x: mm(20), y: mm(20), width: mm(60), height: mm(60), turn: null, fill: true },
            )
          }
        >
          An empty place
        </Button>
        {chosen.size > 0 && (
          <>
            {one && (
              <Button small icon="copy" disabled={places.length >= MAX_PLACES} onClick={() => add(one)}>
                Twice
              </Button>
            )}
            {(['front', 'back'] as const).map((to) => (
              <Button
                key={to}
                small
                onClick={() => {
                  const next = restacked(places, chosen, to)
                  set(next.places)
                  onPick(next.picked)
                }}
              >
                To the {to}
              </Button>
            ))}
            <Button
              small
              icon="remove"
              onClick={() => {
                set(places.filter((_, at) => !chosen.has(at)))
                onPick(new Set())
              }}
            >
              Take {chosen.size > 1 ? `${chosen.size} places` : 'it'} out
            </Button>
          </>
        )}
      </div>
      <Guides editor={editor} free={free} />
    </section>
  )
}
