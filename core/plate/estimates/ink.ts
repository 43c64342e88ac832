import { squareMetres } from '../../things/length/length.ts'
import { isGlossy, type Surface } from '../../things/media/media.ts'
import type { Printer } from '../../things/printers/printer.ts'

/** How dark a picture is on average in each of a printer's three device channels, 0…1. */
export type Coverage = readonly [cyan: number, magenta: number, yellow: number]

/**
 * Ink of a page that is covered all over, ml/m². Common practice: 5 to 20 ml for pictures a third to nearly black. One
 * figure for every class until the levels of a machine teach its own.
 */
export const FULL = 22

/** A picture of middle tones, where none has been counted. */
const USUAL: Coverage = [0.5, 0.5, 0.5]

/** Of a grey made of three colours, so much is printed with black instead (grey component replacement). Common practice. */
const REPLACED = 0.7
/** Light inks carry this much of what their full one would, since highlights fall to them. */
const LIGHT = { colour: 0.6, grey: 0.7 } as const

/** How strongly an ink is called on, by its name: the record has no more of what it is. */
function called(name: string, [cyan, magenta, yellow]: Coverage): number {
  const grey = Math.min(cyan, magenta, yellow)
  const own = (of: number) => of - grey * REPLACED
  const light = /light/i.test(name)
  if (/black|grey/i.test(name)) return grey * (light ? LIGHT.grey : 1)
  if (/cyan/i.test(name)) return own(cyan) * (light ? LIGHT.colour : 1)
  if (/magenta/i.test(name)) return own(magenta) * (light ? LIGHT.colour : 1)
  if (/yellow/i.test(name)) return own(yellow)
  return (own(cyan) + own(magenta) + own(yellow)) / 6
}

/** Share of a coloured ink that a printer's own greys still use, to hold them neutral. Common practice: a touch. */
const TOUCH = 0.15

/** A clear coat, ml/m²: where there is ink, or all over. Common practice. */
const COAT = { off: 0, ink: 2, all: 3 } as const

/**
 * Ink one print takes, by ink, ml: the whole follows from how dark the picture is and how large, the channels share it by
 * its colours. Nothing of the black that is not in use.
 */
export function inkOf(
  printer: Pick<Printer, 'inks'>,
  coverage: Coverage | null,
  picture: { w: number; h: number },
  of: { surface: Surface; coat: keyof typeof COAT; greys: boolean },
): Record<string, number> {
  const dark = coverage ?? USUAL
  const area = squareMetres(picture.w, picture.h)
  const all = FULL * ((dark[0] + dark[1] + dark[2]) / 3) * area
  const idle = isGlossy(of.surface) ? /^matte black/i : /^photo black/i
  const share = printer.inks.map(({ name }) =>
    idle.test(name) || /coat/i.test(name) ? 0 : Math.max(0, called(name, dark)) * (of.greys && !/black|grey/i.test(name) ? TOUCH : 1),
  )
  const sum = share.reduce((a, b) => a + b, 0)
  return Object.fromEntries(
    printer.inks.map(({ id, name }, i) => [
      id,
      /coat/i.test(name) ? COAT[of.coat] * area : sum === 0 ? 0 : ((share[i] as number) / sum) * all,
    ]),
  )
}
