/** Comes when the browser has nothing more urgent to do, at the latest after `latest` ms: for code nobody waits for. */
export const whenIdle = (latest = 1000): Promise<void> =>
  new Promise((done) => {
    // Not every browser tells.
    if ('requestIdleCallback' in window) requestIdleCallback(() => done(), { timeout: latest })
    else setTimeout(done, latest / 4)
  })

/** So long until it is tried again at first, and at most, ms. */
const AGAIN = { first: 1000, most: 15_000 } as const

/** Fetches code, and tries again for as long as the network is away: what it is for comes late instead of failing. */
export async function fetched<T>(load: () => Promise<T>): Promise<T> {
  for (let wait: number = AGAIN.first; ; wait = Math.min(AGAIN.most, wait * 2)) {
    try {
      return await load()
    } catch {
      await new Promise((done) => setTimeout(done, wait))
    }
  }
}
