import { drawSheet } from '../../output/drawing/sheet-drawing.ts'
import { afterFix, decided, finding, plateOf, sheet, studioOf } from '../../testing/fixtures.ts'
import { mm } from '../../things/length/length.ts'
import { applyFix } from '../resolve/apply-fix.ts'
import { layoutOf, type Plate } from '../resolve/plate.ts'
import { resolve } from '../resolve/resolve.ts'
import type { Fix } from './check.ts'

const resolveWith = (plate: Plate, fix: Fix | null): Plate => {
  if (!fix) throw new Error('no fix')
  const then = applyFix(plate, fix)
  return resolve(then.brief, studioOf(), then.pins)
}

const card = {
  paperId: 'beacon-gloss',
  sheet: sheet('na_index-4x6_4x6in'),
  finish: 'borderless' as const,
  size: { by: 'sheet' as const, fill: true },
}

test('a listed size on a path that can is silent', () => {
  const plate = plateOf({ brief: card })
  expect(finding(plate, 'borderless-impossible')).toBeUndefined()
  expect(Object.values(layoutOf(plate)?.margins ?? {})).toEqual([0, 0, 0, 0])
})

test('a custom page gets an enforced margin, said with its size and where it can be done (handbook: 4 to 5 mm)', () => {
  const plate = plateOf({ brief: card, pins: { printer: 'tern', page: 'measured', margins: 'borderless', expansion: 'small' } })
  const found = finding(plate, 'borderless-impossible')
  expect(found?.level).toBe('stop')
  expect(found?.numbers.enforced).toBe(mm(4))
  expect(found?.says).toContain('Dunlin')
  expect(layoutOf(plate)?.margins.left).toBeGreaterThanOrEqual(mm(4))
  expect(finding(afterFix(plate, 'borderless-impossible'), 'borderless-impossible')).toBeUndefined()
})

test('two sides only stops until paper at the ends is accepted; the ends stay white in the drawing', () => {
  const plate = plateOf({ brief: { sheet: sheet('iso_a2_420x594mm'), finish: 'borderless', size: { by: 'sheet', fill: true } } })
  const found = finding(plate, 'borderless-impossible')
  expect(found?.level).toBe('stop')
  expect(found?.says).toContain('leading edge (3.0 mm)')
  const accepted = resolveWith(plate, found?.otherwise ?? found?.fix ?? null)
  expect(finding(accepted, 'borderless-impossible')).toMatchObject({ level: 'note', fix: null, otherwise: null })
  expect(layoutOf(accepted)?.margins).toMatchObject({ left: 0, right: 0, leading: mm(3) })
  const drawn = drawSheet(accepted, 'mm')?.marks.filter((m) => m.kind === 'hatch' && m.role === 'unprintable')
  expect(drawn).toHaveLength(2)
})

test('exactly to the edge is drawn borderless and its hairline is said with how often', () => {
  const plate = plateOf({ brief: card, pins: { printer: 'dunlin', expansion: 'none' } })
  expect(finding(plate, 'borderless-impossible')).toBeUndefined()
  // Half of the sheets and more lie off one way or the other: nearly every one shows it.
  expect(finding(plate, 'expansion-small')).toMatchObject({ level: 'warn', numbers: { expansion: 0, riskPercent: expect.closeTo(100, 0) } })
  expect(finding(plate, 'expansion-small')?.says).toContain('ends exactly at the edge')
  expect(decided(afterFix(plate, 'expansion-small'), 'expansion')).not.toBe('none')
})

test('what the printer enforces stands on the plate, in the drawing and in the finding', () => {
  const plate = plateOf({ brief: card, pins: { printer: 'tern', page: 'measured', margins: 'borderless', expansion: 'small' } })
  expect(plate.setup?.enforced).toBe(mm(4))
  expect(plate.decisions.find((d) => d.key === 'margins')?.label).toBe('Borderless asked for, 4.0 mm enforced')
  expect(JSON.stringify(drawSheet(plate, 'mm')?.marks)).toContain('4.0 mm enforced all round')
  // Left to itself it goes with margins, and the finding still says what asking would come to.
  const bordered = plateOf({ brief: card, pins: { printer: 'tern', page: 'measured' } })
  expect(bordered.setup?.enforced).toBeNull()
  expect(finding(bordered, 'borderless-impossible')?.says).toContain('asked to, it leaves 4.0 mm of paper all round')
  expect(finding(plate, 'borderless-impossible')?.says).toContain('it leaves 4.0 mm of paper all round whatever is asked')
  expect(bordered.decisions.find((d) => d.key === 'margins')?.label).toBe('With margins, 3.0 mm')
})

test('margins pinned where the path could run off the edge are said to be that, not an impossibility', () => {
  const plate = plateOf({ brief: card, pins: { printer: 'dunlin', margins: 'bordered' } })
  expect(finding(plate, 'borderless-impossible')?.says).toContain('held to margins')
  expect(finding(afterFix(plate, 'borderless-impossible'), 'borderless-impossible')).toBeUndefined()
  // One step past the edge is enough to do it.
  const single = plateOf({
    brief: card,
    pins: { printer: 'dunlin', margins: 'bordered' },
    studio: (s) => {
      for (const printer of s.printers) printer.expansions = printer.expansions.slice(0, 1)
    },
  })
  expect(finding(single, 'borderless-impossible')?.says).toContain('held to margins')
})

test('where no printer can, the fix is margins', () => {
  const plate = plateOf({ brief: { ...card, paperId: 'breakwater-board', sheet: sheet('iso_a3_297x420mm') } })
  expect(finding(plate, 'borderless-impossible')?.fix?.brief).toEqual({ finish: 'bordered' })
  expect(finding(afterFix(plate, 'borderless-impossible'), 'borderless-impossible')).toBeUndefined()
})

test('where all four edges can be done it says on what, and where they cannot, that nothing can', () => {
  const large = { sheet: sheet('iso_a2_420x594mm'), finish: 'borderless' as const, size: { by: 'sheet' as const, fill: true } }
  const none = finding(plateOf({ brief: large }), 'borderless-impossible')
  expect(none?.says).toContain('No printer of the studio does all four with this paper: trim it, or accept it.')
  expect(none?.numbers).toMatchObject({ possibleWays: 0, edges: 2 })
  const small = (pins: { margins?: string }) =>
    finding(
      plateOf({
        brief: card,
        pins: { printer: 'dunlin', ...pins },
        studio: (s) => {
          for (const p of s.printers)
            if (p.id === 'dunlin') for (const path of p.paths) if (path.borderless) path.borderless.edges = ['left', 'right']
        },
      }),
      'borderless-impossible',
    )
  const found = small({})
  // Another way is offered first, and to accept paper at the ends beside it; once that is accepted, neither.
  expect([found?.fix?.label, found?.otherwise?.label]).toEqual([expect.stringMatching(/^Use /), 'Accept paper at the ends'])
  expect(small({ margins: 'borderless-sides' })).toMatchObject({ level: 'note', fix: null, otherwise: null })
  // The first that is named is the one that is offered.
  const [, path, printer] = /^Use (.+) of (.+)$/.exec(found?.fix?.label ?? '') ?? []
  expect(found?.says).toContain(`All four edges can be done on ${printer}, ${path} (`)
  expect(found?.numbers.possibleWays).toBeGreaterThan(0)
})

test('a printer with a single step of expansion prints to the edge as well', () => {
  const plate = plateOf({
    brief: card,
    pins: { printer: 'tern', page: 'measured', margins: 'borderless', expansion: 'small' },
    studio: (s) => {
      for (const printer of s.printers) printer.expansions = printer.expansions.filter(({ id }) => printer.id === 'tern' || id === 'small')
    },
  })
  expect(finding(plate, 'borderless-impossible')?.numbers.possibleWays).toBeGreaterThan(0)
})

test('where nothing of the studio prints to the edge, that is said', () => {
  const none = plateOf({
    brief: card,
    studio: (s) => {
      for (const printer of s.printers) for (const path of printer.paths) path.borderless = null
    },
  })
  expect(finding(none, 'borderless-impossible')?.says).toContain('No printer of the studio can do it with this paper.')
  const some = plateOf({ brief: card, pins: { printer: 'tern', page: 'measured', margins: 'borderless', expansion: 'small' } })
  expect(finding(some, 'borderless-impossible')?.says).not.toContain('No printer of the studio')
})
