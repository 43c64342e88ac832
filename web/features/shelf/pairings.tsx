import { useState } from 'react'
import { NavLink, useNavigate } from 'react-router'
import type { Pairing } from '../../../core/things/media/media.ts'
import type { Printer } from '../../../core/things/printers/printer.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import { Combobox } from '../../ui/combobox.tsx'
import { Select } from '../../ui/select.tsx'
import { Empty } from '../../ui/states.tsx'
import { useLonger } from '../../ui/use-longer.tsx'
import { ListBeside } from './list-beside.tsx'
import { PairingRecord } from './pairing-record.tsx'

/** Every paper on every printer it is known on, at the left; the one that is looked at beside it. */
export function Pairings({ studio, printerId, paperId }: { studio: Studio; printerId: string | null; paperId: string | null }) {
  const navigate = useNavigate()
  const [on, setOn] = useState<string | null>(studio.printers[0]?.id ?? null)
  const printer = studio.printers.find((p) => p.id === printerId)
  const paper = studio.papers.find((p) => p.id === paperId)
  const names = new Map(studio.papers.map((p) => [p.id, p.name]))
  const known = studio.printers
    .map((p) => ({ printer: p, list: studio.pairings.filter((x) => x.printerId === p.id && names.has(x.paperId)) }))
    .filter(({ list }) => list.length > 0)
  const there = new Set(studio.pairings.filter((x) => x.printerId === on).map((x) => x.paperId))
  const others = studio.papers.filter((p) => !there.has(p.id))
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
                {others.length === 0 ? (
                  <p className="text-soft">Every paper is known there.</p>
                ) : (
                  <Combobox<string | null>
                    label="Paper"
                    full
                    value={null}
                    placeholder="Choose the paper …"
                    find="A paper"
                    options={others.map((p) => [p.id, p.name] as const)}
                    onChange={(id) => id && on && void navigate(`/shelf/pairings/${on}/${id}`)}
                  />
                )}
              </>
            )}
          </section>
          {known.map(({ printer: of, list }) => (
            <OnPrinter key={of.id} printer={of} pairings={list} names={names} />
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

/** Papers of a printer shown at first: the next printer is in sight. */
const FIRST = 20

/** The papers that are known on one printer. */
function OnPrinter({ printer, pairings, names }: { printer: Printer; pairings: readonly Pairing[]; names: ReadonlyMap<string, string> }) {
  const { shown, more } = useLonger(pairings, FIRST)
  return (
    <section aria-label={printer.name} className="mt-3">
      <h2 className="text-soft">{printer.name}</h2>
      <ul className="divide-y divide-hair">
        {shown.map((p) => (
          <li key={p.id}>
            <NavLink
              to={`/shelf/pairings/${printer.id}/${p.paperId}`}
              className={({ isActive }) => `flex justify-between gap-2 px-2 py-1.5 hover:bg-chosen ${isActive ? 'bg-chosen' : ''}`}
            >
              <span className="truncate">{names.get(p.paperId)}</span>
              <span className="num shrink-0 text-sm text-soft">{p.good > 0 ? `${p.good} good` : 'not proven'}</span>
            </NavLink>
          </li>
        ))}
      </ul>
      {more}
    </section>
  )
}
