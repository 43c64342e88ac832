/** Parts of what a printer is, in the order its manual tells them, each confirmed by itself. */
export const MACHINE_PARTS = {
  machine: 'Machine',
  inks: 'Inks and blacks',
  media: 'Media types',
  qualities: 'Qualities',
  expansions: 'Expansions',
  quirks: 'Quirks',
} as const
export type MachinePart = keyof typeof MACHINE_PARTS
export const MACHINE_PART_KEYS = Object.keys(MACHINE_PARTS) as [MachinePart, ...MachinePart[]]

/** The same of a path, as they are said in a sentence. */
export const PATH_PARTS = {
  names: 'its names',
  takes: 'what it takes',
  capacity: 'how many it holds',
  margins: 'its margins',
  borderless: 'what it prints past',
  carries: 'how it carries the sheet',
  sides: 'both sides',
  room: 'room and steps',
} as const
export type PathPart = keyof typeof PATH_PARTS
export const PATH_PART_KEYS = Object.keys(PATH_PARTS) as [PathPart, ...PathPart[]]

/** What a print that was measured shows: where ink lands. Where the machine cannot print, or what goes through it, it does not. */
export const MEASURED: PathPart = 'carries'

/** “a, b and c”. */
export const listed = (words: readonly string[]): string =>
  words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`
