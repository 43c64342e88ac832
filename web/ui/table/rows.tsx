import { flexRender, type Row } from '@tanstack/react-table'
import { useVirtualizer } from '@tanstack/react-virtual'
import { type KeyboardEvent, type MouseEvent, memo, type ReactNode, type RefObject, useEffect, useRef, useState } from 'react'
import { Check } from '../check.tsx'
import { rowAfter } from './columns.ts'

/** From so many rows on only those on view are in the document. */
export const MANY = 60
const ROW_HEIGHT = 40

/** What can be done with rows. New with every change of the table, and the same while it is scrolled. */
export interface RowActs<T> {
  onOpen: ((row: T) => void) | undefined
  end: ((row: T) => ReactNode) | undefined
  rowClass: ((row: T) => string) | undefined
  /** Chooses one more or less, or with `range` all from the last on; null where rows are not chosen. */
  choose: ((index: number, range: boolean) => void) | null
}

interface Props<T> {
  rows: readonly Row<T>[]
  acts: RowActs<T>
  chosen: ReadonlySet<string>
  /** The row that is shown beside the table, or null; undefined where none is. */
  current: string | null
  /** Columns on view: rows are drawn anew when they change. */
  columns: string
  span: number
  /** What scrolls. */
  box: RefObject<HTMLDivElement | null>
}

/** The rows of a table: all of them, or of many those on view. The keyboard goes from row to row. */
export function Rows<T>({ rows, acts, chosen, current, columns, span, box }: Props<T>) {
  const [at, setAt] = useState(0)
  const many = rows.length > MANY
  // What scrolls lies around these rows, and is there only once they have been drawn: then it is looked at again.
  const [, drawn] = useState(false)
  useEffect(() => drawn(true), [])
  const virtual = useVirtualizer({
    count: rows.length,
    enabled: many,
    getScrollElement: () => box.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 8,
    useFlushSync: false,
  })
  const items = many ? virtual.getVirtualItems() : null
  const above = items?.[0]?.start ?? 0
  const below = items ? virtual.getTotalSize() - (items.at(-1)?.end ?? 0) : 0
  const goes = acts.onOpen !== undefined || acts.choose !== null
  const focus = Math.min(at, Math.max(0, rows.length - 1))
  const body = useRef<HTMLTableSectionElement>(null)
  const focusOn = (index: number) => {
    setAt(index)
    if (many) virtual.scrollToIndex(index)
    // It may only just be coming into the document.
    const find = (tries: number) => {
      const row = body.current?.querySelector<HTMLElement>(`[data-index="${index}"]`)
      if (row) row.focus({ preventScroll: many })
      else if (tries > 0) requestAnimationFrame(() => find(tries - 1))
    }
    find(20)
  }
  const onKeyDown = (e: KeyboardEvent<HTMLElement>) => {
    const target = e.target as HTMLElement
    if (!goes || target.dataset.index === undefined) return
    const index = Number(target.dataset.index)
    if (e.key === 'Enter' && acts.onOpen) {
      e.preventDefault()
      const record = rows[index]
      if (record) acts.onOpen(record.original)
    } else if (e.key === ' ' && acts.choose) {
      e.preventDefault()
      acts.choose(index, e.shiftKey)
    } else if (['ArrowDown', 'ArrowUp', 'PageDown', 'PageUp', 'Home', 'End'].includes(e.key)) {
      e.preventDefault()
      const page = Math.max(1, Math.floor((box.current?.clientHeight ?? 400) / ROW_HEIGHT) - 1)
      focusOn(rowAfter(e.key, index, rows.length, page))
    }
  }
  const one = (row: Row<T>, index: number) => (
    <OneRow
      key={row.id}
      row={row as Row<unknown>}
      index={index}
      acts={acts as RowActs<unknown>}
      columns={columns}
      chosen={chosen.has(row.id)}
      current={row.id === current}
      selects={acts.choose !== null || current !== null}
      tab={goes ? index === focus : null}
      measure={many ? virtual.measureElement : null}
      onFocus={setAt}
    />
  )
  const space = (height: number) =>
    height > 0 && (
      <tr>
        <td colSpan={span} style={{ height }} />
      </tr>
    )
  return (
    <tbody ref={body} onKeyDown={onKeyDown}>
      {space(above)}
      {items
        ? items.map((item) => {
            const row = rows[item.index]
            return row && one(row, item.index)
          })
        : rows.map(one)}
      {space(below)}
    </tbody>
  )
}

interface OneProps {
  row: Row<unknown>
  index: number
  acts: RowActs<unknown>
  columns: string
  chosen: boolean
  current: boolean
  selects: boolean
  /** Whether Tab reaches it; null where rows are not gone through. */
  tab: boolean | null
  measure: ((element: Element | null) => void) | null
  onFocus(index: number): void
}

/** Drawn anew only when something of it changes: scrolling past it does not. */
const OneRow = memo(function OneRow({ row, index, acts, chosen, current, selects, tab, measure, onFocus }: OneProps) {
  const { onOpen, end, rowClass, choose } = acts
  return (
    <tr
      data-index={index}
      {...(measure ? { ref: measure, 'aria-rowindex': index + 2 } : {})}
      {...(tab === null ? {} : { tabIndex: tab ? 0 : -1, onFocus: () => onFocus(index) })}
      {...(selects ? { 'aria-selected': choose ? chosen : current } : {})}
      className={`border-b border-hair ${current || chosen ? 'bg-chosen' : onOpen ? 'hover:bg-hair' : ''} ${onOpen ? 'cursor-pointer' : ''} ${rowClass?.(row.original) ?? ''}`}
      onClick={(e: MouseEvent) => {
        // A control in the row is pressed for itself.
        if ((e.target as HTMLElement).closest('a, button, input, label, [role=checkbox]')) return
        if (choose && e.shiftKey) choose(index, true)
        else onOpen?.(row.original)
      }}
    >
      {choose && (
        <td className="w-8 py-1 align-middle">
          <Check label={`Choose row ${index + 1}`} checked={chosen} onChange={() => choose(index, false)} />
        </td>
      )}
      {row.getVisibleCells().map((cell) => (
        <td key={cell.id} className={`py-1.5 pr-3 ${cell.column.columnDef.meta?.figure ? 'num whitespace-nowrap' : ''}`}>
          {flexRender(cell.column.columnDef.cell, cell.getContext())}
        </td>
      ))}
      {end && <td className="py-1.5 text-right whitespace-nowrap">{end(row.original)}</td>}
    </tr>
  )
})
