import { QueryTypes, type Sequelize } from 'sequelize'
import { testDatabase } from '../testing/own-studio.ts'
import { TABLES } from './tables.ts'

let db: Sequelize
beforeAll(() => {
  db = testDatabase()
})
afterAll(() => db.close())

interface Found {
  column: string
  type: string
  nullable: string
  usual: string | null
  key: number | null
}
/** What the database itself says of a table. */
const columnsOf = (table: string) =>
  db.query<Found>(
    `SELECT c.column_name AS \`column\`, c.column_type AS type, c.is_nullable AS nullable, c.column_default AS usual,
            k.ordinal_position AS \`key\`
       FROM information_schema.columns c
       LEFT JOIN information_schema.key_column_usage k
         ON k.table_schema = c.table_schema AND k.table_name = c.table_name AND k.column_name = c.column_name AND k.constraint_name = 'PRIMARY'
      WHERE c.table_schema = DATABASE() AND c.table_name = ? ORDER BY BINARY c.column_name`,
    { replacements: [table], type: QueryTypes.SELECT },
  )
/** MariaDB’s own names of the types that it calls otherwise than a definition does. */
const TYPES: Record<string, string> = { INTEGER: 'int(11)', BIGINT: 'bigint(20)', 'DOUBLE PRECISION': 'double' }
const snake = (name: string) => name.replace(/[A-Z]/g, (c) => `_${c.toLowerCase()}`)
/** As Sequelize has it for this database: the definitions name types by class or by instance. */
const typeOf = (table: string, column: string): string => {
  const sql = String(db.models[table]?.rawAttributes[column]?.type)
  return TYPES[sql] ?? sql.toLowerCase()
}
const usualOf = (usual: unknown) => (usual === undefined ? null : typeof usual === 'string' ? `'${usual}'` : String(Number(usual)))

test('the tables that are stated and those that the migrations made are the same tables', async () => {
  const rows = await db.query<{ name: string }>(
    'SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE()',
    {
      type: QueryTypes.SELECT,
    },
  )
  expect(rows.map((r) => r.name).sort()).toEqual([...Object.values(TABLES).map((t) => t.name), 'sequelize_meta'].sort())
})
test.each(Object.values(TABLES))(
  '$name: every column in both, of one type, default, key and nullability',
  async ({ name, columns, ...more }) => {
    const found = await columnsOf(name)
    const stated = Object.entries(columns).map(([column, { sql, usual }]) => ({
      column: snake(column),
      type: typeOf(name, column),
      nullable: sql.allowNull && !sql.primaryKey ? 'YES' : 'NO',
      usual: usualOf(usual) ?? (sql.allowNull && !sql.primaryKey ? 'NULL' : null),
      key: Boolean(sql.primaryKey),
    }))
    const own = found.filter((f) => f.column !== 'created_at' && f.column !== 'updated_at')
    expect(found).toHaveLength(own.length + ('unstamped' in more ? 0 : 2))
    expect(own.map((f) => ({ ...f, key: f.key !== null }))).toEqual(stated.sort((a, b) => (a.column < b.column ? -1 : 1)))
  },
)
