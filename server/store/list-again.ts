import { QueryTypes } from 'sequelize'
import { TABLES } from '../db/tables.ts'
import type { Before } from './snapshots.ts'
import type { Scope } from './table.ts'

/** With more changes than these the whole list is read. */
const MANY = 300

interface Head {
  id: string
  version: number
  updatedAt: Date
}
/** As which row each thing was read: one that was removed and added again has its id and, it may be, its version, but another time. */
const stamps = new WeakMap<object, string>()
const stampOf = ({ version, updatedAt }: Head): string => `${version} ${updatedAt.getTime()}`

interface Wanted<R, T> {
  table: 'lots' | 'pairings'
  /** SQL: which rows, and in which order. */
  where: string
  order: string
  /** The list as it was read before; what is in it of an older version is read again, the rest stays the very same. */
  before: Before<readonly T[]> | null
  /** Rows of these ids, or all of the list. */
  read(ids: string[] | null): Promise<R[]>
  make(row: R): T
}

/** A list of things whose rows have versions: only those that have changed since are read. */
export async function listAgain<R extends Head, T extends { id: string }>(
  { db, studio, transaction }: Scope,
  { table, where, order, before, read, make }: Wanted<R, T>,
): Promise<T[]> {
  const made = (row: R): T => {
    const thing = make(row)
    stamps.set(thing, stampOf(row))
    return thing
  }
  if (before === null) return (await read(null)).map(made)
  const { value: had } = before
  const written = before.written(table)
  if (written !== null && written.size <= MANY) {
    const rows = new Map((written.size > 0 ? await read([...written]) : []).map((row) => [row.id, row]))
    const list: T[] = []
    for (const one of had) {
      const row = rows.get(one.id)
      if (!written.has(one.id)) list.push(one)
      else if (row) list.push(stamps.get(one) === stampOf(row) ? one : made(row))
      rows.delete(one.id)
    }
    // Where what is new stands is for the whole list to say.
    if (rows.size === 0) return list
  }
  const heads = await db.query<Head>(
    `SELECT id, version, updated_at AS updatedAt FROM ${TABLES[table].name} WHERE studio = ? AND ${where} ORDER BY ${order}`,
    { type: QueryTypes.SELECT, replacements: [studio], ...(transaction ? { transaction } : {}) },
  )
  const known = new Map(had.map((one) => [one.id, one]))
  const same = (head: Head): T | null => {
    const one = known.get(head.id)
    return one && stamps.get(one) === stampOf(head) ? one : null
  }
  const changed = heads.flatMap((head) => (same(head) ? [] : [head.id]))
  if (changed.length > MANY) return (await read(null)).map(made)
  const fresh = new Map((changed.length > 0 ? await read(changed) : []).map((row) => [row.id, made(row)]))
  return heads.flatMap((head) => same(head) ?? fresh.get(head.id) ?? [])
}
