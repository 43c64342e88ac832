import { oversprayOf } from '../../core/plate/checks/overspray.ts'
import { layoutOf } from '../../core/plate/resolve/plate.ts'
import { offsetFrom, skewFrom } from '../../core/things/calibration/offset.ts'
import type { Models, Row, RunRow } from '../db/models.ts'

/** Ends a run and counts what it used, as one act: the lot, the path and the run change together or not at all. */
export async function account(models: Models, run: Row<RunRow>, change: Partial<RunRow> & { sheetsDelivered: number }): Promise<void> {
  const { setup } = run.plate
  const layout = layoutOf(run.plate)
  const { sequelize } = models.runs
  if (!setup || !sequelize) throw new Error('a run without a set-up')
  // The second side goes on sheets that were counted with the first.
  const used = run.side === 'back' ? 0 : change.sheetsDelivered * (setup.lot.form === 'roll' ? Math.round(layout?.sheet.h ?? 0) : 1)
  await sequelize.transaction(async (transaction) => {
    if (used > 0) {
      const lot = await models.lots.findByPk(setup.lot.id, { transaction, lock: true })
      if (lot) await lot.update({ stock: Math.max(0, Number(lot.stock) - used) }, { transaction })
      const tray = await models.loaded.findByPk(`${setup.printer.id} ${setup.path.id}`, { transaction, lock: true })
      // What nobody has recorded as loaded is not counted down.
      if (tray && tray.lotId === setup.lot.id) {
        const remaining = Math.max(0, Number(tray.remaining) - used)
        await tray.update({ remaining, lotId: remaining > 0 ? tray.lotId : null }, { transaction })
      }
    }
    const sprayed = run.side === 'front' && setup.borderless !== 'none' && layout ? oversprayOf(layout) * change.sheetsDelivered : 0
    if (sprayed > 0) {
      const printer = await models.printers.findByPk(setup.printer.id, { transaction, lock: true })
      const record = printer?.record
      if (printer && record)
        await printer.update(
          { record: { ...record, overspray: { ...record.overspray, since: record.overspray.since + sprayed } } },
          { transaction },
        )
    }
    // A print that came out in the other black has left that one in the head.
    const { black } = setup.mediaType
    if (change.sheetsDelivered > 0 && black !== 'either') {
      const printer = await models.printers.findByPk(setup.printer.id, { transaction, lock: true })
      const record = printer?.record
      if (printer && record?.black.swap && record.black.installed !== black)
        await printer.update({ record: { ...record, black: { ...record.black, installed: black } } }, { transaction })
    }
    await run.update(change, { transaction })
  })
}

/** Keeps what an inspected run says of where its path lays prints; takes it back when nothing was measured. */
export async function learnOffset(models: Models, run: Row<RunRow>): Promise<void> {
  const { setup } = run.plate
  const layout = layoutOf(run.plate)
  const { inspection } = run
  // A print that ran off the paper, or a second side, has no borders to compare.
  if (!setup || !layout || run.side !== 'front' || !inspection?.margins || setup.borderless !== 'none') {
    await models.offsets.destroy({ where: { runId: run.id } })
    return
  }
  const { across, along } = offsetFrom(inspection.margins, layout.margins, setup.offset)
  await models.offsets.upsert({
    runId: run.id,
    printerId: setup.printer.id,
    pathId: setup.path.id,
    across: Math.round(across),
    along: Math.round(along),
    skewDegrees: inspection.skew ? skewFrom(inspection.skew.leading, inspection.skew.trailing, layout.visible.h) : null,
  })
}

/** Takes over what the printer says is left of each ink: percent by name, as in `marker-levels`. */
export async function recordInks(models: Models, printerId: string, levels: ReadonlyMap<string, number>): Promise<void> {
  const row = await models.printers.findByPk(printerId)
  if (!row) return
  const inks = row.record.inks.map((ink) => {
    const percent = levels.get(ink.name)
    return percent === undefined || percent < 0 || percent > 100 ? ink : { ...ink, millilitres: (ink.capacity * percent) / 100 }
  })
  await row.update({ record: { ...row.record, inks } })
}
