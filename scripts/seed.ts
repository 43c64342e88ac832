/** Makes the demo studio: records, profiles, pictures, jobs and a little history. One that is there already stays as it is. */

import { readFile } from 'node:fs/promises'
import { join } from 'node:path'
import { Readable } from 'node:stream'
import { planPage } from '../core/output/page/page-plan.ts'
import { layoutOf, type Plate } from '../core/plate/resolve/plate.ts'
import { resolve } from '../core/plate/resolve/resolve.ts'
import { itemOf } from '../core/things/brief/brief.ts'
import { briefOf } from '../core/things/brief/brief-of.ts'
import { pictureIn } from '../core/things/brief/item.ts'
import type { Picture } from '../core/things/brief/picture.ts'
import { isGlossy } from '../core/things/media/media.ts'
import { nameOf } from '../core/things/sizes/named.ts'
import { DEMO_STUDIO } from '../core/things/studio/short-name.ts'
import type { Inspection } from '../core/work/runs/inspection.ts'
import { offsetLearnt } from '../core/work/runs/outcome.ts'
import { searchable, withInspection } from '../core/work/runs/search-words.ts'
import { DEMO_JOBS, type DemoJob } from '../demo/jobs.ts'
import { LOADED, PAIRINGS, RULES } from '../demo/pairings.ts'
import { LOTS, PAPERS } from '../demo/papers.ts'
import { DEMO_PICTURES } from '../demo/pictures/make.ts'
import { PRINTERS } from '../demo/printers.ts'
import { config, LIMITS } from '../server/config.ts'
import { openInstallation } from '../server/installation.ts'
import { takePicture } from '../server/pictures/take-picture.ts'
import { pageTask } from '../server/printing/page-task.ts'
import { realSheet } from '../simulator/demo-machines.ts'
import { feed, inkLimits } from '../simulator/machine/mechanics.ts'
import { seeded } from '../simulator/machine/random.ts'
import { deliver, UNMARKED } from '../simulator/press/press.ts'
import { readRaster, thinning } from '../simulator/press/raster-in.ts'
import { seedChecks } from './seed-checks.ts'

const app = await openInstallation()
const { files, studios } = app
const store = studios.open(DEMO_STUDIO)
const HOUR = 3_600_000

async function seedStudio() {
  const firstPort = Number(process.env.ARCH_SIM_PORT ?? 8651)
  for (const [position, record] of PRINTERS.entries())
    await store.printers.add({ ...record, address: `ipp://127.0.0.1:${firstPort + position}/ipp/print` })
  for (const paper of PAPERS) await store.papers.add(paper)
  for (const lot of LOTS) await store.lots.add(lot)
  for (const { printerId, pathId, lotId, remaining } of LOADED) await store.lots.load(printerId, pathId, lotId, remaining)
  await store.rules.change(RULES)
  for (const pairing of PAIRINGS) {
    const bytes = new Uint8Array(await readFile(join(config.root, `demo/profiles/${pairing.id}.icc`)))
    const { hash } = await files.takeBytes(bytes, LIMITS.profileBytes)
    const read = await app.pool.readProfileFile({ file: files.pathOf(hash) })
    if (!read.ok) throw new Error(`demo profile ${pairing.id}: ${read.problem.message}`)
    const dpi = PRINTERS.find((p) => p.id === pairing.printerId)?.qualities.find((q) => q.id === pairing.qualityId)?.dpi ?? 1440
    await store.profiles.add({
      id: pairing.id,
      hash,
      description: read.value.description,
      boundTo: { printerId: pairing.printerId, paperId: pairing.paperId, mediaTypeId: pairing.mediaTypeId, dpi },
      facts: read.value.facts,
    })
    await store.pairings.add(pairing)
  }
}

async function seedPictures(): Promise<Map<string, Picture>> {
  const taken = new Map<string, Picture>()
  for (const [name, make] of Object.entries(DEMO_PICTURES)) {
    await says(`painting ${name}`)
    taken.set(name, await takePicture({ ...app, store }, Readable.from([await make()]), name, true))
  }
  return taken
}

/** Prints a plate on the simulated mechanism without the waiting, for jobs that lie in the past. */
async function printPast(plate: Plate, seed: number): Promise<{ hash: string; margins: Inspection['margins'] } | null> {
  const { setup } = plate
  const picture = pictureIn(itemOf(plate.brief))
  if (!setup || !picture) return null
  // No finer than the mechanism keeps it: what it would make of more pixels looks the same, four times as late.
  const { feedPpi } = setup.printer
  const plan = planPage({ ...plate, setup: { ...setup, printer: { ...setup.printer, feedPpi: feedPpi / thinning(feedPpi) } } })
  if (!plan) return null
  const output = files.workPath(`past-${seed}.pwg`)
  await app.pool.renderPage({
    pages: [{ ...pageTask(plate, plan, files), count: 1 }],
    tag: 'device3',
    mediaType: setup.mediaType.id,
    output,
  })
  const page = readRaster(new Uint8Array(await readFile(output)))
  const sheet = realSheet(setup.lot.id)
  if (!sheet) return null
  const told = { width: setup.page.width, length: setup.page.length }
  const upright = sheet.width <= sheet.length === told.width <= told.length ? sheet : { ...sheet, width: sheet.length, length: sheet.width }
  const travel = feed(setup.path, upright, told, seeded(seed))
  const limits = inkLimits(
    setup.path,
    { ...told, known: nameOf(told.width, told.length)?.pwg ?? null },
    setup.borderless !== 'none',
    setup.expansion?.um ?? 0,
  )
  const coated = isGlossy(setup.paper.surface)
  const png = await deliver({
    page,
    told,
    limits,
    travel,
    inks: {
      inkSet: setup.printer.inkSet,
      coating: sheet.coating,
      white: sheet.white,
      expects: setup.mediaType.surface,
      black: coated ? 'photo' : 'matte',
    },
    marks: { ...UNMARKED, lotId: setup.lot.id, mediaTypeId: setup.mediaType.id },
  })
  const { hash } = await files.takeBytes(png, LIMITS.uploadBytes)
  const tenth = (um: number) => Math.max(0, Math.round(um / 100) * 100)
  const m = layoutOf(plate)?.margins
  const margins =
    m && setup.borderless === 'none'
      ? {
          leading: tenth(m.leading + travel.y),
          trailing: tenth(m.trailing - travel.y),
          left: tenth(m.left + travel.x),
          right: tenth(m.right - travel.x),
        }
      : null
  return { hash, margins }
}

const STATE = {
  setup: 'setup',
  right: 'done',
  usable: 'done',
  wasted: 'failed',
  inspect: 'inspect',
  queued: 'printing',
  refused: 'failed',
} as const

async function seedJob(demo: DemoJob, index: number, pictures: Map<string, Picture>) {
  const brief = briefOf({
    ...demo.brief,
    picture: pictures.get(demo.picture) ?? null,
    dueAt: demo.dueIn === null ? null : new Date(Date.now() + demo.dueIn * HOUR).toISOString(),
  })
  const { copies } = itemOf(brief)
  const pins = demo.pins ?? {}
  const job = await store.jobs.add({ title: demo.title, state: STATE[demo.history], brief, pins })
  if (demo.history === 'setup') return
  const plate = resolve(brief, await store.studio(), pins)
  if (!plate.setup) throw new Error(`demo job “${demo.title}” has no set-up`)
  const when = new Date(Date.now() - (30 - index) * 7 * HOUR)
  const past = demo.history === 'queued' || demo.history === 'refused' ? null : await printPast(plate, 100 + index)
  const verdict = demo.history === 'right' || demo.history === 'usable' || demo.history === 'wasted' ? demo.history : null
  const inspection: Inspection | null = verdict && {
    margins: past?.margins ?? null,
    skew: null,
    target: null,
    wash: null,
    gloss: null,
    verdict,
    faults: verdict === 'wasted' ? ['roller marks'] : [],
    note: demo.note ?? '',
    sheetsUsed: copies,
    sheetsWasted: verdict === 'wasted' ? copies : 0,
  }
  const begun = searchable(demo.title, plate.setup.printer.name, plate.setup.paper.name, plate.setup.path.name, brief.notes)
  const run = await store.runs.add({
    jobId: job.id,
    plate,
    printerId: plate.setup.printer.id,
    progress: past ? 100 : 0,
    sheetsDelivered: past ? copies : 0,
    reason: null,
    state: demo.history === 'queued' ? 'queued' : demo.history === 'refused' ? 'failed' : demo.history === 'inspect' ? 'inspect' : 'done',
    message:
      demo.history === 'queued'
        ? 'In the queue.'
        : demo.history === 'refused'
          ? 'The printer was switched off in the middle of the job.'
          : 'Delivered. Measure it and say how it came out.',
    delivered: past?.hash ?? null,
    dryUntil: past ? when : null,
    finishedAt: demo.history === 'queued' ? null : when,
    inspection,
    searchText: inspection ? withInspection(begun, searchable(verdict, ...inspection.faults, inspection.note)) : begun,
    only: null,
    side: 'front',
    how: 'sent',
    pathId: plate.setup.path.id,
    // The feeder of the wasted print had slipped: the history that remedies are ordered by.
    faults:
      verdict === 'wasted'
        ? [{ faultId: 'cannot-feed', causeId: 'worn-rollers', sheets: copies, onTheWay: 0, at: when.toISOString() }]
        : [],
    ...(past || demo.history === 'refused' ? { createdAt: when } : {}),
  })
  if (inspection) await store.offsets.learn(run.id, offsetLearnt(run, inspection))
}

/** Tells whoever waits for it, at the terminal and on the page of studios. */
async function says(what: string) {
  process.stdout.write(`  ${what}\n`)
  await studios.making(DEMO_STUDIO, what)
}

const there = await studios.tryFind(DEMO_STUDIO)
if (there === null || there.making !== null) {
  process.stdout.write('Setting up the demo studio, Lantern Wharf. This takes half a minute.\n')
  if (!there) await studios.begin({ name: 'Lantern Wharf', wanted: DEMO_STUDIO, demo: true, making: 'beginning' })
  // One that was cut off, or is made afresh, begins from nothing.
  await store.empty()
  await seedStudio()
  await seedChecks({ ...app, store })
  const pictures = await seedPictures()
  await says('writing two dozen jobs')
  for (const [i, job] of DEMO_JOBS.entries()) await seedJob(job, i, pictures)
  await studios.making(DEMO_STUDIO, null)
}
await app.end()
