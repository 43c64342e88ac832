import { z } from 'zod'
import { type Plate, PlateSchema } from '../../core/plate/resolve/plate.ts'
import { readPlate } from '../../core/plate/resolve/read-plate.ts'
import { type Column, json } from '../db/columns.ts'
import { TABLES, type TableName } from '../db/tables.ts'
import { THINGS } from '../store/store.ts'

type Values = Record<string, unknown>

/** Requests were made of this installation; the others follow from the runs and are made anew from them. */
const OWN: readonly TableName[] = ['requests', 'plates', 'runWords', 'experience']
/** Tables whose rows go into an archive. */
export const ARCHIVED = THINGS.filter((name) => !OWN.includes(name))

/** A run stands in an archive with its plate, not with where this installation keeps it. */
const PLATE: Column<unknown> = json<Plate>(readPlate, PlateSchema)
const FOLLOWS = ['plateId', 'printerName', 'paperId', 'paperName', 'sheets']
const columnsOf = (name: TableName): [string, Column<unknown>][] =>
  name === 'runs'
    ? [
        ...Object.entries<Column<unknown>>(TABLES.runs.columns).filter(([column]) => column !== 'studio' && !FOLLOWS.includes(column)),
        ['plate', PLATE],
      ]
    : Object.entries<Column<unknown>>(TABLES[name].columns).filter(([column]) => column !== 'studio')

/** What a row of a table is in an archive: the published schema of its lines. */
const rowSchema = (name: TableName) =>
  z.object({
    ...Object.fromEntries(columnsOf(name).map(([column, { schema }]) => [column, schema])),
    createdAt: z.iso.datetime(),
    updatedAt: z.iso.datetime(),
  })

/** JSON Schema of every table of an archive, by its name. */
export const archiveJsonSchemas = () =>
  Object.fromEntries(
    ARCHIVED.map((name) => [name, z.toJSONSchema(rowSchema(name), { io: 'output', unrepresentable: 'any', reused: 'inline' })]),
  )

/** A stored row as it stands in an archive, and whether this version can read it: what it cannot goes as it was stored. */
export function rowToJson(name: TableName, stored: Values): { row: Values; readable: boolean } {
  const out: Values = {}
  let readable = true
  for (const [column, { read }] of columnsOf(name)) {
    const value = stored[column]
    if (value instanceof Date) out[column] = value.toISOString()
    else if (!read) out[column] = value
    else
      try {
        out[column] = read(value)
      } catch {
        out[column] = value
        readable = false
      }
  }
  const at = (moment: unknown) => (moment as Date).toISOString()
  return { row: { ...out, createdAt: at(stored.createdAt), updatedAt: at(stored.updatedAt) }, readable }
}

/**
 * A line of an archive as it is stored; documents of older versions are brought up to date.
 * @throws Error when it is not what a row of this table is
 */
export function rowFromJson(name: TableName, line: Values, studio: string): Values {
  const out: Values = { studio, createdAt: new Date(String(line.createdAt)), updatedAt: new Date(String(line.updatedAt)) }
  for (const [column, { read, write, schema, sql, usual }] of columnsOf(name)) {
    const value = line[column]
    if (value === undefined) {
      if (usual === undefined && !sql.allowNull) throw new Error(`${column} is missing`)
      continue
    }
    if (write)
      out[column] =
        value === null && sql.allowNull ? null : (write as (value: unknown) => unknown)(read ? read(JSON.stringify(value)) : value)
    else {
      const checked = schema.parse(value)
      out[column] = /^DATETIME/.test(String(sql.type)) && checked !== null ? new Date(String(checked)) : checked
    }
  }
  return out
}
