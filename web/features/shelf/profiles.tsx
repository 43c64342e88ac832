import { useQuery } from '@tanstack/react-query'
import { useRef, useState } from 'react'
import { toast } from 'sonner'
import type { ProfileEntry } from '../../../core/api/dto.ts'
import type { Profile } from '../../../core/media/media.ts'
import type { Studio } from '../../../core/studio/studio.ts'
import { api, messageOf, upload } from '../../api/client.ts'
import { profilesQuery, queryClient, studioQuery } from '../../api/queries.ts'
import { Failed } from '../../ui/states.tsx'

function Binding({ entry, studio }: { entry: ProfileEntry; studio: Studio }) {
  const [made, setMade] = useState<Partial<NonNullable<Profile['boundTo']>>>(entry.boundTo ?? {})
  const printer = studio.printers.find((p) => p.id === made.printerId)
  const whole = made.printerId && made.paperId && made.mediaTypeId && made.dpi
  const save = async () => {
    try {
      await api('PUT', `/profiles/${entry.id}/binding`, { boundTo: made })
      await queryClient.invalidateQueries({ queryKey: ['profiles'] })
      await queryClient.invalidateQueries({ queryKey: studioQuery.queryKey })
      toast.success('Bound.')
    } catch (error) {
      toast.error(messageOf(error))
    }
  }
  const select = (label: string, value: string | number | undefined, options: [string | number, string][], set: (v: string) => void) => (
    <select aria-label={`${label} of ${entry.description}`} value={value ?? ''} onChange={(e) => set(e.target.value)}>
      <option value="">{label} …</option>
      {options.map(([v, text]) => (
        <option key={v} value={v}>
          {text}
        </option>
      ))}
    </select>
  )
  return (
    <div className="grid grid-cols-2 gap-1.5 sm:grid-cols-[8rem_13rem_11rem_7rem_auto]">
      {select(
        'Printer',
        made.printerId,
        studio.printers.map((p) => [p.id, p.name]),
        (printerId) => setMade({ printerId, ...(made.paperId ? { paperId: made.paperId } : {}) }),
      )}
      {select(
        'Paper',
        made.paperId,
        studio.papers.map((p) => [p.id, p.name]),
        (paperId) => setMade({ ...made, paperId }),
      )}
      {select('Media type', made.mediaTypeId, printer?.mediaTypes.map((m) => [m.id, m.driverName]) ?? [], (mediaTypeId) =>
        setMade({ ...made, mediaTypeId }),
      )}
      {select('Resolution', made.dpi, printer?.qualities.map((q) => [q.dpi, `${q.dpi} dpi`]) ?? [], (dpi) =>
        setMade({ ...made, dpi: Number(dpi) }),
      )}
      <button type="button" className="btn" disabled={!whole || JSON.stringify(made) === JSON.stringify(entry.boundTo)} onClick={save}>
        Bind
      </button>
    </div>
  )
}

/** The profiles, what each was made for, and the way to add one. */
export function Profiles({ studio }: { studio: Studio }) {
  const profiles = useQuery(profilesQuery)
  const input = useRef<HTMLInputElement>(null)
  const [error, setError] = useState<string | null>(null)
  const take = async (file: File | undefined) => {
    if (!file) return
    setError(null)
    try {
      const entry = await upload<ProfileEntry>('/profiles', file, () => undefined, new AbortController().signal)
      toast.success(`${entry.description} is on the shelf. Say what it was made for.`)
      await queryClient.invalidateQueries({ queryKey: ['profiles'] })
    } catch (e) {
      setError(`${file.name}: ${messageOf(e)}`)
    }
  }
  if (profiles.error) return <Failed error={profiles.error} again={() => void profiles.refetch()} />
  return (
    <div className="mt-3">
      <button type="button" className="btn btn-act" onClick={() => input.current?.click()}>
        Add a profile …
      </button>
      <input
        ref={input}
        type="file"
        accept=".icc,.icm"
        className="sr-only"
        tabIndex={-1}
        aria-label="Profile file"
        onChange={(e) => {
          void take(e.target.files?.[0])
          e.target.value = ''
        }}
      />
      {error && (
        <p role="alert" className="mt-2 border-l-2 border-stop pl-2">
          {error}
        </p>
      )}
      <ul className="mt-3 divide-y divide-hair border-y border-hair">
        {(profiles.data ?? []).map((entry) => (
          <li key={entry.id} className="grid items-center gap-x-4 gap-y-1 py-2 lg:grid-cols-[minmax(0,1fr)_auto]">
            <div className="min-w-0">
              <p className="truncate">{entry.description}</p>
              <p className="text-sm text-soft">
                version {entry.version}, {entry.space}, {Math.round(entry.bytes / 1024)} kB,{' '}
                {entry.intents.length === 3 ? 'tables for every intent' : `tables for ${entry.intents.join(', ') || 'no intent'}`}
              </p>
            </div>
            <Binding key={JSON.stringify(entry.boundTo)} entry={entry} studio={studio} />
          </li>
        ))}
      </ul>
    </div>
  )
}
