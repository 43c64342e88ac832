/**
 * Colour benchmarks, each beside a rival on the same files in the same run. With a task's name as argument it does only
 * that task, as a process of its own, so that its peak memory can be read.
 */
import { spawn, spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { performance } from 'node:perf_hooks'
import { MessageChannel } from 'node:worker_threads'
import sharp from 'sharp'
import type { PageOf } from '../server/workers/page-rows.ts'
import { openPool } from '../server/workers/pool.ts'
import { makePrintFile } from '../server/workers/print-file.ts'
import { renderPage } from '../server/workers/render-page.ts'

const dir = 'var/bench-colour'
const PICTURE = join(dir, '45-megapixels.jpg')
const [WIDTH, HEIGHT] = [8256, 5504]
const PROFILES = [
  'gannet-lamproom-baryta',
  'gannet-quay-matte',
  'heron-harbour-lustre',
  'heron-pilot-rag',
  'tern-beacon-gloss',
  'albatross-fairway-satin',
].map((name) => `demo/profiles/${name}.icc`)
/** Where a task leaves how long it took: the server's workers are running already, so Node's own start does not count. */
const SECONDS = join(dir, 'seconds')
const PROFILE = PROFILES[0] as string
const print = (name: string, figures: object) => process.stdout.write(`${JSON.stringify({ bench: name, ...figures })}\n`)
const round = (value: number, digits = 2) => Number(value.toFixed(digits))
const median = (values: number[]) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? Number.NaN

/** A picture with grain, gradients and strong colour, so that neither decoder nor gamut has it easy. */
async function paint(): Promise<void> {
  if (existsSync(PICTURE)) return
  mkdirSync(dir, { recursive: true })
  const small = Buffer.alloc(1032 * 688 * 3)
  for (let i = 0, at = 0; i < 1032 * 688; i++, at += 3) {
    const [x, y] = [(i % 1032) / 1032, Math.floor(i / 1032) / 688]
    const grain = ((i * 48_271) % 97) / 6
    small[at] = 255 * x * (0.4 + 0.6 * y) + grain
    small[at + 1] = 255 * (0.5 + 0.5 * Math.sin(9 * x + 5 * y)) * 0.8 + grain
    small[at + 2] = 255 * (1 - x * y) * 0.9 + grain
  }
  await sharp(small, { raw: { width: 1032, height: 688, channels: 3 } })
    .resize(WIDTH, HEIGHT)
    .jpeg({ quality: 92 })
    .toFile(PICTURE)
}

function page(widthInches: number, heightInches: number): PageOf {
  const [width, height] = [Math.round(widthInches * 360), Math.round(heightInches * 360)]
  const plan: PageOf['plan'] = {
    ppi: 360,
    width,
    height,
    page: { width: 50_800, length: 76_200 },
    bleed: 0,
    pageWidth: Math.round(widthInches * 72),
    pageHeight: Math.round(heightInches * 72),
    pictures: [
      {
        item: '1',
        intent: null,
        crop: { left: 0, top: 0, width: WIDTH, height: HEIGHT },
        turn: width < height ? 90 : 0,
        mirror: false,
        place: { left: 0, top: 0, width, height },
        wrap: null,
      },
    ],
    keep: { left: 0, top: 0, width, height },
    marks: [],
    words: [],
  }
  return {
    plan,
    pictures: [{ file: PICTURE, channels: 'rgb', sourceProfile: null, intent: 'relative', sharpen: 0 }],
    printerProfile: PROFILE,
    blackPoint: true,
    untouched: false,
    maxPixels: 300_000_000,
  }
}

/** 60 pictures of 24 megapixels, three beside each other on 24 inches by 5 m of roll at 360 ppi; every one a file of its own. */
const GANG = { pictures: 60, across: 3, roll: [8640, 70_866], cell: [2880, 3543], size: [2800, 3460] } as const
const gangFile = (i: number) => join(dir, `24-megapixels-${i}.jpg`)

async function paintGang(): Promise<void> {
  for (let i = 0; i < GANG.pictures; i++)
    if (!existsSync(gangFile(i)))
      await sharp(PICTURE)
        .extract({ left: 30 * i, top: 20 * i, width: 6000, height: 4000 })
        .jpeg({ quality: 92 })
        .toFile(gangFile(i))
}

/** A page of some of them where they lie on the roll, or of one by itself. */
function gangPage(which: readonly number[]): PageOf & { count: number } {
  const [w, h] = GANG.size
  const alone = which.length === 1
  const [width, height] = alone ? GANG.size : GANG.roll
  const { plan, pictures, ...rest } = page(width / 360, height / 360)
  const [picture] = plan.pictures
  if (!picture) throw new Error('no picture')
  return {
    ...rest,
    plan: {
      ...plan,
      width,
      height,
      keep: { left: 0, top: 0, width, height },
      pictures: which.map((i) => ({
        ...picture,
        item: String(i),
        crop: { left: 0, top: 0, width: Math.round((4000 * h) / w), height: 4000 },
        turn: 90,
        place: {
          left: alone ? 0 : (i % GANG.across) * GANG.cell[0],
          top: alone ? 0 : Math.floor(i / GANG.across) * GANG.cell[1],
          width: w,
          height: h,
        },
      })),
    },
    pictures: which.flatMap((i) => pictures.map((source) => ({ ...source, file: gangFile(i) }))),
    count: 1,
  }
}
const all = Array.from({ length: GANG.pictures }, (_, i) => i)
const document = { tag: 'device3', mediaType: 'photographic', output: join(dir, 'gang.pwg') } as const

const TASKS: Record<string, () => Promise<void>> = {
  async decode() {
    await sharp(PICTURE, { sequentialRead: true }).tiff({ compression: 'none' }).toFile(join(dir, 'decoded.tif'))
  },
  async a2() {
    const { port2 } = new MessageChannel()
    await makePrintFile({ pages: [page(23.39, 16.54)], output: join(dir, 'a2.tif'), format: 'tiff', title: 'A2', port: port2 })
  },
  gang: () => renderPage({ pages: [gangPage(all)], ...document }),
  async pieces() {
    for (const i of all) await renderPage({ pages: [gangPage([i])], ...document })
  },
  async large() {
    const { port2 } = new MessageChannel()
    await makePrintFile({ pages: [page(44, 78.74)], output: join(dir, 'large.tif'), format: 'tiff', title: '44 in × 2 m', port: port2 })
  },
}

/** Runs a command to its end; seconds, and the greatest memory it held of its own (not the files it maps), MB. */
async function run(command: string, args: string[]): Promise<{ seconds: number; megabytes: number }> {
  const begin = performance.now()
  const child = spawn(command, args, { stdio: 'ignore' })
  let most = 0
  const watch = setInterval(() => {
    try {
      const status = readFileSync(`/proc/${child.pid}/status`, 'utf8')
      const kept = ['RssAnon', 'RssShmem'].reduce((sum, key) => sum + Number(new RegExp(`${key}:\\s+(\\d+)`).exec(status)?.[1] ?? 0), 0)
      most = Math.max(most, kept)
    } catch {}
  }, 15)
  const code = await new Promise<number | null>((resolve) => child.once('exit', resolve))
  clearInterval(watch)
  if (code !== 0) throw new Error(`${command} ended with ${code}`)
  return { seconds: (performance.now() - begin) / 1000, megabytes: most / 1024 }
}

async function repeat(times: number, command: string, args: string[]) {
  const runs = []
  for (let i = 0; i < times; i++) {
    const done = await run(command, args)
    runs.push(command === process.execPath ? { ...done, seconds: Number(readFileSync(SECONDS, 'utf8')) } : done)
  }
  return { seconds: round(median(runs.map((r) => r.seconds))), peakMegabytes: Math.round(Math.max(...runs.map((r) => r.megabytes))) }
}

const asked = process.argv[2]
if (asked) {
  const begin = performance.now()
  await TASKS[asked]?.()
  writeFileSync(SECONDS, String((performance.now() - begin) / 1000))
  process.exit(0)
}
await paint()
const self = (task: string) => [process.argv[1] as string, task]
/** Pictures before those that are timed: the server's workers stay for ten minutes without work, and do the fifth as they do the hundredth. */
const WARMING = 4
/** Count and measures in the server's own workers, warm as they are there; each run from the file on. */
let analyses = 0
async function analyse(): Promise<number> {
  const begin = performance.now()
  // Another file each time, as every picture has.
  const count = join(dir, `count-${analyses++}.bin`)
  const scratch = join(dir, 'count.tif')
  const counted = await pool.countPicture({
    picture: PICTURE,
    width: WIDTH,
    height: HEIGHT,
    source: null,
    printers: [],
    channels: 'rgb',
    scratch,
  })
  writeFileSync(count, counted.bytes)
  await Promise.all(PROFILES.map((printer) => pool.measurePicture({ count, source: null, printer })))
  rmSync(count)
  return (performance.now() - begin) / 1000
}
const pool = openPool()
// The first picture of workers that were begun for it; then as many as they have done after a quarter of an hour's work.
const first = await analyse()
for (let i = 0; i < WARMING; i++) await analyse()
// One after the other in turn: a machine whose speed wanders wanders for both.
const analysed = []
const converted = []
for (let i = 0; i < 5; i++) {
  analysed.push(await analyse())
  converted.push(await repeat(1, 'jpgicc', ['-o', PROFILE, '-t', '1', '-b', PICTURE, join(dir, 'jpgicc.jpg')]))
}
await pool.close()
const ours = { seconds: round(median(analysed)), firstOfNewWorkers: round(first), threads: 2 }
const jpgicc = {
  seconds: round(median(converted.map((r) => r.seconds))),
  peakMegabytes: Math.max(...converted.map((r) => r.peakMegabytes)),
}
const decode = await repeat(3, process.execPath, self('decode'))
print('all intents, with and without compensation, on six pairings, 45 megapixels, from file to numbers', {
  ...ours,
  rival: { name: 'jpgicc converting the file once', ...jpgicc, ratio: round(ours.seconds / jpgicc.seconds), budget: 0.25 },
  decoding: { ...decode, ratio: round(ours.seconds / decode.seconds) },
})
const [width, height] = [Math.round(23.39 * 360), Math.round(16.54 * 360)]
const srgb = '/usr/share/color/argyll/ref/sRGB.icm'
const vips = async () => {
  const resized = join(dir, 'vips-resized.tif')
  const one = await run('vips', [
    'thumbnail',
    PICTURE,
    resized,
    String(width),
    '--height',
    String(height),
    '--size',
    'force',
    '--linear=false',
  ])
  const two = await run('vips', [
    'icc_transform',
    resized,
    join(dir, 'vips.tif'),
    PROFILE,
    '--input-profile',
    srgb,
    '--intent',
    'relative',
    '--black-point-compensation',
  ])
  return { seconds: one.seconds + two.seconds, megabytes: Math.max(one.megabytes, two.megabytes) }
}
if (spawnSync('vips', ['--version']).status === 0) {
  // One after the other in turn: a machine whose speed wanders wanders for both.
  const mine = []
  const runs = []
  for (let i = 0; i < 4; i++) {
    mine.push(await repeat(1, process.execPath, self('a2')))
    runs.push(await vips())
  }
  const a2 = { seconds: round(median(mine.map((r) => r.seconds))), peakMegabytes: Math.max(...mine.map((r) => r.peakMegabytes)) }
  const rival = { seconds: round(median(runs.map((r) => r.seconds))), peakMegabytes: Math.round(Math.max(...runs.map((r) => r.megabytes))) }
  print('A2 at 360 ppi from 45 megapixels, profile applied', {
    ...a2,
    rival: { name: 'vips: resize, then icc_transform', ...rival, ratio: round(a2.seconds / rival.seconds), budget: 1 },
  })
}
const large = await repeat(1, process.execPath, self('large'))
print('44 in × 2 m at 360 ppi as TIFF, profile applied', { ...large, budgetMegabytes: 600 })

await paintGang()
// In turn, for the same reason.
const together = [await repeat(1, process.execPath, self('gang'))]
const pieces = [await repeat(1, process.execPath, self('pieces'))]
together.push(await repeat(1, process.execPath, self('gang')))
pieces.push(await repeat(1, process.execPath, self('pieces')))
const least = (runs: { seconds: number }[]) => Math.min(...runs.map((r) => r.seconds))
print('60 pictures of 24 megapixels on 24 in × 5 m at 360 ppi, profile applied, as PWG raster', {
  seconds: least(together),
  peakMegabytes: Math.max(...together.map((r) => r.peakMegabytes)),
  budgetMegabytes: 600,
  rival: { name: 'each of them as a page of its own', seconds: least(pieces), ratio: round(least(together) / least(pieces)), budget: 1.2 },
})
rmSync(document.output, { force: true })
