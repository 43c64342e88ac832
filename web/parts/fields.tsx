import { useState } from 'react'
import { ColourField } from '../ui/colour-field.tsx'
import { DayField, MomentField } from '../ui/day-field.tsx'
import { Field } from '../ui/field.tsx'
import { FileDrop, Refused } from '../ui/file-drop.tsx'
import { LengthField } from '../ui/length-field.tsx'
import { MoneyField } from '../ui/money-field.tsx'
import { NumberField } from '../ui/number-field.tsx'
import { SizeField } from '../ui/size-field.tsx'
import { TextArea, TextField } from '../ui/text-field.tsx'
import { Part, State } from './part.tsx'

/** Everything that is typed. */
export function FieldParts() {
  const [text, setText] = useState('Fog bank, framed')
  const [um, setUm] = useState(35_000)
  const [count, setCount] = useState(12)
  const [cents, setCents] = useState(1250)
  const [size, setSize] = useState<{ width: number | null; length: number | null; name: string | null } | null>({
    width: 297_000,
    length: 420_000,
    name: 'A3',
  })
  const [day, setDay] = useState<string | null>('2026-09-14')
  const [moment, setMoment] = useState<string | null>(null)
  const [colour, setColour] = useState('#3a5f7d')
  const [files, setFiles] = useState<string[]>([])
  const nothing = () => undefined
  return (
    <>
      <Part name="Field">
        <State of="label, help, unit">
          <Field label="Weight" help="As the maker prints it on the box" unit="g/m²">
            {(own) => <input {...own} className="field num w-24" defaultValue="308" />}
          </Field>
        </State>
        <State of="with what is wrong">
          <Field label="Weight" error="A paper weighs between 30 and 3000 g/m²." unit="g/m²">
            {(own) => <input {...own} className="field num w-24" defaultValue="3" />}
          </Field>
        </State>
      </Part>
      <Part name="Text field">
        <State of="filled">
          <TextField label="Title" value={text} onChange={setText} />
        </State>
        <State of="empty, with a hint">
          <TextField label="Client" value="" placeholder="Who it is for" onChange={nothing} />
        </State>
        <State of="disabled">
          <TextField label="Name" value="Lantern Wharf" disabled onChange={nothing} />
        </State>
        <State of="wrong">
          <TextField label="Address" value="ipp//gannet" error="An address begins with ipp:// or ipps://." onChange={nothing} />
        </State>
        <State of="a title, without a frame">
          <TextField label="Title of the job" labelAt="hidden" bare wide={24} value={text} onChange={setText} />
        </State>
        <State of="several lines" wide>
          <TextArea label="Notes" className="max-w-lg" value={'Hangs by the window.\nGlass over it.'} onChange={nothing} />
        </State>
      </Part>
      <Part name="Length, number, money, size">
        <State of={`${um} µm`}>
          <LengthField label="Border" unit="mm" value={um} onChange={setUm} />
        </State>
        <State of="the same in inches">
          <LengthField label="Border in inches" unit="in" value={um} onChange={setUm} />
        </State>
        <State of="arrow keys count">
          <NumberField label="Copies" whole min={1} max={500} step={1} value={count} onChange={setCount} />
        </State>
        <State of={`${cents} cents`}>
          <MoneyField label="Price of a pack" currency="EUR" value={cents} onChange={setCents} />
        </State>
        <State of="A3, 13 × 19 in, 17in roll …">
          <SizeField label="Sheet" of="sheet" unit="mm" value={size} onChange={setSize} />
        </State>
      </Part>
      <Part name="Day and time">
        <State of="a day behind">
          <DayField label="Measured on" value={day} onChange={setDay} />
        </State>
        <State of="a moment ahead">
          <MomentField label="Due" value={moment} onChange={setMoment} />
        </State>
      </Part>
      <Part name="Colour field">
        <State of="the system’s picker">
          <ColourField label="Colour of the sides" value={colour} note="in sRGB" onChange={setColour} />
        </State>
      </Part>
      <Part name="File drop">
        <State of={files.length === 0 ? 'waiting' : files.join(', ')}>
          <FileDrop
            label="Example files"
            className="border border-dashed p-3"
            several
            act="Choose files …"
            onFiles={(taken) => setFiles(taken.map((f) => f.name))}
          >
            <span className="text-sm text-soft">or drop them here</span>
          </FileDrop>
        </State>
        <State of="disabled">
          <FileDrop label="No files now" className="border border-dashed p-3" disabled act="Choose files …" onFiles={nothing} />
        </State>
        <State of="refused">
          <Refused message="list.jpg: this is not a picture that can be read." />
        </State>
      </Part>
    </>
  )
}
