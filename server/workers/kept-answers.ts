/** So many answers are kept: those that were asked for last. */
const KEPT = 100

/**
 * What is worked out of a file of the store, once for each: what lies there under its hash never changes. Who asks while it is
 * being worked out waits for the same answer; what failed is tried again.
 */
export function keepAnswers<R extends { ok: boolean }>(work: (file: string) => Promise<R>): (file: string) => Promise<R> {
  const kept = new Map<string, Promise<R>>()
  return (file) => {
    const known = kept.get(file)
    const answer = known ?? work(file)
    const forget = () => kept.get(file) === answer && kept.delete(file)
    // Asked for again it is the last to go.
    kept.delete(file)
    kept.set(file, answer)
    if (known) return answer
    for (const oldest of kept.keys()) {
      if (kept.size <= KEPT) break
      kept.delete(oldest)
    }
    void answer.then(({ ok }) => ok || forget(), forget)
    return answer
  }
}
