import type { Transaction } from 'sequelize'
import type { TableName } from '../db/tables.ts'

/** For whom, and within which act. */
interface For {
  studio: string
  transaction: Transaction | null
}

/** The ids of rows that were written; null where they are not known. */
type Ids = ReadonlySet<string> | null

/** Who is writing a table right now, and which rows. */
interface Writer {
  ids: Ids
}
/** A studio's table: how often it was written since the start, and who is writing it right now. */
interface Written {
  times: number
  writing: Set<Writer>
  /** What the last times wrote, by their numbers. */
  rows: Map<number, Ids>
}
/** Of so many times it is known what they wrote. */
const REMEMBERED = 300
const tables = new Map<string, Written>()
const writes = new WeakMap<Transaction, Map<Written, Writer>>()

function wrote(written: Written, ids: Ids): void {
  written.times++
  written.rows.set(written.times, ids)
  written.rows.delete(written.times - REMEMBERED)
}
const both = (one: Ids, other: Ids): Ids => (one === null || other === null ? null : new Set([...one, ...other]))

/** The rows of a table that were written after so many times, or are being written; null where that is not known. */
function writtenAfter(written: Written, times: number): Ids {
  if (written.times - times > REMEMBERED) return null
  let ids: Ids = new Set()
  for (const writer of written.writing) ids = both(ids, writer.ids)
  for (let at = times + 1; at <= written.times; at++) ids = both(ids, written.rows.get(at) ?? null)
  return ids
}
const writtenOf = (studio: string, name: TableName): Written => {
  const key = `${studio} ${name}`
  const known = tables.get(key) ?? { times: 0, writing: new Set<Writer>(), rows: new Map() }
  tables.set(key, known)
  return known
}

/**
 * Does something that writes a table. What an act writes counts until it is over, whichever way it ends.
 * @param id of the one row that is written; null where it may be others
 */
export async function writing<T>({ studio, transaction }: For, name: TableName, id: string | null, work: () => Promise<T>): Promise<T> {
  const written = writtenOf(studio, name)
  const ids = id === null ? null : new Set([id])
  if (transaction) {
    const mine = writes.get(transaction) ?? new Map<Written, Writer>()
    writes.set(transaction, mine)
    const before = mine.get(written)
    const writer = before ?? { ids }
    if (before) before.ids = both(before.ids, ids)
    mine.set(written, writer)
    written.writing.add(writer)
    return work()
  }
  const writer = { ids }
  written.writing.add(writer)
  try {
    return await work()
  } finally {
    written.writing.delete(writer)
    wrote(written, ids)
  }
}

/** To be called when an act is over, whether it was kept or taken back. */
export function overWith(transaction: Transaction): void {
  for (const [written, writer] of writes.get(transaction) ?? []) {
    written.writing.delete(writer)
    wrote(written, writer.ids)
  }
  writes.delete(transaction)
}

/** What was made last, and how often each table was written then, whatever has been written since: to be made again from. */
const last = new Map<string, { value: unknown; times: number[] }>()

/** What was made before, and of a table the rows that were written since; null where that is not known. */
export interface Before<T> {
  value: T
  written(name: TableName): Ids
}

/** Another process has written to a studio, or all of it is another. */
export function writtenElsewhere(studio: string): void {
  for (const [key, written] of tables) if (key.startsWith(`${studio} `)) wrote(written, null)
  // A studio of the same name may be another: its rows can have the ids and versions of those of before.
  for (const key of last.keys()) if (key.startsWith(`${studio} `)) last.delete(key)
}

interface Kept {
  version: string
  value: Promise<unknown>
}
const kept = new Map<string, Kept>()

const versionOf = (studio: string, names: readonly TableName[]): string => names.map((name) => writtenOf(studio, name).times).join('.')

/**
 * What was made of some tables of a studio, made again only when one of them was written. While an act writes one, what it
 * has not yet brought to its end is nobody's and its own: all ask the database then, for the rows it writes at least.
 * @param make from what was made before, which may be older by any number of changes; null where there is nothing
 * @returns the very same value as long as nothing was written
 */
export async function keptOf<T>(
  { studio }: Pick<For, 'studio'>,
  what: string,
  names: readonly TableName[],
  make: (before: Before<T> | null) => Promise<T>,
): Promise<T> {
  const key = `${studio} ${what}`
  const again = async () => {
    const had = last.get(key)
    if (!had) return make(null)
    const value = had.value as T
    const now = await make({ value, written: (name) => writtenAfter(writtenOf(studio, name), had.times[names.indexOf(name)] ?? -1) })
    return sameThings(value, now) ? value : now
  }
  const quiet = () => names.every((name) => writtenOf(studio, name).writing.size === 0)
  const version = versionOf(studio, names)
  const times = names.map((name) => writtenOf(studio, name).times)
  if (!quiet()) return again()
  const before = kept.get(key)
  if (before?.version === version) return before.value as Promise<T>
  const mine = { version, value: again() }
  kept.set(key, mine)
  try {
    const value = await mine.value
    if (version === versionOf(studio, names)) last.set(key, { value, times })
    return value
  } finally {
    // Written while it was read, or not read at all: whoever asks next reads for himself.
    if (!quiet() || version !== versionOf(studio, names) || !(await settled(mine.value))) if (kept.get(key) === mine) kept.delete(key)
  }
}

/** Whether two lists hold the very same things in the same order: then one is as good as the other, and is told as the same. */
const sameThings = (one: unknown, other: unknown): boolean =>
  Array.isArray(one) && Array.isArray(other) && one.length === other.length && one.every((thing, i) => thing === other[i])

const settled = (work: Promise<unknown>): Promise<boolean> =>
  work.then(
    () => true,
    () => false,
  )
