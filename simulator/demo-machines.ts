import { join } from 'node:path'
import { type RealSheet, realSheetOf } from '../core/wire/api/machine.ts'
import { LOADED } from '../demo/pairings.ts'
import { LOTS, PAPERS } from '../demo/papers.ts'
import { PRINTERS } from '../demo/printers.ts'
import { Machine } from './machine/machine.ts'
import { runJob } from './machine/run-job.ts'

/** The real sheet of a demo lot. */
export function realSheet(lotId: string | null): RealSheet | null {
  const lot = LOTS.find((l) => l.id === lotId)
  const paper = PAPERS.find((p) => p.id === lot?.paperId)
  if (!lot || !paper) return null
  return realSheetOf(lot, paper)
}

/** The demo studio's machines, each with its own state directory below `root`. */
export function demoMachines(root: string, options: { pace: number; seed: number }): Machine[] {
  return PRINTERS.map((printer, i) => {
    const trays = printer.paths.map((path) => {
      const loaded = LOADED.find((l) => l.pathId === path.id)
      return { pathId: path.id, sheet: realSheet(loaded?.lotId ?? null), remaining: loaded?.remaining ?? 0 }
    })
    return new Machine(printer, trays, join(root, printer.id), { pace: options.pace, seed: options.seed + i, mechanism: runJob })
  })
}
