import { createRoute, z } from '@hono/zod-openapi'
import { resolve } from '../../core/plate/resolve/resolve.ts'
import { BriefWishSchema, briefFor } from '../../core/things/brief/brief.ts'
import { StudioSchema } from '../../core/things/studio/studio.ts'
import { PinsSchema, PlateSchema } from '../../core/wire/api/dto.ts'
import type { App } from '../app-context.ts'
import { body, PROBLEMS, router, takes } from './shared.ts'

const EXAMPLE = {
  brief: { paperId: 'harbour-lustre', items: [{ size: { by: 'border', border: 20_000 }, copies: 2 }] },
  pins: { printer: 'heron' },
}

const ResolveSchema = z
  .object({
    /** What is left out keeps its neutral value. */
    brief: BriefWishSchema,
    pins: PinsSchema.default({}),
    /** Sent when the question is about another studio than the stored one. */
    studio: StudioSchema.optional(),
  })
  .openapi('ResolveRequest', { example: EXAMPLE })

/** The core's answer over HTTP, so that other programs can ask too. */
export function platesApi(app: App) {
  return router().openapi(
    createRoute({
      method: 'post',
      path: '/plates/resolve',
      summary: 'Work out a complete plate for a brief',
      description:
        'Answers with every decision, its reason and its alternatives, the geometry, findings and estimates. Lengths are micrometres. Nothing is stored.',
      request: takes(ResolveSchema),
      responses: { 200: body(PlateSchema.meta({ id: 'Plate' }), 'The plate'), ...PROBLEMS },
    }),
    async (c) => {
      const { brief, pins, studio } = c.req.valid('json')
      return c.json(resolve(briefFor(brief), studio ?? (await app.store.studio()), pins), 200)
    },
  )
}
