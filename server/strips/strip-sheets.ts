import { randomUUID } from 'node:crypto'
import { createReadStream } from 'node:fs'
import { rm } from 'node:fs/promises'
import type { z } from 'zod'
import type { Pins } from '../../core/plate/decisions/registry.ts'
import { focused } from '../../core/plate/resolve/focused.ts'
import { layoutOf, sideOf } from '../../core/plate/resolve/plate.ts'
import { resolve } from '../../core/plate/resolve/resolve.ts'
import { type Brief, itemById, itemOf, withItem } from '../../core/things/brief/brief.ts'
import { briefOf } from '../../core/things/brief/brief-of.ts'
import { pictureIn, withPicture } from '../../core/things/brief/item.ts'
import { isSideways } from '../../core/things/brief/turn.ts'
import { mm } from '../../core/things/length/length.ts'
import type { Lot } from '../../core/things/media/media.ts'
import type { StripsAskedSchema } from '../../core/wire/api/calls/test-sheets.ts'
import { packStrips, profilesToTry, stripDetail, stripGroups, stripLetter } from '../../core/work/strips/strips.ts'
import type { App } from '../app-context.ts'
import { LIMITS } from '../config.ts'
import { takePicture } from '../pictures/take-picture.ts'
import { missing, Refusal } from '../problems.ts'

/** As much of a roll as is spent on strips. */
const FROM_ROLL = mm(210)
/** Pixels of a sheet of strips: more is not looked at more closely. */
const MOST_PIXELS = 80_000_000
/** Kept clear of the printable area's edge. */
const CLEAR = mm(1)

const refused = (code: string, field: string, message: string) => new Refusal(422, { code, field, message })

/** The sheet of a lot, cut down to what was asked. */
function pieceOf(lot: Lot, share: number): { width: number; length: number } {
  const size = lot.form === 'roll' ? { width: lot.nominal.width, length: FROM_ROLL } : { ...lot.measured }
  for (let n = share; n > 1; n /= 2) {
    if (size.length >= size.width) size.length = Math.floor(size.length / 2)
    else size.width = Math.floor(size.width / 2)
  }
  return size
}

/** A job still to be kept. */
export interface StripSheetJob {
  title: string
  brief: Brief
  pins: Pins
}

/**
 * Composes test strips of a job's picture: one detail, rendered in each way that is asked for, packed onto a piece of a
 * lot. A sheet has one media type; each further one gets a sheet of its own, with strips of the same size and detail.
 * @throws Refusal when there is nothing to try, or the strips would be too small to judge
 */
export async function composeStripSheets(
  app: App,
  job: { id: number; title: string; brief: Brief; pins: Pins },
  asked: z.infer<typeof StripsAskedSchema>,
): Promise<StripSheetJob[]> {
  const { files, pool } = app
  const studio = await app.store.studio()
  const wanted = asked.item ?? itemOf(job.brief).id
  const item = itemById(job.brief, wanted)
  if (!item) throw missing('picture', wanted)
  const plate = focused(resolve(job.brief, studio, job.pins), wanted)
  const { setup } = plate
  const front = sideOf(plate)
  const picture = pictureIn(item)
  if (!setup || !front || !picture) throw refused('nothing-to-try', 'plate', 'The job has no set-up with a picture to make strips of yet.')
  const lot = studio.lots.find((l) => l.id === asked.lotId)
  if (!lot) throw missing('lot', asked.lotId)
  // Once media types are tried against each other, the paper's own is one of them and is named.
  const several = asked.candidates.some((c) => c.mediaTypeId !== null)
  const usual = several && lot.paperId === setup.paper.id ? setup.mediaType.id : null
  const candidates = asked.candidates.map((c) => ({ ...c, mediaTypeId: c.mediaTypeId ?? usual }))
  const profiles = candidates.map(({ profileId }) => {
    const profile = studio.profiles.find((p) => p.id === profileId)
    if (!profile || !files.has(profile.hash)) throw missing('profile', profileId)
    return profile
  })
  const served = profilesToTry(studio, setup.printer.id)
  if (profiles.some((p) => !served.includes(p)))
    throw refused(
      'other-printer',
      'candidates',
      'One sheet goes through one printer: take profiles of that printer, or such as it borrows.',
    )
  const first = profiles[0] as (typeof profiles)[number]
  const mediaTypeName = (id: string) => {
    const name = studio.printers.find((p) => p.id === setup.printer.id)?.mediaTypes.find((m) => m.id === id)?.driverName
    if (!name) throw missing('media type', id)
    return name
  }
  const size = pieceOf(lot, asked.share)
  const { layout } = front
  const brief = briefOf({
    paperId: lot.paperId,
    sheet: { ...size, name: null },
    unit: job.brief.unit,
    size: { by: 'sheet', fill: true },
  })
  const sheets = stripGroups(candidates, asked.apart).map(({ mediaTypeId, here }) => {
    const name = mediaTypeId && mediaTypeName(mediaTypeId)
    const pins: Pins = {
      printer: setup.printer.id,
      profile: (profiles[here[0] as number] ?? first).id,
      'colour-management': 'program',
      margins: 'bordered',
      orientation: '0',
      placement: 'centred',
      intent: 'relative',
      ...(lot.paperId === setup.paper.id ? { 'media-type': setup.mediaType.id, quality: setup.quality.id } : {}),
      ...(mediaTypeId ? { 'media-type': mediaTypeId } : {}),
      ...(asked.share === 1 ? { stock: lot.id } : {}),
    }
    const sheet = resolve(brief, studio, pins)
    const space = layoutOf(sheet)
    if (!space) throw refused('nothing-possible', 'lotId', sheet.findings[0]?.says ?? 'This sheet does not go through this printer.')
    const { printable } = space
    return { here, pins, name, area: { w: Math.floor(printable.w) - 2 * CLEAR, h: Math.floor(printable.h) - 2 * CLEAR } }
  })
  // Strips of all sheets have one size, so that they can be held beside each other.
  const area = { w: Math.min(...sheets.map((s) => s.area.w)), h: Math.min(...sheets.map((s) => s.area.h)) }
  const most = Math.max(...sheets.map((s) => s.here.length))
  const turned = isSideways(front.turn)
  const print = turned ? { w: layout.picture.h, h: layout.picture.w } : { w: layout.picture.w, h: layout.picture.h }
  const cells = packStrips(area, most, print)
  const [cell] = cells ?? []
  if (!cells || !cell)
    throw refused(
      'strips-too-small',
      'share',
      `${most} strips do not fit on this piece at a size one can judge. Take fewer, or a larger piece.`,
    )
  const ppi = Math.min(setup.printer.feedPpi, Math.floor(Math.sqrt(MOST_PIXELS / ((area.w / 25_400) * (area.h / 25_400)))))
  const px = (um: number) => Math.round((um * ppi) / 25_400)
  const rect = (r: { x: number; y: number; w: number; h: number }) => ({
    left: px(r.x),
    top: px(r.y),
    width: Math.max(1, px(r.w)),
    height: Math.max(1, px(r.h)),
  })
  const renderings = candidates.map(({ intent, blackPoint }, i) => ({
    profile: files.pathOf((profiles[i] as typeof first).hash),
    intent,
    blackPoint,
  }))
  const source =
    picture.channels === 'rgb' && picture.profileHash && files.has(picture.profileHash) ? files.pathOf(picture.profileHash) : null
  const window = stripDetail(cell.picture, print, { x: 0.5, y: 0.5 })
  const preview = await app.pictureFiles.pathOf(picture.preview)
  if (!preview || !files.has(picture.hash)) throw missing('picture', picture.name)
  const at = asked.at ?? (await pool.findCriticalDetail({ preview, source, renderings, window }))
  const detail = stripDetail(cell.picture, print, at)
  const words = candidates.map(({ intent, blackPoint, profileId, mediaTypeId }, i) => {
    const compensated = intent === 'absolute' ? '' : blackPoint ? ' + black point' : ''
    const other = profileId === first.id ? '' : `, ${(profiles[i] as typeof first).description}`
    const media = mediaTypeId === null ? '' : `, ${mediaTypeName(mediaTypeId)}`
    return `${stripLetter(i)}  ${intent}${compensated}${media}${other}`
  })
  const made: StripSheetJob[] = []
  for (const [n, { here, pins, name }] of sheets.entries()) {
    const output = files.workPath(`strips-${randomUUID()}.tif`)
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
        strips: here.map((i, k) => ({
          ...(renderings[i] as (typeof renderings)[number]),
          place: rect((cells[k] as typeof cell).picture),
          label: rect((cells[k] as typeof cell).label),
          words: words[i] as string,
        })),
        profile: files.pathOf((profiles[here[0] as number] ?? first).hash),
        maxPixels: LIMITS.pixels,
        output,
      })
      const strips = await takePicture(app, createReadStream(output), `Strips of ${picture.name}.tif`)
      const one = sheets.length === 1
      made.push({
        title: `Test strips${one ? '' : ` ${n + 1} of ${sheets.length}${asked.apart ? ` (${stripLetter(here[0] as number)})` : name ? ` (${name})` : ''}`}: ${job.title}`,
        brief: withItem(
          {
            ...brief,
            test: {
              kind: 'strips',
              forJob: job.id,
              printerId: setup.printer.id,
              paperId: lot.paperId,
              candidates,
              ...(one ? {} : { here }),
            },
            notes: `${here.map((i) => words[i]).join('\n')}\n\nThe strips are in the printer’s own numbers already. Look at them dry, under the light the print will hang in, and say on this job which one won.${one ? '' : `\n\nThis is sheet ${n + 1} of ${sheets.length}: the others have the same detail at the same size ${asked.apart ? 'rendered in another way' : 'with another media type'}. Judge when all are dry.`}`,
          },
          { ...withPicture(strips), size: { by: 'picture', width: area.w, height: area.h } },
        ),
        pins,
      })
    } finally {
      await rm(output, { force: true })
    }
  }
  return made
}
