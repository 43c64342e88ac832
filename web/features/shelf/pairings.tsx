import { useState } from 'react'
import { NavLink, useNavigate } from 'react-router'
import type { Studio } from '../../../core/things/studio/studio.ts'
import { Select } from '../../ui/select.tsx'
import { Empty } from '../../ui/states.tsx'
import { ListBeside } from './list-beside.tsx'
import { PairingRecord } from './pairing-record.tsx'

/** Every paper on every printer it is known on, at the left; the one that is looked at beside it. */
export function Pairings({ studio, printerId, paperId }: { studio: Studio; printerId: string | null; paperId: string | null }) {
  const navigate = useNavigate()
  const [on, setOn] = useState<string | null>(studio.printers[0]?.id ?? null)
  const printer = studio.printers.find((p) => p.id === printerId)
  const paper = studio.papers.find((p) => p.id === paperId)
  const known = studio.printers
    .map((p) => ({
      printer: p,
      list: studio.pairings.filter((x) => x.printerId === p.id && studio.papers.some((y) => y.id === x.paperId)),
    }))
    .filter(({ list }) => list.length > 0)
  const others = studio.papers.filter((p) => !studio.pairings.some((x) => x.printerId === on && x.paperId === p.id))
  return (
    <ListBeside
      chosen={printer !== undefined && paper !== undefined}
      back={{ to: '/shelf/pairings', words: 'All pairings' }}
      list={
        <>
          <section aria-label="New paper on this printer" className="grid gap-2 border-b border-line pb-3">
            <h2>New paper on a printer</h2>
            {studio.printers.length === 0 || studio.papers.length === 0 ? (
              <p className="text-soft">It takes a printer and a paper.</p>
            ) : (
              <>
                <Select<string | null>
                  label="Printer"
                  full
                  value={on}
                  options={studio.printers.map((p) => [p.id, p.name] as const)}
                  onChange={setOn}
                />
                <Select<string | null>
                  label="Paper"
                  full
                  value={null}
                  placeholder={others.length === 0 ? 'all are known there' : 'Choose the paper …'}
                  disabled={others.length === 0}
                  options={others.map((p) => [p.id, p.name] as const)}
                  onChange={(id) => id && on && void navigate(`/shelf/pairings/${on}/${id}`)}
                />
              </>
            )}
          </section>
          {known.map(({ printer: of, list }) => (
            <section key={of.id} aria-label={of.name} className="mt-3">
              <h2 className="text-soft">{of.name}</h2>
              <ul className="divide-y divide-hair">
                {list.map((p) => (
                  <li key={p.id}>
                    <NavLink
                      to={`/shelf/pairings/${of.id}/${p.paperId}`}
                      className={({ isActive }) => `flex justify-between gap-2 px-2 py-1.5 hover:bg-chosen ${isActive ? 'bg-chosen' : ''}`}
                    >
                      <span className="truncate">{studio.papers.find((x) => x.id === p.paperId)?.name}</span>
                      <span className="num shrink-0 text-sm text-soft">{p.good > 0 ? `${p.good} good` : 'not proven'}</span>
                    </NavLink>
                  </li>
                ))}
              </ul>
            </section>
          ))}
        </>
      }
    >
      {printer && paper ? (
        <PairingRecord key={`${printer.id} ${paper.id}`} printer={printer} paper={paper} studio={studio} />
      ) : printerId ? (
        <Empty title="There is no such pairing">Its printer or its paper may have been put aside. Choose one at the left.</Empty>
      ) : (
        <Empty title="What is known of each paper on each printer">
          <p>A pairing begins with the first print, with a profile that is bound, or here. Choose one, or take a new paper to a printer.</p>
        </Empty>
      )}
    </ListBeside>
  )
}
