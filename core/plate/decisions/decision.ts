import { z } from 'zod'
import type { Brief } from '../../things/brief/brief.ts'
import type { Item } from '../../things/brief/item.ts'
import type { Studio } from '../../things/studio/studio.ts'
import { type Cost, SOURCES, type Source, totalOf } from '../ways/cost.ts'
import type { Way } from '../ways/way.ts'

/** Where a decision stands on the spine. */
const GROUPS = ['machine', 'paper', 'layout', 'ink', 'colour'] as const
export type Group = (typeof GROUPS)[number]

/** When a job is judged. */
export interface Moment {
  /** ISO 8601. */
  now: string
  /** Minutes of work that stand before a new job, by printer; none where a printer is left out. */
  standing: Readonly<Record<string, number>>
}

/** What every decision knows: what is asked, the studio, what the operator has fixed, and every way through the studio. */
export interface Given {
  readonly brief: Brief
  /** The item the decisions are about; a stand-in without an id where several lie together. */
  readonly item: Item
  readonly studio: Studio
  /** Ids of the candidates an operator has fixed, by decision. */
  readonly pins: Readonly<Partial<Record<string, string>>>
  /** Every printer × path × lot with its limits and costs. */
  readonly ways: readonly Way[]
  /** What time it is and what printers are busy with; null where nobody asks for lateness. */
  readonly moment: Moment | null
}

export interface Candidate<V = unknown> {
  /** Stable within the studio; what a pin refers to. */
  id: string
  label: string
  value: V
  /** Why it cannot be used, or null. */
  ruledOut: string | null
  costs: Cost[]
  by: Source
  /** Why it would be chosen, one sentence. */
  reason: string
}

/** A value on the wire, by the tag of its attribute (RFC 8010 section 3.9). */
export type WireValue =
  | { tag: 'keyword'; value: string }
  | { tag: 'integer' | 'enum'; value: number }
  | { tag: 'resolution'; value: [number, number, 'dpi'] }
/** IPP lengths are in 1/100 mm (PWG 5100.3). */
export const hundredths = (um: number): number => Math.round(um / 10)

/** Attributes by name; a dot stands between a collection and its member. */
export type WireAttributes = Record<string, WireValue>

type Shape = Record<string, z.ZodType>
type KeptBy<F extends Shape> = { [K in keyof F]: z.output<F[K]> }
type Both<T> = (T extends unknown ? (x: T) => void : never) extends (x: infer R) => void ? R : never

/** A declared decision as far as others may rely on it; `sets` and `kept` exist for the type system only. */
export interface AnyDecision {
  readonly key: string
  readonly title: string
  readonly group: Group
  readonly needs: readonly AnyDecision[]
  readonly ofTheWay: boolean
  readonly keeps: Shape
  readonly sets?: object | undefined
}

/** Everything these decisions set. */
export type SetBy<D extends AnyDecision> = Both<NonNullable<D['sets']>>
/** Everything of these decisions that a plate keeps. */
export type KeptOf<D extends AnyDecision> = Both<D extends unknown ? KeptBy<D['keeps']> : never>
/** What a decision knows that needs these. */
type Knows<N extends readonly AnyDecision[]> = Given & (N extends readonly [] ? unknown : SetBy<N[number]>)

export type FromTheFirst = 'from the first'

interface Declaration<K extends string, A extends string | null, N extends readonly AnyDecision[], V, S extends object, F extends Shape> {
  key: K
  title: string
  question: string
  group: Group
  /** Decisions that must have been taken before it: their values are what it knows. */
  needs: N
  /** Whether every item of a job has its own, or the plate has one. */
  about: 'plate' | 'item'
  /** Whether a pin on it belongs to one way of printing and means nothing on another. */
  ofTheWay: boolean
  /** Key of the row of agreement that shows it, or null when no place is set to it. */
  agreement: A
  /** Every option, also those ruled out. */
  candidates(known: Knows<N>): Candidate<V>[]
  /** Reads a pin that is not among the candidates (a dragged place, say), or null. */
  custom?(pin: string, known: Knows<N>): Candidate<V> | null
  /** What the chosen value sets for the decisions after it. */
  accept(value: V, known: Knows<N>): S
  /** Schema of each field that a frozen plate keeps of it. */
  keeps: F
  /** Those fields. */
  keep(settled: S & Knows<N>): KeptBy<F>
  /** For plates frozen before it existed: each field from what those plates have, unless it was there from the first. */
  before: FromTheFirst | { [P in keyof F]: FromTheFirst | ((old: KeptOf<N[number]>) => z.output<F[P]>) }
  /** The attributes that ask a printer for it (`side` is the pass); left out when it has none. */
  wire?(kept: KeptBy<F> & (N extends readonly [] ? unknown : KeptOf<N[number]>), side: 'front' | 'back'): WireAttributes
}

const AlternativeSchema = z.object({
  id: z.string(),
  label: z.string(),
  ruledOut: z.string().nullable(),
  costs: z.array(z.object({ points: z.number(), says: z.string() })),
  /** Sum of the costs' points. */
  total: z.number(),
})

/** A decision as it stands in a plate. */
export const LineSchema = z.object({
  /** Id of the item it is about; null when it is about the whole plate. */
  item: z.string().nullable(),
  title: z.string(),
  question: z.string(),
  /** Id of the chosen candidate, or null when there was none at all. */
  value: z.string().nullable(),
  label: z.string(),
  by: z.enum(SOURCES),
  reason: z.string(),
  pinned: z.boolean(),
  /** Why the chosen one should not be used; only a pin, or the lack of anything better, makes it stand. */
  ruledOut: z.string().nullable(),
  /** All candidates, the chosen one among them, best first. */
  alternatives: z.array(AlternativeSchema),
  /** The best candidate that was not chosen is less than this many points away: worth a look. */
  close: z.boolean(),
})
type Line = z.infer<typeof LineSchema>

const CLOSE_POINTS = 3

const NOTHING: Omit<Line, 'item' | 'title' | 'question'> = {
  value: null,
  label: 'nothing to choose from',
  by: 'rule',
  reason: 'The studio has nothing for this yet.',
  pinned: false,
  ruledOut: null,
  alternatives: [],
  close: false,
}

/** The chosen candidate, or null when there is none at all, and how the decision stands in a plate. */
/** Alternatives that are listed: the cheapest. A studio of thousands of papers and profiles has thousands. */
export const MOST_LISTED = 60

type Head<K> = { key: K } & Pick<Line, 'item' | 'title' | 'question'>
interface Taken<K, V> {
  line: Line & { key: K }
  chosen: Candidate<V> | null
}

/** Why something stands that was pinned. A reason to choose it is only said where it would be chosen without the pin. */
function pinnedReason<V>(pinned: Candidate<V>, order: readonly Candidate<V>[]): string {
  if (pinned.ruledOut !== null) return `You chose this. ${pinned.ruledOut}`
  if (pinned === order[0] || !order.includes(pinned)) return `You chose this. ${pinned.reason}`
  const [cost] = pinned.costs
  return cost ? `You chose this, although ${cost.says}.` : 'You chose this.'
}

/** Why it is chosen. What cannot be used has no other merit than that nothing comes nearer. */
const reasonOf = <V>({ ruledOut, reason }: Candidate<V>): string =>
  ruledOut === null ? reason : `Nothing here does it; this comes nearest. ${ruledOut}`

/** A valid pin wins, then the cheapest usable candidate, then the least impossible. */
function choose<K, V>(
  { key, item, title, question }: Head<K>,
  candidates: readonly Candidate<V>[],
  pin: string | undefined,
  custom: (pin: string) => Candidate<V> | null,
): Taken<K, V> {
  const total = new Map(candidates.map((c) => [c, totalOf(c.costs)]))
  // Among those that cannot be used the definition's own order stands: the least impossible first.
  const order = [...candidates].sort(
    (a, b) =>
      Number(a.ruledOut !== null) - Number(b.ruledOut !== null) ||
      (a.ruledOut === null ? (total.get(a) as number) - (total.get(b) as number) : 0),
  )
  const pinned = pin === undefined ? null : (order.find((c) => c.id === pin) ?? custom(pin))
  const chosen = pinned ?? order[0]
  if (!chosen) return { line: { key, item, title, question, ...NOTHING }, chosen: null }
  const best = order.slice(0, MOST_LISTED)
  const listed = best.includes(chosen) ? best : [chosen, ...best]
  const rival = listed.find((c) => c !== chosen && c.ruledOut === null)
  return {
    chosen,
    // Written out: spreading one into the other costs more than the choice.
    line: {
      key,
      item,
      title,
      question,
      value: chosen.id,
      label: chosen.label,
      by: pinned ? 'you' : chosen.by,
      reason: pinned ? pinnedReason(pinned, order) : reasonOf(chosen),
      pinned: pinned !== null,
      ruledOut: chosen.ruledOut,
      alternatives: listed.map(({ id, label, ruledOut, costs }) => ({ id, label, ruledOut, costs, total: totalOf(costs) })),
      close: !pinned && rival !== undefined && totalOf(rival.costs) - totalOf(chosen.costs) < CLOSE_POINTS,
    },
  }
}

/**
 * Declares a decision. The context, the settled set-up, what a plate keeps, its reader and the order all follow from the
 * declarations in registry.ts; nothing else has to be told.
 */
export function declare<
  const K extends string,
  const A extends string | null,
  const N extends readonly AnyDecision[],
  V,
  S extends object,
  F extends Shape,
>(declaration: Declaration<K, A, N, V, S, F>) {
  return {
    ...declaration,
    /** For the type system only. */
    sets: undefined as S | undefined,
    /** Takes the decision. `ready` where the decisions it needs have found something; `known` then holds what they set. */
    take(known: Given & Partial<S & Knows<N>>, ready: boolean): { line: Line & { key: K }; sets: S | null } {
      const { key, title, question, about } = declaration
      const head = { key, item: about === 'item' && known.item.id !== '' ? known.item.id : null, title, question }
      if (!ready) return { line: { ...head, ...NOTHING }, sets: null }
      const all = known as Knows<N>
      const { line, chosen } = choose(head, declaration.candidates(all), known.pins[key], (pin) => declaration.custom?.(pin, all) ?? null)
      return { line, sets: chosen && declaration.accept(chosen.value, all) }
    },
  }
}
