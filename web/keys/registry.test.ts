import { canMove, isSingle, KEY_IDS, KEYS, type KeyId, keyOf, keysFor, shownKeys, spokenKeys, USUAL_KEYS, whyNotKey } from './registry.ts'

test('no key of two acts that can be pressed at one place is the same', () => {
  const seen = new Map<string, KeyId>()
  for (const id of KEY_IDS) {
    if (keyOf(id).told) continue
    for (const key of KEYS[id].keys.split(',')) {
      expect([key, seen.get(key)]).toEqual([key, undefined])
      seen.set(key, id)
    }
  }
})

test.each([
  ['n', true],
  ['?', true],
  ['shift+z', true],
  ['g>b', true],
  ['mod+k', false],
  ['enter', false],
])('%s is characters only: %s', (keys, single) => expect(isSingle(keys)).toBe(single))

test('with single keys off only those with a modifier or a name are left', () => {
  const off = { single: false, moved: {} }
  expect(keysFor('new-job', off)).toBeNull()
  expect(keysFor('go-log', off)).toBeNull()
  expect(keysFor('stages', off)).toBeNull()
  expect(keysFor('undo', off)).toBe('mod+z')
  expect(keysFor('redo', off)).toBe('mod+shift+z,mod+y')
  expect(keysFor('find', off)).toBe('mod+k')
  expect(keysFor('back', off)).toBe('escape')
})

test('nothing that works while somebody types is a character alone', () => {
  for (const id of KEY_IDS) if (keyOf(id).always) expect(KEYS[id].keys.split(',').some(isSingle)).toBe(false)
})

test('a moved key stands in the place of the single one, and the others stay', () => {
  expect(keysFor('undo', { single: true, moved: { undo: 'u' } })).toBe('u,mod+z')
  expect(keysFor('new-job', { single: true, moved: { 'new-job': 'a' } })).toBe('a')
  expect(keysFor('undo', USUAL_KEYS)).toBe('z,mod+z')
})

test('what may be moved: acts of one character, no sequences, not the stages', () => {
  expect(KEY_IDS.filter(canMove)).toEqual([
    'keys',
    'new-job',
    'down',
    'up',
    'pin',
    'fold',
    'turn',
    'undo',
    'redo',
    'finding',
    'fix',
    'view',
    'centre',
    'edge',
  ])
})

test.each([
  ['a', null],
  ['new', 'Press one letter or sign.'],
  [' ', 'Press one letter or sign.'],
  ['4', 'Numbers go to the stages.'],
  ['+', 'This sign cannot be used.'],
  ['j', 'That is “Down the spine”.'],
  ['g', 'That is “Go to the bench”.'],
  // Its own key, said again.
  ['n', null],
])('new job on %j: %j', (key, why) => expect(whyNotKey('new-job', key, USUAL_KEYS)).toBe(why))

test('a key that was moved away is free, and the one it moved to is taken', () => {
  const settings = { single: false, moved: { turn: 'o' } }
  expect(whyNotKey('new-job', 'r', settings)).toBeNull()
  expect(whyNotKey('new-job', 'o', settings)).toBe('That is “Turn the picture”.')
})

test.each([
  ['mod+k', 'Ctrl K', 'Control+K'],
  ['g>b', 'g b', undefined],
  ['1,2,3,4,5,6,7', '1 … 7', '1 2 3 4 5 6 7'],
  ['shift+z,mod+shift+z,mod+y', 'Shift Z · Ctrl Shift Z', 'Shift+Z Control+Shift+Z Control+Y'],
  ['z,mod+z', 'z · Ctrl Z', 'Z Control+Z'],
])('%s is shown as %s', (keys, shown, spoken) => {
  expect(shownKeys(keys)).toBe(shown)
  expect(spokenKeys(keys)).toBe(spoken)
})
