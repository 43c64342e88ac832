import { useInfiniteQuery } from '@tanstack/react-query'
import { createColumnHelper } from '@tanstack/react-table'
import { useDeferredValue, useEffect, useMemo, useState } from 'react'
import { Link, useNavigate, useSearchParams } from 'react-router'
import type { Run } from '../../core/wire/api/dto.ts'
import { smallUrl } from '../api/client.ts'
import { logQuery } from '../api/queries.ts'
import { clock } from '../ui/ago.ts'
import { Button } from '../ui/button.tsx'
import { Empty, Failed, Loading } from '../ui/states.tsx'
import { DataTable } from '../ui/table/data-table.tsx'
import { TextField } from '../ui/text-field.tsx'

const column = createColumnHelper<Run>()
const COLUMNS = [
  column.accessor('id', { header: 'Run', meta: { figure: true, width: '4rem' } }),
  column.display({
    id: 'sheet',
    header: 'Sheet',
    cell: ({ row }) =>
      row.original.delivered ? (
        <img src={smallUrl(row.original.delivered)} alt="" loading="lazy" className="h-10 w-14 bg-ground object-contain" />
      ) : (
        <span className="text-faint">none</span>
      ),
  }),
  column.accessor('jobTitle', {
    header: 'Job',
    meta: { always: true },
    cell: ({ row: { original: run } }) => (
      <Link className="link" to={`/runs/${run.id}`}>
        {run.jobTitle}
      </Link>
    ),
  }),
  column.accessor('printerName', { header: 'Printer', meta: { chips: true } }),
  column.accessor('paperName', { header: 'Paper', meta: { chips: true } }),
  column.accessor((run) => run.inspection?.verdict ?? run.state, {
    id: 'verdict',
    header: 'Verdict',
    meta: { chips: true },
    cell: (c) => (
      <span className={c.getValue() === 'wasted' || c.getValue() === 'failed' ? 'font-semibold text-stop' : ''}>{c.getValue()}</span>
    ),
  }),
  column.accessor((run) => run.inspection?.faults.join(', ') ?? '', { id: 'faults', header: 'Faults' }),
  column.accessor((run) => run.inspection?.sheetsWasted ?? 0, {
    id: 'wasted',
    header: 'Wasted',
    meta: { figure: true },
    cell: (c) => c.getValue() || '',
  }),
  column.accessor('createdAt', { header: 'When', cell: (c) => <span className="whitespace-nowrap">{clock(c.getValue())}</span> }),
]

/** Every run, searchable; opening one shows the plate it was printed with. */
export function Log() {
  const navigate = useNavigate()
  const [asked] = useSearchParams()
  const [q, setQ] = useState(asked.get('q') ?? '')
  const search = useDeferredValue(q)
  const runs = useInfiniteQuery({ ...logQuery(search), placeholderData: (before) => before })
  const data = useMemo(() => runs.data?.pages.flatMap((page) => page.runs) ?? [], [runs.data])
  const { hasNextPage: more, isFetching, fetchNextPage } = runs
  // Words that are in very many runs are looked for bit by bit: it goes on by itself until something is found.
  const looking = more && data.length === 0 && !runs.error
  useEffect(() => {
    if (looking && !isFetching) void fetchNextPage()
  }, [looking, isFetching, fetchNextPage])
  const wasted = data.reduce((sum, r) => sum + (r.inspection?.sheetsWasted ?? 0), 0)
  const used = data.reduce((sum, r) => sum + (r.inspection?.sheetsUsed ?? 0), 0)
  return (
    <div className="mx-auto w-full max-w-7xl p-4">
      <div className="flex flex-wrap items-end gap-4">
        <h1>Log</h1>
        <TextField
          label="Search the log"
          labelAt="hidden"
          type="search"
          placeholder="A job, printer, paper, fault, verdict or word of a note"
          className="min-w-72 flex-1"
          most={200}
          value={q}
          onChange={setQ}
        />
        <p className="text-soft">
          <span className="num">{data.length}</span> {more ? 'runs so far' : 'runs'}, <span className="num">{used}</span> sheets used,{' '}
          <span className="num">{wasted}</span> wasted
        </p>
      </div>
      {runs.error ? (
        <Failed error={runs.error} again={() => void runs.refetch()} />
      ) : looking ? (
        <Loading what="older runs" />
      ) : data.length === 0 && !runs.isPending ? (
        <Empty title={q ? 'No run matches that' : 'Nothing printed yet'}>
          {q ? 'Fewer words find more.' : 'Every print you make is written here with the plate it was printed with.'}
        </Empty>
      ) : (
        <div className="mt-3">
          <DataTable
            name="log"
            label="Runs"
            rows={data}
            columns={COLUMNS}
            idOf={(run) => String(run.id)}
            first={[{ id: 'id', desc: true }]}
            onOpen={(run) => void navigate(`/runs/${run.id}`)}
            none="No run of these passes the filters."
            tools
          />
          {more && (
            <div className="flex items-center gap-3 py-3">
              <Button disabled={runs.isFetchingNextPage} onClick={() => void fetchNextPage()}>
                Look further back
              </Button>
              <span className="text-soft">There are older runs. What is counted and filtered above are those that are listed.</span>
            </div>
          )}
        </div>
      )}
    </div>
  )
}
