import { DataTypes, type ModelAttributeColumnOptions } from 'sequelize'
import { z } from 'zod'

/** One column of a table: how it is kept, and what a row has of it in the program. */
export interface Column<T> {
  sql: Pick<ModelAttributeColumnOptions, 'type' | 'allowNull' | 'primaryKey'>
  /** A key the studio counts: its rows are numbered from 1 on, and no number comes twice. */
  counted?: boolean
  /** What stands there when nobody says; the database fills it in. */
  usual?: string | number | boolean
  /** Brings a stored value into the program's form; throws when it cannot be read. Left out where both are the same. */
  read?(stored: unknown): T
  write?(value: T): unknown
  /** What a value is, outside of the database too: in an archive it stands as this says. */
  schema: z.ZodType
  /** For the type system only. */
  readonly of?: T
}
type Columns = Record<string, Column<unknown>>

const column = <T>(sql: Column<T>['sql'], schema: z.ZodType, more: Partial<Column<T>> = {}): Column<T> => ({
  sql: { allowNull: false, ...sql },
  schema,
  ...more,
})

export const text = <T extends string = string>(length: number) => column<T>({ type: DataTypes.STRING(length) }, z.string().max(length))
/** SHA-256, hex. */
export const hash = () => column<string>({ type: DataTypes.CHAR(64) }, z.string().regex(/^[0-9a-f]{64}$/))
export const longText = () => column<string>({ type: DataTypes.TEXT }, z.string())
export const bytes = () => column<Buffer>({ type: DataTypes.BLOB('medium') }, z.string())
export const whole = () => column<number>({ type: DataTypes.INTEGER }, z.number().int())
/** A length in µm, or a count of sheets. */
export const um = () => column<number>({ type: DataTypes.BIGINT }, z.number().int(), { read: Number })
export const real = () => column<number>({ type: DataTypes.DOUBLE }, z.number())
export const yes = () => column<boolean>({ type: DataTypes.BOOLEAN }, z.boolean(), { read: Boolean })
export const moment = () => column<Date>({ type: DataTypes.DATE(3) }, z.iso.datetime())
/** ISO 8601 day. */
export const day = () => column<string>({ type: DataTypes.DATEONLY }, z.iso.date())
export const serial = () => column<number>({ type: DataTypes.INTEGER, primaryKey: true }, z.number().int().positive(), { counted: true })
/** Documents that were read last, by what is stored: the longest ones and those not asked for lately are let go. */
const READ_LETTERS = 24 << 20
const LONGEST = 64 << 10

/** Nobody changes what others have of the same document. */
export function frozen<T>(value: T): T {
  if (typeof value !== 'object' || value === null || Object.isFrozen(value)) return value
  for (const inner of Object.values(value)) frozen(inner)
  return Object.freeze(value)
}

/** Reads what is stored, checked once as long as it is asked for: the same letters are the same document. */
function readOnce<T>(read: (stored: unknown) => T): (stored: string) => T {
  const known = new Map<string, T>()
  let letters = 0
  return (stored) => {
    const before = known.get(stored)
    if (before !== undefined) {
      known.delete(stored)
      known.set(stored, before)
      return before
    }
    const value = frozen(read(JSON.parse(stored)))
    if (stored.length > LONGEST || value === undefined || value === null) return value
    known.set(stored, value)
    letters += stored.length
    for (const oldest of known.keys()) {
      if (letters <= READ_LETTERS) break
      known.delete(oldest)
      letters -= oldest.length
    }
    return value
  }
}

/** A JSON document; `read` checks it with its schema and brings what an older version stored up to date. */
export const json = <T>(read: (stored: unknown) => T, schema: z.ZodType) =>
  column<T>({ type: DataTypes.TEXT('long') }, schema, { read: readOnce(read) as (stored: unknown) => T, write: JSON.stringify })

/** A JSON document of one version. */
export const document = <T>(schema: z.ZodType<T>) => json<T>((stored) => schema.parse(stored), schema)

export const key = <T>(of: Column<T>): Column<T> => ({ ...of, sql: { ...of.sql, primaryKey: true } })
export const optional = <T>(of: Column<T>): Column<T | null> =>
  ({
    ...of,
    sql: { ...of.sql, allowNull: true },
    schema: of.schema.nullable(),
    ...(of.read ? { read: (stored: unknown) => (stored === null ? null : (of.read as (stored: unknown) => T)(stored)) } : {}),
    ...(of.write ? { write: (value: T | null) => (value === null ? null : (of.write as (value: T) => unknown)(value)) } : {}),
  }) as Column<T | null>
export const usually = <T extends string | number | boolean>(usual: T, of: Column<T>): Column<T> => ({ ...of, usual })

type Own<C extends Columns> = { [K in keyof C]: C[K] extends Column<infer T> ? T : never }
/** A row as the program has it. */
export type RowOf<T extends TableDefinition> = Own<T['columns']> & { createdAt: Date; updatedAt: Date }
/** What is written: the row, with whatever the database fills in left out. */
export type NewRow<T extends TableDefinition> = Partial<RowOf<T>>

export interface TableDefinition<C extends Columns = Columns> {
  name: string
  columns: C
  /** Rows without the two moments: there are too many of them. */
  unstamped?: boolean
  /** Tables whose rows are only ever added and removed have no version. */
  versioned: boolean
}

/** Whose row it is: ids need be distinct within one studio only. */
const studio = key(text(40))

/** A table of a studio's things: every row belongs to a studio and has a version that every change checks and raises. */
export const versioned = <C extends Columns>(name: string, columns: C) => ({
  name,
  versioned: true,
  columns: { studio, ...columns, version: usually(1, whole()) },
})

/** The same for rows that are never changed, only added and removed. */
export const plain = <C extends Columns>(name: string, columns: C) => ({
  name,
  versioned: false,
  columns: { studio, ...columns },
})

/** The same for rows that are many and short: when they were made is nowhere written down. */
export const unstamped = <C extends Columns>(name: string, columns: C) => ({ ...plain(name, columns), unstamped: true })
