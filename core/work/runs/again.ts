import { type Chosen, pagesOf, sheetsIn, takenBy } from '../../sheet/run-pages.ts'
import { type Brought, spoiltOf } from './missing.ts'
import { spoilt } from './spoilt.ts'

/**
 * What of a run is to be printed once more: what it has not brought, or was spoilt of it. All of it where nothing is known to be
 * missing, or where spoilt sheets of several kinds came out.
 */
export function againOf(run: Brought): Chosen[] | null {
  const pages = pagesOf(run.plate, run.side, run.only)
  const all = run.only && [...run.only]
  const spoilt = spoiltOf(run)
  if (spoilt.delivered > 0 && pages.length > 1) return all
  // A second side that is spoilt needs a sheet with a first one: that is for its operator to see to.
  const left = pages.flatMap(({ form, count }) => {
    const among = (sheets: number) => takenBy(pages, sheets, ({ id }) => Number(id === form.id))
    const missing = among(run.wanted) - among(run.sheetsDelivered) + (pages.length === 1 ? spoilt.delivered : 0)
    return missing > 0 ? [{ form: form.id, count: Math.min(count, missing) }] : []
  })
  const many = left.reduce((sum, { count }) => sum + count, 0)
  return many === 0 || many === sheetsIn(pages) ? all : left
}

/** The same once a fault of it is written down. */
export function againAfter(
  run: Brought & Parameters<typeof spoilt>[0],
  found: Omit<Parameters<typeof spoilt>[1], 'says'>,
): Chosen[] | null {
  const after = spoilt(run, { ...found, says: '' })
  return againOf({ ...run, inspection: after.inspection ?? run.inspection, faults: [...run.faults, after] })
}
