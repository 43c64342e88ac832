import { useQuery } from '@tanstack/react-query'
import { NavLink, useNavigate } from 'react-router'
import { writeSize } from '../../../core/things/length/length.ts'
import { nameOf } from '../../../core/things/sizes/named.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import { counted } from '../../../core/things/words/counted.ts'
import { packsQuery } from '../../api/queries.ts'
import { ButtonLink } from '../../ui/button.tsx'
import { Empty, Failed, Loading } from '../../ui/states.tsx'
import { ListBeside } from './list-beside.tsx'
import { PackForm } from './pack-form.tsx'
import { PackRecord } from './pack-record.tsx'

const NEW = 'new'

/** Every sample pack at the left, the one that is looked at beside it. */
export function Samples({ studio, chosen }: { studio: Studio; chosen: string | null }) {
  const navigate = useNavigate()
  const packs = useQuery(packsQuery)
  if (packs.error) return <Failed error={packs.error} again={() => void packs.refetch()} />
  if (!packs.data) return <Loading what="the sample packs" />
  const { unit, currency } = studio.rules
  const entry = packs.data.find((p) => String(p.id) === chosen) ?? null
  const isNew = chosen === NEW
  return (
    <ListBeside
      chosen={entry !== null || isNew}
      back={{ to: '/shelf/samples', words: 'All packs' }}
      list={
        <>
          <ButtonLink kind="act" icon="add" to={`/shelf/samples/${NEW}`}>
            A pack has arrived
          </ButtonLink>
          <ul className="mt-2 divide-y divide-hair">
            {packs.data.map(({ id, pack }) => {
              const left = Object.values(pack.of).reduce((sum, of) => sum + of.left, 0)
              return (
                <li key={id}>
                  <NavLink
                    to={`/shelf/samples/${id}`}
                    className={({ isActive }) => `block px-2 py-2 hover:bg-chosen ${isActive ? 'bg-chosen' : ''}`}
                  >
                    <span className="block truncate font-semibold">{pack.name}</span>
                    <span className="block text-sm text-soft">
                      {counted(pack.kinds.length, 'paper')},{' '}
                      {nameOf(pack.width, pack.length)?.name ?? writeSize(pack.width, pack.length, unit)} ·{' '}
                      {left === 0 ? 'empty' : `${counted(left, 'sheet')} left`}
                    </span>
                  </NavLink>
                </li>
              )
            })}
          </ul>
        </>
      }
    >
      {isNew ? (
        <PackForm
          entry={null}
          unit={unit}
          currency={currency}
          onDone={(saved) => void navigate(saved ? `/shelf/samples/${saved.id}` : '/shelf/samples')}
        />
      ) : entry ? (
        <PackRecord key={entry.id} entry={entry} studio={studio} />
      ) : chosen ? (
        <Empty title="There is no such pack">It may have been thrown away. Choose one at the left.</Empty>
      ) : packs.data.length === 0 ? (
        <Empty title="No sample pack yet">
          <p>
            A pack holds one or two sheets each of several papers, told apart only by dividers. Write down what the dividers say; each sheet
            then gets a mark when it is taken out, and keeps it until it is in the log.
          </p>
        </Empty>
      ) : (
        <Empty title={`${packs.data.length} sample ${packs.data.length === 1 ? 'pack' : 'packs'}`}>
          <p className="max-lg:hidden">Choose one at the left to take a sheet out of it.</p>
        </Empty>
      )}
    </ListBeside>
  )
}
