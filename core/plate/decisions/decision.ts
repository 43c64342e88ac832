import type { Context } from '../resolve/context.ts'

/** The decisions of a plate, in the order of the work. */
export const DECISION_KEYS = [
  'printer',
  'path',
  'stock',
  'page',
  'position',
  'margins',
  'expansion',
  'orientation',
  'placement',
  'media-type',
  'quality',
  'platen-gap',
  'clear-coat',
  'colour-management',
  'profile',
  'intent',
  'black-point',
] as const
export type DecisionKey = (typeof DECISION_KEYS)[number]

/** Decisions an operator has fixed: the id of the candidate for each. */
export type Pins = Partial<Record<DecisionKey, string>>

/** Who decided: a rule of the trade, a proven pairing, a house rule, the brief, what the log shows, or you. */
export const SOURCES = ['rule', 'pairing', 'house', 'brief', 'log', 'you'] as const
export type Source = (typeof SOURCES)[number]

/** What a choice costs. One point is about one minute of an operator's time; a spoilt sheet is about ten. */
export interface Cost {
  points: number
  says: string
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

/** One decision of a plate. The engine picks; a definition only lists and explains. */
export interface Decision<V = never> {
  key: DecisionKey
  title: string
  question: string
  /** Every option in this context, also those ruled out. */
  candidates(context: Context): Candidate<V>[]
  /** Reads a pin that is not among the candidates (a dragged place, say), or null. */
  custom?(pin: string, context: Context): Candidate<V> | null
  /** Writes the chosen value into the context for the decisions after it. */
  accept(context: Context, value: V): void
}

export interface Alternative {
  id: string
  label: string
  ruledOut: string | null
  costs: Cost[]
  /** Sum of the costs' points. */
  total: number
}

/** A decision as it stands in a plate. */
export interface DecisionLine {
  key: DecisionKey
  title: string
  question: string
  /** Id of the chosen candidate, or null when there was none at all. */
  value: string | null
  label: string
  by: Source
  reason: string
  pinned: boolean
  /** Why the chosen one should not be used; only a pin, or the lack of anything better, makes it stand. */
  ruledOut: string | null
  /** All candidates, the chosen one among them, best first. */
  alternatives: Alternative[]
  /** The best candidate that was not chosen is less than this many points away: worth a look. */
  close: boolean
}

const CLOSE_POINTS = 3

const total = (candidate: Candidate<never> | Candidate) => candidate.costs.reduce((sum, c) => sum + c.points, 0)

/** Takes one decision: a valid pin wins, then the cheapest usable candidate, then the least impossible. */
export function decide<V>(decision: Decision<V>, context: Context): DecisionLine {
  const candidates = decision.candidates(context)
  // Among those that cannot be used the definition's own order stands: the least impossible first.
  const order = [...candidates].sort(
    (a, b) =>
      Number(a.ruledOut !== null) - Number(b.ruledOut !== null) ||
      (a.ruledOut === null ? total(a as Candidate) - total(b as Candidate) : 0),
  )
  const pin = context.pins[decision.key]
  const pinned = pin === undefined ? undefined : (order.find((c) => c.id === pin) ?? decision.custom?.(pin, context) ?? undefined)
  if (pin !== undefined && !pinned) context.lostPins.push({ key: decision.key, title: decision.title, id: pin })
  const chosen = pinned ?? order[0]
  const { key, title, question } = decision
  if (!chosen) {
    return {
      key,
      title,
      question,
      value: null,
      label: 'nothing to choose from',
      by: 'rule',
      reason: 'The studio has nothing for this yet.',
      pinned: false,
      ruledOut: null,
      alternatives: [],
      close: false,
    }
  }
  decision.accept(context, chosen.value)
  const listed = order.includes(chosen) ? order : [chosen, ...order]
  const rival = listed.find((c) => c !== chosen && c.ruledOut === null)
  return {
    key,
    title,
    question,
    value: chosen.id,
    label: chosen.label,
    by: pinned ? 'you' : chosen.by,
    reason: pinned ? `You chose this. ${chosen.ruledOut ?? chosen.reason}` : chosen.reason,
    pinned: pinned !== undefined,
    ruledOut: chosen.ruledOut,
    alternatives: listed.map((c) => ({ id: c.id, label: c.label, ruledOut: c.ruledOut, costs: c.costs, total: total(c as Candidate) })),
    close: !pinned && rival !== undefined && total(rival as Candidate) - total(chosen as Candidate) < CLOSE_POINTS,
  }
}
