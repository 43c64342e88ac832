import { infiniteQueryOptions, QueryClient, queryOptions } from '@tanstack/react-query'
import { MOST_AT_ONCE } from '../../core/wire/api/page-size.ts'
import { ApiError, api } from './client.ts'
import { openJobs } from './open-jobs.ts'
import { wholeStudio } from './studio-parts.ts'

export const queryClient = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 30_000,
      // What does not exist will not appear by asking again; a server that is away may come back.
      retry: (count, error) => error instanceof ApiError && error.away && count < 20,
      retryDelay: (count) => Math.min(1000 * 1.5 ** count, 8000),
    },
  },
})

/** The studios of this installation. */
export const studiosQuery = queryOptions({ queryKey: ['studios'], queryFn: () => api('GET /studios') })
export const studioQuery = queryOptions({ queryKey: ['studio'], queryFn: () => wholeStudio(api) })
/** Sample packs with every sheet that was taken out. */
export const packsQuery = queryOptions({ queryKey: ['studio', 'sample-packs'], queryFn: () => api('GET /sample-packs') })
/** Room on the disk and the backups; while one is being made it is asked again and again. */
export const upkeepQuery = queryOptions({
  queryKey: ['upkeep'],
  queryFn: () => api('GET /upkeep'),
  staleTime: 60_000,
  refetchInterval: ({ state }) => (state.data?.backups.making ? 1500 : 600_000),
})
/** What uses the disk. */
export const usesQuery = queryOptions({ queryKey: ['upkeep', 'uses'], queryFn: () => api('GET /upkeep/uses'), staleTime: 60_000 })
/** The studio's pictures with the jobs that need them, a page after the other: those whose name has these letters. */
export const keptPicturesQuery = (q: string) =>
  infiniteQueryOptions({
    queryKey: ['upkeep', 'pictures', q],
    queryFn: ({ pageParam }) => api('GET /pictures', { ...(q ? { q } : {}), ...(pageParam === null ? {} : { after: pageParam }) }),
    initialPageParam: null as string | null,
    getNextPageParam: ({ next }) => next,
  })
/** What is to be bought. */
export const ordersQuery = queryOptions({ queryKey: ['studio', 'orders'], queryFn: () => api('GET /orders') })
export const jobsQuery = queryOptions({
  queryKey: ['jobs'],
  queryFn: () => openJobs(api),
  // A job that is as it was is the very same as before, and so is the answer.
  structuralSharing: false,
  // A page of jobs at a time: the screen has the first before the others come. What was refused is not asked for again at once.
  refetchInterval: ({ state }) => (state.data && !state.data.complete && !state.error ? 1 : false),
})
export const jobQuery = (id: number) => queryOptions({ queryKey: ['job', id], queryFn: () => api('GET /jobs/{id}', { id }) })
export const ticksQuery = (id: number) =>
  queryOptions({ queryKey: ['job', id, 'ticks'], queryFn: () => api('GET /jobs/{id}/ticks', { id }) })
export const readingsQuery = (id: number) =>
  queryOptions({ queryKey: ['job', id, 'readings'], queryFn: () => api('GET /jobs/{id}/readings', { id }) })
export const layoutsQuery = queryOptions({ queryKey: ['studio', 'layouts'], queryFn: () => api('GET /layouts') })
/** Set-ups kept for a printer, or for all of them. */
export const setupsQuery = (printerId?: string) =>
  queryOptions({
    queryKey: ['studio', 'setups', printerId ?? 'all'],
    queryFn: () => api('GET /setups', printerId === undefined ? {} : { printer: printerId }),
  })
export const jobRunsQuery = (id: number) =>
  queryOptions({ queryKey: ['runs', 'of', id], queryFn: () => api('GET /jobs/{id}/runs', { id }) })
/** Which sheets of a job are still to be printed, as it is saved. */
export const missingQuery = (id: number, version: number) =>
  queryOptions({ queryKey: ['runs', 'missing', id, version], queryFn: () => api('GET /jobs/{id}/missing', { id }) })
/** The log, a page after the other; whoever looks further back is given longer ones. */
export const logQuery = (q: string) =>
  infiniteQueryOptions({
    queryKey: ['runs', 'log', q],
    queryFn: ({ pageParam }) => api('GET /runs', { q, ...(pageParam === null ? {} : { before: pageParam, most: MOST_AT_ONCE }) }),
    initialPageParam: null as number | null,
    getNextPageParam: ({ next }) => next,
  })
/** The latest runs, and those that wait to be inspected however old they are; the latest first. */
export const latestRunsQuery = queryOptions({
  queryKey: ['runs', 'latest'],
  queryFn: async () => {
    const pages = await Promise.all([api('GET /runs', {}), api('GET /runs', { state: 'inspect', most: MOST_AT_ONCE })])
    const runs = new Map(pages.flatMap((page) => page.runs.map((run) => [run.id, run] as const)))
    return [...runs.values()].sort((a, b) => b.id - a.id)
  },
})
export const atWorkQuery = queryOptions({ queryKey: ['runs', 'at-work'], queryFn: () => api('GET /at-work') })
/** The plate a run was frozen with: it never changes. */
export const frozenQuery = (id: number) =>
  queryOptions({
    queryKey: ['frozen', id],
    queryFn: async () => (await api('GET /runs/{id}', { id })).plate,
    staleTime: Number.POSITIVE_INFINITY,
  })
export const runQuery = (id: number) => queryOptions({ queryKey: ['runs', id], queryFn: () => api('GET /runs/{id}', { id }) })
export const demoPicturesQuery = queryOptions({ queryKey: ['demo-pictures'], queryFn: () => api('GET /pictures/demo') })
export const measuresQuery = (pictureId: string, profileId: string) =>
  queryOptions({
    queryKey: ['measures', pictureId, profileId],
    queryFn: () => api('GET /pictures/{id}/measures', { id: pictureId, profile: profileId }),
    staleTime: Number.POSITIVE_INFINITY,
  })
export const machineQuery = (id: string) =>
  queryOptions({ queryKey: ['machine', id], queryFn: () => api('GET /printers/{id}/machine', { id }), retry: 1 })
