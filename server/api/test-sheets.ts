import { randomUUID } from 'node:crypto'
import { createReadStream } from 'node:fs'
import { rm } from 'node:fs/promises'
import { Readable } from 'node:stream'
import { createRoute, z } from '@hono/zod-openapi'
import { JobSchema } from '../../core/api/dto.ts'
import { type Brief, EMPTY_BRIEF } from '../../core/brief/brief.ts'
import { INTENTS } from '../../core/color/intent.ts'
import type { Pins } from '../../core/decisions/decision.ts'
import { mm } from '../../core/length/length.ts'
import { resolve } from '../../core/plate/resolve.ts'
import { packStrips, STRIPS, StripCandidateSchema, stripDetail, stripLetter } from '../../core/strips/strips.ts'
import { TARGET } from '../../core/target/target.ts'
import type { App } from '../app-context.ts'
import { LIMITS } from '../config.ts'
import { targetPdf, targetPng, targetTiff } from '../documents/target.ts'
import { takePicture } from '../pictures/take-picture.ts'
import { missing, Refusal } from '../problems.ts'
import { readStudio } from '../studio/read-studio.ts'
import { jobDto } from './rows.ts'
import { body, IdParam, KeyParam, PROBLEMS, router, takes } from './shared.ts'

const Asked = z.object({
  lotId: z.string().max(60),
  /** Strips are printed on a whole sheet of the lot, or on a half or a quarter of one. */
  share: z.union([z.literal(1), z.literal(2), z.literal(4)]),
  candidates: z.array(StripCandidateSchema).min(STRIPS.fewest).max(STRIPS.most),
  /** Centre of the detail as shares of the picture, or null for where the candidates differ most. */
  at: z.object({ x: z.number().min(0).max(1), y: z.number().min(0).max(1) }).nullable(),
})
const ChoiceSchema = z.object({ intent: z.enum(INTENTS), blackPoint: z.boolean(), because: z.string().trim().max(500) })

/** As much of a roll as is spent on strips. */
const FROM_ROLL = mm(210)
/** Pixels of a sheet of strips: more is not looked at more closely. */
const MOST_PIXELS = 80_000_000
/** Kept clear of the printable area's edge. */
const CLEAR = mm(1)

/** Sheets that try something out: test strips, and the tone and colour target. */
export function testSheetsApi(app: App) {
  const { models, events, files, pool } = app
  const add = async (title: string, brief: Brief, pins: Pins) => {
    const row = await models.jobs.create({ title: title.slice(0, 120), state: 'setup', brief, pins, version: 1, archived: false })
    events.tell({ what: 'job', id: row.id })
    return jobDto(row)
  }
  const refused = (code: string, field: string, message: string) => new Refusal(422, { code, field, message })
  return router()
    .openapi(
      createRoute({
        method: 'post',
        path: '/jobs/{id}/strips',
        summary: 'Compose test strips of a job’s picture as a job of their own',
        request: { params: IdParam, ...takes(Asked) },
        responses: { 201: body(JobSchema), ...PROBLEMS },
      }),
      async (c) => {
        const { id } = c.req.valid('param')
        const asked = c.req.valid('json')
        const job = await models.jobs.findByPk(id)
        if (!job) throw missing('job', String(id))
        const studio = await readStudio(models)
        const whole = resolve(job.brief, studio, job.pins)
        const { picture } = job.brief
        const { setup, layout } = whole
        if (!setup || !layout || !picture)
          throw refused('nothing-to-try', 'plate', 'The job has no set-up with a picture to make strips of yet.')
        const lot = studio.lots.find((l) => l.id === asked.lotId)
        if (!lot) throw missing('lot', asked.lotId)
        const profiles = asked.candidates.map(({ profileId }) => {
          const profile = studio.profiles.find((p) => p.id === profileId)
          if (!profile || !files.has(profile.hash)) throw missing('profile', profileId)
          return profile
        })
        if (profiles.some((p) => p.boundTo && p.boundTo.printerId !== setup.printer.id))
          throw refused('other-printer', 'candidates', 'One sheet goes through one printer: take profiles of that printer only.')
        // The sheet, cut down to what was asked, and where on it the printer prints.
        const size = lot.form === 'roll' ? { width: lot.nominal.width, length: FROM_ROLL } : { ...lot.measured }
        for (let n: number = asked.share; n > 1; n /= 2) {
          if (size.length >= size.width) size.length = Math.floor(size.length / 2)
          else size.width = Math.floor(size.width / 2)
        }
        const first = profiles[0] as (typeof profiles)[number]
        const pins: Pins = {
          printer: setup.printer.id,
          profile: first.id,
          'colour-management': 'program',
          margins: 'bordered',
          orientation: '0',
          placement: 'centred',
          intent: 'relative',
          ...(lot.paperId === setup.paper.id ? { 'media-type': setup.mediaType.id, quality: setup.quality.id } : {}),
          ...(asked.share === 1 ? { stock: lot.id } : {}),
        }
        const brief: Brief = {
          ...EMPTY_BRIEF,
          paperId: lot.paperId,
          sheet: { ...size, name: null },
          unit: job.brief.unit,
          size: { by: 'sheet', fill: true },
        }
        const sheet = resolve(brief, studio, pins)
        if (!sheet.layout)
          throw refused('nothing-possible', 'lotId', sheet.findings[0]?.says ?? 'This sheet does not go through this printer.')
        const { printable } = sheet.layout
        const area = { w: Math.floor(printable.w) - 2 * CLEAR, h: Math.floor(printable.h) - 2 * CLEAR }
        const turned = setup.turn === 90 || setup.turn === 270
        const print = turned ? { w: layout.picture.h, h: layout.picture.w } : { w: layout.picture.w, h: layout.picture.h }
        const cells = packStrips(area, asked.candidates.length, print)
        const [cell] = cells ?? []
        if (!cells || !cell)
          throw refused(
            'strips-too-small',
            'share',
            `${asked.candidates.length} strips do not fit on this piece at a size one can judge. Take fewer, or a larger piece.`,
          )
        const ppi = Math.min(setup.printer.feedPpi, Math.floor(Math.sqrt(MOST_PIXELS / ((area.w / 25_400) * (area.h / 25_400)))))
        const px = (um: number) => Math.round((um * ppi) / 25_400)
        const rect = (r: { x: number; y: number; w: number; h: number }) => ({
          left: px(r.x),
          top: px(r.y),
          width: Math.max(1, px(r.w)),
          height: Math.max(1, px(r.h)),
        })
        const renderings = asked.candidates.map((candidate, i) => ({
          profile: files.pathOf((profiles[i] as typeof first).hash),
          intent: candidate.intent,
          blackPoint: candidate.blackPoint,
        }))
        const source =
          picture.channels === 'rgb' && picture.profileHash && files.has(picture.profileHash) ? files.pathOf(picture.profileHash) : null
        const window = stripDetail(cell.picture, print, { x: 0.5, y: 0.5 })
        const at = asked.at ?? (await pool.findCriticalDetail({ preview: files.pathOf(picture.preview), source, renderings, window }))
        const detail = stripDetail(cell.picture, print, at)
        const output = files.workPath(`strips-${randomUUID()}.tif`)
        const words = asked.candidates.map((candidate, i) => {
          const compensated = candidate.intent === 'absolute' ? '' : candidate.blackPoint ? ' + black point' : ''
          const other = candidate.profileId === first.id ? '' : `, ${(profiles[i] as typeof first).description}`
          return `${stripLetter(i)}  ${candidate.intent}${compensated}${other}`
        })
        try {
          await pool.composeStrips({
            picture: files.pathOf(picture.hash),
            channels: picture.channels,
            source,
            width: px(area.w),
            height: px(area.h),
            ppi,
            detail: {
              left: Math.floor(detail.x * picture.width),
              top: Math.floor(detail.y * picture.height),
              width: Math.max(1, Math.min(picture.width, Math.floor(detail.w * picture.width))),
              height: Math.max(1, Math.min(picture.height, Math.floor(detail.h * picture.height))),
            },
            strips: cells.map((cell, i) => ({
              ...(renderings[i] as (typeof renderings)[number]),
              place: rect(cell.picture),
              label: rect(cell.label),
              words: words[i] as string,
            })),
            profile: files.pathOf(first.hash),
            maxPixels: LIMITS.pixels,
            output,
          })
          const strips = await takePicture(app, createReadStream(output), `Strips of ${picture.name}.tif`)
          const made = await add(
            `Test strips: ${job.title}`,
            {
              ...brief,
              picture: strips,
              size: { by: 'picture', width: area.w, height: area.h },
              test: { kind: 'strips', forJob: job.id, printerId: setup.printer.id, paperId: lot.paperId, candidates: asked.candidates },
              notes: `${words.join('\n')}\n\nThe strips are in the printer’s own numbers already. Look at them dry, under the light the print will hang in, and say on this job which one won.`,
            },
            pins,
          )
          return c.json(made, 201)
        } finally {
          await rm(output, { force: true })
        }
      },
    )
    .openapi(
      createRoute({
        method: 'put',
        path: '/pairings/{id}/tested',
        summary: 'Record which rendering won on test strips',
        request: { params: KeyParam, ...takes(ChoiceSchema.nullable()) },
        responses: { 200: body(z.object({ recorded: z.boolean() })), ...PROBLEMS },
      }),
      async (c) => {
        const { id } = c.req.valid('param')
        const row = await models.pairings.findByPk(id)
        if (!row) throw missing('pairing', id)
        const choice = c.req.valid('json')
        await row.update({ tested: choice && { ...choice, on: new Date().toISOString().slice(0, 10) } })
        events.tell({ what: 'studio', id })
        return c.json({ recorded: true }, 200)
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/target/jobs',
        summary: 'Begin a job that prints the tone and colour target',
        request: takes(z.object({ paperId: z.string().max(60).nullable(), printerId: z.string().max(60).nullable() })),
        responses: { 201: body(JobSchema), ...PROBLEMS },
      }),
      async (c) => {
        const { paperId, printerId } = c.req.valid('json')
        const studio = await readStudio(models)
        const picture = await takePicture(app, Readable.from([await targetPng()]), 'Tone and colour target.png')
        const brief: Brief = {
          ...EMPTY_BRIEF,
          picture,
          paperId,
          size: { by: 'picture', width: TARGET.w, height: TARGET.h },
          test: { kind: 'target' },
          unit: studio.rules.unit,
          notes: 'Let it dry, then read it under Inspect: the first step above black, the last before white, greys, colours, hairlines.',
        }
        return c.json(await add('Tone and colour target', brief, printerId ? { printer: printerId } : {}), 201)
      },
    )
    .get('/target.png', async (c) =>
      c.body((await targetPng()) as unknown as ArrayBuffer, 200, {
        'content-type': 'image/png',
        'content-disposition': 'attachment; filename="target.png"',
      }),
    )
    .get('/target.tif', async (c) =>
      c.body((await targetTiff()) as unknown as ArrayBuffer, 200, {
        'content-type': 'image/tiff',
        'content-disposition': 'attachment; filename="target.tif"',
      }),
    )
    .get('/target.pdf', async (c) =>
      c.body((await targetPdf()) as Uint8Array<ArrayBuffer>, 200, {
        'content-type': 'application/pdf',
        'content-disposition': 'attachment; filename="target.pdf"',
      }),
    )
}
