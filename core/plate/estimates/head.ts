import { squareMetres, type Um } from '../../things/length/length.ts'
import type { Quality } from '../../things/printers/printer.ts'

/** Seconds the head takes over one page: it travels all of it, white margins and all. */
export const headSeconds = (page: { width: Um; length: Um }, { secondsPerSquareMetre }: Pick<Quality, 'secondsPerSquareMetre'>): number =>
  squareMetres(page.width, page.length) * secondsPerSquareMetre
