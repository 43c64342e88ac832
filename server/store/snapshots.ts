import { randomBytes } from 'node:crypto'
import type { Transaction } from 'sequelize'
import type { TableName } from '../db/tables.ts'

/** For whom, and within which act. */
interface For {
  studio: string
  transaction: Transaction | null
}

/** A studio's table: how often it was written since the start, and by how many acts it is being written right now. */
interface Written {
  times: number
  writing: number
}
const tables = new Map<string, Written>()
const writes = new WeakMap<Transaction, Set<Written>>()
/** Numbers of another start mean nothing. */
const START = randomBytes(5).toString('hex')

const writtenOf = (studio: string, name: TableName): Written => {
  const key = `${studio} ${name}`
  const known = tables.get(key) ?? { times: 0, writing: 0 }
  tables.set(key, known)
  return known
}

/** Does something that writes a table. What an act writes counts until it is over, whichever way it ends. */
export async function writing<T>({ studio, transaction }: For, name: TableName, work: () => Promise<T>): Promise<T> {
  const written = writtenOf(studio, name)
  if (transaction) {
    const mine = writes.get(transaction) ?? new Set()
    writes.set(transaction, mine)
    if (!mine.has(written)) written.writing++
    mine.add(written)
    return work()
  }
  written.writing++
  try {
    return await work()
  } finally {
    written.writing--
    written.times++
  }
}

/** To be called when an act is over, whether it was kept or taken back. */
export function overWith(transaction: Transaction): void {
  for (const written of writes.get(transaction) ?? []) {
    written.writing--
    written.times++
  }
  writes.delete(transaction)
}

/** What was made last, whatever has been written since: to be made again from. */
const last = new Map<string, unknown>()

/** Another process has written to a studio, or all of it is another. */
export function writtenElsewhere(studio: string): void {
  for (const [key, written] of tables) if (key.startsWith(`${studio} `)) written.times++
  // A studio of the same name may be another: its rows can have the ids and versions of those of before.
  for (const key of last.keys()) if (key.startsWith(`${studio} `)) last.delete(key)
}

interface Kept {
  version: string
  value: Promise<unknown>
}
const kept = new Map<string, Kept>()

/** What a part of a studio is at: the same as long as none of these tables is written. */
export const versionOf = (studio: string, names: readonly TableName[]): string =>
  `${START}.${names.map((name) => writtenOf(studio, name).times).join('.')}`

/**
 * What was made of some tables of a studio, made again only when one of them was written. While an act writes one, what it
 * has not yet brought to its end is nobody's and its own: all ask the database then.
 * @param make from what was made before, which may be older by any number of changes; null where there is nothing
 * @returns the very same value as long as nothing was written
 */
export async function keptOf<T>(
  { studio }: Pick<For, 'studio'>,
  what: string,
  names: readonly TableName[],
  make: (before: T | null) => Promise<T>,
): Promise<T> {
  const key = `${studio} ${what}`
  const again = () => make((last.get(key) as T | undefined) ?? null)
  const quiet = () => names.every((name) => writtenOf(studio, name).writing === 0)
  const version = versionOf(studio, names)
  if (!quiet()) return again()
  const before = kept.get(key)
  if (before?.version === version) return before.value as Promise<T>
  const mine = { version, value: again() }
  kept.set(key, mine)
  try {
    const value = await mine.value
    if (version === versionOf(studio, names)) last.set(key, value)
    return value
  } finally {
    // Written while it was read, or not read at all: whoever asks next reads for himself.
    if (!quiet() || version !== versionOf(studio, names) || !(await settled(mine.value))) if (kept.get(key) === mine) kept.delete(key)
  }
}

const settled = (work: Promise<unknown>): Promise<boolean> =>
  work.then(
    () => true,
    () => false,
  )
