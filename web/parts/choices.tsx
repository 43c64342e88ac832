import { useState } from 'react'
import { Check, Switch } from '../ui/check.tsx'
import { Combobox } from '../ui/combobox.tsx'
import { Fold } from '../ui/fold.tsx'
import { Folds } from '../ui/folds.tsx'
import { Radio } from '../ui/radio.tsx'
import { Select } from '../ui/select.tsx'
import { Slider } from '../ui/slider.tsx'
import { Swatch } from '../ui/swatch.tsx'
import { TabPanel, TabRow, Tabs } from '../ui/tabs.tsx'
import { Toggle } from '../ui/toggle.tsx'
import { Part, State } from './part.tsx'

const INTENTS = [
  ['perceptual', 'Perceptual'],
  ['relative', 'Relative colorimetric'],
  ['saturation', 'Saturation'],
  ['absolute', 'Absolute colorimetric'],
] as const
const SURFACES = ['gloss', 'satin', 'matte', 'art', 'canvas', 'board', 'plain'] as const
const PAPERS = Array.from({ length: 80 }, (_, i) => {
  const surface = SURFACES[i % SURFACES.length] ?? 'plain'
  return {
    value: i,
    words: `Paper ${String(i + 1).padStart(2, '0')}, ${surface}`,
    note: `${100 + i * 5} g/m²`,
    before: <Swatch white={[96, 0, (i % 7) - 3]} surface={surface} />,
  }
})

/** Everything that is chosen or moved. */
export function ChoiceParts() {
  const [intent, setIntent] = useState<(typeof INTENTS)[number][0]>('relative')
  const [paper, setPaper] = useState(4)
  const [ticks, setTicks] = useState([true, false, true])
  const [on, setOn] = useState(true)
  const [edges, setEdges] = useState<'borders' | 'borderless'>('borders')
  const [way, setWay] = useState<'beside' | 'split' | 'proof'>('beside')
  const [level, setLevel] = useState(140)
  const [tab, setTab] = useState('place')
  const [open, setOpen] = useState<string[]>(['machine'])
  const all = ticks.every(Boolean) ? true : ticks.some(Boolean) ? ('mixed' as const) : false
  return (
    <>
      <Part name="Select">
        <State of="one of a few">
          <Select label="Intent" value={intent} options={INTENTS} onChange={setIntent} />
        </State>
        <State of="nothing chosen yet">
          <Select<string | null>
            label="Lot"
            value={null}
            options={[['a', 'A3, 24 sheets']]}
            onChange={() => undefined}
            placeholder="Choose a lot"
          />
        </State>
        <State of="disabled">
          <Select label="Black" value="photo" options={[['photo', 'photo black']]} disabled onChange={() => undefined} />
        </State>
        <State of="wrong">
          <Select
            label="Media type"
            value="plain"
            options={[['plain', 'Plain paper']]}
            error="The profile was made for another media type."
            onChange={() => undefined}
          />
        </State>
      </Part>
      <Part name="Combobox">
        <State of="found by typing">
          <Combobox label="Paper" find="A paper" value={paper} options={PAPERS} onChange={setPaper} />
        </State>
      </Part>
      <Part name="Check and switch">
        <State of="all, some or none of them">
          <Check checked={all} onChange={(to) => setTicks(ticks.map(() => to))}>
            All places agree
          </Check>
          <div className="ml-6 grid">
            {['Program', 'Driver', 'Panel'].map((place, i) => (
              <Check key={place} checked={ticks[i] === true} onChange={(to) => setTicks(ticks.map((t, k) => (k === i ? to : t)))}>
                {place}
              </Check>
            ))}
          </div>
        </State>
        <State of="of the agreement: seen, not looked at, differs">
          <span className="flex gap-2">
            <Check label="Shows what is wanted" checked onChange={() => undefined} />
            <Check label="Not looked at" checked={false} onChange={() => undefined} />
            <Check label="Shows something else" checked="mixed" mixed="differs" onChange={() => undefined} />
          </span>
        </State>
        <State of="disabled">
          <div className="grid">
            <Check checked disabled onChange={() => undefined}>
              Settled by the paper
            </Check>
            <Check checked={false} disabled onChange={() => undefined}>
              Not on this path
            </Check>
          </div>
        </State>
        <State of="a switch">
          <div className="grid">
            <Switch checked={on} onChange={setOn}>
              Keys of one letter
            </Switch>
            <Switch checked={false} disabled onChange={() => undefined}>
              Not here
            </Switch>
          </div>
        </State>
      </Part>
      <Part name="Radio and toggle groups">
        <State of="all seen at once">
          <Radio
            label="Edges"
            value={edges}
            options={[
              ['borders', 'with borders'],
              ['borderless', 'borderless'],
            ]}
            onChange={setEdges}
          />
        </State>
        <State of="disabled">
          <Radio
            label="Settled"
            disabled
            value="a"
            options={[['a', 'this one'] as const, ['b', 'that one'] as const]}
            onChange={() => undefined}
          />
        </State>
        <State of="ways to look at one thing">
          <Toggle
            label="Shown as"
            value={way}
            options={[
              ['beside', 'Side by side'],
              ['split', 'Split'],
              ['proof', 'Proof'],
            ]}
            onChange={setWay}
          />
        </State>
      </Part>
      <Part name="Slider">
        <State of="arrow keys, Page keys, Home and End" wide>
          <Slider label="Surround" className="max-w-md" min={0} max={255} step={5} value={level} onChange={setLevel}>
            <span className="num w-8">{level}</span>
          </Slider>
        </State>
      </Part>
      <Part name="Tabs">
        <State of="arrow keys go along" wide>
          <Tabs value={tab} onChange={setTab}>
            <div className="border-b border-line">
              <TabRow
                label="Example"
                hint="view"
                tabs={[
                  ['place', 'Place'],
                  ['size', 'Size'],
                  ['marks', 'Marks'],
                ]}
              />
            </div>
            <TabPanel value={tab} className="py-2">
              What stands behind “{tab}”.
            </TabPanel>
          </Tabs>
        </State>
      </Part>
      <Part name="Folds">
        <State of="one sentence">
          <Fold says="3 more follow from this">
            <p className="py-1">They are here.</p>
          </Fold>
        </State>
        <State of="several below each other" wide>
          <Folds
            open={open}
            onOpen={setOpen}
            folds={[
              { id: 'machine', says: 'Gannet 13, fine-art slot', children: <p>One sheet at a time, leading edge up.</p> },
              { id: 'paper', says: 'Saltmarsh Cotton 308, A3', children: <p>22 sheets left.</p> },
            ]}
          />
        </State>
      </Part>
    </>
  )
}
