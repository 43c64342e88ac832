import { createServer, type IncomingMessage, type Server } from 'node:http'
import { handleHands } from './hands.ts'
import { handle } from './ipp/operations.ts'
import { MAX_DOCUMENT, type Machine } from './machine/machine.ts'

const LOOPBACK = /^(127\.0\.0\.1|localhost|\[::1\])(:\d+)?$/

async function readBody(request: IncomingMessage): Promise<Uint8Array | null> {
  const parts: Buffer[] = []
  let length = 0
  for await (const part of request as AsyncIterable<Buffer>) {
    length += part.length
    if (length > MAX_DOCUMENT) return null
    parts.push(part)
  }
  return Buffer.concat(parts)
}

/** Puts a machine on the loopback interface: IPP at /ipp/print, its physical side at /hands. */
export function listen(machine: Machine, port: number): Promise<Server> {
  const uri = `ipp://127.0.0.1:${port}/ipp/print`
  const server = createServer(async (request, response) => {
    const path = (request.url ?? '/').split('?')[0] ?? '/'
    try {
      if (!machine.powered && !path.startsWith('/hands')) return void request.socket.destroy()
      // A page in a browser has no business here: it always names its origin, or a host of its own.
      if (request.headers.origin !== undefined || !LOOPBACK.test(request.headers.host ?? '')) {
        response.writeHead(403).end()
        request.resume()
        return
      }
      const body = await readBody(request)
      if (!body) {
        response.writeHead(413).end()
        return
      }
      if (path.startsWith('/hands')) return handleHands(machine, request, path, body, response)
      if (request.method !== 'POST' || request.headers['content-type'] !== 'application/ipp') {
        response.writeHead(404).end()
        return
      }
      if (!machine.powered) return void request.socket.destroy()
      const answer = await handle(machine, body, uri)
      response.writeHead(200, { 'content-type': 'application/ipp' })
      response.end(answer)
    } catch {
      response.destroy()
    }
  })
  server.requestTimeout = 0
  return new Promise((resolve, reject) => {
    server.once('error', reject)
    server.listen(port, '127.0.0.1', () => resolve(server))
  })
}
