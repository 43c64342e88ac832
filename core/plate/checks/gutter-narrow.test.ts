import { finding, studioOf } from '../../testing/fixtures.ts'
import { several } from '../../testing/several.ts'
import { type Grid, NEW_ARRANGEMENT } from '../../things/brief/arrangement.ts'
import { mm } from '../../things/length/length.ts'
import { resolve } from '../resolve/resolve.ts'

const of = (change: Partial<Grid>, pictures = 2) =>
  finding(
    resolve(
      several(
        Array.from({ length: pictures }, () => ({})),
        { ...NEW_ARRANGEMENT.grid, ...change },
      ),
      studioOf(),
    ),
    'gutter-narrow',
  )

test.each([
  [{ gutter: 0 }, undefined],
  [{ gutter: mm(0.5) }, 'note'],
  [{ gutter: mm(3) - 1 }, 'note'],
  [{ gutter: mm(3) }, undefined],
  // Nobody cuts what has names under it.
  [{ gutter: mm(1), captions: 'name' as const }, undefined],
  [{ gutter: mm(4), bleed: mm(2) }, undefined],
  [{ gutter: mm(4) - 1, bleed: mm(2) }, 'note'],
])('%j: %s', (change, level) => expect(of(change)?.level).toBe(level))

test('bleed says how far apart they lie instead, one press makes it so; a single picture has no gutter', () => {
  expect(of({ gutter: mm(2), bleed: mm(3) })).toMatchObject({
    says: 'A bleed of 3.0 mm on both sides takes 6.0 mm between two pictures; they lie that far apart instead of 2.0 mm.',
    fix: { brief: { arrangement: { gutter: mm(6), bleed: mm(3) } } },
  })
  expect(of({ gutter: mm(1) }, 1)).toBeUndefined()
})

test('two on the first sheet and one on the last are several', () => {
  expect(of({ gutter: mm(0.5), columns: 2, rows: 1 }, 3)?.level).toBe('note')
})
