import { lotAmount } from '../../core/things/media/lot-amount.ts'
import { jobStateOf, MOVING } from '../../core/work/runs/states.ts'
import { log } from '../log.ts'
import type { Store } from '../store/store.ts'

/** What was found wrong at a start, in words: mended, or left for somebody to look at. */
export interface Repair {
  mended: string[]
  left: string[]
}

/**
 * Looks for states that contradict each other, as a fault of ours or a hand in the database could leave them; mends what
 * follows from the rest with certainty and says what does not. Runs before anything is printed.
 */
export async function repair(store: Store, files: { has(hash: string): boolean }): Promise<Repair> {
  const found: Repair = { mended: [], left: [] }
  // A job is being printed while, and only while, one of its runs is under way.
  for (const job of await store.jobs.printing()) {
    const [last, ...others] = await store.runs.ofJob(job.id)
    if (last && [last, ...others].some((run) => MOVING.includes(run.state))) continue
    const state = last ? jobStateOf(last.state) : 'setup'
    await store.jobs.stands(job.id, state)
    found.mended.push(`Job ${job.id} was held as printing though none of its runs is; it is “${state}” again.`)
  }
  for (const run of await store.runs.atWork()) {
    const job = await store.jobs.find(run.jobId).catch(() => null)
    if (!job) found.left.push(`Run ${run.id} belongs to job ${run.jobId}, which is not there.`)
    else if (job.state !== 'printing') {
      await store.jobs.stands(job.id, 'printing')
      found.mended.push(`Job ${job.id} was held as “${job.state}” while run ${run.id} is under way; it is printing.`)
    }
  }
  // Nobody can wait for a time that is not written down.
  for (const run of await store.runs.drying())
    if (!run.dryUntil) {
      await store.act((act) => act.runs.change(run, { dryUntil: new Date() }))
      found.mended.push(`Run ${run.id} dried without an end; it is taken to be dry.`)
    }
  // A path cannot hold more of a lot than there is.
  const { unit } = await store.rules.read()
  for (const { printerId, pathId, lotId, remaining } of await store.lots.loaded()) {
    if (lotId === null) continue
    const lot = await store.lots.find(lotId).catch(() => null)
    if (!lot) found.left.push(`${pathId} is recorded to hold lot ${lotId}, which is not there.`)
    else if (remaining > lot.stock) {
      const [held, there] = [remaining, Math.max(0, lot.stock)].map((of) => lotAmount(lot, of, unit))
      const says = `${pathId} was recorded to hold ${held} of lot ${lot.id}, which has ${there}`
      const mended = await store.lots.load(printerId, pathId, lot.id, Math.max(0, lot.stock)).then(
        () => true,
        () => false,
      )
      if (mended) found.mended.push(`${says}; it holds what there is.`)
      else found.left.push(`${says}, some of it elsewhere. Count it.`)
    }
  }
  for (const lot of await store.lots.list())
    if (lot.stock < 0) found.left.push(`Of lot ${lot.id} ${lotAmount(lot, -lot.stock, unit)} more went than there were: count it.`)
  for (const { id, name, hash } of await store.pictures.all())
    if (!files.has(hash)) found.left.push(`The file of picture “${name}” (${id}) is missing; add it again to print it.`)
  for (const profile of await store.profiles.list())
    if (!files.has(profile.hash)) found.left.push(`The file of profile “${profile.description}” is missing; add it again to print with it.`)
  for (const says of found.mended) log.warn({ says }, 'mended at the start')
  for (const says of found.left) log.error({ says }, 'needs somebody to look at it')
  return found
}
