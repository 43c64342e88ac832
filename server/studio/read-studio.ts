import { calibrate } from '../../core/things/calibration/offset.ts'
import type { Lot } from '../../core/things/media/media.ts'
import { DEFAULT_RULES } from '../../core/things/studio/house-rules.ts'
import type { Studio } from '../../core/things/studio/studio.ts'
import type { LotRow, Models } from '../db/models.ts'
import { readExperience, sinceService } from './read-experience.ts'

export const lotOf = (row: LotRow): Lot => ({
  id: row.id,
  paperId: row.paperId,
  form: row.form,
  pwg: row.pwg,
  nominal: { width: Number(row.nominalWidth), length: Number(row.nominalLength) },
  measured: { width: Number(row.measuredWidth), length: Number(row.measuredLength) },
  spread: Number(row.spread),
  readings: row.readings ?? { width: [], length: [], diagonals: [] },
  outOfSquare: row.outOfSquare,
  stock: Number(row.stock),
})

export const lotRow = (lot: Lot, position: number): LotRow => ({
  id: lot.id,
  paperId: lot.paperId,
  form: lot.form,
  pwg: lot.pwg,
  position,
  nominalWidth: lot.nominal.width,
  nominalLength: lot.nominal.length,
  measuredWidth: lot.measured.width,
  measuredLength: lot.measured.length,
  spread: lot.spread,
  readings: lot.readings,
  outOfSquare: lot.outOfSquare,
  stock: lot.stock,
  archived: false,
})

/** The stored studio as the core wants it. */
export async function readStudio(models: Models): Promise<Studio> {
  const [printers, papers, lots, profiles, pairings, loaded, offsets, rules, experience] = await Promise.all([
    models.printers.findAll({ where: { archived: false }, order: [['position', 'ASC']] }),
    models.papers.findAll({ order: [['position', 'ASC']] }),
    models.lots.findAll({ where: { archived: false }, order: [['position', 'ASC']] }),
    models.profiles.findAll({ order: [['id', 'ASC']] }),
    models.pairings.findAll({ order: [['id', 'ASC']] }),
    models.loaded.findAll({ order: [['id', 'ASC']] }),
    models.offsets.findAll({ order: [['runId', 'ASC']] }),
    models.rules.findByPk('house'),
    readExperience(models),
  ])
  return {
    printers: printers.map((p) => p.record),
    papers: papers.map((p) => p.record),
    lots: lots.map(lotOf),
    profiles: profiles.map(({ id, description, hash, boundTo }) => ({ id, description, hash, boundTo })),
    pairings: pairings.map(({ id, printerId, paperId, mediaTypeId, profileId, pathId, qualityId, dryingMinutes, good, bad, tested }) => ({
      id,
      printerId,
      paperId,
      mediaTypeId,
      profileId,
      pathId,
      qualityId,
      dryingMinutes,
      good,
      bad,
      ...(tested ? { tested } : {}),
    })),
    loaded: loaded.map(({ printerId, pathId, lotId, remaining }) => ({ printerId, pathId, lotId, remaining: Number(remaining) })),
    calibrations: calibrate(
      offsets.map(({ runId, printerId, pathId, across, along, skewDegrees }) => ({
        runId,
        printerId,
        pathId,
        across: Number(across),
        along: Number(along),
        skewDegrees,
      })),
    ),
    experience: sinceService(
      experience,
      printers.map((p) => p.record),
    ),
    rules: rules?.record ?? DEFAULT_RULES,
  }
}
