/** Something that is not as it must be, as data first and a sentence last. Used at every boundary. */
export interface Problem {
  /** Stable word for programs, e.g. `length-not-positive`. */
  code: string
  /** Where it is, as a path of field names, when there is one. */
  field?: string
  /** The offending value, shortened to at most 200 characters. */
  value?: string
  /** The limit it breaks, with its unit. */
  limit?: string
  /** What it may have meant, each as it would be entered. */
  choices?: string[]
  /** What a person reads: what is wrong and what to do next. */
  message: string
}

export type Result<T> = { ok: true; value: T } | { ok: false; problem: Problem }

export const ok = <T>(value: T): Result<T> => ({ ok: true, value })

export const fail = (problem: Problem): { ok: false; problem: Problem } => ({
  ok: false,
  problem: problem.value === undefined ? problem : { ...problem, value: problem.value.slice(0, 200) },
})
