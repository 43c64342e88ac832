import type { Server } from 'node:http'
import { serve } from '@hono/node-server'
import { buildHttp } from './api/app.ts'
import { config } from './config.ts'
import { NewerDatabase } from './db/migrations.ts'
import { openInstallation } from './installation.ts'
import { log } from './log.ts'
import { takeUp } from './take-up.ts'
import { NoCopy } from './upkeep/copy-before.ts'

/** How it ends where it would end again at once; scripts/start.mjs knows it. */
const NOT_AGAIN = 78

const installation = await openInstallation().catch((error: unknown) => {
  if (!(error instanceof NewerDatabase || error instanceof NoCopy)) throw error
  console.error(error.message)
  // Starting again would not help: whoever started it leaves it.
  process.exit(NOT_AGAIN)
})
await takeUp(installation)
const http = buildHttp(installation)
const server = serve({ fetch: http.fetch, hostname: config.host, port: config.port }, () => log.info({ port: config.port }, 'listening'))
// A connection that is closed while a request is on its way loses it; after a minute without one nobody is about to send any.
;(server as Server).keepAliveTimeout = 65_000
server.on('error', (error: NodeJS.ErrnoException) => {
  console.error(error.code === 'EADDRINUSE' ? `Port ${config.port} is taken. Set ARCH_PORT to another one.` : String(error))
  process.exit(1)
})

let stopping = false
async function stop() {
  if (stopping) return
  stopping = true
  server.close()
  await installation.end().catch((error) => log.error({ err: error }, 'closing'))
  process.exit(0)
}
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => void stop())
process.on('unhandledRejection', (error) => log.error({ err: error }, 'unhandled'))
