import { flexRender, type Table } from '@tanstack/react-table'

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
