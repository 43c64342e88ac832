import type { Unit } from '../../../core/things/length/length.ts'
import { isRoll, PATH_KIND_IDS, PATH_KINDS } from '../../../core/things/paths/kinds.ts'
import { EDGES, type Edge, type Path } from '../../../core/things/paths/path.ts'
import { PATH_PARTS, type PathPart } from '../../../core/things/printers/parts.ts'
import { NAMED_SIZES } from '../../../core/things/sizes/named.ts'
import { Button } from '../../ui/button.tsx'
import { Check } from '../../ui/check.tsx'
import { DayField } from '../../ui/day-field.tsx'
import { dayOf } from '../../ui/days.ts'
import { FieldSet } from '../../ui/field-set.tsx'
import { Fold } from '../../ui/fold.tsx'
import { Select } from '../../ui/select.tsx'
import { TextField } from '../../ui/text-field.tsx'
import { CheckAt, ChoiceAt, LengthAt, LinesAt, NumberAt, TextAt, Wrong } from './fields.tsx'
import type { PrinterDraft } from './printer-draft.ts'
import { Usual } from './usual.tsx'

const flip = (list: readonly Edge[], edge: Edge, on: boolean) => EDGES.filter((e) => (e === edge ? on : list.includes(e)))

/** Everything one path of a printer is, as its manual says it. */
export function PathForm({ form, index, unit }: { form: PrinterDraft; index: number; unit: Unit }) {
  const at = (name: string) => `paths.${index}.${name}`
  const path = form.get<Path>(`paths.${index}`)
  const four = (name: string) =>
    EDGES.map((edge) => <LengthAt key={edge} form={form} at={at(`${name}.${edge}`)} label={edge} unit={unit} />)
  const { borderless, duplex, attachment } = path
  const usual = (part: PathPart) => (
    <Usual
      of={PATH_PARTS[part]}
      open={path.unconfirmed.includes(part)}
      onRight={() =>
        form.set(
          at('unconfirmed'),
          path.unconfirmed.filter((one) => one !== part),
        )
      }
    />
  )
  return (
    <div className="space-y-4">
      {path.unconfirmed.length > 0 && (
        <div className="flex flex-wrap items-center gap-3 border-l-4 border-warn bg-paper p-2">
          <p className="min-w-64 flex-1">
            These are usual values of such a path. Hold each part against the manual, then say that it is right; until then every plate on
            it says so.
          </p>
          <Button onClick={() => form.set(at('unconfirmed'), [])}>All of it is right</Button>
        </div>
      )}
      <FieldSet title="What it is" beside={usual('names')}>
        <TextAt form={form} at={at('name')} label="Name" />
        <ChoiceAt form={form} at={at('kind')} label="Kind" options={PATH_KIND_IDS.map((k) => [k, PATH_KINDS[k].label] as const)} />
        <TextAt form={form} at={at('panelName')} label="At the panel it is called" />
        <TextAt form={form} at={at('source')} label="IPP media source" />
      </FieldSet>
      <FieldSet title="What it takes" beside={usual('takes')}>
        <LengthAt form={form} at={at('width.min')} label="Width from" unit={unit} />
        <LengthAt form={form} at={at('width.max')} label="to" unit={unit} />
        <LengthAt form={form} at={at('length.min')} label="Length from" unit={unit} />
        <LengthAt form={form} at={at('length.max')} label="to" unit={unit} />
        <NumberAt form={form} at={at('thickness.min')} label="Thickness from" unit="mm" step={0.01} scale={1000} max={10} />
        <NumberAt form={form} at={at('thickness.max')} label="to" unit="mm" step={0.01} scale={1000} max={10} />
        <NumberAt form={form} at={at('weight.min')} label="Weight from" unit="g/m²" max={3000} />
        <NumberAt form={form} at={at('weight.max')} label="to" unit="g/m²" max={3000} />
        <div className="col-span-full">
          <Wrong form={form} at={at('width')} />
          <Wrong form={form} at={at('length')} />
        </div>
        <CheckAt form={form} at={at('customSizes')} label="sizes typed by hand" />
      </FieldSet>
      <FieldSet title="How many at a time" beside={usual('capacity')} help="By thickness: the first line that is thick enough counts.">
        {path.capacity.map((_entry, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: lines of a table
          <div key={i} className="col-span-2 grid grid-cols-[1fr_1fr_auto] items-end gap-2">
            <NumberAt form={form} at={at(`capacity.${i}.upTo`)} label="up to" unit="mm" step={0.01} scale={1000} max={10} />
            <NumberAt form={form} at={at(`capacity.${i}.sheets`)} label="sheets" min={1} max={5000} />
            <Button
              kind="plain"
              disabled={path.capacity.length === 1}
              aria-label={`Remove line ${i + 1}`}
              onClick={() =>
                form.set(
                  at('capacity'),
                  path.capacity.filter((_, k) => k !== i),
                )
              }
            >
              Remove
            </Button>
          </div>
        ))}
        <Button
          className="self-end justify-self-start"
          onClick={() => form.set(at('capacity'), [...path.capacity, { upTo: (path.capacity.at(-1)?.upTo ?? 100) + 100, sheets: 1 }])}
        >
          Another thickness
        </Button>
      </FieldSet>
      {isRoll(path) && (
        <FieldSet title="Roll">
          <CheckAt form={form} at={at('roll.selfLoading')} label="loads the roll by itself" />
          <CheckAt form={form} at={at('roll.suction')} label="suction can be lowered" />
          <Check
            className="self-end pb-1.5"
            checked={path.roll.cores.length > 1}
            onChange={(on) => form.set(at('roll.cores'), on ? [2, 3] : [])}
          >
            takes 2- and 3-inch cores
          </Check>
        </FieldSet>
      )}
      <FieldSet title="Service">
        <DayField
          label="Last serviced"
          value={path.serviced ?? null}
          error={form.errorAt(at('serviced'))}
          onChange={(day) => form.set(at('serviced'), day)}
        />
        <p className="col-span-3 self-end pb-1.5 text-sm text-soft">What went wrong before that day no longer counts for this path.</p>
        <TextField
          label="Worn or in need of service: what was seen; empty when it is in order"
          className="col-span-full"
          value={path.noted?.says ?? ''}
          onChange={(says) => form.set(at('noted'), says === '' ? null : { on: path.noted?.on ?? dayOf(new Date()), says })}
        />
      </FieldSet>
      <FieldSet title="Margins of a bordered page" beside={usual('margins')}>
        {four('margins')}
      </FieldSet>
      <FieldSet title="Borderless" beside={usual('borderless')}>
        <Check
          className="col-span-full"
          checked={borderless !== null}
          onChange={(on) =>
            form.set(
              at('borderless'),
              on ? { edges: ['left', 'right'], sizes: path.kind === 'roll' ? 'any' : [], enforced: 4500, margins: null } : null,
            )
          }
        >
          it prints past the edge
        </Check>
        {borderless && (
          <>
            {EDGES.map((edge) => (
              <Check
                key={edge}
                checked={borderless.edges.includes(edge)}
                onChange={(on) => {
                  const edges = flip(borderless.edges, edge, on)
                  if (edges.length > 0) form.set(at('borderless.edges'), edges)
                }}
              >
                {edge}
              </Check>
            ))}
            <LengthAt form={form} at={at('borderless.enforced')} label="margin it enforces otherwise" unit={unit} />
            <Check
              className="col-span-2 self-end pb-1.5"
              checked={borderless.sizes === 'any'}
              onChange={(on) => form.set(at('borderless.sizes'), on ? 'any' : [])}
            >
              any size (usual on roll)
            </Check>
            <Check
              className="col-span-full"
              checked={borderless.margins != null}
              onChange={(on) => form.set(at('borderless.margins'), on ? path.margins : null)}
            >
              edges that stay white then have margins of their own
            </Check>
            {borderless.margins && four('borderless.margins')}
            {borderless.sizes !== 'any' && (
              <Fold
                className="col-span-full"
                says={<>Sizes it is offered for: {borderless.sizes.length === 0 ? 'none yet' : borderless.sizes.length}</>}
              >
                <div className="mt-1 grid max-h-48 grid-cols-3 gap-x-3 overflow-y-auto border border-hair p-2 text-sm">
                  {NAMED_SIZES.filter((s) => s.width <= path.width.max && s.length <= path.length.max).map((s) => (
                    <Check
                      key={s.pwg}
                      checked={borderless.sizes.includes(s.pwg)}
                      onChange={(on) => {
                        const now = borderless.sizes as string[]
                        form.set(at('borderless.sizes'), on ? [...now, s.pwg] : now.filter((n) => n !== s.pwg))
                      }}
                    >
                      {s.name}
                    </Check>
                  ))}
                </div>
              </Fold>
            )}
          </>
        )}
      </FieldSet>
      <FieldSet title="How it carries the sheet" beside={usual('carries')}>
        <ChoiceAt
          form={form}
          at={at('printableSide')}
          label="Printable side"
          options={[
            ['up', 'up, facing you'],
            ['down', 'down'],
          ]}
        />
        <ChoiceAt
          form={form}
          at={at('registration')}
          label="Fixed guide"
          options={[
            ['left', 'left'],
            ['right', 'right'],
            ['centre', 'guides centre it'],
          ]}
        />
        <ChoiceAt
          form={form}
          at={at('drawIn')}
          label="The sheet is taken"
          options={[
            ['at-once', 'at once'],
            ['when-asked', 'only when the printer asks'],
          ]}
        />
        <div />
        <CheckAt form={form} at={at('senses.width')} label="senses the width" />
        <CheckAt form={form} at={at('senses.size')} label="senses the size" />
        <CheckAt form={form} at={at('senses.edges')} label="senses the edges" />
        <CheckAt form={form} at={at('senses.skew')} label="finds a sheet that went in askew" />
        {path.senses.size ? (
          <Select
            label="Its size sensing is"
            value={path.sensing ?? null}
            options={[
              [null, 'not looked at'],
              ['on', 'switched on'],
              ['off', 'switched off'],
            ]}
            onChange={(to) => form.set(at('sensing'), to)}
          />
        ) : (
          <div />
        )}
        <TextAt form={form} at={at('signal')} label="It tells that it has the sheet by" long />
        <LengthAt form={form} at={at('tolerance.across')} label="may lie off across, ±" unit={unit} />
        <LengthAt form={form} at={at('tolerance.along')} label="along, ±" unit={unit} />
        <NumberAt form={form} at={at('tolerance.skewDegrees')} label="skew, ±" unit="°" step={0.01} max={5} />
      </FieldSet>
      <FieldSet title="Both sides" beside={usual('sides')}>
        <Check
          className="col-span-full"
          checked={duplex !== null}
          onChange={(on) => form.set(at('duplex'), on ? { how: 'by-hand', upTo: path.thickness.max, margins: null } : null)}
        >
          a printed sheet may go through it again
        </Check>
        {duplex && (
          <>
            <ChoiceAt
              form={form}
              at={at('duplex.how')}
              label="Turned over"
              options={[
                ['by-hand', 'by hand'],
                ['automatic', 'by the printer'],
              ]}
            />
            <NumberAt form={form} at={at('duplex.upTo')} label="up to a thickness of" unit="mm" step={0.01} scale={1000} max={10} />
            <Check
              className="col-span-2 self-end pb-1.5"
              checked={duplex.margins !== null}
              onChange={(on) => form.set(at('duplex.margins'), on ? path.margins : null)}
            >
              the second side has margins of its own
            </Check>
            {duplex.margins && four('duplex.margins')}
          </>
        )}
      </FieldSet>
      <FieldSet title="Room, parts and steps" beside={usual('room')}>
        <LengthAt form={form} at={at('clearance.behind')} label="clear behind" unit={unit} />
        <LengthAt form={form} at={at('clearance.before')} label="clear before" unit={unit} />
        <CheckAt form={form} at={at('clearance.ofSheet')} label="and the sheet’s length" />
        <Check
          className="self-end pb-1.5"
          checked={attachment !== null}
          onChange={(on) => form.set(at('attachment'), on ? { fit: '', remove: '' } : null)}
        >
          parts to change
        </Check>
        {attachment && (
          <>
            <TextAt form={form} at={at('attachment.fit')} label="Before: what to take off and fit" long />
            <TextAt form={form} at={at('attachment.remove')} label="Afterwards: what to put back" long />
          </>
        )}
        <LinesAt form={form} at={at('loadSteps')} label="Loading, as the manual says (a line each)" />
        <LinesAt form={form} at={at('tidySteps')} label="Tidying up (a line each)" />
      </FieldSet>
    </div>
  )
}
