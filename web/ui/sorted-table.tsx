import {
  type ColumnDef,
  flexRender,
  getCoreRowModel,
  getFilteredRowModel,
  getSortedRowModel,
  type Row,
  type SortingState,
  type Table,
  useReactTable,
} from '@tanstack/react-table'
import { useState } from 'react'

/** A table that is always sorted by one of its columns, at first by `first`; `filter` leaves the rows that have its words. */
export function useSortedTable<T>(data: T[], columns: ColumnDef<T, never>[], first: SortingState = [], filter?: string): Table<T> {
  const [sorting, setSorting] = useState(first)
  return useReactTable({
    data,
    columns,
    state: { sorting, globalFilter: filter },
    onSortingChange: setSorting,
    enableSortingRemoval: false,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
    getFilteredRowModel: getFilteredRowModel(),
  })
}

const ARIA = { asc: 'ascending', desc: 'descending', false: 'none' } as const
const ARROW = { asc: ' ↑', desc: ' ↓', false: '' } as const

/** The head of a table that is sorted by pressing a column's name; `actions` leaves an empty last column for them. */
export function SortHead<T>({ table, actions = true }: { table: Table<T>; actions?: boolean }) {
  return (
    <thead>
      {table.getHeaderGroups().map((group) => (
        <tr key={group.id} className="border-b border-line">
          {group.headers.map(({ id, column, getContext }) => {
            const sorted = `${column.getIsSorted()}` as const
            const name = flexRender(column.columnDef.header, getContext())
            const sorts = column.getCanSort()
            return (
              <th
                key={id}
                scope="col"
                aria-sort={sorts ? ARIA[sorted] : undefined}
                className="py-1 pr-3 text-sm font-normal whitespace-nowrap text-soft"
              >
                {sorts ? (
                  <button type="button" className="hover:text-ink" onClick={column.getToggleSortingHandler()}>
                    {name}
                    {ARROW[sorted]}
                  </button>
                ) : (
                  name
                )}
              </th>
            )
          })}
          {actions && <td />}
        </tr>
      ))}
    </thead>
  )
}

/** The cells of a row: the first says what it is, the others are figures. */
export const Cells = <T,>({ row }: { row: Row<T> }) =>
  row.getVisibleCells().map((cell, i) => (
    <td key={cell.id} className={`py-1.5 pr-3 ${i === 0 ? '' : 'num whitespace-nowrap'}`}>
      {flexRender(cell.column.columnDef.cell, cell.getContext())}
    </td>
  ))
