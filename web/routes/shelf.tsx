import { useQuery } from '@tanstack/react-query'
import { useRef, useState } from 'react'
import { NavLink, useParams } from 'react-router'
import { toast } from 'sonner'
import type { ProfileEntry } from '../../core/api/dto.ts'
import { type Unit, writeLength } from '../../core/length/length.ts'
import { lotSizeName } from '../../core/media/lot-name.ts'
import type { Lot, Profile } from '../../core/media/media.ts'
import { EDGES } from '../../core/paths/path.ts'
import type { HouseRules, Studio } from '../../core/studio/studio.ts'
import { api, messageOf, upload } from '../api/client.ts'
import { profilesQuery, queryClient, studioQuery } from '../api/queries.ts'
import { LengthField } from '../ui/length-field.tsx'
import { Failed, Loading } from '../ui/states.tsx'
import { Swatch } from '../ui/swatch.tsx'
import { NotHere } from './not-here.tsx'

const TABS = [
  ['printers', 'Printers'],
  ['papers', 'Papers and lots'],
  ['profiles', 'Profiles'],
  ['rules', 'House rules'],
] as const

/** What the studio owns and knows. */
export function Shelf() {
  const { tab = 'printers' } = useParams()
  const studio = useQuery(studioQuery)
  if (!TABS.some(([slug]) => slug === tab)) return <NotHere />
  if (studio.error) return <Failed error={studio.error} again={() => void studio.refetch()} />
  if (!studio.data) return <Loading what="the shelf" />
  return (
    <div className="mx-auto w-full max-w-7xl p-4">
      <div className="flex flex-wrap items-end gap-x-6 border-b border-line">
        <h1 className="pb-1.5">Shelf</h1>
        <nav aria-label="Shelf" className="flex">
          {TABS.map(([slug, label]) => (
            <NavLink
              key={slug}
              to={`/shelf/${slug}`}
              className={`border-b-2 px-3 py-1.5 ${slug === tab ? 'border-ink font-semibold' : 'border-transparent text-soft hover:text-ink'}`}
            >
              {label}
            </NavLink>
          ))}
        </nav>
      </div>
      {tab === 'printers' && <Printers studio={studio.data} />}
      {tab === 'papers' && <Papers studio={studio.data} />}
      {tab === 'profiles' && <Profiles studio={studio.data} />}
      {tab === 'rules' && <Rules rules={studio.data.rules} />}
    </div>
  )
}

const head = 'py-1 pr-3 text-sm font-normal text-soft'

function Printers({ studio }: { studio: Studio }) {
  const { unit } = studio.rules
  const span = (r: { min: number; max: number }) => `${writeLength(r.min, unit).replace(/ (mm|in)$/, '')}–${writeLength(r.max, unit)}`
  return (
    <div className="mt-3 space-y-6">
      {studio.printers.map((p) => (
        <section key={p.id} aria-label={p.name}>
          <h2>
            {p.name} <span className="font-normal text-soft">{p.kind}</span>
          </h2>
          <div className="overflow-x-auto">
            <table className="mt-1 w-full text-left">
              <thead>
                <tr className="border-b border-line">
                  <th className={head}>Path</th>
                  <th className={head}>Width</th>
                  <th className={head}>Length</th>
                  <th className={head}>Thickness</th>
                  <th className={head}>Margins (leading, trailing, left, right)</th>
                  <th className={head}>Borderless</th>
                  <th className={head}>Side</th>
                  <th className={head}>Guide</th>
                </tr>
              </thead>
              <tbody>
                {p.paths.map((path) => (
                  <tr key={path.id} className="border-b border-hair">
                    <th scope="row" className="py-1 pr-3 font-normal">
                      {path.name}
                    </th>
                    <td className="num pr-3">{span(path.width)}</td>
                    <td className="num pr-3">{span(path.length)}</td>
                    <td className="num pr-3">
                      {(path.thickness.min / 1000).toFixed(2)}–{(path.thickness.max / 1000).toFixed(2)} mm
                    </td>
                    <td className="num pr-3">{EDGES.map((e) => (path.margins[e] / 1000).toFixed(0)).join(' · ')} mm</td>
                    <td className="pr-3">{path.borderless ? (path.borderless.edges.length === 4 ? 'four edges' : 'two sides') : 'no'}</td>
                    <td className="pr-3">{path.printableSide}</td>
                    <td>{path.registration}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </section>
      ))}
    </div>
  )
}

function LotEditor({ lot, unit }: { lot: Lot; unit: Unit }) {
  const save = async (change: object) => {
    try {
      await api('PATCH', `/lots/${lot.id}`, change)
      await queryClient.invalidateQueries({ queryKey: studioQuery.queryKey })
      toast.success('The lot is corrected.')
    } catch (error) {
      toast.error(messageOf(error))
    }
  }
  return (
    <div className="grid grid-cols-[9rem_repeat(3,8.5rem)] items-end gap-3 py-1">
      <span className="self-center">{lotSizeName(lot, unit)}</span>
      <LengthField
        label="measured width"
        unit={unit}
        value={lot.measured.width}
        onChange={(width) => save({ measured: { ...lot.measured, width } })}
      />
      {lot.form === 'sheet' ? (
        <LengthField
          label="measured length"
          unit={unit}
          value={lot.measured.length}
          onChange={(length) => save({ measured: { ...lot.measured, length } })}
        />
      ) : (
        <span />
      )}
      {lot.form === 'roll' ? (
        <LengthField label="left on the roll" unit={unit} value={lot.stock} onChange={(stock) => save({ stock })} />
      ) : (
        <label className="block text-sm text-soft">
          sheets left
          <input
            type="number"
            min={0}
            className="num block w-full text-ink"
            defaultValue={lot.stock}
            onBlur={(e) => {
              const stock = Math.round(Number(e.target.value))
              if (stock >= 0 && stock !== lot.stock) void save({ stock })
            }}
          />
        </label>
      )}
    </div>
  )
}

function Papers({ studio }: { studio: Studio }) {
  return (
    <ul className="mt-3 divide-y divide-hair">
      {studio.papers.map((paper) => (
        <li key={paper.id} className="grid gap-x-6 py-2 lg:grid-cols-[20rem_1fr]">
          <div className="flex items-start gap-3">
            <Swatch white={paper.white} surface={paper.surface} size={34} />
            <div>
              <h2>{paper.name}</h2>
              <p className="text-soft">
                {paper.surface}, {paper.weight} g/m², {(paper.thickness / 1000).toFixed(2)} mm{paper.twoSided ? ', two-sided' : ''}
              </p>
            </div>
          </div>
          <div className="overflow-x-auto">
            {studio.lots
              .filter((l) => l.paperId === paper.id)
              .map((lot) => (
                <LotEditor key={lot.id} lot={lot} unit={studio.rules.unit} />
              ))}
          </div>
        </li>
      ))}
    </ul>
  )
}

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
    <div className="flex flex-wrap gap-1.5">
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

function Profiles({ studio }: { studio: Studio }) {
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

function Rules({ rules }: { rules: HouseRules }) {
  const save = async (change: Partial<HouseRules>) => {
    try {
      await api('PUT', '/studio/rules', { ...rules, ...change })
      await queryClient.invalidateQueries({ queryKey: studioQuery.queryKey })
    } catch (error) {
      toast.error(messageOf(error))
    }
  }
  return (
    <div className="mt-4 max-w-xl space-y-5">
      <fieldset>
        <legend className="font-semibold">Unit of new jobs</legend>
        {(['mm', 'in'] as const).map((unit) => (
          <label key={unit} className="mt-1 flex items-center gap-2">
            <input type="radio" name="unit" checked={rules.unit === unit} onChange={() => save({ unit })} />
            {unit === 'mm' ? 'millimetres' : 'inches'}
          </label>
        ))}
      </fieldset>
      <fieldset>
        <legend className="font-semibold">Everyday intent</legend>
        <p className="text-sm text-soft">
          Practitioners differ. By surface is the default because matte papers lose more beyond their gamut, and gloss holds most colours as
          they are.
        </p>
        {(
          [
            ['by-surface', 'by surface: perceptual on matte, relative on gloss'],
            ['relative', 'media-relative colorimetric every day'],
            ['perceptual', 'perceptual every day'],
          ] as const
        ).map(([value, label]) => (
          <label key={value} className="mt-1 flex items-center gap-2">
            <input type="radio" name="intent" checked={rules.everydayIntent === value} onChange={() => save({ everydayIntent: value })} />
            {label}
          </label>
        ))}
      </fieldset>
      <label className="flex items-center gap-2">
        <input
          type="checkbox"
          checked={rules.blackPointCompensation}
          onChange={(e) => save({ blackPointCompensation: e.target.checked })}
        />
        Black point compensation for photographs
      </label>
      <div className="max-w-48">
        <LengthField
          label="A shift nobody sees, up to"
          unit={rules.unit}
          value={rules.visibleShift}
          onChange={(visibleShift) => save({ visibleShift })}
        />
      </div>
    </div>
  )
}
