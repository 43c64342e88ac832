import type { z } from 'zod'
import { decisionsSeen } from '../../core/plate/resolve/decisions-seen.ts'
import { type Plate, sideOf } from '../../core/plate/resolve/plate.ts'
import { pictureIn } from '../../core/things/brief/item.ts'
import type { HouseRules } from '../../core/things/studio/house-rules.ts'
import type { PrintRequestSchema } from '../../core/wire/api/dto.ts'
import { mayPrintInSpite } from '../../core/work/preflight/in-spite.ts'
import type { FileStore } from '../files/files.ts'
import { Refusal } from '../problems.ts'
import type { Act } from '../store/store.ts'

/**
 * What an operator has read and may print in spite of. What nobody ever may counts as unread.
 * @throws Refusal 422 where it is the studio's own rules that are against it
 */
export function permitted({ inSpite }: Pick<HouseRules, 'inSpite'>, despite: readonly string[]): string[] {
  const may = despite.filter((id) => mayPrintInSpite(inSpite, id))
  const ruled = despite.find((id) => !may.includes(id) && mayPrintInSpite('all', id))
  if (ruled !== undefined)
    throw new Refusal(422, {
      code: 'house-rule',
      field: 'despite',
      value: ruled,
      message: 'The house rules let nobody print in spite of this. Put it right first.',
    })
  return may
}

/**
 * Holds a plate of the stored studio against the one the operator saw.
 * Refuses with 409 when the studio decides otherwise by now, with 422 when a stop finding stands.
 * @returns the stops it is printed in spite of, in sentences
 */
export function checkPlate(plate: Plate, asked: Pick<z.infer<typeof PrintRequestSchema>, 'decisions' | 'despite'>): string[] {
  const differing = Object.entries(decisionsSeen(plate.decisions)).filter(([key, value]) => asked.decisions[key] !== value)
  const changed = plate.decisions.filter((d) => differing.some(([key]) => key === d.key || key === `${d.key}@${d.item}`))
  if (differing.length > 0) {
    throw new Refusal(409, {
      code: 'plate-changed',
      field: changed[0]?.key ?? 'plate',
      message: `The studio has changed since you looked: ${[...new Set(changed.map((d) => d.title.toLowerCase()))].join(', ')}. Look at the set-up again.`,
    })
  }
  const stop = plate.findings.find((f) => f.level === 'stop' && !asked.despite.includes(f.id))
  if (stop || !plate.setup)
    throw new Refusal(422, {
      code: 'plate-stopped',
      field: stop?.id ?? 'plate',
      message: stop ? `${stop.title}: ${stop.says}` : 'Nothing has been decided yet.',
    })
  return plate.findings.filter((f) => f.level === 'stop').map((f) => `${f.title}. ${f.says}`)
}

/** Refuses with 422 what cannot be rendered since a picture of it was removed. */
export function needPictures(files: Pick<FileStore, 'has'>, { brief }: Pick<Plate, 'brief'>): void {
  const gone = brief.items.map(pictureIn).find((picture) => picture && !files.has(picture.hash))
  if (gone)
    throw new Refusal(422, {
      code: 'picture-gone',
      field: 'picture',
      value: gone.name,
      message: `The file of “${gone.name}” has been removed from the studio. Add it again, then print.`,
    })
}

/** Said when the first side is still wet; an operator may print in spite of it. */
const STILL_DRYING = 'still-drying'

/**
 * The plate of the second side: the very one the first side was printed with.
 * Refuses with 409 when no first side has been delivered, or while it dries.
 */
export async function plateForBack(store: Act, jobId: number, despite: readonly string[]): Promise<Plate> {
  const front = await store.runs.lastFront(jobId)
  if (!front || !sideOf(front.plate, 'back'))
    throw new Refusal(409, {
      code: 'no-first-side',
      field: 'side',
      message: 'Print the front first; the back goes on sheets that have one.',
    })
  if (front.dryUntil && front.dryUntil > new Date() && !despite.includes(STILL_DRYING))
    throw new Refusal(409, {
      code: STILL_DRYING,
      field: 'dryUntil',
      value: front.dryUntil.toISOString(),
      message: 'The first side is still drying. Wet ink marks the rollers and the next sheets; wait, or say that you have made sure.',
    })
  return front.plate
}
