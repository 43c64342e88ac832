import { createHash } from 'node:crypto'
import type { Studio } from '../core/things/studio/studio.ts'
import { LOADED, PAIRINGS, RULES } from './pairings.ts'
import { LOTS, PAPERS } from './papers.ts'
import { PRINTERS } from './printers.ts'

/** The demo studio as one value, for tests and benchmarks; hashes stand in for the stored profile files. */
export function demoStudio(): Studio {
  return structuredClone({
    printers: PRINTERS,
    papers: PAPERS,
    lots: LOTS,
    profiles: PAIRINGS.map((p) => ({
      id: p.id,
      description: p.id,
      hash: createHash('sha256').update(p.id).digest('hex'),
      boundTo: {
        printerId: p.printerId,
        paperId: p.paperId,
        mediaTypeId: p.mediaTypeId,
        dpi: PRINTERS.find((x) => x.id === p.printerId)?.qualities.find((q) => q.id === p.qualityId)?.dpi ?? 1440,
      },
    })),
    pairings: PAIRINGS,
    loaded: LOADED,
    calibrations: [],
    experience: [],
    rules: RULES,
  })
}
