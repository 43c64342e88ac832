import { AsyncLocalStorage } from 'node:async_hooks'

/** The request that is being worked on, as its sender named it. */
export interface OneRequest {
  id: string
  /** SHA-256 of what was asked. */
  print: string
  /** Whether an act of it has been kept: the key goes with the first. */
  written?: boolean
}

const current = new AsyncLocalStorage<OneRequest>()

/** Does something as part of a named request: the first act in it is kept together with its name, and is what counts as done. */
export const asRequest = <T>(request: OneRequest, work: () => Promise<T>): Promise<T> => current.run(request, work)

/** Does something that has to be over before the act of a request, and that finds itself done when the request is made again. */
export const beforehand = <T>(work: () => Promise<T>): Promise<T> => current.exit(work)

export const requestNow = (): OneRequest | undefined => current.getStore()
