import { BUSIEST_CHANNEL } from '../estimates/estimates.ts'
import type { Check } from './check.ts'

export const inkLow: Check = {
  id: 'ink-low',
  title: 'Ink is too low for the job',
  touches: ['printer'],
  about: 'plate',
  on: 'plate',
  find: ({ printer, estimates }) => {
    const each = (estimates.inkMillilitres / printer.inks.length) * BUSIEST_CHANNEL
    const short = printer.inks.filter((ink) => ink.millilitres < each)
    if (short.length === 0) return []
    const list = short.map((ink) => `${ink.name} ${ink.millilitres.toFixed(1)} ml`).join(', ')
    return [
      {
        level: 'warn',
        says: `The job may take up to ${each.toFixed(1)} ml of a colour; ${printer.name} has ${list}. Have a new one ready.`,
        numbers: { needed: Number(each.toFixed(2)), lowest: Math.min(...short.map((i) => i.millilitres)) },
      },
    ]
  },
}
