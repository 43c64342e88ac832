import { createReadStream, existsSync } from 'node:fs'
import type { IncomingMessage, ServerResponse } from 'node:http'
import { type MachineHand, MachineHandSchema } from '../core/wire/api/machine.ts'
import type { Machine } from './machine/machine.ts'
import { displayOf } from './machine/panel.ts'

const json = (response: ServerResponse, status: number, body: unknown) => {
  response.writeHead(status, { 'content-type': 'application/json' })
  response.end(JSON.stringify(body))
}

/** What can be seen and measured at the machine. */
const stateOf = (machine: Machine) => ({
  on: machine.powered,
  display: displayOf(machine),
  trays: machine.state.trays.map((tray) => ({
    ...tray,
    source: machine.printer.paths.find((p) => p.id === tray.pathId)?.source,
    panel: machine.panelOf(tray.pathId),
    fed: machine.state.fed[tray.pathId] ?? 0,
  })),
  inks: machine.state.inks,
  black: machine.state.black,
  coverOpen: machine.state.coverOpen,
  pace: machine.pace,
  events: machine.state.events.slice(-60),
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
  const parsed = MachineHandSchema.safeParse(raw)
  if (!parsed.success) return json(response, 400, { message: parsed.error.issues[0]?.message ?? 'That is not something hands can do.' })
  const why = lay(machine, parsed.data)
  if (why) return json(response, 409, { message: why })
  json(response, 200, stateOf(machine))
}

/** Does what a hand does; says why when the machine will not have it. */
function lay(machine: Machine, hands: MachineHand): string | null {
  switch (hands.act) {
    case 'go':
      machine.go()
      return null
    case 'stop':
      machine.stop()
      return null
    case 'power':
      machine.power(hands.on)
      return null
    case 'cover':
      machine.cover(hands.open)
      return null
    case 'service':
      machine.service(hands.pathId)
      return null
    case 'pace':
      machine.setPace(hands.pace)
      return null
    case 'panel':
      return machine.setPanel(hands.pathId, {
        mediaTypeId: hands.mediaTypeId,
        gap: hands.gap,
        sensing: hands.sensing ?? machine.panelOf(hands.pathId).sensing ?? 'on',
      })
    case 'ink':
      return machine.replaceInk(hands.inkId)
    case 'load':
      return machine.load(hands.pathId, hands.sheet, hands.remaining)
  }
}
