import { listed, MACHINE_PARTS } from '../../things/printers/parts.ts'
import type { Check } from './check.ts'

export const printerUnconfirmed: Check = {
  id: 'printer-unconfirmed',
  title: 'Nobody has confirmed this printer',
  touches: ['printer'],
  about: 'plate',
  on: 'plate',
  find: ({ printer }) =>
    printer.unconfirmed.length === 0
      ? []
      : [
          {
            level: 'note',
            says: `Not confirmed for this ${printer.name}: ${listed(printer.unconfirmed.map((part) => MACHINE_PARTS[part].toLowerCase()))}. What is usual for its class stands there; its driver and its panel may say it otherwise.`,
            numbers: { parts: printer.unconfirmed.join(' ') },
            fix: null,
          },
        ],
}
