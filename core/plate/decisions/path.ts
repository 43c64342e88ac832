import type { Path } from '../../things/paths/path.ts'
import { bestWayEach } from './best-way.ts'
import type { Decision } from './decision.ts'

export const pathDecision: Decision<Path> = {
  key: 'path',
  title: 'Path',
  question: 'Which way does the paper go through it?',
  candidates: ({ ways, printer, pins }) =>
    bestWayEach(
      ways.filter((w) => w.printer === printer),
      (w) => w.path.id,
      pins,
      ['stock'],
    ).map((way) => ({
      id: way.path.id,
      label: way.path.name,
      value: way.path,
      ruledOut: way.ruledOut,
      costs: way.costs,
      by: way.pairing?.pathId === way.path.id ? 'pairing' : 'rule',
      reason:
        way.pairing?.pathId === way.path.id
          ? `It is the path ${way.paper.name} has been proven on.`
          : `It carries ${(way.paper.thickness / 1000).toFixed(2)} mm stock at the least cost.`,
    })),
  accept: (context, path) => {
    context.path = path
  },
}
