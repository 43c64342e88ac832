import { useQuery } from '@tanstack/react-query'
import { createColumnHelper, flexRender } from '@tanstack/react-table'
import { useDeferredValue, useMemo, useState } from 'react'
import { useNavigate } from 'react-router'
import type { Run } from '../../core/wire/api/dto.ts'
import { fileUrl } from '../api/client.ts'
import { logQuery } from '../api/queries.ts'
import { clock } from '../ui/ago.ts'
import { SortHead, useSortedTable } from '../ui/sorted-table.tsx'
import { Empty, Failed } from '../ui/states.tsx'

const column = createColumnHelper<Run>()
const COLUMNS = [
  column.accessor('id', { header: 'Run', cell: (c) => <span className="num">{c.getValue()}</span> }),
  column.display({
    id: 'sheet',
    header: 'Sheet',
    cell: ({ row }) =>
      row.original.delivered ? (
        <img src={fileUrl(row.original.delivered)} alt="" loading="lazy" className="h-10 w-14 bg-[#707070] object-contain" />
      ) : (
        <span className="text-faint">none</span>
      ),
  }),
  column.accessor('jobTitle', { header: 'Job' }),
  column.accessor('printerName', { header: 'Printer' }),
  column.accessor('paperName', { header: 'Paper' }),
  column.accessor((run) => run.inspection?.verdict ?? run.state, {
    id: 'verdict',
    header: 'Verdict',
    cell: (c) => (
      <span className={c.getValue() === 'wasted' || c.getValue() === 'failed' ? 'font-semibold text-stop' : ''}>{c.getValue()}</span>
    ),
  }),
  column.accessor((run) => run.inspection?.faults.join(', ') ?? '', { id: 'faults', header: 'Faults' }),
  column.accessor((run) => run.inspection?.sheetsWasted ?? 0, {
    id: 'wasted',
    header: 'Wasted',
    cell: (c) => <span className="num">{c.getValue() || ''}</span>,
  }),
  column.accessor('createdAt', { header: 'When', cell: (c) => <span className="whitespace-nowrap">{clock(c.getValue())}</span> }),
]

/** Every run, searchable; opening one shows the plate it was printed with. */
export function Log() {
  const navigate = useNavigate()
  const [q, setQ] = useState('')
  const search = useDeferredValue(q)
  const runs = useQuery({ ...logQuery(search), placeholderData: (before) => before })
  const data = useMemo(() => runs.data ?? [], [runs.data])
  const table = useSortedTable(data, COLUMNS, [{ id: 'id', desc: true }])
  const wasted = data.reduce((sum, r) => sum + (r.inspection?.sheetsWasted ?? 0), 0)
  const used = data.reduce((sum, r) => sum + (r.inspection?.sheetsUsed ?? 0), 0)
  return (
    <div className="mx-auto w-full max-w-7xl p-4">
      <div className="flex flex-wrap items-end gap-4">
        <h1>Log</h1>
        <input
          type="search"
          aria-label="Search the log"
          placeholder="A job, printer, paper, fault, verdict or word of a note"
          className="min-w-72 flex-1"
          value={q}
          maxLength={200}
          onChange={(e) => setQ(e.target.value)}
        />
        <p className="text-soft">
          <span className="num">{data.length}</span> runs, <span className="num">{used}</span> sheets used,{' '}
          <span className="num">{wasted}</span> wasted
        </p>
      </div>
      {runs.error ? (
        <Failed error={runs.error} again={() => void runs.refetch()} />
      ) : data.length === 0 && !runs.isPending ? (
        <Empty title={q ? 'No run matches that' : 'Nothing printed yet'}>
          {q ? 'Fewer words find more.' : 'Every print you make is written here with the plate it was printed with.'}
        </Empty>
      ) : (
        <div className="mt-3 overflow-x-auto">
          <table className="w-full text-left">
            <SortHead table={table} actions={false} />
            <tbody>
              {table.getRowModel().rows.map((row) => (
                <tr
                  key={row.id}
                  className="cursor-pointer border-b border-hair hover:bg-hair"
                  onClick={() => navigate(`/runs/${row.original.id}`)}
                >
                  {row.getVisibleCells().map((cell) => (
                    <td key={cell.id} className="py-1 pr-3">
                      {cell.column.id === 'jobTitle' ? (
                        <a
                          className="link"
                          href={`/runs/${row.original.id}`}
                          onClick={(e) => {
                            e.preventDefault()
                            e.stopPropagation()
                            navigate(`/runs/${row.original.id}`)
                          }}
                        >
                          {row.original.jobTitle}
                        </a>
                      ) : (
                        flexRender(cell.column.columnDef.cell, cell.getContext())
                      )}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </div>
  )
}
