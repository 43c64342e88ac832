import type { Server } from 'node:http'
import { serve } from '@hono/node-server'
import { buildHttp } from './api/app.ts'
import { config } from './config.ts'
import { openInstallation } from './installation.ts'
import { log } from './log.ts'
import { takeUp } from './take-up.ts'

const installation = await openInstallation()
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
