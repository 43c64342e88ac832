import { useQuery } from '@tanstack/react-query'
import { lazy, Suspense, useMemo, useState } from 'react'
import type { JobHead } from '../../core/wire/api/dto.ts'
import { JOBS_OVER, LAST_JOBS } from '../../core/work/runs/states.ts'
import { byState, inTurn } from '../../core/work/schedule/by-state.ts'
import { jobsQuery, latestRunsQuery, studioQuery } from '../api/queries.ts'
import { FirstSteps } from '../features/bench/first-steps.tsx'
import { JobList } from '../features/bench/job-list.tsx'
import { Lane } from '../features/bench/lane.tsx'
import { NeedsAHand } from '../features/bench/needs-a-hand.tsx'
import type { PlannedJob } from '../features/bench/planned.ts'
import { useOutlooks } from '../features/planning/use-outlooks.ts'
import { Button } from '../ui/button.tsx'
import { Failed, Loading } from '../ui/states.tsx'
import { fetched } from '../ui/when-idle.ts'

const NONE: PlannedJob[] = []
const NO_HEADS: readonly JobHead[] = []

const ChangeSeveral = lazy(() => fetched(() => import('../features/bench/change-several.tsx')))

/** The first screen: what needs a person, every printer with what is in it, and the jobs by state. */
export function Bench() {
  const studio = useQuery(studioQuery)
  const jobs = useQuery(jobsQuery)
  const runs = useQuery(latestRunsQuery)
  const { heads = NO_HEADS, jobs: known } = jobs.data ?? {}
  const open = useMemo(
    () => inTurn(heads.filter(({ state }) => state === 'setup' || state === 'printing')).flatMap(({ id }) => known?.get(id) ?? []),
    [heads, known],
  )
  const begun = useMemo(() => new Set(heads.flatMap(({ id, begun }) => (begun ? [id] : []))), [heads])
  const outlooks = useOutlooks(open, begun, studio.data)
  const planned = useMemo(
    () =>
      open.flatMap((job): PlannedJob[] => {
        const outlook = outlooks.get(job.id)
        return outlook ? [{ job, outlook }] : []
      }),
    [open, outlooks],
  )
  /** Whether every plate has been worked out: until then nobody says that there is nothing. */
  const complete = jobs.data?.complete === true && planned.length === open.length
  const ofPrinter = useMemo(() => {
    const found = new Map<string | null, PlannedJob[]>()
    for (const one of planned) {
      const alike = found.get(one.outlook.printerId)
      if (alike) alike.push(one)
      else found.set(one.outlook.printerId, [one])
    }
    return found
  }, [planned])
  const counts = useMemo(() => byState(heads), [heads])
  const [several, setSeveral] = useState(false)
  const error = studio.error ?? jobs.error
  if (error)
    return (
      <Failed
        error={error}
        again={() => {
          void studio.refetch()
          void jobs.refetch()
        }}
      />
    )
  if (!studio.data || !jobs.data) return <Loading what="the bench" />
  // Only the last of them are listed: how many there were in all is not said.
  const over = heads.filter(({ state }) => JOBS_OVER.includes(state)).length
  const { printers } = studio.data
  return (
    <div className="mx-auto w-full max-w-[100rem]">
      <h1 className="sr-only">Bench</h1>
      <NeedsAHand planned={planned} runs={runs.data ?? []} complete={complete && runs.data !== undefined} />
      {heads.length === 0 && <FirstSteps studio={studio.data} jobs={heads.length} />}
      {printers.length > 0 && (
        <section aria-label="Printers">
          {printers.map((printer) => (
            <Lane
              key={printer.id}
              printer={printer}
              studio={studio.data}
              planned={ofPrinter.get(printer.id) ?? NONE}
              complete={complete}
              runs={(runs.data ?? []).filter((r) => r.printerId === printer.id)}
            />
          ))}
        </section>
      )}
      {heads.length > 0 && (
        <section aria-label="Jobs by state" className="grid gap-x-6 gap-y-4 p-4 sm:grid-cols-2 lg:grid-cols-5">
          {counts.map(({ state, words, heads: list }) => (
            <div key={state}>
              <div className="flex items-baseline justify-between border-b border-line pb-1">
                <h2>
                  {words}{' '}
                  <span className="num font-normal text-faint">
                    {list.length}
                    {over >= LAST_JOBS && JOBS_OVER.includes(state) && ` of the last ${LAST_JOBS}`}
                  </span>
                </h2>
                {state === 'setup' && list.length > 1 && (
                  <Button kind="link" className="text-sm" disabled={!jobs.data.complete} onClick={() => setSeveral(true)}>
                    several at once
                  </Button>
                )}
              </div>
              <JobList state={state} heads={list} jobs={jobs.data.jobs} />
            </div>
          ))}
        </section>
      )}
      {several && (
        <Suspense>
          <ChangeSeveral
            jobs={open.filter((job) => job.state === 'setup')}
            outlooks={outlooks}
            studio={studio.data}
            onClose={() => setSeveral(false)}
          />
        </Suspense>
      )}
    </div>
  )
}
