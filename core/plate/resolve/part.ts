import { sheetsOf } from '../../sheet/form.ts'
import { type Chosen, partForms } from '../../sheet/run-pages.ts'
import type { Brief } from '../../things/brief/brief.ts'
import type { Studio } from '../../things/studio/studio.ts'
import type { Finding } from '../checks/check.ts'
import { findAll } from '../checks/registry.ts'
import type { Moment } from '../decisions/decision.ts'
import type { Pins } from '../decisions/registry.ts'
import { estimate } from '../estimates/estimates.ts'
import type { Settled } from '../settle/settled.ts'
import { workOut } from './resolve.ts'

/** What was settled, of so many sheets of the front; each with its second side. */
function partOf(settled: Settled, only: readonly Chosen[]): Settled {
  const forms = partForms(settled, only)
  const sheets = sheetsOf(forms)
  if (sheets === 0) return settled
  return { ...settled, forms, sheets, estimates: estimate({ ...settled, loaded: settled.way.loaded, sheets }, forms) }
}

/** What is found of a print of some sheets of a job: what a job of so many would be told, and nothing of those that are out already. */
export function findingsOfPart(brief: Brief, studio: Studio, pins: Pins, moment: Moment | null, only: readonly Chosen[]): Finding[] {
  const { asked, settled } = workOut(brief, studio, pins, moment)
  return findAll(asked, settled && partOf(settled, only))
}
