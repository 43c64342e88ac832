import { join, resolve } from 'node:path'

const root = resolve(process.env.ARCH_ROOT ?? process.cwd())

/** Everything the server is told from outside, with its defaults. It listens on loopback alone. */
export const config = {
  root,
  host: '127.0.0.1',
  port: Number(process.env.ARCH_PORT ?? 8640),
  dataDir: resolve(process.env.ARCH_DATA_DIR ?? join(root, 'var/data')),
  /** Where backups lie; on another disk they outlive this one. */
  backupDir: resolve(process.env.ARCH_BACKUP_DIR ?? join(process.env.ARCH_DATA_DIR ?? join(root, 'var/data'), '../backups')),
  webDir: resolve(process.env.ARCH_WEB_DIR ?? join(root, 'dist/web')),
  workerFile: resolve(process.env.ARCH_WORKER ?? join(root, 'dist/server/worker.js')),
  /** The first port of the simulated printers; null where none of ours are running. */
  simulatorPort: process.env.ARCH_SIM_PORT ? Number(process.env.ARCH_SIM_PORT) : null,
  /** What makes the demo studio. */
  seedFile: resolve(process.env.ARCH_SEED ?? join(root, 'dist/scripts/seed.js')),
  database: {
    host: process.env.ARCH_DB_HOST ?? '127.0.0.1',
    port: Number(process.env.ARCH_DB_PORT ?? 8643),
    name: process.env.ARCH_DB_NAME ?? 'archplate',
    user: process.env.ARCH_DB_USER ?? 'archplate',
    /** The password itself, or the file it is kept in, which `npm start` makes. */
    password: process.env.ARCH_DB_PASSWORD ?? null,
    passwordFile: resolve(process.env.ARCH_DB_PASSWORD_FILE ?? join(root, 'var/database-password')),
    /** `on` for TLS with a certificate the system trusts, or the file of the authority that signed it. Left out: none. */
    tls: process.env.ARCH_DB_TLS ?? null,
  },
} as const

/** Limits of what is taken in. */
export const LIMITS = {
  uploadBytes: 1 << 30,
  /** An exported studio with its pictures. */
  archiveBytes: 16 * 2 ** 30,
  /** The same, unpacked. */
  unpackedBytes: 64 * 2 ** 30,
  pixels: 300_000_000,
  jsonBytes: 2 << 20,
  profileBytes: 32 << 20,
} as const
