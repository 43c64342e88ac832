import type { Printer } from '../../things/printers/printer.ts'
import { bestWayEach } from './best-way.ts'
import type { Candidate, Decision } from './decision.ts'

export const printerDecision: Decision<Printer> = {
  key: 'printer',
  title: 'Printer',
  question: 'Which printer makes this print?',
  candidates: ({ ways, studio, pins }) =>
    bestWayEach(ways, (w) => w.printer.id, pins, ['path', 'stock']).map(
      (way): Candidate<Printer> => ({
        id: way.printer.id,
        label: way.printer.name,
        value: way.printer,
        ruledOut: way.ruledOut,
        costs: way.costs,
        by: (way.pairing?.good ?? 0) > 0 ? 'pairing' : 'rule',
        reason:
          (way.pairing?.good ?? 0) > 0
            ? `${way.paper.name} has come out right here ${way.pairing?.good} times.`
            : studio.printers.length === 1
              ? 'It is the only printer.'
              : 'Of the printers that can take this sheet it costs least.',
      }),
    ),
  accept: (context, printer) => {
    context.printer = printer
  },
}
