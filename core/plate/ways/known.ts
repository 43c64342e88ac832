import type { Brief } from '../../things/brief/brief.ts'
import type { Paper } from '../../things/media/media.ts'
import { borrowedBy } from '../../things/media/profiled.ts'
import { countPaperLimits } from '../../things/paths/limits.ts'
import type { Printer } from '../../things/printers/printer.ts'
import { madeOnce } from '../../things/studio/made-once.ts'
import type { Studio } from '../../things/studio/studio.ts'
import { type At, wrongForMake } from './found.ts'
import { leastForPaper } from './way-costs.ts'

/** What is known of a paper on a printer. */
export interface Known extends Pick<At, 'pairing' | 'profiled'> {
  /** For each path of the printer: how many of its limits the paper itself breaks, and whether the job's make does not go there. */
  bad: number[]
  /** For each path: what a usable way costs at least for the paper. */
  least: number[]
}

/** Things by two keys, one after the other. */
function nested<T>(list: readonly T[], keys: (one: T) => readonly [string, string] | null): Map<string, Map<string, T>> {
  const found = new Map<string, Map<string, T>>()
  for (const one of list) {
    const of = keys(one)
    if (!of) continue
    const inner = found.get(of[0])
    if (inner) inner.set(of[1], one)
    else found.set(of[0], new Map([[of[1], one]]))
  }
  return found
}

interface Remembered extends Pick<Studio, 'papers' | 'pairings' | 'profiles'> {
  make: Brief['make']['as']
  known: Known[]
}
const remembered = new WeakMap<Printer, Remembered>()

/** What a studio knows of its papers on a printer, by their places: looked for once, as long as none of it is replaced. */
export function knownOn(brief: Brief, { papers, pairings, profiles }: Studio, printer: Printer): (paper: Paper, at: number) => Known {
  const make = brief.make.as
  const before = remembered.get(printer)
  const same = before?.papers === papers && before.pairings === pairings && before.profiles === profiles && before.make === make
  const { known } = same ? before : { known: [] }
  if (!same) remembered.set(printer, { papers, pairings, profiles, make, known })
  const paired = madeOnce(pairings, 'by printer', (list) => nested(list, ({ printerId, paperId }) => [printerId, paperId])).get(printer.id)
  const bound = madeOnce(profiles, 'bound to', (list) => nested(list, ({ boundTo: of }) => of && [of.printerId, of.paperId])).get(
    printer.id,
  )
  const ids = madeOnce(profiles, 'ids', (list) => new Set<string | null>(list.map((p) => p.id)))
  const find = (paper: Paper): Known => {
    const pairing = paired?.get(paper.id) ?? null
    const profiled = bound?.has(paper.id) === true || ids.has(borrowedBy(pairing))
    return {
      pairing,
      profiled,
      bad: printer.paths.map((path) => countPaperLimits(path, paper) + (wrongForMake(brief, path, paper) === null ? 0 : 1)),
      least: printer.paths.map((path) => leastForPaper(path, pairing, profiled)),
    }
  }
  return (paper, at) => {
    known[at] ??= find(paper)
    return known[at]
  }
}
