import { createServer, type Server } from 'node:http'
import { mm } from '../../core/things/length/length.ts'
import type { Printer } from '../../core/things/printers/printer.ts'
import type { Studio } from '../../core/things/studio/studio.ts'
import { type Attributes, decode, encode, groupOf, v } from '../../core/wire/ipp/message.ts'
import { JOB_STATE, OPERATION, STATUS } from '../../core/wire/ipp/tags.ts'
import { DELIVERED } from '../../core/work/runs/states.ts'
import { call, until } from '../testing/client.ts'
import { finish, hand, job, killNewest, print, runOf } from '../testing/jobs.ts'

// The least a printer may be: Print-Job in one step, and no memory of its jobs. Its line breaks just after the page arrived.
const PORT = 9791
const printed: string[] = []
let breaks = true
let server: Server

const JOB: Attributes = { 'job-id': v.integer(1), 'job-state': v.enum(JOB_STATE.completed), 'job-state-reasons': v.keyword('none') }
const PRINTER: Attributes = {
  'operations-supported': v.enum(OPERATION['Print-Job'], OPERATION['Validate-Job'], OPERATION['Get-Jobs']),
  'document-format-supported': v.mime('image/pwg-raster'),
  'pwg-raster-document-type-supported': v.keyword('device3_8'),
}

beforeAll(async () => {
  server = createServer(async (request, response) => {
    if (request.method !== 'POST') return void response.writeHead(404).end()
    const parts: Buffer[] = []
    for await (const part of request as AsyncIterable<Buffer>) parts.push(part)
    const { message } = decode(new Uint8Array(Buffer.concat(parts)))
    if (message.code === OPERATION['Print-Job']) {
      printed.push(String(groupOf(message, 'operation')['job-name']?.[0]?.value))
      if (breaks) return void request.socket.destroy()
    }
    const groups = {
      [OPERATION['Get-Printer-Attributes']]: [{ group: 'printer' as const, attributes: PRINTER }],
      [OPERATION['Print-Job']]: [{ group: 'job' as const, attributes: JOB }],
      [OPERATION['Get-Job-Attributes']]: [{ group: 'job' as const, attributes: JOB }],
    }[message.code]
    response.writeHead(200, { 'content-type': 'application/ipp' })
    response.end(
      encode({
        version: [1, 1],
        code: STATUS.ok,
        requestId: message.requestId,
        groups: [
          { group: 'operation', attributes: { 'attributes-charset': v.charset('utf-8'), 'attributes-natural-language': v.language('en') } },
          ...(groups ?? []),
        ],
      }),
    )
  })
  await new Promise<void>((done) => server.listen(PORT, '127.0.0.1', done))
  const tern = ((await call<Studio>('GET', '/studio')).body.printers as Printer[]).find((p) => p.id === 'tern')
  await call('DELETE', '/printers/onestep')
  const made = await call('POST', '/printers', { ...tern, id: 'onestep', name: 'One step', address: `ipp://127.0.0.1:${PORT}/ipp/print` })
  expect(made.status).toBe(201)
})
afterAll(async () => {
  await call('DELETE', '/printers/onestep')
  server.closeAllConnections()
  server.close()
})

test.each([true, false])(
  'a page whose fate nobody knows is not sent again by itself: a person says whether it came out (%s)',
  async (cameOut) => {
    breaks = true
    printed.length = 0
    const j = await job(
      { paperId: 'logbook-plain', sheet: { width: mm(210), length: mm(297), name: 'A4' }, size: { by: 'border', border: mm(20) } },
      { printer: 'onestep', stock: 'plain-a4', 'colour-management': 'driver' },
    )
    const run = await print(j)
    const asked = await until(
      () => runOf(run.id),
      (r) => r.reason === 'sent-unknown',
    )
    expect([asked.state, asked.message.includes('Did a sheet come out'), printed.length]).toEqual(['waiting', true, 1])
    // It stays a question while others print, and over a restart.
    killNewest('server/main.js')
    await until(
      () => call('GET', '/jobs').catch(() => ({ status: 0 })),
      ({ status }) => status === 200,
    )
    await hand('plover', { act: 'load', pathId: 'plover-tray-1', lotId: 'plain-a4', remaining: 5 })
    const A4 = { paperId: 'logbook-plain', sheet: { width: mm(210), length: mm(297), name: 'A4' } }
    await finish(
      (await print(await job({ ...A4, size: { by: 'border', border: mm(20) } }, { printer: 'plover', stock: 'plain-a4' }))).id,
      DELIVERED,
    )
    expect([(await runOf(run.id)).reason, printed.length]).toEqual(['sent-unknown', 1])
    breaks = false
    expect((await call('POST', `/runs/${run.id}/settle`, { cameOut })).status).toBe(200)
    expect((await finish(run.id, DELIVERED)).sheetsDelivered).toBe(1)
    expect(printed.length).toBe(cameOut ? 1 : 2)
    expect((await call('POST', `/runs/${run.id}/settle`, { cameOut })).status).toBe(409)
  },
  60_000,
)
