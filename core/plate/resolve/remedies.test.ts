import { brief, picture, plateOf, sheet, studioOf } from '../../testing/fixtures.ts'
import { SENTENCE } from '../../testing/sentence.ts'
import { NEW_MAKE } from '../../things/brief/make.ts'
import { mm } from '../../things/length/length.ts'
import type { Studio } from '../../things/studio/studio.ts'
import { loadingSteps } from '../../work/loading/steps.ts'
import { compareWays } from './compare-ways.ts'
import type { Plate } from './plate.ts'
import { layoutOf } from './plate.ts'
import { needsRemedy, remedies } from './remedies.ts'
import { resolve } from './resolve.ts'

const full = Array(30).fill(1)
const notice = picture({
  width: 2100,
  height: 2970,
  content: { head: full, left: full, right: full, foot: [...Array(10).fill(0), ...Array(20).fill(1)] },
})
const BOARD_BRIEF = { paperId: 'breakwater-board', sheet: sheet('iso_a3_297x420mm'), picture: notice }
const onBoard = brief({ ...BOARD_BRIEF, size: { by: 'picture', width: mm(288), height: null } })
const BOARD = { printer: 'gannet', path: 'gannet-board' }

const lostOf = (plate: Plate) => plate.findings.find((f) => f.id === 'picture-clipped')

test('by itself the notice is put with its blank foot in the dead margin; the wrong way round, turning it is the remedy', () => {
  const studio = studioOf()
  expect(lostOf(resolve(onBoard, studio, BOARD))?.level).toBe('note')
  const wrong = { ...BOARD, orientation: '180', placement: 'centred' }
  expect(lostOf(resolve(onBoard, studio, wrong))?.level).toBe('stop')
  const list = remedies(onBoard, studio, wrong)
  const [now, turn] = [list.find((r) => r.id === 'as-it-is'), list.find((r) => r.id === 'turn')]
  expect(now?.lost).toBeGreaterThan(0.02)
  expect(turn?.lost).toBe(0)
  const after = resolve(onBoard, studio, { ...wrong, ...(turn?.fix?.pins as object) })
  expect(lostOf(after)?.level).toBe('note')
})

test('what is too tall for what is printed, though not too wide, can be made smaller', () => {
  const of = (width: number) => brief({ ...BOARD_BRIEF, size: { by: 'picture', width: mm(width), height: null } })
  const scaled = (width: number) => remedies(of(width), studioOf(), { ...BOARD, orientation: '0' }).some((r) => r.id === 'scale')
  const { printable } = layoutOf(resolve(of(270), studioOf(), BOARD)) ?? {}
  // The notice is 2970 high to 2100 wide.
  const most = ((printable?.h ?? 0) * 2100) / 2970 / 1000
  expect(most + 1).toBeLessThan((printable?.w ?? 0) / 1000)
  expect([scaled(most - 1), scaled(most + 1)]).toEqual([false, true])
})

test('scaling says by how much of the width that was asked for, lying or standing', () => {
  for (const orientation of ['0', '90', '180', '270']) {
    const of = brief({ ...BOARD_BRIEF, size: { by: 'picture', width: mm(295), height: null } })
    const scale = remedies(of, studioOf(), { ...BOARD, orientation }).find((r) => r.id === 'scale')
    const width = Number(/([\d.]+) mm wide/.exec(scale?.title ?? '')?.[1])
    expect(width).toBeGreaterThan(100)
    expect([orientation, scale?.cost]).toEqual([orientation, `${Math.round(100 * (1 - width / 295))} % smaller than asked for`])
  }
})

test('a longer sheet in stock is offered with what has to be trimmed, and the finished size is the sheet’s', () => {
  const studio = studioOf()
  const board = studio.lots.find((l) => l.id === 'board-a3') as Studio['lots'][number]
  studio.lots.push({
    ...board,
    id: 'board-long',
    pwg: null,
    nominal: { width: mm(297), length: mm(450) },
    measured: { width: mm(297), length: mm(450) },
  })
  const dark = {
    ...onBoard,
    picture: picture({ width: 2100, height: 2970 }),
    size: { by: 'picture' as const, width: mm(285), height: null },
  }
  // Longer still and cheaper, but not as wide: of no use.
  studio.lots.push({
    ...board,
    id: 'board-narrow',
    pwg: null,
    nominal: { width: mm(290), length: mm(446) },
    measured: { width: mm(290), length: mm(446) },
  })
  const longer = remedies(dark, studio, BOARD).find((r) => r.id === 'longer-sheet')
  expect([longer?.fix?.pins?.stock, longer?.cost]).toEqual(['board-long', expect.stringContaining('30.6 mm to cut off')])
  expect(longer?.lost).toBe(0)
  expect(longer?.fix?.brief?.finished).toEqual({ width: mm(297), length: mm(419.4) })
  const plate = resolve({ ...dark, ...(longer?.fix?.brief as object) }, studio, { stock: 'board-long', ...BOARD })
  // The finished piece lies where the printer prints, with equal borders of its own.
  expect(layoutOf(plate)?.frame.h).toBe(mm(419.4))
  expect(Math.abs((layoutOf(plate)?.borders.leading ?? 0) - (layoutOf(plate)?.borders.trailing ?? 9e9))).toBeLessThan(2)
})

test('a print that nothing cuts needs no remedy', () => expect(needsRemedy(plateOf({}))).toBe(false))

test('the table of ways has every printer and path once, usable ones as they would print, others with their reason', () => {
  const studio = studioOf()
  const paths = studio.printers.reduce((n, p) => n + p.paths.length, 0)
  const { usable, unusable } = compareWays({ brief: onBoard, studio, pins: {}, stepsOf: (plate) => loadingSteps(plate, 'mm').length })
  expect(usable.length + unusable.length).toBe(paths)
  expect(usable.filter((r) => r.chosen)).toHaveLength(1)
  for (const row of usable) {
    const plate = resolve(onBoard, studio, { printer: row.printerId, path: row.pathId })
    expect([layoutOf(plate)?.printable.w, layoutOf(plate)?.printable.h]).toEqual([row.printable.width, row.printable.length])
  }
  for (const row of unusable) expect(row.reason).toMatch(SENTENCE)
})

test('of two longer sheets the one is offered that the dead margin leaves long enough, not the one a little longer', () => {
  const studio = studioOf()
  const board = studio.lots.find((l) => l.id === 'board-a3') as Studio['lots'][number]
  const longer = (id: string, length: number) => {
    const size = { width: mm(297), length: mm(length) }
    studio.lots.push({ ...board, id, pwg: null, nominal: size, measured: size })
  }
  longer('board-little', 430)
  longer('board-enough', 446)
  const dark = {
    ...onBoard,
    picture: picture({ width: 2100, height: 2970 }),
    size: { by: 'picture' as const, width: mm(285), height: null },
  }
  // The board path leaves 24 mm white at the trailing edge of 419.4 mm.
  expect(remedies(dark, studio, BOARD).find((r) => r.id === 'longer-sheet')?.fix?.pins).toMatchObject({ stock: 'board-enough' })
})

test('of sheets that are all long enough the one with the least paper is offered, whichever stands first', () => {
  const of = (ids: readonly string[]) => {
    const studio = studioOf()
    const board = studio.lots.find((l) => l.id === 'board-a3') as Studio['lots'][number]
    for (const id of ids) {
      const [width, length] = id.split(' ').map(Number) as [number, number]
      studio.lots.push({
        ...board,
        id,
        pwg: null,
        nominal: { width: mm(width), length: mm(length) },
        measured: { width: mm(width), length: mm(length) },
      })
    }
    const dark = {
      ...onBoard,
      picture: picture({ width: 2100, height: 2970 }),
      size: { by: 'picture' as const, width: mm(285), height: null },
    }
    return remedies(dark, studio, BOARD).find((r) => r.id === 'longer-sheet')?.fix?.pins?.stock
  }
  // 310 × 450 is 1395 cm², 297 × 460 is 1366, though it is longer.
  expect([of(['310 450', '297 460']), of(['297 460', '310 450'])]).toEqual(['297 460', '297 460'])
})

test('the table of ways says what would stop each, but not that the picture is still missing', () => {
  const table = (of: Parameters<typeof brief>[0]) =>
    compareWays({ brief: brief(of), studio: studioOf(), pins: {}, stepsOf: () => 0 }).usable
  expect(table({ picture: null }).map((r) => r.stop)).toEqual(table({}).map(() => null))
  // Two-sided with nothing on the back.
  const card = { paperId: 'keepsake-card', sheet: sheet('na_index-4x6_4x6in'), make: NEW_MAKE['two-sided'] }
  const stops = table({ ...card, size: { by: 'border', border: mm(6) } }).map((r) => r.stop)
  expect(stops.length).toBeGreaterThan(0)
  for (const stop of stops) expect(stop).not.toBeNull()
})

test('a dead margin of its path is a matter of remedy even where nothing is cut, at any one edge and from a centimetre on', () => {
  const at = (edge: 'leading' | 'trailing' | 'left' | 'right', margin: number) =>
    needsRemedy(
      plateOf({
        brief: { size: { by: 'border', border: mm(40) } },
        pins: { path: 'heron-cassette' },
        studio: (s) => {
          for (const p of s.printers) for (const path of p.paths) if (path.id === 'heron-cassette') path.margins[edge] = margin
        },
      }),
    )
  for (const edge of ['leading', 'trailing', 'left', 'right'] as const)
    expect([edge, at(edge, 9999), at(edge, 10_000)]).toEqual([edge, false, true])
})

test('the table of ways names the edges that each can print past, whether they are asked for or not', () => {
  const card = { paperId: 'beacon-gloss', sheet: sheet('na_index-4x6_4x6in'), size: { by: 'sheet' as const, fill: true } }
  const studio = studioOf()
  for (const finish of ['bordered', 'borderless'] as const) {
    const { usable } = compareWays({ brief: brief({ ...card, finish }), studio, pins: {}, stepsOf: () => 0 })
    expect(usable.length).toBeGreaterThan(1)
    for (const row of usable) {
      const path = studio.printers.flatMap((p) => p.paths).find((p) => p.id === row.pathId)
      const does = path?.borderless && (path.borderless.sizes === 'any' || path.borderless.sizes.includes('na_index-4x6_4x6in'))
      expect([row.pathId, row.borderless]).toEqual([row.pathId, does ? path?.borderless?.edges : []])
    }
  }
})
