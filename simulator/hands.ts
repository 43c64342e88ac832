import { createReadStream, existsSync } from 'node:fs'
import type { IncomingMessage, ServerResponse } from 'node:http'
import { z } from 'zod'
import type { Machine } from './machine/machine.ts'

/** What a person standing at the machine can do to it. */
const HandsSchema = z.discriminatedUnion('act', [
  z.object({
    act: z.literal('load'),
    pathId: z.string(),
    remaining: z.number().int().nonnegative(),
    sheet: z
      .object({
        lotId: z.string(),
        paperName: z.string(),
        coating: z.enum(['gloss', 'satin', 'matte', 'art', 'canvas', 'board', 'plain']),
        white: z.tuple([z.number(), z.number(), z.number()]),
        thickness: z.number().positive(),
        width: z.number().positive(),
        length: z.number().positive(),
        spread: z.number().nonnegative(),
        form: z.enum(['sheet', 'roll']),
      })
      .nullable(),
  }),
  z.object({ act: z.literal('go') }),
  z.object({ act: z.literal('power'), on: z.boolean() }),
])

const json = (response: ServerResponse, status: number, body: unknown) => {
  response.writeHead(status, { 'content-type': 'application/json' })
  response.end(JSON.stringify(body))
}

/** What can be seen and measured at the machine. */
const stateOf = (machine: Machine) => ({
  on: machine.powered,
  trays: machine.trays,
  inks: machine.inks,
  jobs: machine.jobs.map(({ truths: _truths, ...job }) => job),
})

/** Serves the machine's physical side: look at it, load it, press go, take the sheets. */
export function handleHands(machine: Machine, request: IncomingMessage, path: string, body: Uint8Array, response: ServerResponse): void {
  if (request.method === 'GET' && path === '/hands/state') return json(response, 200, stateOf(machine))
  const truth = /^\/hands\/truth\/(\d+)$/.exec(path)
  if (request.method === 'GET' && truth) {
    const job = machine.job(Number(truth[1]))
    return job ? json(response, 200, job.truths) : json(response, 404, { message: 'There is no such job.' })
  }
  const sheet = /^\/hands\/sheets\/(\d+)\/(\d+)$/.exec(path)
  if (request.method === 'GET' && sheet) {
    const file = machine.sheetFile(Number(sheet[1]), Number(sheet[2]))
    if (!existsSync(file)) return json(response, 404, { message: 'No such sheet was delivered.' })
    response.writeHead(200, { 'content-type': 'image/png' })
    createReadStream(file).pipe(response)
    return
  }
  if (request.method !== 'POST' || path !== '/hands') return json(response, 404, { message: 'There is nothing here.' })
  let raw: unknown
  try {
    raw = JSON.parse(new TextDecoder().decode(body))
  } catch {
    return json(response, 400, { message: 'That is not JSON.' })
  }
  const parsed = HandsSchema.safeParse(raw)
  if (!parsed.success) return json(response, 400, { message: parsed.error.issues[0]?.message ?? 'That is not something hands can do.' })
  const hands = parsed.data
  if (hands.act === 'go') machine.go()
  else if (hands.act === 'power') machine.power(hands.on)
  else {
    const why = machine.load(hands.pathId, hands.sheet, hands.remaining)
    if (why) return json(response, 409, { message: why })
  }
  json(response, 200, stateOf(machine))
}
