import { createRoute, z } from '@hono/zod-openapi'
import { type HouseRules, HouseRulesSchema, RuleChangeSchema } from '../../core/things/studio/house-rules.ts'
import { StudioSchema } from '../../core/things/studio/studio.ts'
import { HandSchema, MachineStateSchema } from '../../core/wire/api/machine.ts'
import type { App } from '../app-context.ts'
import { hands } from '../printing/hands.ts'
import { missing } from '../problems.ts'
import { body, KeyParam, PROBLEMS, router, takes } from './shared.ts'

const LoadedEdit = z.object({ pathId: z.string().max(60), lotId: z.string().max(60).nullable(), remaining: z.number().int().nonnegative() })

export function studioApi(app: App) {
  const { store, events } = app
  const printer = async (id: string) => (await store.printers.find(id)).printer
  return router()
    .openapi(
      createRoute({
        method: 'get',
        path: '/studio',
        summary: 'Printers, papers, lots, profiles, pairings, what is loaded, house rules',
        responses: { 200: body(StudioSchema.meta({ id: 'Studio' })) },
      }),
      async (c) => c.json(await store.studio(), 200),
    )
    .openapi(
      createRoute({
        method: 'patch',
        path: '/studio/rules',
        summary: 'Set house rules; those that are left out stay as they are',
        request: takes(RuleChangeSchema),
        responses: { 200: body(HouseRulesSchema), ...PROBLEMS },
      }),
      async (c) => {
        const change = c.req.valid('json') as Partial<HouseRules>
        const rules = await store.act((act) => act.rules.change(change))
        events.tell({ what: 'studio', id: 'rules' })
        return c.json(rules, 200)
      },
    )
    .openapi(
      createRoute({
        method: 'put',
        path: '/printers/{id}/loaded',
        summary: 'Record what lies in a path',
        request: { params: KeyParam, ...takes(LoadedEdit) },
        responses: { 200: body(LoadedEdit), ...PROBLEMS },
      }),
      async (c) => {
        const record = await printer(c.req.valid('param').id)
        const edit = c.req.valid('json')
        if (!record.paths.some((p) => p.id === edit.pathId)) throw missing('path', edit.pathId)
        if (edit.lotId !== null) await store.lots.find(edit.lotId)
        await store.lots.load(record.id, edit.pathId, edit.lotId, edit.remaining)
        events.tell({ what: 'studio', id: record.id })
        return c.json(edit, 200)
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/printers/{id}/machine',
        summary: 'Look at a simulated printer: what really lies in it',
        request: { params: KeyParam },
        responses: { 200: body(MachineStateSchema), ...PROBLEMS },
      }),
      async (c) => {
        const record = await printer(c.req.valid('param').id)
        return c.json(MachineStateSchema.parse(await hands(record.address, null)), 200)
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/printers/{id}/machine',
        summary: 'Lay hands on a simulated printer: load it, press go, switch it',
        request: { params: KeyParam, ...takes(HandSchema) },
        responses: { 200: body(MachineStateSchema), ...PROBLEMS },
      }),
      async (c) => {
        const record = await printer(c.req.valid('param').id)
        const act = c.req.valid('json')
        if (act.act !== 'load') return c.json(MachineStateSchema.parse(await hands(record.address, act)), 200)
        const lot = act.lotId === null ? null : await store.lots.find(act.lotId)
        const paper = lot && (await store.papers.find(lot.paperId))
        if (lot && !paper) throw missing('paper', lot.paperId)
        const sheet =
          lot && paper
            ? {
                lotId: lot.id,
                paperName: paper.name,
                coating: paper.surface,
                white: paper.white,
                thickness: paper.thickness,
                width: lot.measured.width,
                length: lot.measured.length,
                spread: lot.spread,
                form: lot.form,
                wrongSide: act.wrongSide ?? false,
                printed: act.printed ?? false,
              }
            : null
        return c.json(
          MachineStateSchema.parse(await hands(record.address, { act: 'load', pathId: act.pathId, remaining: act.remaining, sheet })),
          200,
        )
      },
    )
}
