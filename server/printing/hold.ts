import type { Wanted } from '../../core/plate/resolve/apply-fix.ts'
import { resolve } from '../../core/plate/resolve/resolve.ts'
import type { Studio } from '../../core/things/studio/studio.ts'
import { SET_PLACES, type SetPlace } from '../../core/work/agreement/place.ts'
import type { KeptReading } from '../../core/work/agreement/reading.ts'
import type { SettingKey } from '../../core/work/agreement/settings.ts'
import { agreementTable, disagreements, seenWhereSet } from '../../core/work/agreement/table.ts'
import { Refusal } from '../problems.ts'

/** Said when a place is set otherwise than the plate says; an operator may print in spite of it. */
const DISAGREEMENT = 'disagreement'

/** What a table of agreement is made from. */
interface Agreed {
  wanted: Wanted
  studio: Studio
  readings: readonly KeptReading[]
}

const tableOf = ({ wanted: { brief, pins }, studio, readings }: Agreed) =>
  agreementTable(resolve(brief, studio, pins), studio, readings, brief.unit)

/**
 * Refuses with 422 while a place that somebody sets was seen to be set otherwise than the plate says. Of a job that is
 * being changed only what differed before and would still differ counts: the rest has to be looked at again.
 * @returns what differs and is printed in spite of, in sentences
 */
export function holdForDisagreement(agreed: Agreed, despite: readonly string[], changed: Wanted | null = null): string[] {
  const setBy = (of: Agreed) => disagreements(tableOf(of)).filter(seenWhereSet)
  const now = setBy(agreed)
  const [worst] =
    changed === null
      ? now
      : setBy({ ...agreed, wanted: changed }).filter((d) => now.some((n) => n.setting === d.setting && n.place === d.place))
  if (worst && !despite.includes(DISAGREEMENT))
    throw new Refusal(422, { code: DISAGREEMENT, field: worst.setting, value: worst.place, message: worst.says })
  return changed === null ? now.map((d) => d.says) : []
}

/**
 * What was seen to be right before a job was changed and is not any longer: those places have to be looked at again, and
 * are not held against the change that was made on purpose.
 */
export function outdated(agreed: Agreed, changed: Wanted): { place: SetPlace; setting: SettingKey }[] {
  const [old, now] = [tableOf(agreed), tableOf({ ...agreed, wanted: changed })]
  return now.flatMap((row) =>
    SET_PLACES.filter(
      (place) => row.cells[place].state === 'differs' && old.find((r) => r.key === row.key)?.cells[place].state === 'agrees',
    ).map((place) => ({ place, setting: row.key })),
  )
}
