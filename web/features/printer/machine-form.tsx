import type { Unit } from '../../../core/things/length/length.ts'
import { UNMETERED } from '../../../core/things/printers/ink-meter.ts'
import { MACHINE_PARTS, type MachinePart } from '../../../core/things/printers/parts.ts'
import type { Printer } from '../../../core/things/printers/printer.ts'
import { SETTING_KEYS, SETTINGS } from '../../../core/work/agreement/settings.ts'
import { Button } from '../../ui/button.tsx'
import { DayField } from '../../ui/day-field.tsx'
import { dayOf } from '../../ui/days.ts'
import { FieldSet } from '../../ui/field-set.tsx'
import { MoneyField } from '../../ui/money-field.tsx'
import { TextField } from '../../ui/text-field.tsx'
import { CheckAt, ChoiceAt, LengthAt, NumberAt, TextAt } from './fields.tsx'
import type { PrinterDraft } from './printer-draft.ts'
import { Usual } from './usual.tsx'

const SETTING_OPTIONS = SETTING_KEYS.map((key) => [key, SETTINGS[key].title] as const)
const SURFACES = ['gloss', 'satin', 'matte', 'art', 'canvas', 'board', 'plain'].map((s) => [s, s] as const)

/** A list of records: each line with its own way to remove it, and one to add another. */
function Lines<T>({
  form,
  at,
  lines,
  add,
  fresh,
  children,
  least = 0,
}: {
  form: PrinterDraft
  at: string
  lines: readonly T[]
  add: string
  fresh: () => T
  least?: number
  children(index: number): React.ReactNode
}) {
  return (
    <>
      {lines.map((_, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: lines of a table
        <div key={i} className="col-span-full grid grid-cols-[1fr_auto] items-end gap-2 border-b border-hair pb-2">
          <div className="grid grid-cols-2 gap-2 sm:grid-cols-4">{children(i)}</div>
          <Button
            kind="plain"
            disabled={lines.length <= least}
            aria-label={`Remove line ${i + 1}`}
            onClick={() =>
              form.set(
                at,
                lines.filter((_line, k) => k !== i),
              )
            }
          >
            Remove
          </Button>
        </div>
      ))}
      <Button className="self-start" onClick={() => form.set(at, [...lines, fresh()])}>
        {add}
      </Button>
    </>
  )
}

interface Props {
  form: PrinterDraft
  part: MachinePart
  unit: Unit
  currency: string
}

/** One part of what belongs to the whole machine, as its manual tells it. */
export function MachineForm({ form, part, unit, currency }: Props) {
  const printer = form.get<Printer>('name') === undefined ? null : form.draft
  if (!printer) return null
  return (
    <div className="space-y-4">
      <Usual
        of={MACHINE_PARTS[part].toLowerCase()}
        open={printer.unconfirmed.includes(part)}
        onRight={() => form.put({ unconfirmed: printer.unconfirmed.filter((one) => one !== part) })}
      />
      {part === 'machine' && (
        <FieldSet title="What it is">
          <TextAt form={form} at="name" label="Name" />
          <TextAt form={form} at="kind" label="Kind, in a few words" />
          <TextAt form={form} at="unlistedSize" label="Panel’s name for an unlisted size" />
          <TextAt form={form} at="monochromeMode" label="Driver’s name for its black-and-white mode" />
          <TextField
            label="Tones it offers, neutral first, with commas"
            most={300}
            value={(form.get<string[]>('monochromeTones') ?? []).join(', ')}
            error={form.errorAt('monochromeTones')}
            onChange={(text) =>
              form.set(
                'monochromeTones',
                text
                  .split(',')
                  .map((t) => t.trim())
                  .filter(Boolean),
              )
            }
          />
          <TextAt form={form} at="clearCoat" label="Driver’s name for its clear coat" />
          <TextAt form={form} at="driverWords.colourOff" label="Driver: colour left alone is called" />
          <TextAt form={form} at="driverWords.colourOn" label="Driver: its own colour is called" />
          <TextAt form={form} at="driverWords.gapNormal" label="Driver: the usual gap is called" />
          <TextAt form={form} at="driverWords.gapWide" label="Driver: the wide gap is called" />
          <TextAt form={form} at="address" label="Address (ipp://…)" />
          <ChoiceAt
            form={form}
            at="panelRule"
            label="Panel against computer"
            options={[
              ['set', 'set the panel every time'],
              ['overridden', 'the computer overrides it'],
            ]}
          />
          <NumberAt form={form} at="normalGapUpTo" label="Normal gap clears" unit="mm" step={0.05} min={0.05} max={5} scale={1000} />
          <CheckAt form={form} at="confirmsWideGap" label="asks at its panel before every print with the wide gap" />
          <NumberAt form={form} at="feedPpi" label="Page data, pixels per inch" min={72} max={1440} />
          <NumberAt form={form} at="overspray.cleanAfter" label="Clean overspray after" unit="m²" step={0.1} min={0.001} max={1000} />
        </FieldSet>
      )}
      {part === 'inks' && (
        <FieldSet
          title="Inks"
          help="Levels are read from the printer where it tells them; otherwise type them when a cartridge is changed."
        >
          <Lines
            form={form}
            at="inks"
            lines={printer.inks}
            least={1}
            add="Another ink"
            fresh={() => ({
              id: `ink-${printer.inks.length + 1}`,
              name: 'New ink',
              capacity: 80,
              millilitres: 80,
              pigment: null,
              meter: UNMETERED,
              code: '',
              priceCents: null,
              replacedOn: null,
            })}
          >
            {(i) => (
              <>
                <TextAt form={form} at={`inks.${i}.name`} label="Name" />
                <TextAt form={form} at={`inks.${i}.code`} label="Code on the cartridge" />
                <NumberAt form={form} at={`inks.${i}.capacity`} label="Holds" unit="ml" min={0.1} max={100_000} step={5} />
                <NumberAt form={form} at={`inks.${i}.millilitres`} label="Left" unit="ml" max={printer.inks[i]?.capacity ?? 0} step={1} />
                <MoneyField
                  label="Price of a full one"
                  currency={currency}
                  value={printer.inks[i]?.priceCents ?? 0}
                  onChange={(cents) => form.set(`inks.${i}.priceCents`, cents === 0 ? null : cents)}
                />
                <DayField
                  label="Replaced on"
                  value={printer.inks[i]?.replacedOn ?? null}
                  onChange={(day) => form.set(`inks.${i}.replacedOn`, day)}
                />
                <Button
                  className="self-end justify-self-start"
                  onClick={() =>
                    form.put({
                      inks: printer.inks.map((ink, k) =>
                        k === i ? { ...ink, millilitres: ink.capacity, replacedOn: dayOf(new Date()) } : ink,
                      ),
                    })
                  }
                >
                  Replaced today
                </Button>
              </>
            )}
          </Lines>
          <ChoiceAt
            form={form}
            at="black.installed"
            label="Black that prints now"
            options={[
              ['both', 'both have channels'],
              ['photo', 'photo black'],
              ['matte', 'matte black'],
            ]}
          />
          {printer.black.installed !== 'both' && (
            <>
              <NumberAt form={form} at="black.swap.minutes" label="A swap of blacks takes" unit="min" max={240} />
              <NumberAt form={form} at="black.swap.millilitres" label="and costs" unit="ml" max={1000} step={0.5} />
            </>
          )}
        </FieldSet>
      )}
      {part === 'media' && (
        <FieldSet title="Media types" help="The same entry has one name in the driver and another at the panel.">
          <Lines
            form={form}
            at="mediaTypes"
            lines={printer.mediaTypes}
            least={1}
            add="Another media type"
            fresh={() => ({
              id: `type-${printer.mediaTypes.length + 1}`,
              driverName: 'New type',
              panelName: 'New type',
              surface: 'matte' as const,
              weight: { min: 60, max: 400 },
              black: 'either' as const,
              platenGap: 'normal' as const,
            })}
          >
            {(i) => (
              <>
                <TextAt form={form} at={`mediaTypes.${i}.driverName`} label="In the driver" />
                <TextAt form={form} at={`mediaTypes.${i}.panelName`} label="At the panel" />
                <TextAt form={form} at={`mediaTypes.${i}.id`} label="IPP media type" />
                <ChoiceAt form={form} at={`mediaTypes.${i}.surface`} label="Surface" options={SURFACES} />
                <NumberAt form={form} at={`mediaTypes.${i}.weight.min`} label="from" unit="g/m²" max={3000} />
                <NumberAt form={form} at={`mediaTypes.${i}.weight.max`} label="to" unit="g/m²" max={3000} />
                <ChoiceAt
                  form={form}
                  at={`mediaTypes.${i}.black`}
                  label="Black"
                  options={[
                    ['photo', 'photo'],
                    ['matte', 'matte'],
                    ['either', 'either'],
                  ]}
                />
                <ChoiceAt
                  form={form}
                  at={`mediaTypes.${i}.platenGap`}
                  label="Platen gap"
                  options={[
                    ['normal', 'normal'],
                    ['wide', 'wide'],
                  ]}
                />
              </>
            )}
          </Lines>
        </FieldSet>
      )}
      {part === 'qualities' && (
        <FieldSet title="Qualities">
          <Lines
            form={form}
            at="qualities"
            lines={printer.qualities}
            least={1}
            add="Another quality"
            fresh={() => ({
              id: `quality-${printer.qualities.length + 1}`,
              name: 'New',
              dpi: 1440,
              ipp: 'normal' as const,
              secondsPerSquareMetre: 600,
            })}
          >
            {(i) => (
              <>
                <TextAt form={form} at={`qualities.${i}.name`} label="Name" />
                <NumberAt form={form} at={`qualities.${i}.dpi`} label="dots per inch" min={1} max={9600} />
                <ChoiceAt
                  form={form}
                  at={`qualities.${i}.ipp`}
                  label="IPP quality"
                  options={[
                    ['draft', 'draft'],
                    ['normal', 'normal'],
                    ['high', 'high'],
                  ]}
                />
                <NumberAt form={form} at={`qualities.${i}.secondsPerSquareMetre`} label="seconds for a m²" min={1} max={100_000} />
              </>
            )}
          </Lines>
        </FieldSet>
      )}
      {part === 'expansions' && (
        <FieldSet title="Borderless expansion steps">
          <Lines
            form={form}
            at="expansions"
            lines={printer.expansions}
            add="Another step"
            fresh={() => ({ id: `step-${printer.expansions.length + 1}`, name: 'Step', um: 2500 })}
          >
            {(i) => (
              <>
                <TextAt form={form} at={`expansions.${i}.name`} label="Name" />
                <LengthAt form={form} at={`expansions.${i}.um`} label="past each edge" unit={unit} />
              </>
            )}
          </Lines>
        </FieldSet>
      )}
      {part === 'media' && (
        <FieldSet title="Where settings are found" help="As one goes there, for the Agreement table: Main › Paper.">
          <Lines
            form={form}
            at="menus"
            lines={printer.menus}
            add="Another menu path"
            fresh={() => ({ place: 'driver' as const, setting: 'media-type' as const, where: 'Main › Paper' })}
          >
            {(i) => (
              <>
                <ChoiceAt
                  form={form}
                  at={`menus.${i}.place`}
                  label="Place"
                  options={[
                    ['driver', 'driver'],
                    ['panel', 'panel'],
                  ]}
                />
                <ChoiceAt form={form} at={`menus.${i}.setting`} label="Setting" options={SETTING_OPTIONS} />
                <TextAt form={form} at={`menus.${i}.where`} label="Where" />
              </>
            )}
          </Lines>
        </FieldSet>
      )}
      {part === 'quirks' && (
        <FieldSet
          title="Sizes the driver refuses"
          help="Some drivers refuse a custom size equal to their rated width and take a little less."
        >
          <Lines
            form={form}
            at="quirks"
            lines={printer.quirks}
            add="A refused size"
            fresh={() => ({ kind: 'refused-width' as const, width: 330_200, accepts: 329_000 })}
          >
            {(i) => (
              <>
                <ChoiceAt
                  form={form}
                  at={`quirks.${i}.kind`}
                  label="It refuses this"
                  options={[
                    ['refused-width', 'width'],
                    ['refused-length', 'length'],
                  ]}
                />
                <LengthAt form={form} at={`quirks.${i}.width`} label="refused" unit={unit} />
                <LengthAt form={form} at={`quirks.${i}.accepts`} label="accepted" unit={unit} />
              </>
            )}
          </Lines>
        </FieldSet>
      )}
    </div>
  )
}
