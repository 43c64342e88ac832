import type { z } from 'zod'
import { applyFix } from '../../core/plate/resolve/apply-fix.ts'
import { layoutOf } from '../../core/plate/resolve/plate.ts'
import { resolve } from '../../core/plate/resolve/resolve.ts'
import { MOVING, type RemedySchema } from '../../core/wire/api/dto.ts'
import { causesOf, FAULTS } from '../../core/work/faults/registry.ts'
import type { App } from '../app-context.ts'
import type { Row, RunRow } from '../db/models.ts'
import { missing, Refusal } from '../problems.ts'
import { readStudio } from '../studio/read-studio.ts'
import { beginRun } from './begin-run.ts'
import { freezePlate } from './freeze.ts'
import { forgetOutdated, holdForDisagreement } from './hold.ts'
import { Unreachable } from './ipp-client.ts'

type Remedy = z.infer<typeof RemedySchema>

/** How long a printer may take to let go of a job, ms. */
const LETS_GO = 15_000

/** Waits until a cancelled run has come to its end. */
async function over(app: App, id: number): Promise<Row<RunRow>> {
  for (const until = Date.now() + LETS_GO; ; ) {
    const run = await app.models.runs.findByPk(id)
    if (!run) throw missing('run', id)
    if (!MOVING.includes(run.state)) return run
    if (Date.now() > until)
      throw new Refusal(409, {
        code: 'still-printing',
        field: 'state',
        message: 'The printer has not let go of the job yet. Stop it at its panel.',
      })
    await new Promise((done) => setTimeout(done, 150))
  }
}

/**
 * Does what a fault asks for: writes down what was found with the sheets it cost, and goes on, or ends the run, changes
 * the job and prints it again. Answers with the new run, or null.
 */
export async function remedy(app: App, run: Row<RunRow>, asked: Remedy): Promise<Row<RunRow> | null> {
  const { models, runner, events } = app
  const { setup } = run.plate
  const job = await models.jobs.findByPk(run.jobId)
  if (!setup || !job) throw missing('job', run.jobId)
  const studio = await readStudio(models)
  const history = studio.experience.find((e) => e.printerId === setup.printer.id && e.pathId === setup.path.id) ?? null
  const cause = causesOf(FAULTS[asked.faultId], { plate: run.plate, setup, studio, history }).find((c) => c.causeId === asked.causeId)
  if (!cause)
    throw new Refusal(422, {
      code: 'unknown-cause',
      field: 'causeId',
      value: asked.causeId,
      message: 'That cannot have been the cause here.',
    })
  const moving = MOVING.includes(run.state)
  const changed = asked.change && cause.change !== null
  // Refused before anything is written down: what is to be printed again must be printable.
  const next = changed && cause.change ? applyFix({ brief: job.brief, pins: job.pins }, cause.change) : { brief: job.brief, pins: job.pins }
  const plate = asked.next === 'again' ? resolve(next.brief, studio, next.pins) : null
  const frozen =
    plate &&
    (await freezePlate(app, next, {
      version: job.version,
      decisions: Object.fromEntries(plate.decisions.map((d) => [d.key, d.value])),
      despite: asked.despite,
      side: run.side,
      how: run.how,
    }))
  if (asked.next === 'again') await holdForDisagreement(app, job, asked.despite, changed ? { id: job.id, ...next } : job)
  if (asked.next === 'again' && moving) {
    if (run.how === 'own')
      await runner.ended(run, { state: 'failed', message: `${FAULTS[asked.faultId].title}. ${cause.says}`, sheetsDelivered: 0 })
    else
      await runner.cancel(run).catch((error) => {
        if (!(error instanceof Unreachable)) throw error
        throw new Refusal(502, {
          code: 'printer-away',
          message: 'The printer does not answer, so it may still print this job. Switch it on, or print it there, before you print again.',
        })
      })
  }
  const ended = asked.next === 'again' && moving ? await over(app, run.id) : run
  await writeDown(app, ended, asked, cause.says)
  if (asked.next === 'go-on' && ended.how === 'sent' && MOVING.includes(ended.state)) await runner.go(ended)
  events.tell({ what: 'run', id: run.id })
  events.tell({ what: 'studio', id: setup.lot.id })
  if (!frozen) return null
  const before = { id: job.id, brief: job.brief, pins: job.pins }
  const [updated] = await models.jobs.update(
    { brief: next.brief, pins: next.pins, version: job.version + 1 },
    { where: { id: job.id, version: job.version } },
  )
  const fresh = await models.jobs.findByPk(job.id)
  if (updated === 0 || !fresh)
    throw new Refusal(409, {
      code: 'changed-meanwhile',
      field: 'version',
      message: 'Somebody changed this job meanwhile. Look at it again.',
    })
  if (changed) await forgetOutdated(app, before, fresh)
  // Another sheet goes in: its loading begins afresh.
  await models.ticks.destroy({ where: { jobId: job.id } })
  return beginRun(app, { job: fresh, version: fresh.version, plate: frozen, side: run.side, how: run.how })
}

/** Counts the spoilt sheets with their cause: on the run, in stock, and in what the pairing has learnt. */
async function writeDown({ models }: App, run: Row<RunRow>, { faultId, causeId, sheets }: Remedy, says: string): Promise<void> {
  const { setup } = run.plate
  const layout = layoutOf(run.plate)
  const { sequelize } = models.runs
  if (!setup || !sequelize) return
  const delivered = run.state === 'drying' || run.state === 'inspect'
  await sequelize.transaction(async (transaction) => {
    const before = run.inspection
    const wasted = (before?.sheetsWasted ?? 0) + sheets
    const inspection =
      sheets === 0
        ? before
        : {
            margins: before?.margins ?? null,
            skew: before?.skew ?? null,
            target: before?.target ?? null,
            verdict: 'wasted' as const,
            faults: before?.faults ?? (faultId === 'head-strike' ? (['head strike'] as const).slice() : []),
            note: [before?.note, says].filter(Boolean).join(' ').slice(0, 5000),
            sheetsUsed: Math.max(run.sheetsDelivered, wasted),
            sheetsWasted: wasted,
          }
    await run.update(
      {
        faults: [...run.faults, { faultId, causeId, sheets, at: new Date().toISOString() }],
        ...(inspection === before ? {} : { inspection }),
        ...(sheets > 0 && delivered ? { state: 'done' as const } : {}),
        searchText: `${run.searchText} ${faultId} ${causeId}`,
      },
      { transaction },
    )
    // Delivered sheets were counted when they came out; a sheet that was spoilt on its way is counted here.
    if (sheets > 0 && run.side === 'front') {
      const spoilt = delivered || run.state === 'done' ? 0 : sheets * (setup.lot.form === 'roll' ? Math.round(layout?.sheet.h ?? 0) : 1)
      const lot = await models.lots.findByPk(setup.lot.id, { transaction, lock: true })
      if (lot && spoilt > 0) await lot.update({ stock: Math.max(0, Number(lot.stock) - spoilt) }, { transaction })
      const tray = await models.loaded.findByPk(`${setup.printer.id} ${setup.path.id}`, { transaction, lock: true })
      if (tray && tray.lotId === setup.lot.id && spoilt > 0)
        await tray.update({ remaining: Math.max(0, Number(tray.remaining) - spoilt) }, { transaction })
      const pairing = await models.pairings.findByPk(`${setup.printer.id}-${setup.paper.id}`, { transaction, lock: true })
      if (pairing && before?.verdict !== 'wasted')
        await pairing.update(
          { bad: pairing.bad + 1, good: Math.max(0, pairing.good - Number(before?.verdict === 'right')) },
          { transaction },
        )
    }
  })
  if (sheets > 0 && delivered) await models.jobs.update({ state: 'failed' }, { where: { id: run.jobId } })
}
