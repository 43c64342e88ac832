import {
  type Column,
  type ColumnDef,
  flexRender,
  getCoreRowModel,
  getSortedRowModel,
  type Row,
  type SortingState,
  type Table,
  useReactTable,
} from '@tanstack/react-table'
import { type ReactNode, useMemo, useRef, useState } from 'react'
import { Badge } from '../badge.tsx'
import { Button } from '../button.tsx'
import { Check } from '../check.tsx'
import { Icon } from '../icon.tsx'
import { Popover } from '../popover.tsx'
import { saveText } from '../save-text.ts'
import { toast } from '../toast.tsx'
import { type Chips, chosenAfter, passes, withChip } from './columns.ts'
import { MANY, Rows } from './rows.tsx'

interface Props<T> {
  /** Under which sorting and columns are kept on this device; also the name of a file that is saved. */
  name: string
  label: string
  rows: readonly T[]
  // biome-ignore lint/suspicious/noExplicitAny: columns of one table hold values of many kinds
  columns: readonly ColumnDef<T, any>[]
  idOf(row: T): string
  /** How it is sorted at first. */
  first?: SortingState
  /** Where the rows are the first of a longer list: it is put in order where they come from. */
  served?: { sorting: SortingState; onSorting(next: SortingState): void; found: number }
  /** The row that is shown beside the table. */
  current?: string | null
  /** Pressing a row, or Enter on it. */
  onOpen?: (row: T) => void
  /** What can be done with several rows; their ticks appear with it. */
  act?: (chosen: T[], done: () => void) => ReactNode
  /** Ends each row: its own way on. */
  end?: (row: T) => ReactNode
  /** Filters, choice of columns and saving as CSV, in a line over it. */
  tools?: boolean
  /** Stands in that line. */
  children?: ReactNode
  /** Said when nothing passes the filters. */
  none?: string
  /** Height of the part that scrolls; as high as its rows where it says nothing and they are few. */
  height?: string
  rowClass?: (row: T) => string
}

const nameOf = <T,>(column: Column<T>): string =>
  column.columnDef.meta?.name ?? (typeof column.columnDef.header === 'string' ? column.columnDef.header : column.id)

function useKept<S>(name: string, first: S): [S, (next: S) => void] {
  const key = `table-${name}`
  const [value, setValue] = useState<S>(() => {
    try {
      return (JSON.parse(localStorage.getItem(key) ?? 'null') as S | null) ?? first
    } catch {
      return first
    }
  })
  return [
    value,
    (next) => {
      localStorage.setItem(key, JSON.stringify(next))
      setValue(next)
    },
  ]
}

/** Rows of records: sorted by a press on a column's name, filtered by chips, gone through by keys, saved as CSV. */
export function DataTable<T>(props: Props<T>) {
  const {
    name,
    label,
    rows,
    columns,
    idOf,
    first = [],
    served,
    current = null,
    onOpen,
    act,
    end,
    tools = false,
    none,
    height,
    rowClass,
  } = props
  const [sorted, setSorted] = useState(first)
  const sorting = served?.sorting ?? sorted
  const [hidden, setHidden] = useKept<string[]>(name, [])
  const [chips, setChips] = useState<Chips>({})
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set())
  const last = useRef<number | null>(null)
  const box = useRef<HTMLDivElement>(null)
  const data = useMemo(() => [...rows], [rows])
  const table = useReactTable({
    data,
    columns: columns as ColumnDef<T>[],
    getRowId: idOf,
    state: { sorting, columnVisibility: Object.fromEntries(hidden.map((id) => [id, false])) },
    onSortingChange: (next) => {
      const now = typeof next === 'function' ? next(sorting) : next
      if (served) served.onSorting(now)
      else setSorted(now)
    },
    manualSorting: served !== undefined,
    enableSortingRemoval: false,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
  })
  const inOrder = table.getRowModel().rows
  const shown = useMemo(() => inOrder.filter((row) => passes(chips, (column) => row.getValue(column))), [inOrder, chips])
  const many = shown.length > MANY
  const records = shown.filter((row) => chosen.has(row.id)).map((row) => row.original)
  const span = table.getVisibleLeafColumns().length + (act ? 1 : 0) + (end ? 1 : 0)
  const acts = {
    onOpen,
    end,
    rowClass,
    choose: act
      ? (index: number, range: boolean) => {
          const ids = shown.map((row) => row.id)
          const from = last.current
          setChosen((now) => chosenAfter(now, ids, index, from, range))
          last.current = index
        }
      : null,
  }
  return (
    <div className="flex min-h-0 min-w-0 flex-col">
      {tools && (
        <Tools {...{ table, chips, setChips, hidden, setHidden, name, shown }} all={served?.found ?? rows.length}>
          {props.children}
        </Tools>
      )}
      {act && records.length > 0 && (
        <div
          role="toolbar"
          aria-label="With what is chosen"
          className="sticky top-0 z-10 flex flex-wrap items-center gap-2 border-y border-ink bg-raised px-2 py-1"
        >
          <span>
            <span className="num">{records.length}</span> chosen
          </span>
          {act(records, () => setChosen(new Set()))}
          <Button kind="link" className="ml-auto" onClick={() => setChosen(new Set())}>
            choose none
          </Button>
        </div>
      )}
      <div ref={box} className="min-h-0 overflow-auto" style={height ? { height } : many ? { maxHeight: '72vh' } : undefined}>
        <table
          className="w-full text-left"
          aria-label={label}
          {...(onOpen || act ? { role: 'grid' } : {})}
          {...(many ? { 'aria-rowcount': shown.length + 1 } : {})}
        >
          <Head
            table={table}
            ticks={act !== undefined}
            end={end !== undefined}
            chosen={records.length}
            of={shown.length}
            onAll={(on) => setChosen(new Set(on ? shown.map((row) => row.id) : []))}
          />
          <Rows
            rows={shown}
            acts={acts}
            chosen={chosen}
            current={current}
            columns={table
              .getVisibleLeafColumns()
              .map((column) => column.id)
              .join()}
            span={span}
            box={box}
          />
        </table>
        {shown.length === 0 && <p className="py-3 text-soft">{none ?? 'Nothing here.'}</p>}
      </div>
    </div>
  )
}

const ARIA = { asc: 'ascending', desc: 'descending', false: 'none' } as const

interface HeadProps<T> {
  table: Table<T>
  ticks: boolean
  end: boolean
  chosen: number
  of: number
  onAll(on: boolean): void
}

/** The head, which stays where it is while the rows move under it. */
const Head = <T,>({ table, ticks, end, chosen, of, onAll }: HeadProps<T>) => (
  <thead className="sticky top-0 z-1 bg-(--table-ground,var(--bench))">
    {table.getHeaderGroups().map((group) => (
      <tr key={group.id} className="border-b border-line">
        {ticks && (
          <th scope="col" className="w-8">
            <Check label="Choose all" checked={chosen === 0 ? false : chosen === of ? true : 'mixed'} onChange={onAll} />
          </th>
        )}
        {group.headers.map(({ id, column, getContext }) => {
          const sorted = `${column.getIsSorted()}` as const
          const sorts = column.getCanSort()
          const words = flexRender(column.columnDef.header, getContext())
          const { width } = column.columnDef.meta ?? {}
          return (
            <th
              key={id}
              scope="col"
              aria-sort={sorts ? ARIA[sorted] : undefined}
              className="py-1 pr-3 text-sm font-normal whitespace-nowrap text-soft"
              style={width ? { width } : undefined}
            >
              {sorts ? (
                <button
                  type="button"
                  className="inline-flex min-h-hit items-center gap-1 hover:text-ink"
                  onClick={column.getToggleSortingHandler()}
                >
                  {words}
                  {sorted !== 'false' && <Icon of={sorted === 'asc' ? 'ascending' : 'descending'} size={12} />}
                </button>
              ) : (
                words
              )}
            </th>
          )
        })}
        {end && <td />}
      </tr>
    ))}
  </thead>
)

interface ToolsProps<T> {
  table: Table<T>
  name: string
  shown: readonly Row<T>[]
  all: number
  chips: Chips
  setChips(chips: Chips): void
  hidden: string[]
  setHidden(hidden: string[]): void
  children: ReactNode
}

/** The line over a table: filters as chips, which columns are seen, the rows as a file. */
function Tools<T>({ table, name, shown, all, chips, setChips, hidden, setHidden, children }: ToolsProps<T>) {
  const filters = table.getAllLeafColumns().filter((column) => column.columnDef.meta?.chips)
  const values = (column: Column<T>) =>
    [...new Set(table.getCoreRowModel().rows.map((row) => String(row.getValue(column.id) ?? '')))].sort((a, b) => a.localeCompare(b))
  const save = async () => {
    try {
      const { toCsv } = await import('../../../core/output/lists/csv.ts')
      const columns = table.getVisibleLeafColumns().filter((column) => column.accessorFn)
      saveText(
        `${name}.csv`,
        'text/csv',
        toCsv(
          columns.map(nameOf),
          shown.map((row) =>
            columns.map((column) => {
              const value = row.getValue(column.id)
              const told = column.columnDef.meta?.file?.(row.original, value)
              return told === undefined ? ((value ?? null) as string | number | null) : told
            }),
          ),
        ),
      )
    } catch {
      toast.error('The file could not be made. Load the page again and try once more.')
    }
  }
  return (
    <div className="flex flex-wrap items-center gap-2 pb-2">
      {children}
      {filters.map((column) => {
        const chosen = chips[column.id] ?? []
        return (
          <Popover
            key={column.id}
            label={`Filter by ${nameOf(column).toLowerCase()}`}
            opener={
              <Button small icon="filter">
                {nameOf(column)} <Badge count={chosen.length} of="chosen" />
              </Button>
            }
          >
            <div className="grid max-h-72 gap-1 overflow-y-auto pr-2">
              {values(column).map((value) => (
                <Check key={value} checked={chosen.includes(value)} onChange={() => setChips(withChip(chips, column.id, value))}>
                  {value || 'none'}
                </Check>
              ))}
            </div>
          </Popover>
        )
      })}
      {Object.entries(chips).flatMap(([column, wanted]) =>
        wanted.map((value) => (
          <Button
            key={`${column} ${value}`}
            small
            icon="close"
            aria-label={`No longer only ${value}`}
            onClick={() => setChips(withChip(chips, column, value))}
          >
            {value || 'none'}
          </Button>
        )),
      )}
      <span className="ml-auto flex items-center gap-2">
        <span className="text-sm text-soft" role="status">
          {shown.length === all ? all : `${shown.length} of ${all}`}
        </span>
        <Popover
          label="Columns"
          align="end"
          opener={
            <Button small icon="columns">
              Columns
            </Button>
          }
        >
          <div className="grid gap-1">
            {table.getAllLeafColumns().map((column) => (
              <Check
                key={column.id}
                checked={!hidden.includes(column.id)}
                disabled={column.columnDef.meta?.always === true}
                onChange={(on) => setHidden(on ? hidden.filter((id) => id !== column.id) : [...hidden, column.id])}
              >
                {nameOf(column)}
              </Check>
            ))}
          </div>
        </Popover>
        <Button small icon="saveFile" onClick={() => void save()}>
          CSV
        </Button>
      </span>
    </div>
  )
}
