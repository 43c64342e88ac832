import { aboutAmountOf } from '../../sheet/arrange/about.ts'
import { planCut } from '../../sheet/cutting/cut-plan.ts'
import { brief, studioOf } from '../../testing/fixtures.ts'
import { several } from '../../testing/several.ts'
import type { Brief } from '../../things/brief/brief.ts'
import { NEW_MAKE } from '../../things/brief/make.ts'
import { mm } from '../../things/length/length.ts'
import type { Lot, Paper } from '../../things/media/media.ts'
import type { Studio } from '../../things/studio/studio.ts'
import { Found, tryOut } from './found.ts'
import { knownOn } from './known.ts'
import { Nearest } from './nearest.ts'
import { sourcesOf } from './sources.ts'
import { waysFor } from './ways.ts'

/** A studio with many papers and lots unlike each other, so that most are left out. */
function grown(lots: number): Studio {
  const studio = studioOf()
  let seed = 3
  const dice = (n: number) => {
    seed = (Math.imul(seed, 1_103_515_245) + 12_345) & 0x7fffffff
    return (seed >> 8) % n
  }
  const pick = <T>(list: readonly T[]): T => list[dice(list.length)] as T
  const papers = Array.from({ length: 60 }, (_, i): Paper => {
    const like = pick(studio.papers)
    const times = (value: number) => Math.round(value * (0.7 + dice(70) / 100))
    return { ...like, id: `more-${i}`, thickness: times(like.thickness), weight: times(like.weight), pricePerSquareMetre: dice(3000) / 100 }
  })
  const pairings = papers.slice(0, 40).map((paper, i) => {
    const like = pick(studio.pairings)
    return { ...like, id: `pair-${i}`, paperId: paper.id, good: dice(5), bad: dice(5), tallies: undefined }
  })
  const more = Array.from({ length: lots }, (_, i): Lot => {
    const like = pick(studio.lots)
    const { width, length } = like.measured
    const measured = { width: width + dice(900) - 450, length: like.form === 'roll' ? length : length + dice(900) - 450 }
    return { ...like, id: `lot-${i}`, paperId: pick(papers).id, measured, stock: dice(3) ? like.stock : dice(3), mark: '' }
  })
  const profiles = pairings.slice(10).map(({ printerId, paperId, mediaTypeId }, i) => ({
    ...pick(studio.profiles),
    id: `profile-${i}`,
    boundTo: { printerId, paperId, mediaTypeId, dpi: 1440 },
  }))
  return {
    ...studio,
    papers: [...studio.papers, ...papers],
    pairings: [...studio.pairings, ...pairings],
    profiles: [...studio.profiles, ...profiles],
    lots: [...studio.lots, ...more],
  }
}

/** Every printer, path, lot and what can be cut from it, each worked out, in the order they are asked. */
function every(of: Brief, studio: Studio): Found[] {
  const sources = sourcesOf(of, studio)
  return studio.printers.flatMap((printer) => {
    const known = knownOn(of, studio, printer)
    return sources.all.flatMap((source) => {
      const cut = sources.cutFrom(source)
      return (cut ? [source, cut] : [source]).flatMap((one) =>
        printer.paths.map((path) => {
          const loaded = studio.loaded.find((l) => l.printerId === printer.id && l.pathId === path.id) ?? null
          const at = { ...one, printer, path, loaded, ...known(one.paper, one.paperAt) }
          return new Found(of, at, tryOut(of, at, aboutAmountOf), aboutAmountOf)
        }),
      )
    })
  })
}

const A3 = { width: mm(297), length: mm(420), name: null }
const BRIEFS: Record<string, Parameters<typeof brief>[0]> = {
  'a sheet in stock': { paperId: null, sheet: A3 },
  'any sheet': { paperId: null, sheet: null, copies: 3 },
  'borderless on any': { paperId: null, sheet: null, finish: 'borderless', size: { by: 'sheet', fill: true } },
  'a sheet to be cut': { paperId: null, sheet: { width: mm(180), length: mm(260), name: null }, copies: 7 },
  'of one size': { paperId: null, sheet: null, size: { by: 'picture', width: mm(390), height: null } },
  'two-sided': { paperId: null, sheet: null, make: NEW_MAKE['two-sided'] },
  'as wide as a roll': { paperId: null, sheet: { width: mm(610), length: null, name: null } },
  'by one edge': { paperId: null, sheet: { width: null, length: mm(420), name: null } },
}

const named = (ways: readonly { printer: { id: string }; path: { id: string }; lot: { id: string } }[]) =>
  ways.map((way) => `${way.printer.id} ${way.path.id} ${way.lot.id}`)

test.each(Object.entries(BRIEFS))('%s: of every path the 64 best are found that there are, in their order', (_, change) => {
  const studio = grown(700)
  const of = brief(change)
  const ways = waysFor(of, studio)
  const all = every(of, studio)
  let [left, few] = [0, 0]
  for (const printer of studio.printers)
    for (const path of printer.paths) {
      const here = <T extends { path: { id: string } }>(list: readonly T[]) => list.filter((way) => way.path.id === path.id)
      const can = here(all)
        .filter(({ badness }) => badness === 0)
        .sort((a, b) => a.total - b.total)
      const found = here(ways).filter(({ badness }) => badness === 0)
      expect(named(found).slice(0, 64)).toEqual(named(can).slice(0, 64))
      left += Math.max(0, can.length - 64)
      if (can.length >= 64) continue
      // Where few can be used, the nearest of those that cannot are there.
      few++
      const cannot = here(all)
        .filter(({ badness }) => badness > 0)
        .sort((a, b) => a.badness - b.badness)
      const near = here(ways).filter(({ badness }) => badness > 0)
      expect(named(near).slice(0, 64)).toEqual(named(cannot).slice(0, 64))
    }
  expect(few).toBeGreaterThan(0)
  expect(left + few).toBeGreaterThan(3)
  // The best of all, whatever is left out of the rest.
  const [first] = [...all].sort((a, b) => a.badness - b.badness || a.total - b.total)
  expect(named(ways)[0]).toBe(named(first ? [first] : [])[0])
})

test('what can be cut from a lot is what the plan of the cuts says, whichever lots are passed over before it is made', () => {
  const studio = grown(400)
  for (const [width, length] of [
    [180, 260],
    [500, 300],
    [600, 1100],
  ] as const) {
    const sheet = { width: mm(width), length: mm(length), name: null }
    const { all, larger, cutFrom } = sourcesOf(brief({ paperId: null, sheet, copies: 2 }), studio)
    const cut = all.filter((source) => source.wrong && planCut(source.lot, sheet, 2) !== null)
    expect(cut.length).toBeGreaterThan(5)
    expect(cut.length).toBeLessThan(all.length)
    expect(all.filter((source) => cutFrom(source) !== null)).toEqual(cut)
    for (const source of cut) expect(larger).toContain(source)
  }
})

test('of what is best on any path, and of a lot that is asked for, every way is there', () => {
  const studio = grown(700)
  const of = brief({ paperId: null, sheet: A3 })
  const last = every(of, studio).at(-1)?.lot.id ?? ''
  const ways = waysFor(of, studio, last)
  const paths = studio.printers.flatMap((printer) => printer.paths)
  const bests = paths.flatMap((path) => ways.find((way) => way.path.id === path.id && way.badness === 0)?.lot.id ?? [])
  for (const lot of new Set([...bests, last])) expect(ways.filter((way) => way.lot.id === lot)).toHaveLength(paths.length)
  expect(waysFor(of, { ...studio }).filter((way) => way.lot.id === last).length).toBeLessThan(paths.length)
})

test('several pictures to a sheet: the best are found as well', () => {
  const studio = grown(200)
  const of = several([{}, { copies: 3 }], undefined, { paperId: null, sheet: null })
  const usable = every(of, studio).filter(({ badness }) => badness === 0)
  const [first] = usable.sort((a, b) => a.total - b.total)
  expect(named(waysFor(of, studio))[0]).toBe(named(first ? [first] : [])[0])
})

test('the nearest are kept, of equal ones those that come first, however they are shown', () => {
  const nearest = new Nearest<string>(3)
  for (const [by, order] of [
    [5, 9],
    [2, 8],
    [5, 1],
    [5, 4],
    [7, 2],
    [2, 3],
  ] as const)
    if (nearest.wants(by, order)) nearest.show(by, order, `${by}.${order}`)
  expect(nearest.list().map(({ what }) => what)).toEqual(['2.3', '2.8', '5.1'])
  expect([nearest.wants(5, 0), nearest.wants(5, 2), nearest.wants(4.9, 99), nearest.wants(5.1, 0)]).toEqual([true, false, true, false])
})
