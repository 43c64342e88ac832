import { AsyncLocalStorage } from 'node:async_hooks'

/** The request that is being worked on, as its sender named it. */
export interface OneRequest {
  id: string
  /** SHA-256 of what was asked. */
  print: string
}

interface Open extends OneRequest {
  /** Its name goes with its first act, and with none once the request is over. */
  named: boolean
}

const current = new AsyncLocalStorage<Open>()

/** Does something as part of a named request: the first act in it is kept together with its name, and is what counts as done. */
export function asRequest<T>(request: OneRequest, work: () => Promise<T>): Promise<T> {
  const open = { ...request, named: false }
  return current.run(open, () =>
    work().finally(() => {
      // What it set going is no part of it.
      open.named = true
    }),
  )
}

/**
 * Does something that is not the act of the request: what it sets going, or what has to be over before and finds itself done
 * when the request is made again.
 */
export const apart = <T>(work: () => Promise<T>): Promise<T> => current.exit(work)

/** The request whose name the next act has to keep, or null. */
export function nameless(): Open | null {
  const open = current.getStore()
  return open && !open.named ? open : null
}
