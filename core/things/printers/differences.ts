import { type Printer, PrinterSchema } from './printer.ts'

/** One place where two records of a printer differ. */
export interface Difference {
  /** Where: field names joined by dots; entries of a list that have an id go by it, e.g. `paths.heron-roll.margins.left`. */
  at: string
  now: unknown
  proposed: unknown
}

type Tree = Record<string, unknown>

const isTree = (value: unknown): value is Tree => typeof value === 'object' && value !== null && !Array.isArray(value)
const hasIds = (value: unknown): value is { id: string }[] =>
  Array.isArray(value) && value.length > 0 && value.every((v) => isTree(v) && typeof v.id === 'string')
const byId = (list: { id: string }[]): Tree => Object.fromEntries(list.map((entry) => [entry.id, entry]))
const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b)

/** Records that stand or fall as one: half a path, half a media type or half a size list make no sense. */
const WHOLE = new Set(['borderless', 'duplex', 'capacity', 'clearance'])

function compare(at: string[], now: unknown, proposed: unknown, found: Difference[]): void {
  if (same(now, proposed)) return
  const last = at.at(-1) ?? ''
  const [a, b] = hasIds(now) && hasIds(proposed) ? [byId(now), byId(proposed)] : [now, proposed]
  if (isTree(a) && isTree(b) && !WHOLE.has(last)) {
    for (const key of new Set([...Object.keys(a), ...Object.keys(b)])) compare([...at, key], a[key], b[key], found)
    return
  }
  found.push({ at: at.join('.'), now: a ?? null, proposed: b ?? null })
}

/** Everything in which the proposed record differs from the one there is, in the order of the record. */
export function differences(now: Printer, proposed: Printer): Difference[] {
  const found: Difference[] = []
  compare([], now, proposed, found)
  return found
}

function take(now: unknown, proposed: unknown, at: string[], chosen: ReadonlySet<string>): unknown {
  if (chosen.has(at.join('.'))) return proposed
  if (hasIds(now) && hasIds(proposed)) {
    const [a, b] = [byId(now), byId(proposed)]
    const ids = [...new Set([...Object.keys(a), ...Object.keys(b)])]
    return ids.map((id) => take(a[id], b[id], [...at, id], chosen)).filter((entry) => entry !== undefined)
  }
  if (isTree(now) && isTree(proposed)) {
    const keys = [...new Set([...Object.keys(now), ...Object.keys(proposed)])]
    return Object.fromEntries(keys.map((key) => [key, take(now[key], proposed[key], [...at, key], chosen)]))
  }
  return now
}

/** The record with the chosen differences taken over. Throws a ZodError when the mixture contradicts itself. */
export const takeDifferences = (now: Printer, proposed: Printer, chosen: readonly string[]): Printer =>
  PrinterSchema.parse(take(now, proposed, [], new Set(chosen)))
