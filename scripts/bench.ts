/** The core's benchmarks: each prints one JSON line with its figures and the rival it was measured beside. */

import { readFileSync } from 'node:fs'
import { performance } from 'node:perf_hooks'
import { instantiate } from 'lcms-wasm'
import { MaxRectsPacker } from 'maxrects-packer/dist/maxrects-packer.mjs'
import potpack from 'potpack'
import { createEngine } from '../core/color/engine/engine.ts'
import { applyGrid } from '../core/color/grid.ts'
import { displayGrid, proofGrid } from '../core/color/proof.ts'
import { compareWays } from '../core/plate/resolve/compare-ways.ts'
import { resolve } from '../core/plate/resolve/resolve.ts'
import { nestStretch } from '../core/sheet/nesting/nest.ts'
import { neededBySheet } from '../core/sheet/slivers.ts'
import { APART, NEW_ARRANGEMENT } from '../core/things/brief/arrangement.ts'
import { type Brief, EMPTY_BRIEF } from '../core/things/brief/brief.ts'
import { type BriefParts, briefOf } from '../core/things/brief/brief-of.ts'
import { EMPTY_ITEM, withPicture } from '../core/things/brief/item.ts'
import { NEW_MAKE } from '../core/things/brief/make.ts'
import { NO_PICTURE } from '../core/things/brief/picture.ts'
import { inch, mm } from '../core/things/length/length.ts'
import type { Lot, Pairing } from '../core/things/media/media.ts'
import { type Studio, StudioSchema } from '../core/things/studio/studio.ts'
import { loadingSteps } from '../core/work/loading/steps.ts'
import { keepsake } from '../demo/pictures/painters.ts'
import { demoStudio } from '../demo/studio.ts'

const median = (values: number[]) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? Number.NaN
const round = (value: number) => Number(value.toFixed(2))

function times(runs: number, work: () => void): { median: number; max: number } {
  for (let i = 0; i < 3; i++) work()
  const found = Array.from({ length: runs }, () => {
    const begin = performance.now()
    work()
    return performance.now() - begin
  })
  return { median: round(median(found)), max: round(Math.max(...found)) }
}

const print = (name: string, figures: object) => process.stdout.write(`${JSON.stringify({ bench: name, ...figures })}\n`)

/** 12 printers × 60 papers × 200 pairings, made by repeating the demo studio under other names. */
function largeStudio() {
  const base = demoStudio()
  const at = <T>(list: readonly T[], i: number) => list[i % list.length] as T
  const printers = Array.from({ length: 12 }, (_, i) => {
    const p = structuredClone(at(base.printers, i))
    return { ...p, id: `${p.id}-${i}`, paths: p.paths.map((path) => ({ ...path, id: `${path.id}-${i}` })) }
  })
  const papers = Array.from({ length: 60 }, (_, i) => ({ ...at(base.papers, i), id: `${at(base.papers, i).id}-${i}` }))
  const lots: Lot[] = papers.flatMap((paper, i) =>
    base.lots.filter((l) => l.paperId === at(base.papers, i).id).map((l) => ({ ...l, id: `${l.id}-${i}`, paperId: paper.id })),
  )
  const pairings: Pairing[] = Array.from({ length: 200 }, (_, i) => {
    const p = at(base.pairings, i)
    const printer = printers.filter((x) => x.id.startsWith(p.printerId))
    const paper = papers.filter((x) => x.id.startsWith(p.paperId))
    return { ...p, id: `pair-${i}`, pathId: null, profileId: null, printerId: at(printer, i).id, paperId: at(paper, Math.floor(i / 16)).id }
  })
  return { ...base, printers, papers, lots, pairings, loaded: [] }
}

/** What packers from npm make of the same pieces; neither cuts straight, and the second chooses its own width. */
function rivalsOf(pieces: readonly { w: number; h: number }[], width: number, least: number) {
  const packer = new MaxRectsPacker<{ width: number; height: number; x: number; y: number }>(width, 1_000_000, 0, {
    smart: true,
    pot: false,
    square: false,
    allowRotation: true,
  })
  const timed = performance.now()
  packer.addArray(pieces.map(({ w, h }) => ({ width: w, height: h, x: 0, y: 0 })))
  const packed = performance.now() - timed
  const length = Math.max(...packer.bins.flatMap((bin) => bin.rects.map((r) => r.y + r.height)))
  const pot = potpack(pieces.map(({ w, h }) => ({ w, h })))
  return [
    { name: 'maxrects-packer', milliseconds: round(packed), over: round(length / least) },
    { name: 'potpack', over: round((pot.w * pot.h) / (least * width)) },
  ]
}

const studio = largeStudio()
const parts = { size: { by: 'border' as const, border: mm(20) } }
const brief = briefOf(parts)
const withPaper = { ...parts, paperId: studio.papers[1]?.id ?? null }
const chosen = briefOf(withPaper)
print('resolve a plate, 12 printers × 60 papers × 200 pairings, paper named', {
  milliseconds: times(60, () => resolve(chosen, studio)),
  rival: { name: 'checking the same studio with its schema', milliseconds: times(10, () => void StudioSchema.parse(studio)) },
})
print('resolve a plate, 12 printers × 60 papers × 200 pairings, any paper', {
  milliseconds: times(40, () => resolve(brief, studio)),
  budget: 20,
})

/** 2 000 papers in 10 000 lots, made by repeating the demo studio's under other names. */
function hugeStudio(): Studio {
  const base = demoStudio()
  const at = <T>(list: readonly T[], i: number) => list[i % list.length] as T
  const papers = Array.from({ length: 2000 }, (_, i) => ({ ...at(base.papers, i), id: `paper-${i}` }))
  const lots = Array.from({ length: 10_000 }, (_, i): Lot => {
    const own = base.lots.filter((l) => l.paperId === at(base.papers, i % 2000).id && l.mark === '')
    return { ...at(own.length > 0 ? own : base.lots, Math.floor(i / 2000)), id: `lot-${i}`, paperId: `paper-${i % 2000}` }
  })
  const renamed = (paperId: string) => `paper-${base.papers.findIndex((p) => p.id === paperId)}`
  const pairings = base.pairings.map((p) => ({ ...p, paperId: renamed(p.paperId) }))
  return { ...base, papers, lots, pairings, loaded: [] }
}
const huge = hugeStudio()
print('resolve a plate, 2 000 papers in 10 000 lots, any paper', {
  // A job is another every time: ways are found once for each.
  milliseconds: times(12, () => resolve({ ...brief }, huge)),
  pinned: times(12, () => resolve(brief, huge)),
  budget: 60,
})

/** A job of many pictures, anew each time: what was laid out before is remembered by its items. */
const many = (n: number, arrangement: Brief['arrangement'], paperId: string | null): Brief => ({
  ...chosen,
  paperId,
  arrangement: { ...arrangement },
  items: Array.from({ length: n }, (_, i) => ({
    ...EMPTY_ITEM,
    id: String(i + 1),
    ...withPicture({ ...NO_PICTURE, id: `p${i}`, name: `plate-${i}.jpg`, width: 3000 + 7 * i, height: 2000 + 11 * i }),
    size: { by: 'picture' as const, width: mm(60 + ((i * 37) % 120)), height: mm(50 + ((i * 53) % 90)) },
  })),
})
for (const [name, arrangement] of [
  ['in cells of 4 × 6', { ...NEW_ARRANGEMENT.grid, columns: 4, rows: 6 }],
  ['as a set of sizes', NEW_ARRANGEMENT.sizes],
  ['each on sheets of its own', APART],
] as const)
  print(`resolve a job of 200 items ${name}, 12 printers × 60 papers`, {
    milliseconds: times(12, () => resolve(many(200, arrangement, studio.papers[1]?.id ?? null), studio)),
    anyPaper: times(6, () => resolve(many(200, arrangement, null), studio)),
    budget: 60,
  })

const pieces = Array.from({ length: 200 }, (_, i) => ({ id: String(i), w: 60 + ((i * 37) % 180), h: 60 + ((i * 53) % 180), turns: true }))
const least = pieces.reduce((sum, { w, h }) => sum + w * h, 0) / 610
print('nest 200 pieces on a 610 mm roll, length over the pieces’ own area', {
  straight: {
    milliseconds: times(5, () => nestStretch(pieces, 610, { cuts: 'straight', gap: 0 })),
    over: round((nestStretch(pieces, 610, { cuts: 'straight', gap: 0 })?.length ?? 0) / least),
  },
  free: {
    milliseconds: times(3, () => nestStretch(pieces, 610, { cuts: 'free', gap: 0 })),
    over: round((nestStretch(pieces, 610, { cuts: 'free', gap: 0 })?.length ?? 0) / least),
  },
  rivals: rivalsOf(pieces, 610, least),
})

const card = demoStudio()
const borderless = briefOf({
  paperId: 'beacon-gloss',
  sheet: { width: inch(4), length: inch(6), name: '4 × 6 in' },
  finish: 'borderless' as const,
  size: { by: 'sheet' as const, fill: true },
})
const cardPlate = resolve(borderless, card)
const coverage = {
  sheet: { width: inch(4), length: inch(6) },
  page: { width: inch(4), length: inch(6) },
  path: cardPlate.setup?.path ?? { registration: 'centre' as const, tolerance: { across: 500, along: 700, skewDegrees: 0.15 } },
  spread: 200,
}
print('10 000 sheets through the tolerances of a path', {
  milliseconds: times(40, () => void neededBySheet(coverage)),
  budget: 50,
  rival: {
    name: 'as many numbers drawn by Math.random and sorted',
    milliseconds: times(40, () => void Float64Array.from({ length: 40_000 }, Math.random).subarray(0, 10_000).sort()),
  },
})
const placements: [string, BriefParts][] = [
  ['picture', { size: { by: 'picture', width: mm(200), height: null } }],
  ['picture of another shape', { size: { by: 'picture', width: mm(200), height: mm(200) } }],
  ['fit', { size: { by: 'sheet', fill: false } }],
  ['fill', { size: { by: 'sheet', fill: true } }],
  ['border', { size: { by: 'border', border: mm(20), foot: 1.2, exact: true } }],
  ['scale', { size: { by: 'scale', percent: 50 } }],
  ['resolution', { size: { by: 'resolution', ppi: 300 } }],
  ['borderless', { finish: 'borderless', size: { by: 'sheet', fill: true } }],
  ['trimmed', { finished: { width: mm(250), length: mm(350) } }],
  ['folded', { make: NEW_MAKE['folded-card'] }],
  ['two-sided', { make: { ...NEW_MAKE['two-sided'], backPicture: 'same' } }],
  ['wrapped', { make: NEW_MAKE['wrapped-canvas'] }],
]
const resolveAll = () => {
  for (const [, change] of placements) resolve(briefOf({ ...withPaper, ...change }), studio)
}
print(`resolve with all ${placements.length} placements, 12 printers × 60 papers × 200 pairings`, {
  milliseconds: times(20, resolveAll),
  each: round(times(20, resolveAll).median / placements.length),
  budget: placements.length * 20,
  rival: {
    name: 'checking the same studio with its schema as often',
    milliseconds: times(5, () => placements.forEach(() => void StudioSchema.parse(studio))),
  },
})
print('comparing every way of the demo studio in full', {
  milliseconds: times(
    20,
    () =>
      void compareWays({
        brief: { ...EMPTY_BRIEF, paperId: 'harbour-lustre' },
        studio: card,
        pins: {},
        stepsOf: (plate) => loadingSteps(plate, 'mm').length,
      }),
  ),
  rival: {
    name: 'resolving the job once',
    milliseconds: times(20, () => void resolve({ ...EMPTY_BRIEF, paperId: 'harbour-lustre' }, card)),
  },
})

const engine = createEngine(await instantiate())
const printer = new Uint8Array(readFileSync('demo/profiles/gannet-lamproom-baryta.icc'))
const settings = { source: 'srgb' as const, printer, intent: 'relative' as const, blackPoint: true }
const display = displayGrid(engine, printer, true)
const count = 1_500_000

/** The demo's souvenir view, at the size of a preview. */
const width = 1500
const rgba = new Uint8ClampedArray(count * 4)
for (let i = 0; i < count; i++) {
  const rgb = keepsake(((i % width) + 0.5) / width, (Math.floor(i / width) + 0.5) / width)
  rgba.set([...rgb.map((v) => v * 255), 255], i * 4)
}
const rgb = new Uint8Array(count * 3).map((_, i) => rgba[Math.floor(i / 3) * 4 + (i % 3)] as number)
const out = new Uint8ClampedArray(rgba.length)
const toPrinter = engine.transform('srgb', 'rgb8', printer, 'rgb8', 'relative', { blackPoint: true })
const toDisplay = engine.transform(printer, 'rgb8', 'srgb', 'rgb8', 'absolute')
print('soft proof of 1.5 megapixels after a change of intent', {
  milliseconds: times(12, () => applyGrid(proofGrid(engine, settings, display), rgba, out)),
  repaintOnly: times(12, () => applyGrid({ size: 25, values: new Uint8Array(25 ** 3 * 3) }, rgba, out)),
  rival: {
    name: 'lcms-wasm applied to the same pixels directly',
    milliseconds: times(4, () => void toDisplay.run(toPrinter.run(rgb, count), count)),
  },
})
