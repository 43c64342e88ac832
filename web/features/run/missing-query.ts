import { queryOptions } from '@tanstack/react-query'
import { api } from '../../api/client.ts'

/** Which sheets of a job are still to be printed, as it is saved. */
export const missingQuery = (id: number, version: number) =>
  queryOptions({ queryKey: ['runs', 'missing', id, version], queryFn: () => api('GET /jobs/{id}/missing', { id }) })
