import {
  BaseError,
  literal,
  type Model,
  type ModelStatic,
  type Order,
  QueryTypes,
  type Sequelize,
  Transaction,
  UniqueConstraintError,
  type WhereOptions,
} from 'sequelize'
import type { NewRow } from '../db/columns.ts'
import { type Row, TABLES, type TableName } from '../db/tables.ts'
import { log } from '../log.ts'
import { overWith, writing } from './snapshots.ts'

/** For whom and within which act a query is made. */
export interface Scope {
  db: Sequelize
  studio: string
  /** Null outside of an act. */
  transaction: Transaction | null
}

/** A stored row that this version cannot read. */
export class Unreadable extends Error {
  constructor(table: string, key: Stored, column: string, cause: unknown) {
    super(`${column} of ${table} ${Object.values(key).join(', ')} cannot be read`, { cause })
    this.name = 'Unreadable'
  }
}

/** What can be made of the rows of a list: one that cannot be read is told in the log and keeps nobody from the others. */
export function readable<T, R>(rows: readonly T[], make: (row: T) => R): R[] {
  return rows.flatMap((row) => {
    try {
      return [make(row)]
    } catch (error) {
      if (!(error instanceof Unreadable)) throw error
      log.error({ err: error }, 'left out of a list')
      return []
    }
  })
}

/** Somebody else changed a row meanwhile, in what was to be changed too. */
export class ChangedMeanwhile extends Error {
  readonly current: unknown
  constructor(table: string, current: unknown) {
    super(`${table} was changed meanwhile`)
    this.name = 'ChangedMeanwhile'
    this.current = current
  }
}

type Stored = Record<string, unknown>
type Where<N extends TableName> = { [K in keyof Row<N>]?: Row<N>[K] | readonly Row<N>[K][] } & { [operator: symbol]: unknown }
/**
 * `lock` holds the row until the act ends; `only` leaves the other columns in the database, which works out others of them:
 * `worked`, by name, in SQL.
 */
interface Asked<N extends TableName, W extends string = never> {
  order?: readonly (readonly [keyof Row<N> & string, 'ASC' | 'DESC'])[]
  limit?: number
  only?: readonly (keyof Row<N> & string)[]
  worked?: Record<W, string>
}

/**
 * The rows of one table that belong to one studio. The only place that adds the studio to a query, reads what is stored
 * with its schema, and checks versions.
 */
export function table<N extends TableName>(name: N, scope: Scope) {
  const { db, studio, transaction } = scope
  const definition = TABLES[name]
  const model = db.models[definition.name] as ModelStatic<Model>
  const columns = Object.entries(definition.columns)
  const keys = columns.flatMap(([column, { sql }]) => (sql.primaryKey && column !== 'studio' ? [column] : []))
  const within = transaction ? { transaction } : {}
  const where = (of: Where<N>) => ({ ...of, studio }) as WhereOptions
  const counted = columns.find(([, column]) => column.counted)?.[0]
  /** The studio's next number in this table. What is given is never given again, whatever becomes of its row. */
  async function next(): Promise<number> {
    const [given] = await db.query<{ last: number }>(
      'INSERT INTO counters (studio, series, last) VALUES (:studio, :series, 1) ON DUPLICATE KEY UPDATE last = last + 1 RETURNING last',
      { replacements: { studio, series: definition.name }, type: QueryTypes.SELECT, ...within },
    )
    if (!given) throw new Error(`${definition.name}: no number was given`)
    return given.last
  }
  /** The one row that is meant, where it is named by its id. */
  const idIn = ({ id }: Stored): string | null => (typeof id === 'string' || typeof id === 'number' ? String(id) : null)
  const keyOf = (row: Stored) => Object.fromEntries(keys.map((key) => [key, row[key]]))

  /** A stored row in the program's form; a document is read when it is first asked for, once. */
  function decode(stored: Stored): Row<N> {
    const row: Stored = { ...stored }
    for (const [column, { read }] of columns) {
      if (!read || !(column in stored)) continue
      // Documents are text. What is none, or nothing, is read at once: it costs less than to put it off.
      if (typeof stored[column] !== 'string') {
        row[column] = read(stored[column])
        continue
      }
      let value: unknown
      let done = false
      const get = () => {
        if (done) return value
        try {
          value = read(stored[column])
        } catch (error) {
          throw new Unreadable(definition.name, keyOf(stored), column, error)
        }
        done = true
        return value
      }
      Object.defineProperty(row, column, { enumerable: true, configurable: true, get })
    }
    return row as Row<N>
  }
  const encode = (values: NewRow<(typeof TABLES)[N]>): Stored => {
    const out: Stored = {}
    for (const [column, value] of Object.entries(values)) {
      if (value === undefined) continue
      const write = (definition.columns as Record<string, { write?: (value: unknown) => unknown }>)[column]?.write
      out[column] = write ? write(value) : value
    }
    return out
  }
  const same = (one: unknown, other: unknown) => JSON.stringify(one) === JSON.stringify(other)

  async function one(of: Where<N>, { lock = false, ...asked }: Asked<N> & { lock?: boolean } = {}): Promise<Row<N> | null> {
    const found = await model.findOne({
      where: where(of),
      raw: true,
      ...options(asked),
      ...within,
      ...(lock && transaction ? { lock: true } : {}),
    })
    return found ? decode(found as unknown as Stored) : null
  }
  const options = ({ order, limit, only, worked = {} }: Asked<N, string>) => ({
    ...(order ? { order: order.map((by) => [...by]) as Order } : {}),
    ...(limit ? { limit } : {}),
    ...(only ? { attributes: [...only, ...Object.entries(worked).map(([column, sql]) => [literal(sql), column] as const)] } : {}),
  })

  /** A row whose key the studio counts gets the next number, unless it brings one along. */
  async function insert(values: NewRow<(typeof TABLES)[N]>): Promise<Model> {
    const number = counted && (values as Stored)[counted] === undefined ? { [counted]: await next() } : {}
    return writing(scope, name, idIn({ ...number, ...values }), () =>
      model.create({ ...number, ...encode(values), studio } as never, within),
    )
  }

  return {
    one,
    async all<W extends string = never>(of: Where<N> = {}, asked: Asked<N, W> = {}): Promise<(Row<N> & Record<W, unknown>)[]> {
      return (await model.findAll({ where: where(of), raw: true, ...options(asked), ...within })).map(
        (row) => decode(row as unknown as Stored) as Row<N> & Record<W, unknown>,
      )
    },
    count: (of: Where<N> = {}): Promise<number> => model.count({ where: where(of), ...within }),
    insert: async (values: NewRow<(typeof TABLES)[N]>): Promise<void> => void (await insert(values)),
    /** The same, and answers with the row as it stands now. */
    async add(values: NewRow<(typeof TABLES)[N]>): Promise<Row<N>> {
      const row = await one(keyOf((await insert(values)).get({ plain: true }) as Stored) as Where<N>)
      if (!row) throw new Error(`${definition.name}: what was added is not there`)
      return row
    },
    /** Sets these values in the row of the same key, whatever it had; adds it where there is none. */
    async put(values: NewRow<(typeof TABLES)[N]>): Promise<void> {
      const written = encode(values)
      const raise = definition.versioned ? { version: literal('version + 1') } : {}
      const set = () =>
        writing(scope, name, idIn(values as Stored), () =>
          model.update({ ...written, ...raise }, { where: where(keyOf(values as Stored) as Where<N>), ...within }),
        )
      const [count] = await set()
      if (count > 0) return
      await writing(scope, name, idIn(values as Stored), () => model.create({ ...written, studio } as never, within)).catch(
        async (error) => {
          if (!(error instanceof UniqueConstraintError)) throw error
          await set()
        },
      )
    },
    /**
     * Changes a row. Where another change came between, the row is taken afresh and these values set in it, unless the
     * other changed the very same: then nothing is written. `strict` takes only the row as it was seen.
     * @throws ChangedMeanwhile with the row as it is now
     */
    async change(row: Row<N>, values: NewRow<(typeof TABLES)[N]>, strict = false): Promise<Row<N>> {
      let seen = row
      const of = keyOf(row as Stored) as Where<N>
      const written = encode(values)
      for (;;) {
        const { version } = seen as { version?: number }
        const guard = version === undefined ? {} : { version }
        const raise = version === undefined ? {} : { version: version + 1 }
        const [count] = await writing(scope, name, idIn(row as Stored), () =>
          model.update({ ...written, ...raise }, { where: where({ ...of, ...guard }), ...within }),
        )
        const now = await one(of, { lock: true })
        if (count > 0 && now) return now
        const clash =
          !now || strict || Object.keys(written).some((column) => !same(now[column as keyof Row<N>], row[column as keyof Row<N>]))
        if (clash || version === (now as { version?: number }).version) throw new ChangedMeanwhile(definition.name, now)
        seen = now
      }
    },
    /**
     * Sets values that follow from other records, such as the state a job has from its runs: the version, which guards what
     * people edit, stays. Answers with how many rows there were.
     */
    async follow(of: Where<N>, values: NewRow<(typeof TABLES)[N]>): Promise<number> {
      const [count] = await writing(scope, name, idIn(of as Stored), () => model.update(encode(values), { where: where(of), ...within }))
      return count
    },
    /** @param most removes no more than these at once */
    remove: (of: Where<N>, most?: number): Promise<number> =>
      writing(scope, name, idIn(of as Stored), () => model.destroy({ where: where(of), ...(most ? { limit: most } : {}), ...within })),
  }
}

/** How often an act is tried whose locks crossed those of another. */
const ATTEMPTS = 5
/** Of two acts that wait for each other the database takes one back whole (1213); of two that add the same, one (1062). */
const CROSSED: readonly unknown[] = [1213, 1062]
const crossed = (error: unknown): boolean =>
  error instanceof BaseError && CROSSED.includes((error as { original?: { errno?: number } }).original?.errno)

/**
 * Does something that only queries as one, and again when it and another waited for each other. What it changes it locks and
 * sees as it is now: newer databases refuse that of an older snapshot.
 */
export async function acted<T>(db: Sequelize, work: (transaction: Transaction) => Promise<T>): Promise<T> {
  for (let attempt = 1; ; attempt++)
    try {
      return await transacted(db, work, Transaction.ISOLATION_LEVELS.READ_COMMITTED)
    } catch (error) {
      if (attempt === ATTEMPTS || !crossed(error)) throw error
    }
}

/** Does something as one: all of it, or nothing. */
export async function transacted<T>(
  db: Sequelize,
  work: (transaction: Transaction) => Promise<T>,
  isolationLevel?: Transaction.ISOLATION_LEVELS,
): Promise<T> {
  let begun: Transaction | null = null
  try {
    return await db.transaction(isolationLevel ? { isolationLevel } : {}, (transaction) => {
      begun = transaction
      return work(transaction)
    })
  } finally {
    if (begun) overWith(begun)
  }
}

/** The Sequelize models of all tables, made from their definitions. */
export function defineModels(db: Sequelize): void {
  for (const { name, columns, ...definition } of Object.values(TABLES))
    db.define(
      name,
      Object.fromEntries(
        Object.entries(columns).map(([column, { sql, usual }]) => [
          column,
          { ...sql, ...(usual === undefined ? {} : { defaultValue: usual }) },
        ]),
      ),
      { tableName: name, timestamps: !('unstamped' in definition) },
    )
}
