import type { DecisionLine } from '../decisions/registry.ts'

/** The values of a plate's decisions, as an operator who prints it has seen them: by key, with the item where it is not about the first or the whole. */
export const decisionsSeen = (lines: readonly DecisionLine[]): Record<string, string | null> => {
  const first = new Map<string, string | null>()
  return Object.fromEntries(
    lines.map((line) => {
      if (!first.has(line.key)) first.set(line.key, line.item)
      return [first.get(line.key) === line.item ? line.key : `${line.key}@${line.item}`, line.value]
    }),
  )
}
