import { useState } from 'react'
import type { z } from 'zod'
import { type Binding, BindingSchema } from '../../../core/things/media/media.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import type { ProfileEntry } from '../../../core/wire/api/dto.ts'
import { api, messageOf } from '../../api/client.ts'
import { queryClient, studioQuery } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { DayField } from '../../ui/day-field.tsx'
import { readNumber } from '../../ui/reading.ts'
import { useRecordForm } from '../../ui/record-form.ts'
import { Select } from '../../ui/select.tsx'
import { TextField } from '../../ui/text-field.tsx'
import { toast } from '../../ui/toast.tsx'
import { TypedField } from '../../ui/typed-field.tsx'

/** A binding on its way: nothing has to be filled in yet, and what is, has to be right. */
const DraftSchema = BindingSchema.partial()
type Draft = z.infer<typeof DraftSchema>

/** The fields that are filled in; an empty one is left out. */
const tidy = (draft: object): Draft => Object.fromEntries(Object.entries(draft).filter(([, v]) => v !== undefined && v !== '')) as Draft

/** What a profile was made for. What its description suggests is filled in and waits to be confirmed. */
export function BindingForm({ entry, studio }: { entry: ProfileEntry; studio: Studio }) {
  const form = useRecordForm<Draft>({ name: null, schema: DraftSchema, record: tidy(entry.boundTo ?? entry.suggestion ?? {}) })
  const { draft } = form
  const [more, setMore] = useState(false)
  const printer = studio.printers.find((p) => p.id === draft.printerId)
  const whole = BindingSchema.safeParse(tidy(draft)).success
  const same = JSON.stringify(tidy(draft)) === JSON.stringify(entry.boundTo)
  const suggested = entry.boundTo === null && entry.suggestion !== null
  const save = async (boundTo: Binding | null) => {
    try {
      await api('PUT /profiles/{id}/binding', { id: entry.id, body: { boundTo } })
      await queryClient.invalidateQueries({ queryKey: ['profiles'] })
      await queryClient.invalidateQueries({ queryKey: studioQuery.queryKey })
      const before = entry.boundTo
      toast.success(boundTo ? 'Bound.' : 'No longer bound.', {
        action: { label: 'Undo', onClick: () => void save(before) },
      })
    } catch (error) {
      toast.error(messageOf(error))
    }
  }
  const choose = <K extends keyof Draft>(
    label: string,
    key: K,
    options: readonly (readonly [Draft[K], string])[],
    also: Partial<Draft> = {},
  ) => (
    <Select<Draft[K]>
      label={`${label} of ${entry.description}`}
      shown={label}
      full
      value={draft[key]}
      options={[[undefined as Draft[K], 'choose …'], ...options]}
      error={form.errorAt(key)}
      onChange={(to) => form.put({ ...also, [key]: to })}
    />
  )
  const words = (label: string, key: 'instrument' | 'borrowedFrom') => (
    <TextField
      label={label}
      most={80}
      value={draft[key] ?? ''}
      error={form.errorAt(key)}
      onChange={(text) => form.set(key, text === '' ? undefined : text)}
    />
  )
  return (
    <section aria-label="What it was made for" className="mt-3">
      <h3 className="font-semibold">What it was made for</h3>
      {suggested && <p className="text-sm text-soft">Read from its description and file name. Look it over and confirm.</p>}
      <div className="mt-1 grid gap-2 sm:grid-cols-2">
        {choose(
          'Printer',
          'printerId',
          studio.printers.map((p) => [p.id, p.name] as const),
          // Media types and qualities are another printer's.
          { mediaTypeId: undefined, dpi: undefined },
        )}
        {choose(
          'Paper',
          'paperId',
          studio.papers.map((p) => [p.id, p.name] as const),
        )}
        {choose('Media type', 'mediaTypeId', printer?.mediaTypes.map((m) => [m.id, m.driverName] as const) ?? [])}
        {choose('Resolution', 'dpi', printer?.qualities.map((q) => [q.dpi, `${q.dpi} dpi`] as const) ?? [])}
      </div>
      {(more || draft.borrowedFrom) && (
        <div className="mt-2 grid gap-2 sm:grid-cols-2">
          {choose('Speed', 'bidirectional', [
            [true, 'printing both ways'],
            [false, 'printing one way'],
          ])}
          {choose('Black', 'black', [
            ['photo', 'photo black'],
            ['matte', 'matte black'],
          ])}
          <DayField
            label="Made on"
            value={draft.made ?? null}
            error={form.errorAt('made')}
            onChange={(day) => form.set('made', day ?? undefined)}
          />
          {words('Instrument', 'instrument')}
          <TypedField
            label="Patches read"
            shown={draft.patches === undefined ? '' : String(draft.patches)}
            error={form.errorAt('patches')}
            read={(text) => (text.trim() === '' ? { ok: true, value: undefined } : { ok: true, value: readNumber(text) ?? Number.NaN })}
            onChange={(patches) => form.set('patches', patches)}
          />
          {words('Borrowed from a sister printer', 'borrowedFrom')}
        </div>
      )}
      <div className="mt-2 flex flex-wrap items-center gap-2">
        <Button kind="act" disabled={!whole || same || !form.valid} onClick={() => void save(BindingSchema.parse(tidy(draft)))}>
          {suggested && whole ? 'Confirm' : 'Bind'}
        </Button>
        {entry.boundTo && <Button onClick={() => void save(null)}>Unbind</Button>}
        {!more && (
          <Button kind="link" onClick={() => setMore(true)}>
            speed, black, date, instrument, borrowed …
          </Button>
        )}
      </div>
    </section>
  )
}
