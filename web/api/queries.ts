import { QueryClient, queryOptions } from '@tanstack/react-query'
import type { Picture } from '../../core/things/brief/picture.ts'
import type { Studio } from '../../core/things/studio/studio.ts'
import type { Job, ProfileEntry, Run, RunDetail, SavedSetup, Tick } from '../../core/wire/api/dto.ts'
import type { MachineState } from '../../core/wire/api/machine.ts'
import type { KeptReading } from '../../core/work/agreement/reading.ts'
import { ApiError, api } from './client.ts'

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

export const studioQuery = queryOptions({ queryKey: ['studio'], queryFn: () => api<Studio>('GET', '/studio') })
export const jobsQuery = queryOptions({ queryKey: ['jobs'], queryFn: () => api<Job[]>('GET', '/jobs') })
export const jobQuery = (id: number) => queryOptions({ queryKey: ['job', id], queryFn: () => api<Job>('GET', `/jobs/${id}`) })
export const ticksQuery = (id: number) =>
  queryOptions({ queryKey: ['job', id, 'ticks'], queryFn: () => api<Tick[]>('GET', `/jobs/${id}/ticks`) })
export const readingsQuery = (id: number) =>
  queryOptions({ queryKey: ['job', id, 'readings'], queryFn: () => api<KeptReading[]>('GET', `/jobs/${id}/readings`) })
export const setupsQuery = (printerId: string) =>
  queryOptions({
    queryKey: ['studio', 'setups', printerId],
    queryFn: () => api<SavedSetup[]>('GET', `/setups?printer=${encodeURIComponent(printerId)}`),
  })
export const jobRunsQuery = (id: number) =>
  queryOptions({ queryKey: ['runs', 'of', id], queryFn: () => api<Run[]>('GET', `/jobs/${id}/runs`) })
export const logQuery = (q: string) =>
  queryOptions({ queryKey: ['runs', 'log', q], queryFn: () => api<Run[]>('GET', `/runs?q=${encodeURIComponent(q)}`) })
export const runQuery = (id: number) => queryOptions({ queryKey: ['runs', id], queryFn: () => api<RunDetail>('GET', `/runs/${id}`) })
export const demoPicturesQuery = queryOptions({ queryKey: ['demo-pictures'], queryFn: () => api<Picture[]>('GET', '/pictures/demo') })
export const profilesQuery = queryOptions({ queryKey: ['profiles'], queryFn: () => api<ProfileEntry[]>('GET', '/profiles') })
export const machineQuery = (id: string) =>
  queryOptions({ queryKey: ['machine', id], queryFn: () => api<MachineState>('GET', `/printers/${id}/machine`), retry: 1 })
