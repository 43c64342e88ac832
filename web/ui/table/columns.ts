import type { RowData } from '@tanstack/react-table'

declare module '@tanstack/react-table' {
  interface ColumnMeta<TData extends RowData, TValue> {
    /** Words of the column in lists and files, where its head is no plain text. */
    name?: string
    /** Figures stand under each other. */
    figure?: boolean
    /** Can be filtered by its values, which are few. */
    chips?: boolean
    /** What stands in a file for this row; the value itself where nothing is said. */
    file?: (row: TData, value: TValue) => string | number | null
    /** Width, as a share of the rest or in rem. */
    width?: string
    /** May not be hidden: it is what the row is known by. */
    always?: boolean
  }
}

/** Values a table is filtered by: any of a column's, and all of the columns. */
export type Chips = Readonly<Record<string, readonly string[]>>

/** Whether a row passes: each column that has chips shows one of them. */
export const passes = (chips: Chips, read: (column: string) => unknown): boolean =>
  Object.entries(chips).every(([column, wanted]) => wanted.length === 0 || wanted.includes(String(read(column) ?? '')))

/** The chips with a value put in or taken out. */
export function withChip(chips: Chips, column: string, value: string): Chips {
  const now = chips[column] ?? []
  const next = now.includes(value) ? now.filter((v) => v !== value) : [...now, value]
  const { [column]: _old, ...others } = chips
  return next.length > 0 ? { ...others, [column]: next } : others
}

/** Where the keyboard goes from a row; the same row where the key leads nowhere. `page` is how many rows are seen. */
export function rowAfter(key: string, at: number, count: number, page: number): number {
  const steps: Record<string, number> = { ArrowDown: 1, ArrowUp: -1, PageDown: page, PageUp: -page, Home: -count, End: count }
  return Math.min(count - 1, Math.max(0, at + (steps[key] ?? 0)))
}

/** What is chosen after a row was pressed: that one more or less, or with Shift all from the last pressed to it. */
export function chosenAfter(
  chosen: ReadonlySet<string>,
  ids: readonly string[],
  at: number,
  last: number | null,
  range: boolean,
): Set<string> {
  const next = new Set(chosen)
  const id = ids[at]
  if (id === undefined) return next
  if (range && last !== null) {
    for (const each of ids.slice(Math.min(at, last), Math.max(at, last) + 1)) next.add(each)
    return next
  }
  if (!next.delete(id)) next.add(id)
  return next
}
