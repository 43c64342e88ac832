import { useInfiniteQuery, useQuery } from '@tanstack/react-query'
import { createColumnHelper, type SortingState } from '@tanstack/react-table'
import { useDeferredValue, useMemo, useState } from 'react'
import { useSearchParams } from 'react-router'
import type { Studio } from '../../../core/things/studio/studio.ts'
import type { ProfileEntry } from '../../../core/wire/api/dto.ts'
import type { ProfileOrder } from '../../../core/wire/api/profiles.ts'
import { profileQuery, profilesQuery } from '../../api/shelf-queries.ts'
import { Button } from '../../ui/button.tsx'
import { LabPatch } from '../../ui/lab-patch.tsx'
import { Empty, Failed, Loading } from '../../ui/states.tsx'
import { DataTable } from '../../ui/table/data-table.tsx'
import { TabPanel, TabRow, Tabs } from '../../ui/tabs.tsx'
import { TextField } from '../../ui/text-field.tsx'
import { moreOf } from '../../ui/use-longer.tsx'
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
  const [filter, setFilter] = useState('')
  const q = useDeferredValue(filter.trim())
  const [sorting, setSorting] = useState<SortingState>([{ id: 'description', desc: false }])
  const [{ id: by, desc: down } = { id: 'description', desc: false }] = sorting
  const profiles = useInfiniteQuery({ ...profilesQuery({ q, by: by as ProfileOrder, down }), placeholderData: (before) => before })
  const [params, setParams] = useSearchParams()
  const [view, setView] = useState<string>('about')
  const [first] = profiles.data?.pages ?? []
  const shown = useMemo(() => profiles.data?.pages.flatMap((page) => page.profiles) ?? [], [profiles.data])
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
  const asked = params.get('p')
  const listed = shown.find((e) => e.id === asked)
  // One that is not on the first pages is asked for by itself.
  const one = useQuery({ ...profileQuery(asked ?? ''), enabled: asked !== null && first !== undefined && !listed })
  const chosen = listed ?? (asked !== null && one.isLoading ? null : (one.data ?? shown[0] ?? null))
  const choose = (id: string) => setParams({ p: id }, { replace: true })
  if (profiles.error) return <Failed error={profiles.error} again={() => void profiles.refetch()} />
  if (!first) return <Loading what="the profiles" />
  return (
    <div className="mt-3 grid items-start gap-4 lg:grid-cols-[minmax(26rem,5fr)_minmax(0,6fr)]">
      <div className="min-w-0">
        <ImportProfiles onAdded={choose} />
        {first.all === 0 ? (
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
              served={{ sorting, onSorting: setSorting, found: first.found }}
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
                most={100}
                className="w-56"
                value={filter}
                onChange={setFilter}
              />
            </DataTable>
            {profiles.hasNextPage && (
              <p className="flex flex-wrap items-center gap-3 py-1 text-sm text-soft">
                <Button
                  kind="link"
                  className="py-1 text-sm"
                  disabled={profiles.isFetchingNextPage}
                  onClick={() => void profiles.fetchNextPage()}
                >
                  {moreOf(first.found - shown.length)}
                </Button>
                The list as CSV has those that are listed here.
              </p>
            )}
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
              {view === 'compare' && (
                <CompareView key={chosen.id} entry={chosen} others={studio.profiles.filter(({ id }) => id !== chosen.id)} />
              )}
            </TabPanel>
          </Tabs>
        </section>
      )}
    </div>
  )
}
