import type { Models, Row, RunRow } from '../db/models.ts'

/** Ends a run and counts what it used, as one act: the lot, the path and the run change together or not at all. */
export async function account(models: Models, run: Row<RunRow>, change: Partial<RunRow> & { sheetsDelivered: number }): Promise<void> {
  const { setup, layout } = run.plate
  const { sequelize } = models.runs
  if (!setup || !sequelize) throw new Error('a run without a set-up')
  const used = change.sheetsDelivered * (setup.lot.form === 'roll' ? Math.round(layout?.sheet.h ?? 0) : 1)
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
    await run.update(change, { transaction })
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
