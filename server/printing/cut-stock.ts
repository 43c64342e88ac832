import { type CutPlan, usefulOffcuts } from '../../core/sheet/cutting/cut-plan.ts'
import { nameOf } from '../../core/things/sizes/named.ts'
import type { JobRow, Models, Row } from '../db/models.ts'
import { missing, Refusal } from '../problems.ts'

/** Sheets cut by hand with rule and knife differ by about this, µm. Common practice. */
const HAND_CUT = 500

/**
 * Books a cut plan: the larger lot goes down, the pieces and whatever is useful of the rest become lots of their own.
 * The job then takes the pieces. All of it or nothing: of two people booking the same cut one is told, and nothing is
 * counted twice. Answers with the id of the lot of pieces.
 */
export async function cutStock(models: Models, plan: CutPlan, job: Row<JobRow>): Promise<string> {
  const { sequelize } = models.lots
  if (!sequelize) throw new Error('models without a database')
  return sequelize.transaction(async (transaction) => {
    const parent = await models.lots.findByPk(plan.fromLotId, { transaction, lock: true })
    if (!parent) throw missing('lot', plan.fromLotId)
    const needed = plan.parent.roll ? plan.parent.length : plan.parents
    if (Number(parent.stock) < needed)
      throw new Refusal(422, {
        code: 'stock-short',
        field: 'stock',
        value: String(parent.stock),
        limit: String(needed),
        message: `Lot ${parent.id} has not enough left to cut these sheets from.`,
      })
    await parent.update({ stock: Number(parent.stock) - needed }, { transaction })
    const count = await models.lots.count({ transaction })
    const add = async (suffix: string, w: number, h: number, stock: number) => {
      const [width, length] = w <= h ? [w, h] : [h, w]
      const id = `${parent.id.slice(0, 40)}-${suffix}-${count}`
      await models.lots.create(
        {
          id,
          paperId: parent.paperId,
          form: 'sheet',
          pwg: nameOf(width, length)?.pwg ?? null,
          position: count,
          nominalWidth: width,
          nominalLength: length,
          measuredWidth: width,
          measuredLength: length,
          spread: HAND_CUT,
          readings: null,
          outOfSquare: 0,
          stock,
          archived: false,
        },
        { transaction },
      )
      return id
    }
    const pieces = await add('cut', plan.piece.width, plan.piece.length, plan.pieces.length * plan.parents)
    for (const [i, rest] of usefulOffcuts(plan).entries()) await add(`rest${i + 1}`, rest.w, rest.h, plan.parents)
    const { id, version, pins } = job
    job.set({ pins: { ...pins, stock: pieces }, version: version + 1 })
    const [taken] = await models.jobs.update({ pins: job.get('pins'), version: version + 1 }, { where: { id, version }, transaction })
    if (taken === 0)
      throw new Refusal(409, {
        code: 'changed-meanwhile',
        field: 'version',
        value: String(version),
        message: 'Somebody else changed this job, or booked this cut, at the same moment. Look at it again; nothing was counted twice.',
      })
    return pieces
  })
}
