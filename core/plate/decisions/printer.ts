import { type Printer, PrinterSchema } from '../../things/printers/printer.ts'
import { bestWayEach } from '../ways/best-way.ts'
import { type Candidate, declare } from './decision.ts'

/** A printer without what it offers: a plate keeps the one of each that was chosen. */
const SetupPrinterSchema = PrinterSchema.omit({ paths: true, mediaTypes: true, qualities: true, expansions: true, quirks: true })

export const printerDecision = declare({
  key: 'printer',
  title: 'Printer',
  question: 'Which printer makes this print?',
  group: 'machine',
  needs: [],
  about: 'plate',
  ofTheWay: true,
  agreement: null,
  candidates: ({ ways, studio, pins }): Candidate<Printer>[] =>
    bestWayEach(ways, (w) => w.printer.id, pins, ['path', 'stock']).map((way) => ({
      id: way.printer.id,
      label: way.printer.name,
      value: way.printer,
      ruledOut: way.ruledOut,
      costs: way.costs,
      by: (way.pairing?.good ?? 0) > 0 ? 'pairing' : 'rule',
      reason:
        (way.pairing?.good ?? 0) > 0
          ? `${way.paper.name} has come out right here ${way.pairing?.good === 1 ? 'once' : `${way.pairing?.good} times`}.`
          : studio.printers.length === 1
            ? 'It is the only printer.'
            : 'Of the printers that can take this sheet it costs least.',
    })),
  accept: (printer) => ({ printer }),
  keeps: { printer: SetupPrinterSchema },
  keep: ({ printer: { paths: _p, mediaTypes: _m, qualities: _q, expansions: _e, quirks: _r, ...printer } }) => ({ printer }),
  before: 'from the first',
  wire: ({ printer }) => ({ 'printer-resolution': { tag: 'resolution', value: [printer.feedPpi, printer.feedPpi, 'dpi'] } }),
})
