import type { PaperInput, Surface } from './media.ts'

/** What each surface is called and how to tell it in the hand. Common practice. */
export const SURFACE_WORDS: Record<Surface, { name: string; tell: string }> = {
  gloss: { name: 'gloss', tell: 'Mirrors a window sharply; feels sealed, like plastic. Baryta too.' },
  satin: { name: 'satin or lustre', tell: 'Sealed, with a soft sheen or a fine grain; a window shows as a patch of light.' },
  matte: { name: 'matte', tell: 'Smooth and dull, coated on one side or both; does not shine at any angle.' },
  art: { name: 'art or rag', tell: 'Dull, often textured, thick for its weight; cotton or alpha-cellulose.' },
  canvas: { name: 'canvas', tell: 'Woven; usually on a roll.' },
  board: { name: 'board', tell: 'Does not bend over a table edge: mount board, thick card.' },
  plain: { name: 'plain', tell: 'Uncoated office paper.' },
}

/** Whites to choose by eye, beside a sheet that is known, in daylight: Lab (D50). Common practice. */
export const WHITES = [
  ['brilliant white, bluish', [95.5, 1.2, -6]],
  ['bright white', [95.8, 0.4, -3]],
  ['neutral white', [96, 0, 0]],
  ['natural white', [96, 0, 2.5]],
  ['warm, cream', [94, 0.4, 6]],
] as const satisfies readonly (readonly [string, readonly [number, number, number]])[]

/** A paper nobody has said anything of yet. */
export const NEW_PAPER: Omit<PaperInput, 'id'> = {
  name: '',
  surface: 'matte',
  weight: 200,
  thickness: 250,
  thicknessFrom: 'estimated',
  white: [96, 0, 0],
  whiteFrom: 'eye',
  twoSided: false,
  pricePerSquareMetre: 0,
}
