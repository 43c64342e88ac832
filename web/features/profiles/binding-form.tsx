import { useState } from 'react'
import { toast } from 'sonner'
import type { Binding } from '../../../core/things/media/media.ts'
import { BindingSchema } from '../../../core/things/media/media.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import type { ProfileEntry } from '../../../core/wire/api/dto.ts'
import { api, messageOf } from '../../api/client.ts'
import { queryClient, studioQuery } from '../../api/queries.ts'

type Draft = Partial<Binding>

/** The fields that are filled in; an empty one is left out. */
const tidy = (draft: object): Draft => Object.fromEntries(Object.entries(draft).filter(([, v]) => v !== undefined && v !== '')) as Draft

/** What a profile was made for. What its description suggests is filled in and waits to be confirmed. */
export function BindingForm({ entry, studio }: { entry: ProfileEntry; studio: Studio }) {
  const [draft, setDraft] = useState<Draft>(tidy(entry.boundTo ?? entry.suggestion ?? {}))
  const [more, setMore] = useState(false)
  const printer = studio.printers.find((p) => p.id === draft.printerId)
  const whole = draft.printerId && draft.paperId && draft.mediaTypeId && draft.dpi
  const same = JSON.stringify(tidy(draft)) === JSON.stringify(entry.boundTo)
  const suggested = entry.boundTo === null && entry.suggestion !== null
  const save = async (entered: Draft | null) => {
    try {
      // The button is there only for a binding that is whole.
      const boundTo = entered && BindingSchema.parse(entered)
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
  const select = (label: string, value: string | number | undefined, options: [string | number, string][], set: (v: string) => void) => (
    <label className="block">
      <span className="text-sm text-soft">{label}</span>
      <select className="w-full" aria-label={`${label} of ${entry.description}`} value={value ?? ''} onChange={(e) => set(e.target.value)}>
        <option value="">choose …</option>
        {options.map(([v, text]) => (
          <option key={v} value={v}>
            {text}
          </option>
        ))}
      </select>
    </label>
  )
  const typed = (label: string, key: 'instrument' | 'borrowedFrom' | 'made', type = 'text') => (
    <label className="block">
      <span className="text-sm text-soft">{label}</span>
      <input
        className="w-full"
        type={type}
        maxLength={80}
        value={draft[key] ?? ''}
        onChange={(e) => setDraft(tidy({ ...draft, [key]: e.target.value }))}
      />
    </label>
  )
  return (
    <section aria-label="What it was made for" className="mt-3">
      <h3 className="font-semibold">What it was made for</h3>
      {suggested && <p className="text-sm text-soft">Read from its description and file name. Look it over and confirm.</p>}
      <div className="mt-1 grid gap-2 sm:grid-cols-2">
        {select(
          'Printer',
          draft.printerId,
          studio.printers.map((p) => [p.id, p.name]),
          (printerId) => {
            const { mediaTypeId: _m, dpi: _d, ...rest } = draft
            setDraft({ ...rest, printerId })
          },
        )}
        {select(
          'Paper',
          draft.paperId,
          studio.papers.map((p) => [p.id, p.name]),
          (paperId) => setDraft({ ...draft, paperId }),
        )}
        {select('Media type', draft.mediaTypeId, printer?.mediaTypes.map((m) => [m.id, m.driverName]) ?? [], (mediaTypeId) =>
          setDraft({ ...draft, mediaTypeId }),
        )}
        {select('Resolution', draft.dpi, printer?.qualities.map((q) => [q.dpi, `${q.dpi} dpi`]) ?? [], (dpi) =>
          setDraft({ ...draft, dpi: Number(dpi) }),
        )}
      </div>
      {(more || draft.borrowedFrom) && (
        <div className="mt-2 grid gap-2 sm:grid-cols-2">
          {select(
            'Speed',
            draft.bidirectional === undefined ? '' : String(draft.bidirectional),
            [
              ['true', 'printing both ways'],
              ['false', 'printing one way'],
            ],
            (v) => {
              const { bidirectional: _b, ...rest } = draft
              setDraft(v === '' ? rest : { ...rest, bidirectional: v === 'true' })
            },
          )}
          {select(
            'Black',
            draft.black,
            [
              ['photo', 'photo black'],
              ['matte', 'matte black'],
            ],
            (v) => {
              const { black: _b, ...rest } = draft
              setDraft(v === '' ? rest : { ...rest, black: v as 'photo' | 'matte' })
            },
          )}
          {typed('Made on', 'made', 'date')}
          {typed('Instrument', 'instrument')}
          <label className="block">
            <span className="text-sm text-soft">Patches read</span>
            <input
              className="w-full"
              inputMode="numeric"
              value={draft.patches ?? ''}
              onChange={(e) => {
                const { patches: _p, ...rest } = draft
                const patches = Number.parseInt(e.target.value, 10)
                setDraft(patches > 0 ? { ...rest, patches } : rest)
              }}
            />
          </label>
          {typed('Borrowed from a sister printer', 'borrowedFrom')}
        </div>
      )}
      <div className="mt-2 flex flex-wrap items-center gap-2">
        <button type="button" className="btn btn-act" disabled={!whole || same} onClick={() => save(tidy(draft))}>
          {suggested && whole ? 'Confirm' : 'Bind'}
        </button>
        {entry.boundTo && (
          <button type="button" className="btn" onClick={() => save(null)}>
            Unbind
          </button>
        )}
        {!more && (
          <button type="button" className="link" onClick={() => setMore(true)}>
            speed, black, date, instrument, borrowed …
          </button>
        )}
      </div>
    </section>
  )
}
