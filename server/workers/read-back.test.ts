import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import sharp from 'sharp'
import { planPage } from '../../core/output/page/page-plan.ts'
import { resolve } from '../../core/plate/resolve/resolve.ts'
import type { Side } from '../../core/sheet/form.ts'
import { brief, picture, sheet, studioOf } from '../../core/testing/fixtures.ts'
import type { BriefParts } from '../../core/things/brief/brief-of.ts'
import { NEW_MAKE } from '../../core/things/brief/make.ts'
import { TURNS, type Turn } from '../../core/things/brief/turn.ts'
import { mm } from '../../core/things/length/length.ts'
import { BENCH_AROUND } from '../../core/wire/api/machine.ts'
import { inkLimits } from '../../simulator/machine/mechanics.ts'
import { deliver, type Pass, UNMARKED } from '../../simulator/press/press.ts'
import { readRaster } from '../../simulator/press/raster-in.ts'
import { renderPage } from './render-page.ts'

/**
 * A picture that cannot be mistaken: every point of it has a colour of its own, so that what lies at a place of the
 * delivered sheet says which point of the picture it is. Planned, rendered, delivered by the simulated press and read
 * back; where each point should lie is worked out here by hand.
 */
const [WIDE, HIGH] = [480, 320]
const A3 = { width: mm(297), length: mm(420) }
const PPI = 72

let dir: string
let file: string
/** What each point of the picture prints as: sRGB of a chart of 64 × 64 points that the same press has printed. */
let chart: { u: number; v: number; rgb: readonly number[] }[]
const colourAt = (u: number, v: number) => [20 + 200 * u, 20 + 200 * v, 60]

const studio = studioOf()
for (const printer of studio.printers) {
  printer.feedPpi = PPI
  for (const path of printer.paths) Object.assign(path, { duplex: { how: 'by-hand', upTo: 2000, margins: null } })
}
for (const paper of studio.papers) paper.twoSided = true
for (const lot of studio.lots) if (lot.id === 'lustre-a3') lot.measured = { ...A3 }
const PINS = { printer: 'heron', path: 'heron-cassette', stock: 'lustre-a3', page: 'iso_a3_297x420mm', placement: 'centred' }
const INKS: Pass['inks'] = { inkSet: 'pigment-10', coating: 'satin', white: [96, 0, -1], expects: 'satin', black: 'photo' }

/** Prints it; answers with the colour at a place of the sheet, mm from its left and leading edges. */
async function printed(of: BriefParts, turn: Turn, side: Side = 'front') {
  const plate = resolve(
    brief({ sheet: sheet('iso_a3_297x420mm'), picture: picture({ width: WIDE, height: HIGH, ppi: null }), ...of }),
    studio,
    {
      ...PINS,
      orientation: String(turn),
    },
  )
  const plan = planPage(plate, side)
  const { setup } = plate
  if (!plan || !setup) throw new Error('nothing planned')
  const output = join(dir, 'page.pwg')
  const pictures = plan.pictures.map(() => ({ file, channels: 'rgb', sourceProfile: null, intent: 'relative', sharpen: 0 }) as const)
  const page = { plan, pictures, printerProfile: null, blackPoint: true, untouched: true, maxPixels: 1e7, count: 1 }
  await renderPage({ pages: [page], tag: 'device3', mediaType: 'x', output })
  const told = plan.page
  const limits = inkLimits(setup.path, { ...told, known: setup.page.pwg }, false, 0)
  return sheetOf({
    page: readRaster(new Uint8Array(readFileSync(output))),
    told,
    limits,
    travel: { x: 0, y: 0, skew: 0, ...A3 },
    inks: INKS,
    marks: UNMARKED,
  })
}

async function sheetOf(pass: Pass) {
  const { data, info } = await sharp(await deliver(pass))
    .raw()
    .toBuffer({ resolveWithObject: true })
  const pixel = 25_400 / pass.page.ppi
  return (x: number, y: number): number[] => {
    const at = (um: number) => Math.floor((um * 1000 + BENCH_AROUND) / pixel)
    const from = (at(y) * info.width + at(x)) * info.channels
    return [...data.subarray(from, from + 3)]
  }
}

const apart = (a: readonly number[], b: readonly number[]) => Math.hypot(...a.map((v, i) => v - (b[i] as number)))
/** Which point of the picture this colour is; null for bare paper and whatever is no colour of the picture. */
function pointOf(rgb: readonly number[]): [number, number] | null {
  const [r, g, b] = rgb as [number, number, number]
  let [best, least] = [chart[0], Number.POSITIVE_INFINITY]
  for (const point of chart) {
    const [pr, pg, pb] = point.rgb as [number, number, number]
    const far = (pr - r) ** 2 + (pg - g) ** 2 + (pb - b) ** 2
    if (far < least) [best, least] = [point, far]
  }
  return best && least < 14 ** 2 ? [best.u, best.v] : null
}
const isPaper = (rgb: readonly number[]) => Math.min(...rgb) > 225

beforeAll(async () => {
  dir = mkdtempSync(join(tmpdir(), 'read-back-'))
  file = join(dir, 'picture.png')
  const data = Uint8Array.from({ length: WIDE * HIGH * 3 }, (_, i) => {
    const [x, y] = [Math.floor(i / 3) % WIDE, Math.floor(i / 3 / WIDE)]
    return Math.round(colourAt((x + 0.5) / WIDE, (y + 0.5) / HIGH)[i % 3] as number)
  })
  await sharp(data, { raw: { width: WIDE, height: HIGH, channels: 3 } })
    .png()
    .toFile(file)
  const STEPS = 64
  const rgba = Uint8Array.from({ length: STEPS * STEPS * 4 }, (_, i) => {
    const [x, y] = [Math.floor(i / 4) % STEPS, Math.floor(i / 4 / STEPS)]
    return i % 4 === 3 ? 255 : Math.round(colourAt((x + 0.5) / STEPS, (y + 0.5) / STEPS)[i % 4] as number)
  })
  // One point of the chart to the millimetre.
  const size = { width: STEPS * 1000, length: STEPS * 1000 }
  const header = { width: STEPS, height: STEPS, ppi: 25.4, colour: 'device3' }
  const page = {
    width: STEPS,
    height: STEPS,
    ppi: 25.4,
    rgba,
    header,
    ink: null,
    darkness: { cyan: 0, magenta: 0, yellow: 0 },
  } as unknown as Pass['page']
  const limits = { left: 0, top: 0, right: size.width, bottom: size.length, enforced: false }
  const at = await sheetOf({ page, told: size, limits, travel: { x: 0, y: 0, skew: 0, ...size }, inks: INKS, marks: UNMARKED })
  chart = Array.from({ length: STEPS * STEPS }, (_, i) => {
    const [x, y] = [i % STEPS, Math.floor(i / STEPS)]
    return { u: (x + 0.5) / STEPS, v: (y + 0.5) / STEPS, rgb: at(x + 0.5, y + 0.5) }
  })
})
afterAll(() => rmSync(dir, { recursive: true, force: true }))

/** Where a point of an upright piece of w × h mm lies on an A3 in whose middle it lies, turned clockwise: by hand. */
function place(turn: Turn, w: number, h: number, x: number, y: number): [number, number] {
  const [cx, cy] = [297 / 2, 420 / 2]
  const [dx, dy] = [x - w / 2, y - h / 2]
  return { 0: [cx + dx, cy + dy], 90: [cx - dy, cy + dx], 180: [cx - dx, cy - dy], 270: [cx + dy, cy - dx] }[turn] as [number, number]
}
const STEPS = [0.03, 0.22, 0.5, 0.71, 0.97]

/** That every point of an upright piece of w × h mm is the point of the picture that `expected` says, and paper begins where it ends. */
function holds(
  at: (x: number, y: number) => number[],
  turn: Turn,
  w: number,
  h: number,
  expected: (x: number, y: number) => [number, number],
) {
  for (const p of STEPS)
    for (const q of STEPS) {
      const found = pointOf(at(...place(turn, w, h, p * w, q * h)))
      const wanted = expected(p * w, q * h)
      expect([p, q, found?.map((v) => v.toFixed(2))]).toEqual([
        p,
        q,
        found && apart(found, wanted) < 0.03 ? found.map((v) => v.toFixed(2)) : wanted.map((v) => v.toFixed(2)),
      ])
    }
  for (const [x, y] of [
    [-1, h / 3],
    [w + 1, h / 3],
    [w / 3, -1],
    [w / 3, h + 1],
  ] as const)
    expect([x, y, isPaper(at(...place(turn, w, h, x, y)))]).toEqual([x, y, true])
}

describe.each(TURNS)('turned by %i°', (turn) => {
  test.each([0, 0.3, 1])('cropped above and below, moved to %d', async (y) => {
    // 150 × 80 mm of a picture half as wide again as high: 0.8 of its height.
    const at = await printed({ size: { by: 'picture', width: mm(150), height: mm(80) }, cropAt: { x: 0.9, y } }, turn)
    holds(at, turn, 150, 80, (px, py) => [px / 150, 0.2 * y + (0.8 * py) / 80])
  })
  test.each([0, 0.3, 1])('cropped at the sides, moved to %d', async (x) => {
    // 60 × 80 mm: half of its width.
    const at = await printed({ size: { by: 'picture', width: mm(60), height: mm(80) }, cropAt: { x, y: 0.9 } }, turn)
    holds(at, turn, 60, 80, (px, py) => [0.5 * x + (0.5 * px) / 60, py / 80])
  })
  test('mirrored', async () => {
    const at = await printed({ size: { by: 'picture', width: mm(120), height: mm(80) }, make: { as: 'print', mirror: true } }, turn)
    holds(at, turn, 120, 80, (px, py) => [1 - px / 120, py / 80])
  })

  const canvas = (wrap: 'mirror' | 'stretch' | 'picture' | 'colour'): BriefParts => ({
    size: { by: 'picture', width: mm(120), height: mm(80) },
    make: { ...NEW_MAKE['wrapped-canvas'], wrap, depth: mm(20), tuck: 0, colour: '#0a0a0a' },
  })
  /** Along one axis of a face so long: how far in the face the mirrored or stretched point lies, as a share of the face. */
  const mirror = (at: number, face: number) => (at < 0 ? -at : at > face ? 2 * face - at : at) / face
  // A tenth of the bar's 20 mm is drawn out over it.
  const stretch = (at: number, face: number) => (at < 0 ? (20 + at) / 10 : at > face ? face - 2 + (at - face) / 10 : at) / face
  test.each([
    ['mirror', mirror],
    ['stretch', stretch],
  ] as const)('a canvas whose sides are made with %s', async (wrap, along) => {
    const at = await printed(canvas(wrap), turn)
    holds(at, turn, 160, 120, (px, py) => [along(px - 20, 120), along(py - 20, 80)])
  })
  test('a canvas round whose bars the picture itself goes', async () => {
    // 160 × 120 mm of it: eight ninths of its width.
    const at = await printed(canvas('picture'), turn)
    holds(at, turn, 160, 120, (px, py) => [1 / 18 + (px / 160) * (8 / 9), py / 120])
  })
  test('a canvas with plain sides', async () => {
    const at = await printed(canvas('colour'), turn)
    for (const [x, y] of [
      [-10, 40],
      [130, 40],
      [60, -10],
      [60, 90],
    ] as const)
      expect([x, y, Math.max(...at(...place(turn, 160, 120, x + 20, y + 20))) < 70]).toEqual([x, y, true])
    // A quarter of the way across and down the face.
    expect(apart(pointOf(at(...place(turn, 160, 120, 20 + 30, 20 + 20))) ?? [0, 0], [0.25, 0.25])).toBeLessThan(0.03)
  })

  test.each([
    ['long-edge', 'work-and-turn'],
    ['short-edge', 'work-and-turn'],
    ['long-edge', 'work-and-tumble'],
    ['short-edge', 'work-and-tumble'],
  ] as const)('the back of a card that is turned about its %s reads as it should, printed by %s', async (flip, over) => {
    const make = { ...NEW_MAKE['two-sided'], flip, over, backPicture: 'same' as const }
    const at = await printed({ size: { by: 'picture', width: mm(120), height: mm(80) }, make }, turn, 'back')
    // Where the head of the front points on the sheet. Turned over about the line of travel left and right change places, end
    // over end leading and trailing do.
    const head = { 0: [0, -1], 90: [1, 0], 180: [0, 1], 270: [-1, 0] }[turn] as [number, number]
    // The card is read with its head up. Turned about an upright edge the back's head is where the front's was, else opposite.
    const reads = turn === 0 || turn === 180 ? 'upright' : 'lying'
    const upright = (flip === 'long-edge') === (reads === 'upright')
    const seen = over === 'work-and-turn' ? [-head[0], head[1]] : [head[0], -head[1]]
    const back = seen.map((v) => v * (upright ? 1 : -1))
    const backTurn = TURNS.find(
      (t) => String({ 0: [0, -1], 90: [1, 0], 180: [0, 1], 270: [-1, 0] }[t]) === String(back.map((v) => v + 0)),
    ) as Turn
    holds(at, backTurn, 120, 80, (px, py) => [px / 120, py / 80])
  })
})
