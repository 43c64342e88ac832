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

/** Another process has written to a studio, or all of it is another. */
export function writtenElsewhere(studio: string): void {
  for (const [key, written] of tables) if (key.startsWith(`${studio} `)) written.times++
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
 * @returns the very same value as long as nothing was written
 */
export async function keptOf<T>(
  { studio }: Pick<For, 'studio'>,
  what: string,
  names: readonly TableName[],
  make: () => Promise<T>,
): Promise<T> {
  const key = `${studio} ${what}`
  const quiet = () => names.every((name) => writtenOf(studio, name).writing === 0)
  const version = versionOf(studio, names)
  if (!quiet()) return make()
  const before = kept.get(key)
  if (before?.version === version) return before.value as Promise<T>
  const mine = { version, value: make() }
  kept.set(key, mine)
  try {
    return await mine.value
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
