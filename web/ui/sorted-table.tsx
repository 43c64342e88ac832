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

/** The head of a table that is sorted by pressing a column's name; an empty last column is left for actions. */
export function SortHead<T>({ table }: { table: Table<T> }) {
  return (
    <thead>
      {table.getHeaderGroups().map((group) => (
        <tr key={group.id} className="border-b border-line">
          {group.headers.map((h) => (
            <th
              key={h.id}
              aria-sort={{ asc: 'ascending' as const, desc: 'descending' as const }[h.column.getIsSorted() as string] ?? 'none'}
              className="py-1 pr-3 text-sm font-normal whitespace-nowrap"
            >
              <button type="button" className="text-soft hover:text-ink" onClick={h.column.getToggleSortingHandler()}>
                {flexRender(h.column.columnDef.header, h.getContext())}
                {{ asc: ' ↑', desc: ' ↓' }[h.column.getIsSorted() as string] ?? ''}
              </button>
            </th>
          ))}
          <td />
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
