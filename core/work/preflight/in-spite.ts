import type { HouseRules } from '../../things/studio/house-rules.ts'

/** Findings nobody may print in spite of: there would be nothing to send. */
const FINAL: readonly string[] = ['picture-missing', 'nothing-possible', 'pin-lost']

/**
 * What can hurt the printer and not only the sheet: the head on the paper, a sheet thicker than the way or creased, a head
 * that runs dry, an open cover, wet ink under the rollers.
 */
const HURTS: readonly string[] = ['head-strike', 'creased-card', 'sheet-too-thick', 'printer:ink', 'printer:cover', 'still-drying']

/** Whether the house rules let somebody print in spite of this, with a reason. */
export function mayPrintInSpite(rule: HouseRules['inSpite'], id: string): boolean {
  const check = id.startsWith('printer:') ? id : (id.split(':')[0] ?? '')
  if (FINAL.includes(check)) return false
  return rule === 'all' || (rule === 'harmless' && !HURTS.includes(check))
}
