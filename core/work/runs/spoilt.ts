import type { Plate } from '../../plate/resolve/plate.ts'
import type { Side } from '../../sheet/form.ts'
import type { FaultId } from '../faults/registry.ts'
import type { Inspection } from './inspection.ts'
import { stockFor } from './outcome.ts'
import type { RunState } from './states.ts'

interface Run {
  plate: Plate
  side: Side
  state: RunState
  sheetsDelivered: number
  inspection: Inspection | null
}

/** Longest note of an inspection, characters. */
const NOTE = 5000

/** What sheets spoilt by a fault come to: the inspection that says so (null when none was spoilt), stock to take off, what the pairing learns. */
export function spoilt(
  { plate, side, state, sheetsDelivered, inspection: before }: Run,
  { faultId, sheets, says }: { faultId: FaultId; sheets: number; says: string },
): { inspection: Inspection | null; onTheWay: number; stock: number; counts: { good: number; bad: number }; over: boolean } {
  const delivered = state === 'drying' || state === 'inspect'
  if (sheets === 0) return { inspection: null, onTheWay: 0, stock: 0, counts: { good: 0, bad: 0 }, over: false }
  // Delivered sheets were counted when they came out; a sheet that was spoilt on its way is counted here.
  const onTheWay = delivered || state === 'done' ? 0 : sheets
  const wasted = (before?.sheetsWasted ?? 0) + sheets
  const front = side === 'front'
  const first = front && before?.verdict !== 'wasted'
  return {
    inspection: {
      margins: before?.margins ?? null,
      skew: before?.skew ?? null,
      target: before?.target ?? null,
      wash: before?.wash ?? null,
      gloss: before?.gloss ?? null,
      verdict: 'wasted',
      faults: before?.faults ?? (faultId === 'head-strike' ? ['head strike'] : []),
      note: [before?.note, says].filter(Boolean).join(' ').slice(0, NOTE),
      sheetsUsed: Math.max(wasted, (before?.sheetsUsed ?? sheetsDelivered) + onTheWay),
      sheetsWasted: wasted,
    },
    onTheWay,
    stock: front ? stockFor(plate, onTheWay) : 0,
    counts: { good: first && before?.verdict === 'right' ? -1 : 0, bad: first ? 1 : 0 },
    over: delivered,
  }
}
