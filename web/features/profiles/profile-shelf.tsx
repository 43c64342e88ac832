import { useQuery } from '@tanstack/react-query'
import { createColumnHelper } from '@tanstack/react-table'
import { useMemo, useState } from 'react'
import { useSearchParams } from 'react-router'
import type { Studio } from '../../../core/things/studio/studio.ts'
import type { ProfileEntry } from '../../../core/wire/api/dto.ts'
import { profilesQuery } from '../../api/queries.ts'
import { LabPatch } from '../../ui/lab-patch.tsx'
import { Empty, Failed, Loading } from '../../ui/states.tsx'
import { DataTable } from '../../ui/table/data-table.tsx'
import { TabPanel, TabRow, Tabs } from '../../ui/tabs.tsx'
import { TextField } from '../../ui/text-field.tsx'
import { BindingForm } from './binding-form.tsx'
import { ChecksView } from './checks-view.tsx'
import { CompareView } from './compare-view.tsx'
import { FactsView } from './facts-view.tsx'
import { HealthView } from './health-view.tsx'
import { ImportProfiles } from './import-profiles.tsx'
import { RemoveProfile } from './remove-profile.tsx'
import { SilhouetteMark } from './silhouette.tsx'

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
      column.accessor((e) => e.facts.black[0], {
        id: 'black',
        header: 'Black L*',
        meta: { figure: true },
        cell: ({ getValue }) => getValue().toFixed(0),
      }),
      column.accessor((e) => e.facts.volume, {
        id: 'volume',
        header: 'Gamut',
        meta: { figure: true },
        cell: ({ row: { original: e }, getValue }) => (
          <span className="flex items-center gap-1">
            <SilhouetteMark reach={e.facts.silhouette} size={26} />
            {Math.round(getValue() / 1000)} k
          </span>
        ),
      }),
    ],
    [studio.printers],
  )
  const shown = useMemo(() => data.filter((e) => e.description.toLowerCase().includes(filter.trim().toLowerCase())), [data, filter])
  const chosen =
    data.find((e) => e.id === params.get('p')) ?? [...shown].sort((a, b) => a.description.localeCompare(b.description))[0] ?? null
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
          <div className="mt-3">
            <DataTable
              name="profiles"
              label="Profiles"
              rows={shown}
              columns={columns}
              idOf={(e) => e.id}
              first={[{ id: 'description', desc: false }]}
              current={chosen?.id ?? null}
              onOpen={(e) => choose(e.id)}
              none={`No profile bears “${filter}”.`}
              tools
            >
              <TextField
                label="Find a profile"
                labelAt="hidden"
                type="search"
                placeholder="Find by name"
                className="w-56"
                value={filter}
                onChange={setFilter}
              />
            </DataTable>
          </div>
        )}
      </div>
      {chosen && (
        <section aria-label={chosen.description} className="min-w-0 lg:sticky lg:top-2">
          <h2 className="text-balance">{chosen.description}</h2>
          <Tabs value={view} onChange={setView}>
            <div className="mt-1 border-b border-line">
              <TabRow label="About this profile" tabs={VIEWS} />
            </div>
            <TabPanel value={view}>
              {view === 'about' && (
                <>
                  <BindingForm key={`${chosen.id} ${JSON.stringify(chosen.boundTo)}`} entry={chosen} studio={studio} />
                  <FactsView facts={chosen.facts} hash={chosen.hash} />
                  <RemoveProfile key={`remove ${chosen.id}`} entry={chosen} onRemoved={() => setParams({}, { replace: true })} />
                </>
              )}
              {view === 'health' && <HealthView id={chosen.id} />}
              {view === 'checks' && <ChecksView key={chosen.id} entry={chosen} tolerance={studio.rules.tolerance} />}
              {view === 'compare' && <CompareView key={chosen.id} entry={chosen} others={data.filter((e) => e.id !== chosen.id)} />}
            </TabPanel>
          </Tabs>
        </section>
      )}
    </div>
  )
}
