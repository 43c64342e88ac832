import { readFileSync } from 'node:fs'
import { instantiate } from 'lcms-wasm'
import type { Triple } from '../core/color/cie.ts'
import { countColours } from '../core/color/count/colour-count.ts'
import { inkedBy, throughTo } from '../core/color/count/inked.ts'
import { createEngine } from '../core/color/engine/engine.ts'
import { layoutOf } from '../core/plate/resolve/plate.ts'
import { resolve } from '../core/plate/resolve/resolve.ts'
import { picture } from '../core/testing/fixtures.ts'
import { transicc } from '../core/testing/transicc.ts'
import { briefOf } from '../core/things/brief/brief-of.ts'
import { mm } from '../core/things/length/length.ts'
import { isGlossy } from '../core/things/media/media.ts'
import { inkFor } from '../simulator/machine/ink-use.ts'
import { seeded } from '../simulator/machine/random.ts'
import { headTime } from '../simulator/machine/run-job.ts'
import { demoStudio } from './studio.ts'

const studio = demoStudio()
const random = seeded(77)
const [WIDTH, HEIGHT] = [48, 32]

/** Pictures of every kind: what each corner is, and noise between. */
const painted = Array.from({ length: 40 }, () => {
  const corners = Array.from(
    { length: 4 },
    () => Array.from({ length: 3 }, () => 255 * random() ** (0.4 + 2 * random())) as unknown as Triple,
  )
  const rough = random() * 60
  return Uint8Array.from({ length: WIDTH * HEIGHT * 3 }, (_, i) => {
    const [x, y, c] = [(Math.floor(i / 3) % WIDTH) / WIDTH, Math.floor(i / 3 / WIDTH) / HEIGHT, i % 3]
    const at = (n: number) => (corners[n] as Triple)[c] as number
    const smooth = at(0) * (1 - x) * (1 - y) + at(1) * x * (1 - y) + at(2) * (1 - x) * y + at(3) * x * y
    return Math.max(0, Math.min(255, Math.round(smooth + (random() - 0.5) * rough)))
  })
})

/** Every printer in turn, on each of its papers with a profile, each quality, with margins and without. */
const prints = painted.map((rgb, i) => {
  const printer = studio.printers[i % studio.printers.length] as (typeof studio.printers)[number]
  const profiles = studio.profiles.filter((p) => p.boundTo?.printerId === printer.id)
  const profile = profiles[i % profiles.length] as (typeof profiles)[number]
  const quality = printer.qualities[Math.floor(i / 3) % printer.qualities.length] as (typeof printer.qualities)[number]
  return { rgb, printer, profile, quality, border: mm(6 + ((i * 7) % 30)) }
})

/** Device numbers of every pixel through a profile, by Debian's transicc: as the printer gets them. */
function deviceOf(rgb: Uint8Array, file: string): number[][] {
  const pixels = Array.from({ length: rgb.length / 3 }, (_, i) => rgb.subarray(i * 3, i * 3 + 3))
  return transicc({ from: '*sRGB', to: file, intent: 1, blackPoint: true }, pixels)
}

test('ink by what the picture is: within 10 % of the simulator on average, never 25 % off, and the channel that runs out first is the one', async () => {
  const engine = createEngine(await instantiate())
  // As an upload sees it: through the first profiles of the shelf, whatever it is printed on later.
  const shelf = studio.profiles
    .slice(0, 6)
    .flatMap((p) => throughTo(engine, 'srgb', new Uint8Array(readFileSync(`demo/profiles/${p.id}.icc`))) ?? [])
  const errors: number[] = []
  const told: string[] = []
  for (const [i, { rgb, printer, profile, border }] of prints.entries()) {
    const inked = inkedBy(countColours(rgb, WIDTH, HEIGHT), shelf)
    const brief = briefOf({
      paperId: profile.boundTo?.paperId ?? null,
      picture: picture({ width: 4800, height: 3200, inked }),
      size: { by: 'border', border },
    })
    const plate = resolve(brief, studio, { printer: printer.id, 'colour-management': 'program', profile: profile.id })
    const layout = layoutOf(plate)
    const { setup, estimates } = plate
    if (!setup || !layout || !estimates) throw new Error('no plate')
    // The page as the machine counts it: bare paper round the picture.
    const device = deviceOf(rgb, `demo/profiles/${profile.id}.icc`)
    const share = (layout.printed.w * layout.printed.h) / (layout.page.w * layout.page.h)
    const dark = (c: number) => (1 - device.reduce((sum, d) => sum + (d[c] as number), 0) / device.length / 255) * share
    const squareMetres = (layout.page.w * layout.page.h) / 1e12
    const black = isGlossy(setup.mediaType.surface) ? ('photo' as const) : ('matte' as const)
    const used = inkFor(printer, { cyan: dark(0), magenta: dark(1), yellow: dark(2) }, squareMetres, black)
    const total = Object.values(used).reduce((a, b) => a + b, 0)
    const error = Math.abs(estimates.inkMillilitres - total) / total
    errors.push(error)
    if (error > 0.25) told.push(`${i} ${profile.id}: ${estimates.inkMillilitres.toFixed(2)} for ${total.toFixed(2)} ml`)
    // Which channel goes first matters more than how much the others take.
    const busiest = (of: Record<string, number>) => Math.max(...Object.values(of))
    const [mine] = Object.entries(estimates.inks).sort((a, b) => b[1] - a[1])
    if (mine && (used[mine[0]] ?? 0) < 0.8 * busiest(used)) told.push(`${i}: ${mine[0]} is not among the busiest`)
  }
  process.stderr.write(
    `ink: mean error ${((errors.reduce((a, b) => a + b, 0) / errors.length) * 100).toFixed(1)} %, most ${(Math.max(...errors) * 100).toFixed(1)} %\n`,
  )
  expect(told).toEqual([])
  expect(errors.reduce((a, b) => a + b, 0) / errors.length).toBeLessThan(0.1)
})

test('time by what the head travels: within 10 % of the simulator on every print of every printer and quality', () => {
  for (const { printer, profile, quality, border } of prints) {
    const brief = briefOf({
      paperId: profile.boundTo?.paperId ?? null,
      picture: picture({ width: 4800, height: 3200 }),
      size: { by: 'border', border },
      copies: 3,
    })
    const plate = resolve(brief, studio, { printer: printer.id, quality: quality.id })
    const { setup, estimates } = plate
    if (!setup || !estimates) throw new Error('no plate')
    const asked = { quality: { draft: 3, normal: 4, high: 5 }[setup.quality.ipp], dots: setup.quality.dpi }
    const seconds = 3 * headTime(printer, asked, setup.page)
    expect([printer.id, quality.id, Math.abs(estimates.printingSeconds / seconds - 1) < 0.1]).toEqual([printer.id, quality.id, true])
  }
})
