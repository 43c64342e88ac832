import type { z } from 'zod'
import { type Plate, sideOf } from '../../core/plate/resolve/plate.ts'
import { resolve } from '../../core/plate/resolve/resolve.ts'
import type { PrintRequestSchema } from '../../core/wire/api/dto.ts'
import type { App } from '../app-context.ts'
import type { JobRow } from '../db/models.ts'
import { Refusal } from '../problems.ts'
import { readStudio } from '../studio/read-studio.ts'

/** Findings nobody may print in spite of: there would be nothing to send. */
const FINAL = new Set(['picture-missing', 'nothing-possible', 'pin-lost'])

/**
 * Resolves the job against the stored studio and checks that this is the plate the operator saw.
 * Refuses with 409 when the studio decides otherwise by now, with 422 when a stop finding stands.
 */
export async function freezePlate(
  app: Pick<App, 'models'>,
  job: Pick<JobRow, 'brief' | 'pins'>,
  asked: z.infer<typeof PrintRequestSchema>,
): Promise<Plate> {
  const plate = resolve(job.brief, await readStudio(app.models), job.pins)
  const changed = plate.decisions.filter((d) => asked.decisions[d.key] !== d.value)
  if (changed.length > 0) {
    throw new Refusal(409, {
      code: 'plate-changed',
      field: changed[0]?.key ?? 'plate',
      message: `The studio has changed since you looked: ${changed.map((d) => d.title.toLowerCase()).join(', ')}. Look at the set-up again.`,
    })
  }
  const stop = plate.findings.find((f) => f.level === 'stop' && (FINAL.has(f.id.split(':')[0] ?? '') || !asked.despite.includes(f.id)))
  if (stop || !plate.setup)
    throw new Refusal(422, {
      code: 'plate-stopped',
      field: stop?.id ?? 'plate',
      message: stop ? `${stop.title}: ${stop.says}` : 'Nothing has been decided yet.',
    })
  return plate
}

/** Said when the first side is still wet; an operator may print in spite of it. */
const STILL_DRYING = 'still-drying'

/**
 * The plate of the second side: the very one the first side was printed with.
 * Refuses with 409 when no first side has been delivered, or while it dries.
 */
export async function plateForBack(app: Pick<App, 'models'>, jobId: number, despite: readonly string[]): Promise<Plate> {
  const front = await app.models.runs.findOne({
    where: { jobId, side: 'front', state: ['drying', 'inspect', 'done'] },
    order: [['id', 'DESC']],
  })
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
