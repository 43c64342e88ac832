import type { Printer } from '../../core/things/printers/printer.ts'

/** Ink on a square metre where every channel is full, ml. Invented, in the range common to these classes. */
const FULL = 22

/** Share of a coloured ink that stays when the machine mixes greys of its own. */
const TOUCH = 0.15

/** Mean darkness of the page's device channels, 0…1. */
export interface Darkness {
  cyan: number
  magenta: number
  yellow: number
}

/** How strongly each ink is called on by a page of this darkness. Light and extra inks take part of their main ink's load. */
function share(name: string, { cyan, magenta, yellow }: Darkness): number {
  const grey = Math.min(cyan, magenta, yellow)
  const colour = (v: number) => v - grey * 0.7
  if (/black|grey/i.test(name)) return grey * (/light/i.test(name) ? 0.7 : 1)
  if (/cyan/i.test(name)) return colour(cyan) * (/light/i.test(name) ? 0.6 : 1)
  if (/magenta/i.test(name)) return colour(magenta) * (/light/i.test(name) ? 0.6 : 1)
  if (/yellow/i.test(name)) return colour(yellow)
  return (colour(cyan) + colour(magenta) + colour(yellow)) / 6
}

/** Millilitres of each ink for one page. The whole follows from coverage and area; the channels share it by the page's colours. */
export function inkFor(
  printer: Printer,
  darkness: Darkness,
  squareMetres: number,
  black: 'photo' | 'matte',
  monochrome = false,
): Record<string, number> {
  const coverage = (darkness.cyan + darkness.magenta + darkness.yellow) / 3
  const idle = black === 'photo' ? /^matte black/i : /^photo black/i
  // Its own greys are mixed of the blacks and greys, with a touch of colour to hold them neutral.
  const touch = (name: string) => (monochrome && !/black|grey/i.test(name) ? TOUCH : 1)
  const shares = printer.inks.map((ink) => (idle.test(ink.name) ? 0 : Math.max(0, share(ink.name, darkness)) * touch(ink.name)))
  const sum = shares.reduce((a, b) => a + b, 0)
  return Object.fromEntries(
    printer.inks.map((ink, i) => [ink.id, sum === 0 ? 0 : ((shares[i] as number) / sum) * FULL * coverage * squareMetres]),
  )
}
