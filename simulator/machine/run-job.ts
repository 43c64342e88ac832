import { writeFileSync } from 'node:fs'
import { isGlossy } from '../../core/things/media/media.ts'
import type { Path } from '../../core/things/paths/path.ts'
import type { MediaType, Printer } from '../../core/things/printers/printer.ts'
import { counted } from '../../core/things/words/counted.ts'
import type { RealSheet } from '../../core/wire/api/machine.ts'
import { deliver, truthOf } from '../press/press.ts'
import type { DevicePage, DevicePages } from '../press/raster-in.ts'
import { inkFor } from './ink-use.ts'
import type { Machine } from './machine.ts'
import { drawsIn, smears } from './mechanics.ts'
import { type Passage, passSheet } from './one-sheet.ts'
import { seeded } from './random.ts'
import { finished, type Job } from './state.ts'

/** Steps in which a sheet's progress is told. */
const PROGRESS_STEPS = 40
const QUALITY = { draft: 3, normal: 4, high: 5 } as const

interface Size {
  width: number
  length: number
}

/** What a job comes to on this machine: the entry that counts, the gap, the black. */
interface Terms {
  media: MediaType | undefined
  gap: 'normal' | 'wide'
  black: 'photo' | 'matte'
}

/** Sheet upon sheet until the job is done, asking for hands as often as it takes. */
export async function runJob(machine: Machine, job: Job, pages: DevicePages): Promise<void> {
  const path = machine.pathFor(job.source)
  if (!path || finished(job)) return
  // A machine's luck with a job depends on nothing but its seed and the job's number, so it can be repeated.
  const random = seeded(Math.imul(machine.seed + 1, 2654435761) ^ Math.imul(job.id, 40503))
  Object.assign(job, { state: 'processing', reason: 'job-printing', message: 'Preparing.' })
  machine.save()
  const first = pages.at(0)
  const told = job.page ?? { width: (first.header.pageWidth / 72) * 25_400, length: (first.header.pageHeight / 72) * 25_400 }
  const terms = await agree(machine, job, path)
  if (!terms) return
  const sheets = job.copies * pages.count
  while (job.delivered < sheets) {
    const real = await drawSheet(machine, job, path, told, random)
    if (!real) return
    // Asked for every sheet, at the panel only.
    if (terms.gap === 'wide' && machine.nature.asksWideGap)
      if (!(await machine.waitForHand(job, 'none', 'Wide platen gap is on. OK prints this sheet.', true))) return
    // Collated: the whole document, then again.
    const number = job.delivered % pages.count
    const page = pages.at(number)
    const kept = pages.count > 1 ? job.delivered < pages.count : job.delivered + job.spoilt === 0
    await printSheet(machine, { job, path, page, keptAs: kept ? number + 1 : null, sheets, told, terms, random, ...real })
    if (finished(job)) return
  }
  machine.end(job, 'completed', 'job-completed-successfully', `${counted(sheets, 'sheet')} delivered.`)
  machine.save()
}

/** Brings job and panel together, and the right black into the head. Null when the job ended meanwhile. */
async function agree(machine: Machine, job: Job, path: Path): Promise<Terms | null> {
  const overrides = machine.printer.panelRule === 'overridden'
  const panel = machine.panelOf(path.id)
  const asked = machine.mediaType(job.mediaType) ?? null
  const set = overrides ? null : (machine.mediaType(panel.mediaTypeId) ?? null)
  if (asked && set && asked !== set && machine.nature.comparesMedia) {
    const says = `The panel is set to ${set.panelName}, the job asks for ${asked.panelName}. Change the panel, or OK prints with the panel’s.`
    if (!(await machine.waitForHand(job, 'input-media-type-change', says))) return null
    return settle(machine, job, path, machine.mediaType(machine.panelOf(path.id).mediaTypeId) ?? asked)
  }
  return settle(machine, job, path, set ?? asked ?? machine.printer.mediaTypes[0])
}

async function settle(machine: Machine, job: Job, path: Path, media: MediaType | undefined): Promise<Terms | null> {
  const wanted = media && media.black !== 'either' ? media.black : media && isGlossy(media.surface) ? 'photo' : 'matte'
  const gap = machine.panelOf(path.id).gap === 'wide' ? 'wide' : (job.gap ?? media?.platenGap ?? 'normal')
  const { swap } = machine.printer.black
  if (machine.state.black !== 'both' && machine.state.black !== wanted && media?.black !== 'either') {
    if (!swap) return { media, gap, black: machine.state.black }
    const says = `${wanted === 'photo' ? 'Photo' : 'Matte'} black is needed. OK swaps the blacks: ${swap.minutes} min, ${swap.millilitres} ml.`
    if (!(await machine.waitForHand(job, 'black-swap-needed', says))) return null
    job.message = 'Swapping the blacks.'
    machine.save()
    await pause((swap.minutes * 60_000) / machine.pace)
    if (finished(job)) return null
    machine.state.black = wanted
    for (const ink of machine.printer.inks.filter((i) => /black/i.test(i.name)))
      machine.state.inks[ink.id] = Math.max(0, (machine.state.inks[ink.id] ?? 0) - swap.millilitres / 2)
    machine.tell(`The ${wanted} black is in.`)
  }
  return { media, gap, black: machine.state.black === 'both' ? wanted : machine.state.black }
}

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))

/** Gets a sheet under the head. Null when the job ended meanwhile. */
async function drawSheet(
  machine: Machine,
  job: Job,
  path: Path,
  told: Size,
  random: () => number,
): Promise<{ real: RealSheet; count: number } | null> {
  const tray = machine.tray(path.id)
  if (!tray) return null
  const ask = (reason: string, message: string) => machine.waitForHand(job, reason, message)
  while (!finished(job)) {
    if (machine.state.coverOpen) {
      await ask('cover-open', 'The cover is open.')
      continue
    }
    const { sheet } = tray
    // Only a machine that counts the roll knows beforehand that it is too short.
    const enough = sheet && (sheet.form === 'roll' ? tray.remaining >= (machine.nature.countsRoll ? told.length : 1) : tray.remaining > 0)
    if (!sheet || !enough) {
      await ask('media-needed', path.drawIn === 'when-asked' ? `Load one sheet into ${path.name} now.` : `${path.name} is empty.`)
      continue
    }
    const off = Math.abs(Math.min(sheet.width, sheet.length) - Math.min(told.width, told.length))
    if (path.senses.size && machine.panelOf(path.id).sensing !== 'off' && sheet.form === 'sheet' && off > 3000) {
      await ask('media-size-mismatch', `The sheet in ${path.name} is not the size of the job.`)
      continue
    }
    if (path.senses.width && sheet.form === 'roll' && told.width > sheet.width + 1500) {
      await ask('media-size-mismatch', `The roll in ${path.name} is narrower than the job.`)
      continue
    }
    const fed = machine.state.fed[path.id] ?? 0
    if (!drawsIn(path, sheet, tray.remaining, fed, random)) {
      await ask('media-jam', 'The sheet was not drawn in. Take it out, square the stack, put it back and go on.')
      continue
    }
    const count = tray.remaining
    tray.remaining -= sheet.form === 'roll' ? Math.min(told.length, tray.remaining) : 1
    if (tray.remaining <= 0) tray.sheet = null
    machine.state.fed[path.id] = fed + 1
    return { real: sheet, count }
  }
  return null
}

interface SheetJob {
  job: Job
  path: Path
  page: DevicePage
  /** Number its picture is kept under, or null where it is like one that is kept. */
  keptAs: number | null
  /** Sheets of the whole job. */
  sheets: number
  told: Size
  terms: Terms
  random: () => number
  real: RealSheet
  /** Sheets, or µm of roll, that lay there before this one. */
  count: number
}

async function printSheet(
  machine: Machine,
  { job, path, page, keptAs, sheets, told, terms, random, real, count }: SheetJob,
): Promise<void> {
  const raster = { width: (page.header.width * 25_400) / page.header.ppi, length: (page.header.height * 25_400) / page.header.ppi }
  const bleed = Math.max(0, (raster.width - told.width) / 2, (raster.length - told.length) / 2)
  const passage = passSheet({ path, real, count, told, borderless: job.borderless, bleed, gap: terms.gap, random })
  if (passage.askew && machine.nature.findsSkew) {
    // It comes out again, unharmed.
    const tray = machine.tray(path.id)
    if (tray) Object.assign(tray, { sheet: real, remaining: count })
    await machine.waitForHand(job, 'media-askew', 'The sheet went in askew. Square it against the guide, then go on.')
    return
  }
  const endsAt = real.form === 'roll' && count < told.length ? count : null
  const seam = await moveHead(machine, job, page, told, terms, endsAt, sheets)
  if (seam === 'over') return
  const { media } = terms
  const coating = real.wrongSide ? ('plain' as const) : passage.sheet.coating
  const pass = {
    page: job.monochrome ? greyed(page) : page,
    told,
    limits: passage.limits,
    travel: passage.travel,
    inks: { inkSet: machine.printer.inkSet, coating, white: real.white, expects: media?.surface ?? 'plain', black: terms.black },
    marks: {
      strikes: passage.strikes,
      smeared: smears(real, ((Date.now() - machine.state.lastOut) * machine.pace) / 60_000),
      seam,
      endsAt,
      lotId: real.lotId,
      mediaTypeId: media?.id ?? null,
      wrongSide: real.wrongSide ?? false,
      coat: job.coat,
    },
  }
  job.truths.push(truthOf(pass))
  if (keptAs !== null) writeFileSync(machine.sheetFile(job.id, keptAs), await deliver(pass))
  tellSheet(machine, job, passage, { seam, smeared: pass.marks.smeared })
  machine.state.lastOut = Date.now()
  if (endsAt !== null) {
    job.spoilt++
    const tray = machine.tray(path.id)
    if (tray) Object.assign(tray, { sheet: null, remaining: 0 })
    await machine.waitForHand(job, 'media-empty', 'The roll ran out in the middle of the print. Put another on; it starts again.')
    return
  }
  job.progress = 100
  job.delivered++
  machine.save()
}

/** The printer's own greys: every pixel at the lightness of its device numbers. */
function greyed(page: DevicePage): DevicePage {
  const rgba = page.rgba.slice()
  for (let i = 0; i < rgba.length; i += 4) {
    const grey = Math.round((rgba[i] as number) * 0.3 + (rgba[i + 1] as number) * 0.59 + (rgba[i + 2] as number) * 0.11)
    rgba.fill(grey, i, i + 3)
  }
  return { ...page, rgba }
}

function tellSheet(
  machine: Machine,
  job: Job,
  { strikes, askew }: Passage,
  { seam, smeared }: { seam: number | null; smeared: boolean },
): void {
  const what = [
    strikes > 0 ? 'the head touched it' : '',
    askew ? 'it went in askew' : '',
    smeared ? 'wet ink of its other side was smeared' : '',
    seam === null ? '' : 'it stood still half-way',
  ]
  // The machine does not notice strikes; its record is for whoever practises.
  machine.tell(`Job ${job.id}, a sheet came out${what.some(Boolean) ? `: ${what.filter(Boolean).join(', ')}` : ''}.`)
}

/** Seconds the head takes over a page of this job: over all of it, at the quality that was asked for. */
export function headTime({ qualities }: Pick<Printer, 'qualities'>, { quality, dots }: Pick<Job, 'quality' | 'dots'>, told: Size): number {
  const alike = qualities.filter((q) => QUALITY[q.ipp] === quality)
  const chosen = alike.find((q) => q.dpi === dots) ?? alike[0] ?? qualities[0]
  return ((told.width * told.length) / 1e12) * (chosen?.secondsPerSquareMetre ?? 600)
}

/** Moves the head over the sheet in real time divided by the pace. Where it had to stand still, as a share; `over` when the job ended. */
async function moveHead(
  machine: Machine,
  job: Job,
  page: DevicePage,
  told: Size,
  terms: Terms,
  endsAt: number | null,
  sheets: number,
): Promise<number | null | 'over'> {
  const power = machine.turnedOff
  const squareMetres = (told.width * told.length) / 1e12
  const seconds = headTime(machine.printer, job, told)
  const use = inkFor(machine.printer, page.darkness, squareMetres, terms.black, job.monochrome)
  let seam: number | null = null
  const stopFor = async (share: number, reason: string, message: string) => {
    seam = share
    return machine.waitForHand(job, reason, message)
  }
  const steps = endsAt === null ? PROGRESS_STEPS : Math.max(1, Math.floor((endsAt / told.length) * PROGRESS_STEPS))
  for (let step = 0; step < steps; step++) {
    job.progress = Math.round((step / PROGRESS_STEPS) * 100)
    job.message = `Printing sheet ${job.delivered + 1} of ${sheets}.`
    if (step % 4 === 0) machine.save()
    await pause((seconds * 1000) / PROGRESS_STEPS / machine.pace)
    if (finished(job) || power !== machine.turnedOff) return 'over'
    while (machine.state.coverOpen)
      if (!(await stopFor(step / PROGRESS_STEPS, 'cover-open', 'The cover was opened in the middle of the print.'))) return 'over'
    for (;;) {
      const empty = machine.printer.inks.find((i) => (machine.state.inks[i.id] ?? 0) < (use[i.id] ?? 0) / PROGRESS_STEPS)
      if (!empty) break
      if (!(await stopFor(step / PROGRESS_STEPS, 'marker-supply-empty', `${empty.name} is empty. Replace it, then go on.`))) return 'over'
    }
    for (const ink of machine.printer.inks)
      machine.state.inks[ink.id] = Math.max(0, (machine.state.inks[ink.id] ?? 0) - (use[ink.id] ?? 0) / PROGRESS_STEPS)
  }
  return seam
}
