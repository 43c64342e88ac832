import type { Printer } from '../../core/things/printers/printer.ts'
import type { HouseRules } from '../../core/things/studio/house-rules.ts'
import type { ListChange } from '../../core/things/studio/list-change.ts'
import type { Studio } from '../../core/things/studio/studio.ts'
import { type MachineState, MachineStateSchema, realSheetOf } from '../../core/wire/api/machine.ts'
import type { App } from '../app-context.ts'
import { hands } from '../printing/hands.ts'
import { missing } from '../problems.ts'
import { asJson, router } from './shared.ts'
import { textOf, toldLists } from './told-lists.ts'

/** What a simulated printer says, with its paths named as the record names them: the two agree on their IPP sources. */
function inWords(record: Printer, state: MachineState): MachineState {
  const ours = (tray: MachineState['trays'][number]) =>
    (record.paths.find((p) => p.id === tray.pathId) ?? record.paths.find((p) => p.source === tray.source))?.id ?? tray.pathId
  return { ...state, trays: state.trays.map((tray) => ({ ...tray, pathId: ours(tray) })) }
}

/** What a simulated printer itself calls a path of the record. */
async function pathAt(record: Printer, pathId: string): Promise<string> {
  const { trays } = MachineStateSchema.parse(await hands(record.address, null))
  const source = record.paths.find((p) => p.id === pathId)?.source
  return (trays.find((t) => t.pathId === pathId) ?? trays.find((t) => t.source === source))?.pathId ?? pathId
}

/** Long lists that change a little at a time. */
const LISTS: readonly (keyof Studio)[] = ['lots', 'pairings']

/** An answer made of parts that have been written already. */
function written(parts: object, before = ''): Response {
  const text = `{${Object.entries(parts)
    .map(([name, part]) => `"${name}":${textOf(part)}`)
    .join(',')}}`
  return asJson(before === '' ? text : `{${before}${text}}`)
}

export function studioApi(app: App) {
  const told = toldLists()
  const { store, events } = app
  const printer = async (id: string) => (await store.printers.find(id)).printer
  return router()
    .call('GET /studio', async () => written(await store.studio()))
    .call('GET /studio/parts', async (c) => {
      const had = new Map((c.req.valid('query').have ?? '').split(',').map((one) => one.split(':') as [string, string]))
      const studio = await store.studio()
      const versions: Record<string, string> = {}
      const whole: Partial<Record<string, object>> = {}
      const changed: Record<string, ListChange<{ id: string }>> = {}
      for (const [name, part] of Object.entries(studio) as [keyof Studio, Studio[keyof Studio]][]) {
        const list = LISTS.includes(name) ? (part as readonly { id: string }[]) : null
        const at = list ? told.remember(list) : told.wordOf(part)
        versions[name] = at
        if (had.get(name) === at) continue
        const change = list && told.since(had.get(name) ?? '', list)
        if (change) changed[name] = change
        else whole[name] = part
      }
      return written(whole, `"versions":${JSON.stringify(versions)},"changed":${JSON.stringify(changed)},"parts":`)
    })
    .call('PATCH /studio/rules', async (c) => {
      const change = c.req.valid('json') as Partial<HouseRules>
      const rules = await store.act((act) => act.rules.change(change))
      events.tell({ what: 'studio', id: 'rules' })
      return c.json(rules, 200)
    })
    .call('PUT /printers/{id}/loaded', async (c) => {
      const record = await printer(c.req.valid('param').id)
      const edit = c.req.valid('json')
      if (!record.paths.some((p) => p.id === edit.pathId)) throw missing('path', edit.pathId)
      await store.act((act) => act.lots.load(record.id, edit.pathId, edit.lotId, edit.remaining))
      events.tell({ what: 'studio', id: record.id })
      return c.json(edit, 200)
    })
    .call('GET /printers/{id}/machine', async (c) => {
      const record = await printer(c.req.valid('param').id)
      return c.json(inWords(record, MachineStateSchema.parse(await hands(record.address, null))), 200)
    })
    .call('POST /printers/{id}/machine', async (c) => {
      const record = await printer(c.req.valid('param').id)
      const asked = c.req.valid('json')
      const act = 'pathId' in asked ? { ...asked, pathId: await pathAt(record, asked.pathId) } : asked
      const done = async (what: Parameters<typeof hands>[1]) => MachineStateSchema.parse(await hands(record.address, what))
      if (act.act !== 'load') return c.json(inWords(record, await done(act)), 200)
      const lot = act.lotId === null ? null : await store.lots.find(act.lotId)
      const paper = lot && (await store.papers.find(lot.paperId))
      if (lot && !paper) throw missing('paper', lot.paperId)
      const sheet = lot && paper ? { ...realSheetOf(lot, paper), wrongSide: act.wrongSide ?? false, printed: act.printed ?? false } : null
      return c.json(inWords(record, await done({ act: 'load', pathId: act.pathId, remaining: act.remaining, sheet })), 200)
    })
}
