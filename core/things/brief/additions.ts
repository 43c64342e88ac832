/** What programs add to a print by themselves unless they are told not to, as their dialogs have it; common practice. */
export const ADDITIONS = {
  'date-stamp': 'Date in the picture',
  correction: 'Automatic correction',
  'own-sharpening': 'Sharpening of its own',
  'own-borders': 'Borders of its own',
} as const
export type Addition = keyof typeof ADDITIONS
export const ADDITION_KEYS = Object.keys(ADDITIONS) as [Addition, ...Addition[]]
