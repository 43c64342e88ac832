import { secondsOfSheet } from '../../../core/plate/estimates/estimates.ts'
import type { Plate } from '../../../core/plate/resolve/plate.ts'
import { isRoll } from '../../../core/things/paths/kinds.ts'
import { capacityFor } from '../../../core/things/paths/limits.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import type { Run } from '../../../core/wire/api/dto.ts'
import { refills } from '../../../core/work/runs/refill.ts'

/** When the path has to be filled again while a run prints; nothing where it is enough, or where nobody knows what lies in it. */
export function RefillLine({ run, plate, studio }: { run: Run; plate: Plate; studio: Studio }) {
  const { setup, estimates } = plate
  const loaded = setup && studio.loaded.find((l) => l.printerId === setup.printer.id && l.pathId === setup.path.id)
  if (!setup || !estimates || !loaded || loaded.lotId !== setup.lot.id || loaded.remaining <= 0 || isRoll(setup.path)) return null
  const list = refills({
    sheets: run.copies,
    delivered: run.sheetsDelivered,
    loaded: loaded.remaining,
    holds: capacityFor(setup.path, setup.paper.thickness),
    secondsPerSheet: secondsOfSheet(estimates),
  })
  const [next, ...more] = list
  if (!next) return null
  return (
    <p className="mt-1" data-testid="refill">
      {setup.path.name} was filled with <span className="num">{loaded.remaining}</span>: fill it again after sheet{' '}
      <span className="num">{next.after}</span>, in about <span className="num">{Math.max(1, Math.round(next.minutes))}</span> min
      {more.length > 0 && `, and ${more.length === 1 ? 'once' : `${more.length} times`} more after that`}.
    </p>
  )
}
