import { useMutation } from '@tanstack/react-query'
import type { Unit } from '../../../core/things/length/length.ts'
import { estimateCaliper } from '../../../core/things/media/caliper.ts'
import { SURFACES } from '../../../core/things/media/media.ts'
import { SURFACE_WORDS } from '../../../core/things/media/paper-words.ts'
import { type SampleKind, type SamplePackEdit, SamplePackEditSchema } from '../../../core/things/media/sample-pack.ts'
import { namedSize, nameOf } from '../../../core/things/sizes/named.ts'
import type { SamplePackEntry } from '../../../core/wire/api/samples.ts'
import { ApiError, api, messageOf } from '../../api/client.ts'
import { packsQuery, queryClient } from '../../api/queries.ts'
import { Button, IconButton } from '../../ui/button.tsx'
import { CaliperField } from '../../ui/caliper-field.tsx'
import { Check } from '../../ui/check.tsx'
import { DayField } from '../../ui/day-field.tsx'
import { dayOf } from '../../ui/days.ts'
import { FieldSet } from '../../ui/field-set.tsx'
import { Refused } from '../../ui/file-drop.tsx'
import { MoneyField } from '../../ui/money-field.tsx'
import { NumberField } from '../../ui/number-field.tsx'
import { useRecordForm } from '../../ui/record-form.ts'
import { Select } from '../../ui/select.tsx'
import { SizeField } from '../../ui/size-field.tsx'
import { TextField } from '../../ui/text-field.tsx'
import { toast } from '../../ui/toast.tsx'
import { saves, UnsavedGuard } from '../../ui/unsaved-guard.tsx'

interface Props {
  entry: SamplePackEntry | null
  unit: Unit
  currency: string
  onDone(entry: SamplePackEntry | null): void
}

const A4 = namedSize('iso_a4_210x297mm') ?? { width: 210_000, length: 297_000 }
/** A new paper of the pack is like the one before it: packs are of one maker. */
const kindAfter = (kinds: readonly SampleKind[]): SampleKind => {
  const last = kinds.at(-1)
  const number = Math.max(0, ...kinds.map((k) => Number(k.id) || 0)) + 1
  return {
    id: String(number),
    name: '',
    surface: last?.surface ?? 'satin',
    weight: last?.weight ?? 270,
    thickness: null,
    twoSided: last?.twoSided ?? false,
    printableSide: '',
    sheets: last?.sheets ?? 2,
  }
}
const newPack = (): SamplePackEdit => ({
  name: '',
  width: A4.width,
  length: A4.length,
  paidCents: null,
  arrived: dayOf(new Date()),
  notes: '',
  kinds: [kindAfter([])],
})

/** What a pack's cover and its dividers say. */
export function PackForm({ entry, unit, currency, onDone }: Props) {
  const form = useRecordForm<SamplePackEdit>({
    name: `pack-${entry?.id ?? 'new'}`,
    schema: SamplePackEditSchema,
    record: entry ? SamplePackEditSchema.parse(entry.pack) : newPack(),
    version: entry?.version ?? 0,
  })
  const { draft, put } = form
  const save = useMutation({
    mutationFn: () =>
      entry
        ? api('PUT /sample-packs/{id}', { id: entry.id, body: { version: entry.version, pack: draft } })
        : api('POST /sample-packs', { body: draft }),
    onSuccess: async (saved) => {
      form.saved()
      await queryClient.invalidateQueries(packsQuery)
      toast.success(entry ? 'The pack is saved.' : `${saved.pack.name} is on the shelf.`)
      onDone(saved)
    },
    onError: (error) => {
      if (error instanceof ApiError && error.status === 409) void queryClient.invalidateQueries(packsQuery)
    },
  })
  const kind = (at: number, change: Partial<SampleKind>) => put({ kinds: draft.kinds.map((k, i) => (i === at ? { ...k, ...change } : k)) })
  return (
    <form
      className="space-y-4"
      aria-label={entry ? `Edit ${entry.pack.name}` : 'A new sample pack'}
      onSubmit={(event) => {
        event.preventDefault()
        if (form.valid) save.mutate()
      }}
    >
      <UnsavedGuard dirty={form.dirty && !save.isSuccess} what="The pack" onSave={form.valid ? saves(save.mutateAsync) : null} />
      <h2 className="text-lg">{entry ? entry.pack.name : 'A sample pack has arrived'}</h2>
      <FieldSet title="The pack">
        <TextField
          label="Name on it"
          className="col-span-2"
          most={80}
          value={draft.name}
          error={draft.name ? form.errorAt('name') : null}
          onChange={(name) => put({ name })}
        />
        <SizeField
          label="Size of its sheets"
          of="finished"
          unit={unit}
          value={{ width: draft.width, length: draft.length, name: nameOf(draft.width, draft.length)?.name ?? null }}
          onChange={(size) => size?.width && size.length && put({ width: size.width, length: size.length })}
        />
        <DayField label="Arrived on" className="self-start" value={draft.arrived} onChange={(arrived) => put({ arrived })} />
        <MoneyField
          label="Paid for it"
          currency={currency}
          value={draft.paidCents ?? 0}
          onChange={(cents) => put({ paidCents: cents > 0 ? cents : null })}
        />
        <TextField
          label="Notes"
          className="col-span-full sm:col-span-3"
          most={2000}
          value={draft.notes}
          onChange={(notes) => put({ notes })}
        />
      </FieldSet>
      <fieldset className="border-t border-hair pt-2">
        <legend className="pr-2 font-semibold">Its papers, one for each divider</legend>
        <ol className="divide-y divide-hair">
          {draft.kinds.map((of, i) => (
            <li
              key={of.id}
              aria-label={of.name || `Paper ${i + 1}`}
              className="grid grid-cols-2 items-end gap-x-3 gap-y-2 py-3 sm:grid-cols-6"
            >
              <TextField
                label="Name on the divider"
                className="col-span-2"
                most={80}
                value={of.name}
                error={of.name ? form.errorAt(`kinds.${i}.name`) : null}
                onChange={(name) => kind(i, { name })}
              />
              <Select
                label="Surface"
                full
                value={of.surface}
                options={SURFACES.map((s) => [s, SURFACE_WORDS[s].name] as const)}
                onChange={(surface) => kind(i, { surface })}
              />
              <NumberField
                label="Grammage"
                unit="g/m²"
                min={1}
                max={3000}
                step={5}
                value={of.weight}
                onChange={(weight) => kind(i, { weight })}
              />
              <NumberField label="Sheets" whole min={1} max={100} step={1} value={of.sheets} onChange={(sheets) => kind(i, { sheets })} />
              <span className="flex justify-end">
                <IconButton
                  icon="remove"
                  label={`Leave ${of.name || `paper ${i + 1}`} out`}
                  disabled={draft.kinds.length === 1}
                  onClick={() => put({ kinds: draft.kinds.filter((_, at) => at !== i) })}
                />
              </span>
              {of.thickness === null ? (
                <span className="col-span-2">
                  <Button kind="link" onClick={() => kind(i, { thickness: estimateCaliper(of.surface, of.weight) })}>
                    The divider says how thick
                  </Button>
                </span>
              ) : (
                <CaliperField
                  label="Caliper"
                  className="col-span-2"
                  value={of.thickness}
                  onChange={(thickness) => kind(i, { thickness })}
                />
              )}
              <Check checked={of.twoSided} onChange={(twoSided) => kind(i, { twoSided })} className="col-span-1 pb-1.5">
                both sides
              </Check>
              <TextField
                label="How to tell the printable side"
                className="col-span-2 sm:col-span-3"
                most={200}
                value={of.printableSide}
                onChange={(printableSide) => kind(i, { printableSide })}
              />
            </li>
          ))}
        </ol>
        <Button icon="add" onClick={() => put({ kinds: [...draft.kinds, kindAfter(draft.kinds)] })}>
          Another paper
        </Button>
      </fieldset>
      <Refused message={save.error ? messageOf(save.error) : null} />
      <p className="flex flex-wrap items-center justify-end gap-2">
        {!form.valid && <span className="text-sm text-soft">The pack and each of its papers need a name.</span>}
        <Button
          onClick={() => {
            form.forget()
            onDone(null)
          }}
        >
          {form.dirty ? 'Forget what I entered' : 'Leave it'}
        </Button>
        <Button kind="act" type="submit" disabled={!form.valid || save.isPending}>
          {entry ? 'Save the pack' : 'Put it on the shelf'}
        </Button>
      </p>
    </form>
  )
}
