import { sheetsOf } from '../../sheet/form.ts'
import { type Chosen, partForms } from '../../sheet/run-pages.ts'
import type { Brief } from '../../things/brief/brief.ts'
import type { Studio } from '../../things/studio/studio.ts'
import type { Finding } from '../checks/check.ts'
import { findAll } from '../checks/registry.ts'
import type { Moment } from '../decisions/decision.ts'
import { keptOf, type Pins } from '../decisions/registry.ts'
import { estimate } from '../estimates/estimates.ts'
import type { Settled } from '../settle/settled.ts'
import type { Plate } from './plate.ts'
import { workOut } from './resolve.ts'

/** What was settled, of so many sheets of the front; each with its second side. */
function partOf(settled: Settled, only: readonly Chosen[]): Settled {
  const forms = partForms(settled, only)
  const sheets = sheetsOf(forms)
  if (sheets === 0) return settled
  return { ...settled, forms, sheets, estimates: estimate({ ...settled, loaded: settled.way.loaded, sheets }, forms) }
}

/** A plate as far as it is told of some of its sheets: how it is set up, what it takes, and what is found. */
export type PartPlate = Pick<Plate, 'setup' | 'estimates' | 'findings'>

/** A print of some sheets of a job: what a job of so many would be told, and nothing of those that are out already. */
export function resolvePart(brief: Brief, studio: Studio, pins: Pins, moment: Moment | null, only: readonly Chosen[]): PartPlate {
  const { asked, settled } = workOut(brief, studio, pins, moment)
  const part = settled && partOf(settled, only)
  return { setup: part && keptOf(part), estimates: part?.estimates ?? null, findings: findAll(asked, part) }
}

/** What is found of it alone. */
export const findingsOfPart = (...part: Parameters<typeof resolvePart>): Finding[] => resolvePart(...part).findings
