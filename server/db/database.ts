import { readFileSync } from 'node:fs'
import { Sequelize } from 'sequelize'
import { config } from '../config.ts'
import { log } from '../log.ts'
import { plugBefore } from './plug.ts'

type Where = { readonly [K in keyof typeof config.database]: (typeof config.database)[K] }

/** The login's password, from the environment or from the file that only its owner reads. */
function passwordOf({ password, passwordFile }: Where): string {
  if (password !== null) return password
  try {
    return readFileSync(passwordFile, 'utf8').trim()
  } catch {
    throw new Error('The password of the database is missing: start with npm start, or set ARCH_DB_PASSWORD or ARCH_DB_PASSWORD_FILE.')
  }
}

const tlsOf = (tls: string | null) => (tls === null ? {} : { ssl: tls === 'on' ? true : { ca: readFileSync(tls, 'utf8') } })

/** One connection pool for the process. Reconnects by itself when the database comes back. */
export function openDatabase(of: Where = config.database): Sequelize {
  const { host, port, name, user, tls } = of
  return new Sequelize(name, user, passwordOf(of), {
    host,
    port,
    dialect: 'mariadb',
    timezone: '+00:00',
    logging: (sql) => {
      log.trace({ sql })
      plugBefore(sql)
    },
    pool: { max: 8, min: 0, acquire: 8000, idle: 10_000 },
    define: { underscored: true, charset: 'utf8mb4', collate: 'utf8mb4_unicode_ci' },
    dialectOptions: { ...tlsOf(tls), connectTimeout: 4000, bigIntAsNumber: true, insertIdAsNumber: true, decimalAsNumber: true },
    retry: { max: 2, match: [/ECONNRESET/, /socket has unexpectedly been closed/i, /Connection lost/i] },
  })
}
