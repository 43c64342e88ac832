import type { z } from 'zod'
import { applyFix } from '../../core/plate/resolve/apply-fix.ts'
import { decisionsSeen } from '../../core/plate/resolve/decisions-seen.ts'
import { findingsOfPart } from '../../core/plate/resolve/part.ts'
import { resolve } from '../../core/plate/resolve/resolve.ts'
import type { RemedySchema } from '../../core/wire/api/dto.ts'
import { causesOf, FAULTS } from '../../core/work/faults/registry.ts'
import { againAfter, againOf } from '../../core/work/runs/again.ts'
import { mannerOf } from '../../core/work/runs/learnt.ts'
import { sameSheets } from '../../core/work/runs/missing.ts'
import { searchable } from '../../core/work/runs/search-words.ts'
import { spoilt } from '../../core/work/runs/spoilt.ts'
import { MOVING } from '../../core/work/runs/states.ts'
import type { App } from '../app-context.ts'
import { missing, Refusal } from '../problems.ts'
import { apart } from '../store/one-request.ts'
import type { RunRow } from '../store/runs.ts'
import type { Act } from '../store/store.ts'
import { beginRun, setGoing } from './begin-run.ts'
import { checkPlate, needPictures, permitted } from './freeze.ts'
import { holdForDisagreement, outdated } from './hold.ts'
import { Unreachable } from './ipp-client.ts'
import { brought, comesTo } from './job-comes-to.ts'
import { pause } from './run-row.ts'

type Asked = z.infer<typeof RemedySchema>

/** How long a printer may take to let go of a job, ms. */
const LETS_GO = 15_000

/** Waits until a cancelled run has come to its end. */
async function over({ store }: App, id: number): Promise<void> {
  for (const until = Date.now() + LETS_GO; ; await pause(150)) {
    const state = await store.runs.stateOf(id)
    if (!state || !MOVING.includes(state)) return
    if (Date.now() > until)
      throw new Refusal(409, {
        code: 'still-printing',
        field: 'state',
        message: 'The printer has not let go of the job yet. Stop it at its panel.',
      })
  }
}

/** Ends a run that is to be printed again: its printer is asked to let go of it, an own print is over when its operator says so. */
async function letGo(app: App, run: RunRow, message: string): Promise<void> {
  if (run.how === 'own') await app.runner.ended(run, { state: 'failed', message, sheetsDelivered: 0 })
  else
    await app.runner.cancel(run).catch((error) => {
      if (!(error instanceof Unreachable)) throw error
      throw new Refusal(502, {
        code: 'printer-away',
        message: 'The printer does not answer, so it may still print this job. Switch it on, or print it there, before you print again.',
      })
    })
  await over(app, run.id)
}

/**
 * Does what a fault asks for: writes down what was found with the sheets it cost, and goes on, or ends the run, changes
 * the job and prints again what is missing. Answers with the new run, or null.
 */
export async function answerFault(app: App, run: RunRow, asked: Asked): Promise<RunRow | null> {
  const { store, runner, events } = app
  const { setup } = run.plate
  if (!setup) throw missing('job', run.jobId)
  const [job, studio, readings] = await Promise.all([store.jobs.find(run.jobId), store.studio(), store.readings.of(run.jobId)])
  const history = studio.experience.find((e) => e.printerId === setup.printer.id && e.pathId === setup.path.id) ?? null
  const fault = FAULTS[asked.faultId]
  const cause = causesOf(fault, { plate: run.plate, setup, studio, history }).find((c) => c.causeId === asked.causeId)
  if (!cause)
    throw new Refusal(422, {
      code: 'unknown-cause',
      field: 'causeId',
      value: asked.causeId,
      message: 'That cannot have been the cause here.',
    })
  const wanted = { brief: job.brief, pins: job.pins }
  const agreed = { wanted, studio, readings }
  const next = asked.change && cause.change ? applyFix(wanted, cause.change) : null
  const again = asked.next === 'again' ? resolve((next ?? wanted).brief, studio, (next ?? wanted).pins) : null
  if (again) {
    // Refused before anything is written down: what is to be printed again must be printable.
    const despite = permitted(studio.rules, asked.despite)
    if (run.how === 'sent') needPictures(app.files, again)
    const only = sameSheets(again, run.plate) ? againAfter(brought(run), asked) : run.only
    const findings = only ? findingsOfPart(again.brief, studio, again.pins, null, only) : again.findings
    checkPlate({ ...again, findings }, { decisions: decisionsSeen(again.decisions), despite })
    holdForDisagreement(agreed, despite, next)
    // An act of its own: pulled out between the two, the same request finds the run over and goes on from there.
    if (MOVING.includes(run.state)) await apart(() => letGo(app, run, `${fault.title}. ${cause.says}`))
  }
  const { ended, fresh } = await store.act(async (act) => {
    const held = await writeDown(act, await act.runs.hold(run.id), asked, cause.says)
    if (!again) return { ended: held, fresh: null }
    const changed = await act.jobs.edit(job, next ?? {}, 'Somebody changed this job meanwhile. Look at it again.')
    for (const { place, setting } of next ? outdated(agreed, next) : []) await act.readings.forget(job.id, place, setting)
    await act.ticks.clear(job.id)
    // Of the same sheets only those that are missing: the others came out right.
    const only = sameSheets(again, run.plate) ? againOf(brought(held)) : run.only
    return {
      ended: held,
      fresh: await beginRun(act, { job: changed, plate: again, side: run.side, only, how: run.how, inSpite: run.inSpite }),
    }
  })
  if (asked.next === 'go-on' && ended.how === 'sent' && MOVING.includes(ended.state)) await runner.go(ended)
  events.tell({ what: 'run', id: run.id })
  events.tell({ what: 'studio', id: setup.lot.id })
  if (fresh) setGoing(app, fresh)
  return fresh
}

/** Counts the spoilt sheets with their cause: on the run, in stock, and in what the pairing has learnt. */
async function writeDown(act: Act, run: RunRow, { faultId, causeId, sheets }: Asked, says: string): Promise<RunRow> {
  const { setup } = run.plate
  if (!setup) return run
  const { inspection, onTheWay, stock, counts, over } = spoilt(run, { faultId, sheets, says })
  const next = await act.runs.change(run, {
    faults: [...run.faults, { faultId, causeId, sheets, onTheWay, at: new Date().toISOString() }],
    ...(inspection ? { inspection } : {}),
    ...(over ? { state: 'done' } : {}),
    searchText: `${run.searchText}${searchable(faultId, causeId)}`,
  })
  await act.lots.takeOff(setup.lot.id, stock)
  await act.lots.takeLoaded(setup.printer.id, setup.path.id, setup.lot.id, stock, false)
  await act.pairings.count(setup.printer.id, setup.paper.id, mannerOf(setup, run.plate.estimates), counts)
  if (over) await act.jobs.stands(run.jobId, await comesTo(act, next, 'failed'))
  return next
}
