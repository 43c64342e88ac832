import { infiniteQueryOptions, queryOptions } from '@tanstack/react-query'
import type { Answer } from '../../core/wire/api/calls/calls.ts'
import { MOST_AT_ONCE } from '../../core/wire/api/page-size.ts'
import type { ProfileOrder } from '../../core/wire/api/profiles.ts'
import { api } from './client.ts'

/** Whoever looks further is given longer pages. */
const pageAfter = (from: number) => (from === 0 ? {} : { from, most: MOST_AT_ONCE })

/** Begins every question about papers and what there is of them. */
export const papersKey = ['studio', 'papers'] as const
/** Which papers: those whose name, code or surface has these letters; those put aside and samples too. */
export interface PapersAsked {
  q: string
  aside: boolean
  samples: boolean
}
const asAsked = ({ q, aside, samples }: PapersAsked) => ({
  ...(q ? { q } : {}),
  ...(aside ? { aside: 'yes' as const } : {}),
  ...(samples ? { samples: 'yes' as const } : {}),
})
/** The papers of the shelf, a page after the other. */
export const papersQuery = (asked: PapersAsked) =>
  infiniteQueryOptions({
    queryKey: [...papersKey, 'pages', asked],
    queryFn: ({ pageParam }) => api('GET /papers', { ...asAsked(asked), ...pageAfter(pageParam) }),
    initialPageParam: 0,
    getNextPageParam: ({ next }) => next,
  })
/** Every paper there is, for what is held against all of them. */
export const everyPaperQuery = queryOptions({
  queryKey: [...papersKey, 'every'],
  queryFn: async () => {
    const papers = []
    for (let from: number | null = 0; from !== null; ) {
      const page: Answer<'GET /papers'> = await api('GET /papers', { aside: 'yes', samples: 'yes', from, most: MOST_AT_ONCE })
      papers.push(...page.papers)
      from = page.next
    }
    return papers
  },
})
export const paperQuery = (id: string) =>
  queryOptions({ queryKey: [...papersKey, 'one', id], queryFn: () => api('GET /papers/{id}', { id }) })
/** Boxes and rolls of a paper, those set aside too; those used up only where they are asked for. */
export const lotsQuery = (id: string, finished: boolean) =>
  queryOptions({
    queryKey: [...papersKey, 'lots', id, finished],
    queryFn: () => api('GET /papers/{id}/lots', { id, ...(finished ? { finished: 'yes' } : {}) }),
  })
/** Every box and roll that is not used up. */
export const everyLotQuery = queryOptions({ queryKey: [...papersKey, 'every-lot'], queryFn: () => api('GET /lots') })
/** Begins every question about profiles. */
export const profilesKey = ['profiles'] as const
/** Which profiles, in which order. */
export interface ProfilesAsked {
  q: string
  by: ProfileOrder
  down: boolean
}
/** The profiles of the shelf, a page after the other. */
export const profilesQuery = ({ q, by, down }: ProfilesAsked) =>
  infiniteQueryOptions({
    queryKey: [...profilesKey, 'pages', q, by, down],
    queryFn: ({ pageParam }) =>
      api('GET /profiles', { by, ...(q ? { q } : {}), ...(down ? { down: 'yes' as const } : {}), ...pageAfter(pageParam) }),
    initialPageParam: 0,
    getNextPageParam: ({ next }) => next,
  })
/** Profiles that were made for a paper. */
export const profilesOfQuery = (paper: string) =>
  queryOptions({ queryKey: [...profilesKey, 'of', paper], queryFn: async () => (await api('GET /profiles', { paper })).profiles })
export const profileQuery = (id: string) =>
  queryOptions({ queryKey: [...profilesKey, 'one', id], queryFn: () => api('GET /profiles/{id}', { id }) })
