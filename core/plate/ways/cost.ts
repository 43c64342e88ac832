/** Who decided: a rule of the trade, a proven pairing, a house rule, the brief, what the log shows, or you. */
export const SOURCES = ['rule', 'pairing', 'house', 'brief', 'log', 'you'] as const
export type Source = (typeof SOURCES)[number]

/** What a choice costs. One point is about one minute of an operator's time; a spoilt sheet is about ten. */
export interface Cost {
  points: number
  says: string
}

export const totalOf = (costs: readonly Cost[]): number => costs.reduce((sum, cost) => sum + cost.points, 0)
