/** Everything that goes with a kind of path. A new kind is one entry here: it cannot borrow another's words. */
interface PathKind {
  /** As the printer's record names it. */
  label: string
  takes: 'sheet' | 'roll'
  /** Whether what comes out has to be cut off with a knife. */
  cutByHand: boolean
  /** What a `media-source` keyword (PWG 5100.7) of this kind contains; null where no keyword tells. */
  source: RegExp | null
  /** Which way the printable side usually lies, and whether the printer can turn the sheet over. Common practice. */
  usually: { side: 'up' | 'down'; turnsOver: boolean }
  /** How a sheet or roll is put in: which drawing shows it, and in words. */
  hands: { drawing: 'guides' | 'slot' | 'board' | 'cut-sheet' | 'feed'; text: string }
  /** Whether the panel asks what was loaded. */
  asksMedia: boolean
  /** The way of the paper through the machine and the sheet before it, seen from the side, as SVG paths on 160 × 120. */
  drawing: { way: string; sheet: string }
}

const STACK = { drawing: 'guides', text: 'Fan the stack, square it, lay it in; guides snug against it, never bowing it.' } as const
const ROLL = { drawing: 'feed', text: 'Feed it square, pull back the slack; both edges must lie flat and even.' } as const
const LEVEL = { way: 'M22 84H146', sheet: 'M2 84H58' }
const FROM_REAR = 'M44 22 76 74 134 92'

/** Kinds of path. The first whose `source` fits stands for a keyword; `cassette` where none does. */
export const PATH_KINDS = {
  cassette: {
    label: 'cassette or main tray',
    takes: 'sheet',
    cutByHand: false,
    source: null,
    usually: { side: 'down', turnsOver: true },
    hands: STACK,
    asksMedia: false,
    drawing: { way: 'M118 108H60C42 108 42 78 64 76L134 78', sheet: 'M62 108H128' },
  },
  'photo-tray': {
    label: 'photo tray',
    takes: 'sheet',
    cutByHand: false,
    source: /photo/,
    usually: { side: 'down', turnsOver: false },
    hands: STACK,
    asksMedia: false,
    drawing: { way: 'M118 100H60C44 100 44 80 64 78L134 80', sheet: 'M70 100H118' },
  },
  'rear-feeder': {
    label: 'multi-sheet rear feeder',
    takes: 'sheet',
    cutByHand: false,
    source: /rear/,
    usually: { side: 'up', turnsOver: false },
    hands: STACK,
    asksMedia: false,
    drawing: { way: FROM_REAR, sheet: 'M30 2 60 54' },
  },
  'fine-art-slot': {
    label: 'single-sheet fine-art slot',
    takes: 'sheet',
    cutByHand: false,
    source: null,
    usually: { side: 'up', turnsOver: false },
    hands: {
      drawing: 'slot',
      text: 'Hold it straight against the guide and press until it draws in. Let go; the printer checks and aligns it. Wait until it says ready.',
    },
    asksMedia: false,
    drawing: { way: FROM_REAR, sheet: 'M26 0 58 54' },
  },
  board: {
    label: 'straight-through board path',
    takes: 'sheet',
    cutByHand: false,
    source: null,
    usually: { side: 'up', turnsOver: false },
    hands: { drawing: 'board', text: 'Slide it in level along the guide until it stops; it runs tight.' },
    asksMedia: false,
    drawing: LEVEL,
  },
  'front-manual': {
    label: 'front manual tray',
    takes: 'sheet',
    cutByHand: false,
    source: /by-pass|manual/,
    usually: { side: 'up', turnsOver: false },
    hands: { drawing: 'slot', text: 'Lay it against the right-hand guide and slide it in level until the printer takes it.' },
    asksMedia: false,
    drawing: LEVEL,
  },
  roll: {
    label: 'roll, cut by the printer',
    takes: 'roll',
    cutByHand: false,
    source: /roll/,
    usually: { side: 'up', turnsOver: false },
    hands: ROLL,
    asksMedia: true,
    drawing: LEVEL,
  },
  'roll-uncut': {
    label: 'roll without cut',
    takes: 'roll',
    cutByHand: true,
    source: null,
    usually: { side: 'up', turnsOver: false },
    hands: ROLL,
    asksMedia: true,
    drawing: LEVEL,
  },
  'cut-sheet': {
    label: 'cut sheet through the roll path',
    takes: 'sheet',
    cutByHand: false,
    source: null,
    usually: { side: 'up', turnsOver: false },
    hands: {
      drawing: 'cut-sheet',
      text: 'Choose “sheet” at the panel first. Hold it so that it does not slide right through, align it with the right-hand mark, close, confirm.',
    },
    asksMedia: true,
    drawing: LEVEL,
  },
} as const satisfies Record<string, PathKind>

export type PathKindId = keyof typeof PATH_KINDS
export const PATH_KIND_IDS = Object.keys(PATH_KINDS) as PathKindId[]

export const kindOf = (path: { kind: PathKindId }): PathKind => PATH_KINDS[path.kind]
export const isRoll = (path: { kind: PathKindId }): boolean => kindOf(path).takes === 'roll'

/** Order in which keywords are held against kinds: a roll that is fed from the rear is a roll. */
const BY_KEYWORD: readonly PathKindId[] = ['roll', ...PATH_KIND_IDS]

/** The kind of path a source keyword of PWG 5100.7 usually means. */
export const kindForSource = (source: string): PathKindId => BY_KEYWORD.find((id) => PATH_KINDS[id].source?.test(source)) ?? 'cassette'
