import type { Health } from '../../core/color/health/health.ts'
import type { Result } from '../../core/things/problem/problem.ts'

/** Of so many profiles is kept how good they are: those that were looked at last. */
const KEPT = 100

/**
 * How good profiles are, worked out once for each file of the store: what lies there under its hash never
 * changes. Who asks while it is being worked out waits for the same answer; what failed is tried again.
 */
export function keepHealth(examine: (file: string) => Promise<Result<Health>>): (file: string) => Promise<Result<Health>> {
  const kept = new Map<string, Promise<Result<Health>>>()
  const forget = (file: string, answer: Promise<Result<Health>>) => kept.get(file) === answer && kept.delete(file)
  return (file) => {
    const known = kept.get(file)
    const answer = known ?? examine(file)
    // Asked for again it is the last to go.
    kept.delete(file)
    kept.set(file, answer)
    if (known) return answer
    for (const oldest of kept.keys()) {
      if (kept.size <= KEPT) break
      kept.delete(oldest)
    }
    void answer.then(
      ({ ok }) => ok || forget(file, answer),
      () => forget(file, answer),
    )
    return answer
  }
}
