/** Comes when the browser has nothing more urgent to do, at the latest after `latest` ms: for code nobody waits for. */
export const whenIdle = (latest = 1000): Promise<void> =>
  new Promise((done) => {
    // Not every browser tells.
    if ('requestIdleCallback' in window) requestIdleCallback(() => done(), { timeout: latest })
    else setTimeout(done, latest / 4)
  })
