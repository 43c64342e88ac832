import type { QueryClient } from '@tanstack/react-query'

/**
 * Asks again for everything under a key. What is being asked for the first time is asked once more when it has come: its answer may
 * be of before the change, and asking again meanwhile would only wait for that very answer.
 */
export function askAgain(client: QueryClient, ...queryKey: (string | number)[]): void {
  const coming = client
    .getQueryCache()
    .findAll({ queryKey, fetchStatus: 'fetching' })
    .filter(({ state }) => state.data === undefined)
  void client.invalidateQueries({ queryKey })
  for (const query of coming) {
    const again = () => void client.invalidateQueries({ queryKey: query.queryKey, exact: true })
    query.promise?.then(again, again)
  }
}
