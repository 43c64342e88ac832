import { z } from 'zod'
import { blackPointDecision } from './black-point.ts'
import { clearCoatDecision } from './clear-coat.ts'
import { colourManagementDecision } from './colour-management.ts'
import { colourModeDecision } from './colour-mode.ts'
import { type AnyDecision, type FromTheFirst, type Given, type KeptOf, LineSchema, type SetBy, type WireAttributes } from './decision.ts'
import { expansionDecision } from './expansion.ts'
import { intentDecision } from './intent.ts'
import { marginsDecision } from './margins.ts'
import { mediaTypeDecision } from './media-type.ts'
import { orientationDecision } from './orientation.ts'
import { pageDecision } from './page.ts'
import { pathDecision } from './path.ts'
import { placementDecision } from './placement.ts'
import { platenGapDecision } from './platen-gap.ts'
import { positionDecision } from './position.ts'
import { printerDecision } from './printer.ts'
import { profileDecision } from './profile.ts'
import { qualityDecision } from './quality.ts'
import { stockDecision } from './stock.ts'

/** Every decision of a plate in the order it is taken, each after those it needs. A new one is a file and a line here. */
export const DECISIONS = [
  printerDecision,
  pathDecision,
  stockDecision,
  pageDecision,
  positionDecision,
  marginsDecision,
  expansionDecision,
  orientationDecision,
  placementDecision,
  mediaTypeDecision,
  qualityDecision,
  platenGapDecision,
  clearCoatDecision,
  colourModeDecision,
  colourManagementDecision,
  profileDecision,
  intentDecision,
  blackPointDecision,
] as const
type Taken = (typeof DECISIONS)[number]

export type DecisionKey = Taken['key']
export const DECISION_KEYS: readonly DecisionKey[] = DECISIONS.map((decision) => decision.key)
const KeySchema = z.enum(DECISION_KEYS)

/** Whether a decision begins another group on the spine than the one before it belongs to. */
export const beginsGroup = (key: DecisionKey): boolean => {
  const at = DECISION_KEYS.indexOf(key)
  return at > 0 && DECISIONS[at]?.group !== DECISIONS[at - 1]?.group
}

/** `true` where every decision stands after those it needs; otherwise the ones that stand too late. */
export type InOrder<D extends readonly AnyDecision[], Before = never> = D extends readonly [
  infer First extends AnyDecision,
  ...infer Rest extends readonly AnyDecision[],
]
  ? First['needs'][number]['key'] extends Before
    ? InOrder<Rest, Before | First['key']>
    : { decision: First['key']; needsFirst: Exclude<First['needs'][number]['key'], Before> }
  : true
true satisfies InOrder<typeof DECISIONS>

/** Decisions an operator has fixed: the id of the candidate for each. */
export type Pins = Partial<Record<DecisionKey, string>>
export const PinsSchema = z.partialRecord(KeySchema, z.string().max(120))
/** A change of pins: null releases one. */
export const PinChangeSchema = z.partialRecord(KeySchema, z.string().nullable())
export const TouchesSchema = z.array(KeySchema)

export const DecisionLineSchema = LineSchema.extend({ key: KeySchema })
export type DecisionLine = z.infer<typeof DecisionLineSchema>

/** Everything the decisions have set. */
export type Decided = SetBy<Taken>

/** The schema of what a plate keeps of its decisions. */
export type SetupFields = KeptOf<Taken>
export const SETUP_SHAPE: { [K in keyof SetupFields]: z.ZodType<SetupFields[K]> } = Object.assign({}, ...DECISIONS.map((d) => d.keeps))

/** What the plate keeps of settled decisions. */
export function keptOf(settled: Given & Decided): SetupFields {
  const kept: Partial<SetupFields> = {}
  for (const decision of DECISIONS) Object.assign(kept, decision.keep(settled))
  return kept as SetupFields
}

/** The attributes that ask a printer for what a plate keeps, by name; `side` is the pass. */
export const wireAttributesOf = (setup: SetupFields, side: 'front' | 'back'): WireAttributes =>
  Object.assign({}, ...DECISIONS.map((d) => d.wire?.(setup, side)))

/** What an older plate kept, with the fields of younger decisions added. */
export function withYoungerFields(old: Partial<SetupFields>): SetupFields {
  const fields: Partial<SetupFields> = { ...old }
  for (const { before } of DECISIONS) {
    if (before === 'from the first') continue
    for (const [field, from] of Object.entries<FromTheFirst | ((old: SetupFields) => unknown)>(before))
      if (from !== 'from the first' && !(field in old)) Object.assign(fields, { [field]: from(fields as SetupFields) })
  }
  return fields as SetupFields
}

/** Takes every decision. What is decided is complete, or null when one of them had nothing to choose from. */
export function decideAll(given: Given): { lines: DecisionLine[]; decided: (Given & Decided) | null } {
  const done = new Set<string>()
  const known: Given & Partial<Decided> = { ...given }
  const lines = DECISIONS.map((decision): DecisionLine => {
    const { line, sets } = decision.take(
      known,
      decision.needs.every((need) => done.has(need.key)),
    )
    if (sets) {
      done.add(decision.key)
      Object.assign(known, sets)
    }
    return line
  })
  return { lines, decided: done.size === DECISIONS.length ? (known as Given & Decided) : null }
}
