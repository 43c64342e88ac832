import { Readable } from 'node:stream'
import type { ReadableStream } from 'node:stream/web'
import { createRoute, z } from '@hono/zod-openapi'
import { ComparisonSchema } from '../../core/color/health/compare-profiles.ts'
import { HealthSchema } from '../../core/color/health/health.ts'
import { suggestBinding } from '../../core/things/media/suggest-binding.ts'
import type { Studio } from '../../core/things/studio/studio.ts'
import { ImportOutcomeSchema, KeptCheckSchema, ProfileEntrySchema } from '../../core/wire/api/dto.ts'
import type { App } from '../app-context.ts'
import { LIMITS } from '../config.ts'
import { missing, Refusal } from '../problems.ts'
import { createProfileShelf } from '../profiles/shelf.ts'
import { eachProfileIn } from '../profiles/zip.ts'
import type { ProfileRow } from '../store/profiles.ts'
import { body, KeyParam, PROBLEMS, router, takes } from './shared.ts'

const CheckParam = KeyParam.extend({
  check: z.coerce
    .number()
    .int()
    .positive()
    .openapi({ param: { name: 'check', in: 'path' } }),
})
const CheckQuery = z.object({ name: z.string().trim().min(1).max(255), measured: z.iso.date() })

/** The profile shelf: taking profiles in, what they are and were made for, how good they are, and whether they still hold. */
export function profilesApi(app: App) {
  const { store, events, files, pool } = app
  const shelf = createProfileShelf(app)
  const find = async (id: string) => {
    const row = await store.profiles.find(id)
    if (!files.has(row.hash)) throw missing('profile', id)
    return row
  }
  const entry = ({ id, hash, description, boundTo, facts, createdAt }: ProfileRow, studio: Studio) => ({
    id,
    hash,
    description,
    boundTo,
    facts,
    suggestion: suggestBinding(`${description} ${facts.fileName ?? ''}`, studio, facts),
    addedAt: createdAt.toISOString(),
  })
  const bodyOf = (raw: Request, field: string) => {
    if (!raw.body) throw new Refusal(400, { code: 'file-empty', field, message: 'There was no file in the request.' })
    return Readable.fromWeb(raw.body as ReadableStream)
  }
  return router()
    .openapi(
      createRoute({
        method: 'get',
        path: '/profiles',
        summary: 'The profile shelf',
        responses: { 200: body(z.array(ProfileEntrySchema)) },
      }),
      async (c) => {
        const [rows, studio] = await Promise.all([store.profiles.shelf(), store.studio()])
        const whole = await Promise.all(rows.map((row) => shelf.withFacts(row)))
        return c.json(
          whole.map((row) => entry(row, studio)),
          200,
        )
      },
    )
    .openapi(
      createRoute({
        method: 'put',
        path: '/profiles',
        summary: 'Add an ICC profile (the file as the request body)',
        request: { query: z.object({ name: z.string().max(255).default('') }) },
        responses: { 200: body(ProfileEntrySchema.extend({ known: z.boolean() })), ...PROBLEMS },
      }),
      async (c) => {
        const { row, known } = await shelf.take(bodyOf(c.req.raw, 'profile'), c.req.valid('query').name)
        return c.json({ ...entry(row, await store.studio()), known }, 200)
      },
    )
    .openapi(
      createRoute({
        method: 'put',
        path: '/profiles/archive',
        summary: 'Add every ICC profile in a ZIP (the file as the request body)',
        responses: { 200: body(z.array(ImportOutcomeSchema)), ...PROBLEMS },
      }),
      async (c) => {
        const outcomes: z.infer<typeof ImportOutcomeSchema>[] = []
        await files.hold(bodyOf(c.req.raw, 'archive'), LIMITS.uploadBytes, 'archive', (path) =>
          eachProfileIn(path, async (name, source) => {
            if (!source) {
              outcomes.push({ name, outcome: 'refused', says: 'This profile is larger than any printer profile.', profileId: null })
              return
            }
            try {
              const { row, known } = await shelf.take(source, name)
              outcomes.push({ name, outcome: known ? 'known' : 'added', says: row.description, profileId: row.id })
            } catch (error) {
              if (!(error instanceof Refusal)) throw error
              outcomes.push({ name, outcome: 'refused', says: error.problem.message, profileId: null })
            }
          }),
        )
        return c.json(outcomes, 200)
      },
    )
    .openapi(
      createRoute({
        method: 'put',
        path: '/profiles/{id}/binding',
        summary: 'Say what a profile was made for',
        request: { params: KeyParam, ...takes(ProfileEntrySchema.pick({ boundTo: true })) },
        responses: { 200: body(ProfileEntrySchema), ...PROBLEMS },
      }),
      async (c) => {
        const row = await find(c.req.valid('param').id)
        const { boundTo } = c.req.valid('json')
        const studio = await store.studio()
        const printer = studio.printers.find((p) => p.id === boundTo?.printerId)
        if (boundTo && !printer) throw missing('printer', boundTo.printerId)
        if (boundTo && !studio.papers.some((p) => p.id === boundTo.paperId)) throw missing('paper', boundTo.paperId)
        if (boundTo && !printer?.mediaTypes.some((m) => m.id === boundTo.mediaTypeId)) throw missing('media type', boundTo.mediaTypeId)
        const bound = await store.profiles.change(row, { boundTo })
        events.tell({ what: 'studio', id: row.id })
        return c.json(entry(await shelf.withFacts(bound), studio), 200)
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/profiles/{id}/health',
        summary: 'How good a profile is in itself',
        request: { params: KeyParam },
        responses: { 200: body(HealthSchema), ...PROBLEMS },
      }),
      async (c) => {
        const row = await find(c.req.valid('param').id)
        const health = await pool.examineProfile({ file: files.pathOf(row.hash) })
        if (!health.ok) throw new Refusal(422, health.problem)
        return c.json(health.value, 200)
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/profiles/{id}/comparison',
        summary: 'One profile held against another',
        request: { params: KeyParam, query: z.object({ with: z.string().max(60) }) },
        responses: { 200: body(ComparisonSchema), ...PROBLEMS },
      }),
      async (c) => {
        const [one, other] = [await find(c.req.valid('param').id), await find(c.req.valid('query').with)]
        return c.json(await pool.compareProfileFiles({ one: files.pathOf(one.hash), other: files.pathOf(other.hash) }), 200)
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/profiles/{id}/checks',
        summary: 'Every check of this profile, and of others bound to the same printer, paper, media type and resolution',
        request: { params: KeyParam },
        responses: { 200: body(z.array(KeptCheckSchema)), ...PROBLEMS },
      }),
      async (c) => {
        const row = await find(c.req.valid('param').id)
        const alike = (await store.profiles.list()).filter(
          ({ id, boundTo: b }) =>
            id === row.id ||
            (b !== null &&
              row.boundTo !== null &&
              b.printerId === row.boundTo.printerId &&
              b.paperId === row.boundTo.paperId &&
              b.mediaTypeId === row.boundTo.mediaTypeId &&
              b.dpi === row.boundTo.dpi),
        )
        return c.json(await store.profiles.checks(alike.map((p) => p.id)), 200)
      },
    )
    .openapi(
      createRoute({
        method: 'put',
        path: '/profiles/{id}/checks',
        summary: 'Hold a profile against a measurement file (CGATS text as the request body)',
        request: { params: KeyParam, query: CheckQuery },
        responses: { 200: body(KeptCheckSchema), ...PROBLEMS },
      }),
      async (c) => {
        const row = await find(c.req.valid('param').id)
        const { name, measured } = c.req.valid('query')
        const check = await files.hold(bodyOf(c.req.raw, 'measurements'), LIMITS.profileBytes, 'measurements', (measurements) =>
          pool.checkProfileFile({ file: files.pathOf(row.hash), measurements }),
        )
        if (!check.ok) throw new Refusal(422, check.problem)
        const made = await store.profiles.addCheck({ profileId: row.id, name, measuredOn: measured, result: check.value })
        const [answer] = (await store.profiles.checks([row.id])).filter((k) => k.id === made.id)
        if (!answer) throw missing('check', String(made.id))
        return c.json(answer, 200)
      },
    )
    .openapi(
      createRoute({
        method: 'delete',
        path: '/profiles/{id}/checks/{check}',
        summary: 'Take back a check that was entered wrongly',
        request: { params: CheckParam },
        responses: { 200: body(z.object({ removed: z.boolean() })), ...PROBLEMS },
      }),
      async (c) => {
        const { id, check } = c.req.valid('param')
        await store.profiles.removeCheck(id, check)
        return c.json({ removed: true }, 200)
      },
    )
}
