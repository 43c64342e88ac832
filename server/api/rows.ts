import { itemOf } from '../../core/things/brief/brief.ts'
import type { Job, Run } from '../../core/wire/api/dto.ts'
import type { JobRow, RunRow } from '../db/models.ts'

interface Times {
  createdAt: Date
  updatedAt: Date
}

/** A job row as it goes over the wire. */
export const jobDto = (row: JobRow & Times): Job => ({
  id: row.id,
  title: row.title,
  state: row.state,
  brief: row.brief,
  pins: row.pins,
  version: row.version,
  archived: Boolean(row.archived),
  createdAt: row.createdAt.toISOString(),
  updatedAt: row.updatedAt.toISOString(),
})

/** A run row, without its plate. */
export const runDto = (row: RunRow & Times, jobTitle: string): Run => ({
  id: row.id,
  jobId: row.jobId,
  jobTitle,
  state: row.state,
  message: row.message,
  reason: row.reason,
  progress: row.progress,
  sheetsDelivered: row.sheetsDelivered,
  copies: itemOf(row.plate.brief).copies,
  how: row.how,
  faults: row.faults,
  side: row.side,
  printerId: row.printerId,
  printerName: row.plate.setup?.printer.name ?? '',
  paperName: row.plate.setup?.paper.name ?? '',
  delivered: row.delivered,
  dryUntil: row.dryUntil?.toISOString() ?? null,
  inspection: row.inspection ? { ...row.inspection, skew: row.inspection.skew ?? null, target: row.inspection.target ?? null } : null,
  createdAt: row.createdAt.toISOString(),
  updatedAt: row.updatedAt.toISOString(),
  finishedAt: row.finishedAt?.toISOString() ?? null,
})
