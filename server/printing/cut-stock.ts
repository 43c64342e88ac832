import { type CutPlan, usefulOffcuts } from '../../core/sheet/cutting/cut-plan.ts'
import { LotSchema } from '../../core/things/media/media.ts'
import { nameOf } from '../../core/things/sizes/named.ts'
import { Refusal } from '../problems.ts'
import type { JobRow } from '../store/jobs.ts'
import type { Act } from '../store/store.ts'

/** Sheets cut by hand with rule and knife differ by about this, µm. Common practice. */
const HAND_CUT = 500
const BOOKED = 'Somebody else changed this job, or booked this cut, at the same moment. Look at it again; nothing was counted twice.'

/**
 * Books a cut plan: the larger lot goes down, the pieces and whatever is useful of the rest become lots of their own.
 * The job then takes the pieces. Of two people booking the same cut one is told, and nothing is counted twice.
 */
export async function cutStock(act: Act, plan: CutPlan, job: JobRow): Promise<JobRow> {
  const parent = await act.lots.find(plan.fromLotId)
  const needed = plan.parent.roll ? plan.parent.length : plan.parents
  if (parent.stock < needed)
    throw new Refusal(422, {
      code: 'stock-short',
      field: 'stock',
      value: String(parent.stock),
      limit: String(needed),
      message: `Lot ${parent.id} has not enough left to cut these sheets from.`,
    })
  await act.lots.change(parent.id, { stock: parent.stock - needed })
  const count = await act.lots.count()
  const add = async (suffix: string, w: number, h: number, stock: number) => {
    const [width, length] = w <= h ? [w, h] : [h, w]
    const size = { width, length }
    return act.lots.add(
      LotSchema.parse({
        id: `${parent.id.slice(0, 40)}-${suffix}-${count}`,
        paperId: parent.paperId,
        form: 'sheet',
        pwg: nameOf(width, length)?.pwg ?? null,
        nominal: size,
        measured: size,
        spread: HAND_CUT,
        stock,
        arrivedWith: stock,
      }),
    )
  }
  const pieces = await add('cut', plan.piece.width, plan.piece.length, plan.pieces.length * plan.parents)
  for (const [i, rest] of usefulOffcuts(plan).entries()) await add(`rest${i + 1}`, rest.w, rest.h, plan.parents)
  return act.jobs.edit(job, { pins: { ...job.pins, stock: pieces.id } }, BOOKED)
}
