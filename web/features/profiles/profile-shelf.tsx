import { useQuery } from '@tanstack/react-query'
import { createColumnHelper, flexRender } from '@tanstack/react-table'
import { useMemo, useState } from 'react'
import { useSearchParams } from 'react-router'
import type { Studio } from '../../../core/things/studio/studio.ts'
import type { ProfileEntry } from '../../../core/wire/api/dto.ts'
import { profilesQuery } from '../../api/queries.ts'
import { LabPatch } from '../../ui/lab-patch.tsx'
import { SortHead, useSortedTable } from '../../ui/sorted-table.tsx'
import { Empty, Failed, Loading } from '../../ui/states.tsx'
import { Tabs } from '../../ui/tabs.tsx'
import { BindingForm } from './binding-form.tsx'
import { ChecksView } from './checks-view.tsx'
import { CompareView } from './compare-view.tsx'
import { FactsView } from './facts-view.tsx'
import { HealthView } from './health-view.tsx'
import { ImportProfiles } from './import-profiles.tsx'
import { Silhouette } from './silhouette.tsx'

const column = createColumnHelper<ProfileEntry>()
const VIEWS = [
  ['about', 'About'],
  ['health', 'Health'],
  ['checks', 'Checks'],
  ['compare', 'Compare'],
] as const

/** The profiles, what each was made for, how good it is and whether it still holds. */
export function ProfileShelf({ studio }: { studio: Studio }) {
  const profiles = useQuery(profilesQuery)
  const [params, setParams] = useSearchParams()
  const [filter, setFilter] = useState('')
  const [view, setView] = useState<string>('about')
  const data = useMemo(() => profiles.data ?? [], [profiles.data])
  const columns = useMemo(
    () => [
      column.accessor('description', {
        header: 'Profile',
        cell: ({ row: { original: e } }) => (
          <span className="flex items-center gap-2">
            <LabPatch colours={[e.facts.white, e.facts.black]} size={15} />
            <span className="min-w-0">
              <span className="block leading-snug">{e.description}</span>
              <span className="block text-sm text-soft">
                {e.boundTo
                  ? `${studio.printers.find((p) => p.id === e.boundTo?.printerId)?.name ?? 'a printer that is gone'}${e.boundTo.borrowedFrom ? ', borrowed' : ''}`
                  : 'not bound to anything'}
              </span>
            </span>
          </span>
        ),
      }),
      column.accessor((e) => e.facts.black[0], { id: 'black', header: 'Black L*', cell: ({ getValue }) => getValue().toFixed(0) }),
      column.accessor((e) => e.facts.volume, {
        id: 'volume',
        header: 'Gamut',
        cell: ({ row: { original: e }, getValue }) => (
          <span className="flex items-center gap-1">
            <Silhouette reach={e.facts.silhouette} size={26} />
            {Math.round(getValue() / 1000)} k
          </span>
        ),
      }),
    ],
    [studio.printers],
  )
  const table = useSortedTable(data, columns, [{ id: 'description', desc: false }], filter)
  const rows = table.getRowModel().rows
  const chosen = data.find((e) => e.id === params.get('p')) ?? rows[0]?.original ?? null
  const choose = (id: string) => setParams({ p: id }, { replace: true })
  if (profiles.error) return <Failed error={profiles.error} again={() => void profiles.refetch()} />
  if (!profiles.data) return <Loading what="the profiles" />
  return (
    <div className="mt-3 grid items-start gap-4 lg:grid-cols-[minmax(26rem,5fr)_minmax(0,6fr)]">
      <div className="min-w-0">
        <ImportProfiles onAdded={choose} />
        {data.length === 0 ? (
          <Empty title="No profile yet">
            A profile describes how one printer prints on one paper. Add those you have made or been given; without one the driver has to
            manage colour by itself.
          </Empty>
        ) : (
          <>
            <input
              type="search"
              className="mt-3 w-full"
              aria-label="Find a profile"
              placeholder="Find by name"
              value={filter}
              onChange={(e) => setFilter(e.target.value)}
            />
            <table className="mt-2 w-full table-fixed text-left" aria-label="Profiles">
              <colgroup>
                <col />
                <col className="w-20" />
                <col className="w-24" />
                <col className="w-0" />
              </colgroup>
              <SortHead table={table} />
              <tbody>
                {rows.map((row) => (
                  <tr
                    key={row.id}
                    aria-selected={row.original.id === chosen?.id}
                    className={`cursor-default border-b border-hair ${row.original.id === chosen?.id ? 'bg-chosen' : 'hover:bg-bench'}`}
                    onClick={() => choose(row.original.id)}
                  >
                    {row.getVisibleCells().map((cell, i) => (
                      <td key={cell.id} className={`py-1 pr-3 pl-1 ${i === 0 ? '' : 'num whitespace-nowrap'}`}>
                        {i === 0 ? (
                          <button type="button" className="block w-full text-left" onClick={() => choose(row.original.id)}>
                            {flexRender(cell.column.columnDef.cell, cell.getContext())}
                          </button>
                        ) : (
                          flexRender(cell.column.columnDef.cell, cell.getContext())
                        )}
                      </td>
                    ))}
                    <td />
                  </tr>
                ))}
              </tbody>
            </table>
            {rows.length === 0 && <p className="mt-2 text-soft">No profile bears “{filter}”.</p>}
          </>
        )}
      </div>
      {chosen && (
        <section aria-label={chosen.description} className="min-w-0 lg:sticky lg:top-2">
          <h2 className="text-balance">{chosen.description}</h2>
          <div className="mt-1 border-b border-line">
            <Tabs label="About this profile" tabs={VIEWS} value={view} onChange={setView} />
          </div>
          {view === 'about' && (
            <>
              <BindingForm key={`${chosen.id} ${JSON.stringify(chosen.boundTo)}`} entry={chosen} studio={studio} />
              <FactsView facts={chosen.facts} hash={chosen.hash} />
            </>
          )}
          {view === 'health' && <HealthView id={chosen.id} />}
          {view === 'checks' && <ChecksView key={chosen.id} entry={chosen} tolerance={studio.rules.tolerance} />}
          {view === 'compare' && <CompareView key={chosen.id} entry={chosen} others={data.filter((e) => e.id !== chosen.id)} />}
        </section>
      )}
    </div>
  )
}
