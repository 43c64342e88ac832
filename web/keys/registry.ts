/** Where a key works: everywhere, on every stage of a job, or on one of its stages. */
type Where = 'Everywhere' | 'In a job' | 'On the sheet' | 'In colour' | 'In a record' | 'In a table'

interface Key {
  /** As the keyboard library spells it: `mod+k`, `g>b` for one after the other, several with a comma. */
  keys: string
  does: string
  where: Where
  /** Works while somebody types in a field. Never a single letter. */
  always?: true
  /** Listed for who looks for it; the part it belongs to handles it. */
  told?: true
}

/** Every key of the application, once: tooltips, the list under “?” and the listeners are made from it. */
export const KEYS = {
  find: { keys: 'mod+k', does: 'Find anything', where: 'Everywhere', always: true },
  keys: { keys: '?', does: 'This list', where: 'Everywhere' },
  'new-job': { keys: 'n', does: 'New job', where: 'Everywhere' },
  'go-bench': { keys: 'g>b', does: 'Go to the bench', where: 'Everywhere' },
  'go-log': { keys: 'g>l', does: 'Go to the log', where: 'Everywhere' },
  'go-shelf': { keys: 'g>s', does: 'Go to the shelf', where: 'Everywhere' },
  stages: { keys: '1,2,3,4,5,6,7', does: 'Stages of the job', where: 'In a job' },
  down: { keys: 'j', does: 'Down the spine', where: 'In a job' },
  up: { keys: 'k', does: 'Up the spine', where: 'In a job' },
  alternatives: { keys: 'enter', does: 'Alternatives of the chosen line', where: 'In a job' },
  pin: { keys: 'p', does: 'Pin or release the chosen line', where: 'In a job' },
  fold: { keys: '\\', does: 'Fold the spine away, or open it', where: 'In a job' },
  turn: { keys: 'r', does: 'Turn the picture', where: 'On the sheet' },
  undo: { keys: 'z,mod+z', does: 'Undo', where: 'In a job' },
  redo: { keys: 'shift+z,mod+shift+z,mod+y', does: 'Redo', where: 'In a job' },
  finding: { keys: '.', does: 'Next finding', where: 'In a job' },
  fix: { keys: 'f', does: 'Apply its fix', where: 'In a job' },
  back: { keys: 'escape', does: 'Close what is open', where: 'In a job' },
  view: { keys: 'v', does: 'The views of a stage in turn', where: 'In a job' },
  centre: { keys: 'c', does: 'Centre the picture', where: 'On the sheet' },
  edge: { keys: 'e', does: 'Look closely at one edge after the other', where: 'On the sheet' },
  nudge: { keys: 'arrows', does: 'Nudge the picture 1 mm (Shift 10 mm, Alt 0.1 mm)', where: 'On the sheet', told: true },
  free: { keys: 'alt', does: 'While dragging: does not snap', where: 'On the sheet', told: true },
  alternate: { keys: 'space', does: 'Alternate proof and original', where: 'In colour' },
  save: { keys: 'mod+s', does: 'Save the record', where: 'In a record', always: true },
  rows: { keys: 'up,down,home,end', does: 'From row to row', where: 'In a table', told: true },
  choose: { keys: 'space', does: 'Choose the row', where: 'In a table', told: true },
} as const satisfies Record<string, Key>

export type KeyId = keyof typeof KEYS
export const KEY_IDS = Object.keys(KEYS) as KeyId[]
export const keyOf = (id: KeyId): Key => KEYS[id]

/** What this device has set of its keys: single characters switched off, and keys that were moved. */
export interface KeySettings {
  single: boolean
  moved: Partial<Record<KeyId, string>>
}
export const USUAL_KEYS: KeySettings = { single: true, moved: {} }

/** Characters by themselves, such as speech input or a hand on the wrong key sends by accident (WCAG 2.2, 2.1.4). */
export const isSingle = (keys: string): boolean => keys.split('>').every((key) => [...key.replace('shift+', '')].length === 1)

/** The keys of an act on this device, the moved one in the place of its single character; null when all are switched off. */
export function keysFor(id: KeyId, { single, moved }: KeySettings): string | null {
  const own = moved[id]
  const choices = KEYS[id].keys.split(',').map((keys) => (own && isSingle(keys) ? own : keys))
  const left = choices.filter((keys) => single || !isSingle(keys))
  return left.length > 0 ? left.join(',') : null
}

/** May be given another key: acts of one single character. */
export const canMove = (id: KeyId): boolean => {
  const { keys, told } = keyOf(id)
  return !told && keys.split(',').filter((key) => isSingle(key) && !key.includes('>')).length === 1
}

/**
 * Whether a key may be given to an act: one character, no number (those are the stages), and nobody else's.
 * Returns why not, or null.
 */
export function whyNotKey(id: KeyId, key: string, settings: KeySettings): string | null {
  if ([...key].length !== 1 || key.trim() === '') return 'Press one letter or sign.'
  if (/\d/.test(key)) return 'Numbers go to the stages.'
  if (key === ',' || key === '>' || key === '+') return 'This sign cannot be used.'
  const taken = KEY_IDS.find(
    (other) =>
      other !== id &&
      !keyOf(other).told &&
      keysFor(other, { ...settings, single: true })
        ?.split(/[,>]/)
        .includes(key),
  )
  return taken ? `That is “${KEYS[taken].does}”.` : null
}

const MAC = typeof navigator !== 'undefined' && /mac/i.test(navigator.userAgent)
const SHOWN: Record<string, string> = {
  mod: MAC ? '⌘' : 'Ctrl',
  shift: 'Shift',
  alt: 'Alt',
  enter: 'Enter',
  escape: 'Esc',
  space: 'Space',
  up: '↑',
  down: '↓',
  home: 'Home',
  end: 'End',
}
const oneShown = (keys: string) =>
  keys
    .split('+')
    .map((part) => SHOWN[part] ?? (part.length === 1 && keys.includes('+') ? part.toUpperCase() : part))
    .join(' ')

/** Keys as they stand in a tooltip: `Ctrl K`, `g b`, `1 … 7`; of several ways to press them the first two. */
export function shownKeys(keys: string): string {
  const choices = keys.split(',')
  if (choices.length > 4) return `${oneShown(choices[0] as string)} … ${oneShown(choices.at(-1) as string)}`
  return choices
    .slice(0, 2)
    .map((choice) => choice.split('>').map(oneShown).join(' '))
    .join(' · ')
}

/** Keys as `aria-keyshortcuts` wants them (WAI-ARIA 1.2); those that follow each other cannot be told there. */
export const spokenKeys = (keys: string): string | undefined =>
  keys
    .split(',')
    .filter((choice) => !choice.includes('>'))
    .map((choice) =>
      choice
        .split('+')
        .map((part) =>
          part === 'mod' ? (MAC ? 'Meta' : 'Control') : part.length === 1 ? part.toUpperCase() : part[0]?.toUpperCase() + part.slice(1),
        )
        .join('+'),
    )
    .join(' ') || undefined
