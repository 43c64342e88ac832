import { provenOn } from '../../things/media/media.ts'
import { type Path, PathSchema } from '../../things/paths/path.ts'
import { bestWayEach } from '../ways/best-way.ts'
import { type Candidate, declare } from './decision.ts'
import { printerDecision } from './printer.ts'

export const pathDecision = declare({
  key: 'path',
  title: 'Path',
  question: 'Which way does the paper go through it?',
  group: 'machine',
  needs: [printerDecision],
  about: 'plate',
  ofTheWay: true,
  agreement: 'source',
  candidates: ({ ways, printer, pins }): Candidate<Path>[] =>
    bestWayEach(
      ways.filter((w) => w.printer === printer),
      (w) => w.path.id,
      pins,
      ['stock'],
    ).map((way) => {
      const proven = way.pairing !== null && provenOn(way.pairing) === way.path.id
      return {
        id: way.path.id,
        label: way.path.name,
        value: way.path,
        ruledOut: way.ruledOut,
        costs: way.costs,
        by: proven ? 'pairing' : 'rule',
        reason: proven
          ? `It is the path ${way.paper.name} has been proven on.`
          : `It carries ${(way.paper.thickness / 1000).toFixed(2)} mm stock at the least cost.`,
      }
    }),
  accept: (path) => ({ path }),
  keeps: { path: PathSchema },
  keep: ({ path }) => ({ path }),
  before: 'from the first',
  wire: ({ path }) => ({ 'media-col.media-source': { tag: 'keyword', value: path.source } }),
})
