import { Sequelize } from 'sequelize'
import { config } from '../config.ts'
import { log } from '../log.ts'

/** One connection pool for the process. Reconnects by itself when the database comes back. */
export function openDatabase(): Sequelize {
  const { host, port, name, user, password } = config.database
  return new Sequelize(name, user, password, {
    host,
    port,
    dialect: 'mariadb',
    timezone: '+00:00',
    logging: (sql) => log.trace({ sql }),
    pool: { max: 8, min: 0, acquire: 8000, idle: 10_000 },
    define: { underscored: true, charset: 'utf8mb4', collate: 'utf8mb4_unicode_ci' },
    dialectOptions: { connectTimeout: 4000, bigIntAsNumber: true, insertIdAsNumber: true, decimalAsNumber: true },
    retry: { max: 2, match: [/ECONNRESET/, /socket has unexpectedly been closed/i, /Connection lost/i] },
  })
}
