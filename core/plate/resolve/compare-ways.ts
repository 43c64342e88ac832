import type { Brief } from '../../things/brief/brief.ts'
import { borderlessEdges } from '../../things/paths/borderless.ts'
import { capacityFor } from '../../things/paths/limits.ts'
import type { Edge, Edges } from '../../things/paths/path.ts'
import type { Studio } from '../../things/studio/studio.ts'
import { DECISIONS, type Pins } from '../decisions/registry.ts'
import type { Way } from '../ways/way.ts'
import { waysFor } from '../ways/ways.ts'
import { pictureLost } from './picture-lost.ts'
import { type Plate, sideOf } from './plate.ts'
import { resolve } from './resolve.ts'

/** One printer and path as it would print this job. Lengths in µm. */
export interface WayRow {
  printerId: string
  pathId: string
  printer: string
  path: string
  stock: string
  printable: { width: number; length: number }
  margins: Edges
  borderless: readonly Edge[]
  /** Share of the picture that is cropped or does not land on paper and is not blank, 0…1; of several, of the one that loses most. */
  lost: number
  sheetsPerLoad: number
  loads: number
  minutes: number
  steps: number
  /** Sum of the costs: one point is about a minute of somebody's time. */
  points: number
  /** The worst finding that would stop it, or null. */
  stop: string | null
  chosen: boolean
}

export interface Comparison {
  usable: WayRow[]
  /** What cannot be used, each with its reason; the nearest to usable first. */
  unusable: { printer: string; path: string; stock: string; reason: string }[]
}

interface Asked {
  brief: Brief
  studio: Studio
  pins: Pins
  /** How many steps it takes to load for a plate: the guide knows. */
  stepsOf: (plate: Plate) => number
}

/** The job's other pins, with these added. */
export function pinsFor(pins: Pins, way: Pins): Pins {
  const rest: Pins = { ...pins }
  for (const { key, ofTheWay } of DECISIONS) if (ofTheWay) delete rest[key]
  return { ...rest, ...way }
}

function row({ brief, studio, pins, stepsOf }: Asked, way: Way, current: Plate): WayRow | null {
  const plate = resolve(brief, studio, pinsFor(pins, { printer: way.printer.id, path: way.path.id, stock: way.lot.id }))
  const { setup, estimates } = plate
  const front = sideOf(plate)
  if (!setup || !front || !estimates) return null
  const { layout } = front
  const bare = setup.borderless === 'none' ? [] : borderlessEdges(way.path, way.lot, setup.page.pwg === null)
  return {
    printerId: way.printer.id,
    pathId: way.path.id,
    printer: way.printer.name,
    path: way.path.name,
    stock: plate.decisions.find((d) => d.key === 'stock')?.label ?? way.lot.id,
    printable: { width: layout.printable.w, length: layout.printable.h },
    margins: way.path.margins,
    borderless: bare.length > 0 ? bare : borderlessEdges(way.path, way.lot, false),
    lost: pictureLost(plate),
    sheetsPerLoad: Math.max(1, capacityFor(way.path, way.paper.thickness)),
    loads: estimates.loads,
    minutes: estimates.printingSeconds / 60,
    steps: stepsOf(plate),
    points: way.total,
    stop: plate.findings.find((f) => f.level === 'stop' && f.id !== 'picture-missing')?.title ?? null,
    chosen: current.setup?.printer.id === way.printer.id && current.setup.path.id === way.path.id,
  }
}

/** Every printer and path for the job in one table: the usable ones as they would print it, the others with their reasons. */
export function compareWays(asked: Asked): Comparison {
  const { brief, studio, pins } = asked
  const current = resolve(brief, studio, pins)
  const seen = new Set<string>()
  const best: Way[] = []
  for (const way of waysFor(brief, studio)) {
    const key = `${way.printer.id} ${way.path.id}`
    if (seen.has(key)) continue
    seen.add(key)
    best.push(way)
  }
  return {
    usable: best.filter((w) => w.ruledOut === null).flatMap((w) => row(asked, w, current) ?? []),
    unusable: best.flatMap((w) =>
      w.ruledOut === null ? [] : [{ printer: w.printer.name, path: w.path.name, stock: w.lot.id, reason: w.ruledOut }],
    ),
  }
}
