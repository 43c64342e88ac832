import { brief, picture, sheet, studioOf } from '../../testing/fixtures.ts'
import { SENTENCE } from '../../testing/sentence.ts'
import { mm } from '../../things/length/length.ts'
import { borderlessEdges } from '../../things/paths/borderless.ts'
import { nearestMediaType } from './media-distance.ts'
import { waysFor } from './ways.ts'

const studio = studioOf()
const best = (change: Parameters<typeof brief>[0]) => waysFor(brief(change), studio)[0]
const says = (change: Parameters<typeof brief>[0], path: string) =>
  waysFor(brief(change), studio)
    .find((w) => w.path.id === path)
    ?.costs.map((c) => c.says)

test('there is a way for every printer, path and lot of the paper, usable ones first', () => {
  const ways = waysFor(brief(), studio)
  const paths = studio.printers.reduce((n, p) => n + p.paths.length, 0)
  expect(ways.filter((w) => w.cut === null)).toHaveLength(paths * 2)
  // The A2 can also be cut down to the A3 that is asked for.
  expect(ways.filter((w) => w.cut !== null)).toHaveLength(paths)
  const first = ways.findIndex((w) => w.ruledOut !== null)
  expect(ways.slice(first).every((w) => w.ruledOut !== null)).toBe(true)
})

test('every unusable way says why', () => {
  for (const way of waysFor(brief({ paperId: 'saltmarsh-cotton' }), studio)) if (way.badness > 0) expect(way.ruledOut).toMatch(SENTENCE)
})

test('a sheet goes short edge first, unless only the long edge fits', () => {
  expect(best({})?.fed).toEqual({ width: mm(296.6), length: mm(419.8) })
  const short = structuredClone(studio)
  for (const p of short.printers) for (const path of p.paths) Object.assign(path.length, { max: mm(300), min: mm(50) })
  for (const p of short.printers) for (const path of p.paths) Object.assign(path.width, { max: mm(600), min: mm(50) })
  expect(waysFor(brief(), short).find((w) => w.ruledOut === null)?.fed).toEqual({ width: mm(419.8), length: mm(296.6) })
})

test('each thing that costs is said', () => {
  expect(says({ paperId: 'breakwater-board' }, 'gannet-board')).toEqual(
    expect.arrayContaining(['not loaded yet', 'loses 24.0 mm at the trailing edge']),
  )
  expect(says({ paperId: 'pilot-rag', sheet: null }, 'heron-roll')).toContain('swap to matte black: 4 min and 3 ml of ink')
  expect(says({ paperId: 'beacon-gloss', sheet: sheet('na_index-4x6_4x6in'), copies: 100 }, 'dunlin-photo')).toContain('5 loads of 20')
  expect(says({ copies: 40 }, 'heron-cassette')).toContain('not enough of this lot')
  expect(says({ paperId: 'lamproom-baryta' }, 'heron-front')).toEqual(
    expect.arrayContaining(['this paper has never been printed here', 'no profile for this paper here']),
  )
  expect(says({ size: { by: 'picture', width: mm(500), height: null } }, 'heron-cassette')?.some((s) => s.includes('does not fit'))).toBe(
    true,
  )
})

test('a pairing that went wrong more often than right costs more', () => {
  const doubtful = structuredClone(studio)
  for (const p of doubtful.pairings) if (p.id === 'heron-harbour-lustre') Object.assign(p, { good: 1, bad: 4 })
  expect(
    waysFor(brief(), doubtful)
      .find((w) => w.path.id === 'heron-cassette')
      ?.costs.map((c) => c.says),
  ).toContain('more bad prints (4) than good (1) here')
})

test('a roll is cut to the picture and its ends, in the turn that takes the least', () => {
  const long = best({
    paperId: 'fairway-satin',
    sheet: null,
    size: { by: 'picture', width: mm(550), height: null },
    picture: picture({ width: 6000, height: 3000 }),
  })
  expect(long?.fed.length).toBe(mm(275) + 2 * mm(10))
  const asked = best({ paperId: 'fairway-satin', sheet: { width: mm(609.6), length: mm(900), name: null } })
  expect(asked?.fed.length).toBe(mm(900))
})

test('what is trimmed to a size takes its shorter side of the roll where the longer one goes across, else the longer one', () => {
  const fed = (width: number, length: number) =>
    best({ paperId: 'fairway-satin', sheet: null, finished: { width: mm(width), length: mm(length) } })?.fed.length
  // The roll is 609 mm wide; a centimetre stays white at each end.
  expect(fed(300, 500)).toBe(mm(300) + 2 * mm(10))
  expect(fed(500, 300)).toBe(mm(300) + 2 * mm(10))
  expect(fed(500, 900)).toBe(mm(900) + 2 * mm(10))
})

test('the nearest media type is nearest by surface, then by weight', () => {
  const heron = studio.printers.find((p) => p.id === 'heron')
  const paper = (id: string) => studio.papers.find((p) => p.id === id)
  if (!heron) throw new Error('no heron')
  for (const [id, expected] of [
    ['beacon-gloss', 'photographic-glossy'],
    ['saltmarsh-cotton', 'fine-art-matte'],
    ['quay-matte', 'photographic-matte'],
    ['fairway-satin', 'photographic-satin'],
  ]) {
    const p = paper(id ?? '')
    expect(p && nearestMediaType(heron, p, null).id).toBe(expected)
  }
})

test('borderless holds for listed sizes, never for custom pages, and on some paths for two sides only', () => {
  const path = (id: string) => studio.printers.flatMap((p) => p.paths).find((p) => p.id === id)
  const lot = (id: string) => studio.lots.find((l) => l.id === id)
  const edges = (p: string, l: string, custom: boolean) => {
    const [a, b] = [path(p), lot(l)]
    return a && b ? borderlessEdges(a, b, custom).length : -1
  }
  expect(edges('tern-rear', 'gloss-4x6', false)).toBe(4)
  expect(edges('tern-rear', 'gloss-4x6', true)).toBe(0)
  expect(edges('heron-cassette', 'lustre-a3', false)).toBe(2)
  expect(edges('heron-roll', 'rag-17', true)).toBe(4)
  expect(edges('gannet-board', 'board-a3', false)).toBe(0)
})

test('a lot is the sheet asked for up to 3 mm off on either edge, and another beyond', () => {
  const against = (width: number, length: number) =>
    waysFor(brief({ sheet: { width: mm(width), length: mm(length), name: null } }), studio).find(
      (w) => w.path.id === 'heron-cassette' && w.lot.id === 'lustre-a3',
    )?.against
  expect([against(300, 423), against(294, 417), against(423, 300)]).toEqual([null, null, null])
  expect([against(300.001, 420), against(297, 423.001), against(293.999, 420)]).toEqual(['sheet', 'sheet', 'sheet'])
})

test('a cut from roll has at each end what the path leaves white there, and never less than a centimetre', () => {
  const uneven = structuredClone(studio)
  for (const p of uneven.printers) for (const path of p.paths) Object.assign(path.margins, { leading: mm(13), trailing: mm(28) })
  const on = { paperId: 'fairway-satin', sheet: null, size: { by: 'picture', width: mm(550), height: null } } as const
  const of = picture({ width: 6000, height: 3000 })
  const fed = (s: typeof studio) => waysFor(brief({ ...on, picture: of }), s).find((w) => w.ruledOut === null)?.fed.length
  expect(fed(uneven)).toBe(mm(275) + mm(13) + mm(28))
  for (const p of uneven.printers) for (const path of p.paths) Object.assign(path.margins, { leading: mm(4), trailing: mm(28) })
  expect(fed(uneven)).toBe(mm(275) + mm(10) + mm(28))
})

test('what cutting down gives is counted in pieces, and copies in sheets or in length of roll', () => {
  const cut = waysFor(brief(), studio).find((w) => w.cut !== null)
  const parent = studio.lots.find((l) => `${l.id}:cut` === cut?.lot.id)
  expect([cut?.cut?.pieces.length, cut?.lot.stock]).toEqual([2, 2 * (parent?.stock ?? 0)])
  const enough = (stock: number, copies: number) => {
    const s = structuredClone(studio)
    for (const l of s.lots) if (l.paperId === 'fairway-satin') l.stock = stock
    const size = { by: 'picture', width: mm(550), height: null } as const
    const asked = brief({ paperId: 'fairway-satin', sheet: null, size, copies, picture: picture({ width: 6000, height: 3000 }) })
    const says = waysFor(asked, s)
      .find((w) => w.ruledOut === null)
      ?.costs.map((c) => c.says)
    return !says?.includes('not enough of this lot')
  }
  expect([enough(7 * mm(295), 7), enough(7 * mm(295) - 1, 7), enough(mm(295), 1)]).toEqual([true, false, true])
})

test.each([
  // The sheet asked for, and which lots of fairway satin (rolls of 24 and 44 in) or harbour lustre (A3, A2) answer it.
  ['fairway-satin', { width: mm(609.6), length: null }, {}, ['satin-24']],
  ['fairway-satin', { width: mm(612.6), length: null }, {}, ['satin-24']],
  ['fairway-satin', { width: mm(612.7), length: null }, {}, []],
  ['fairway-satin', { width: null, length: mm(700) }, {}, ['satin-24', 'satin-44']],
  ['fairway-satin', { width: mm(900), length: mm(609.6) }, {}, ['satin-24']],
  ['fairway-satin', { width: mm(500), length: mm(700) }, {}, []],
  [
    'fairway-satin',
    { width: mm(500), length: mm(700) },
    { size: { by: 'picture', width: mm(300), height: null } },
    ['satin-24', 'satin-44'],
  ],
  ['fairway-satin', { width: mm(700), length: mm(900) }, { size: { by: 'picture', width: mm(300), height: null } }, ['satin-44']],
  ['harbour-lustre', { width: null, length: mm(297) }, {}, ['lustre-a3']],
  ['harbour-lustre', { width: null, length: mm(420) }, {}, ['lustre-a3', 'lustre-a2']],
  ['harbour-lustre', { width: mm(420), length: null }, {}, []],
  ['harbour-lustre', { width: mm(594), length: mm(420) }, {}, ['lustre-a2']],
] as const)('of %s the sheet %j is answered by %#', (paperId, asked, change, lots) => {
  const ways = waysFor(brief({ paperId, sheet: { ...asked, name: null }, ...(change as object) }), studio).filter((w) => w.cut === null)
  const wrong = new Set(ways.filter((w) => w.against === 'sheet').map((w) => w.lot.id))
  const of = studio.lots.filter((l) => l.paperId === paperId).map((l) => l.id)
  // A limit of the machine outranks the sheet: a lot counts as an answer where no way holds its size against it.
  expect(of.filter((id) => !wrong.has(id))).toEqual([...lots])
})

test('a canvas needs its bars and what is pulled round them on the roll’s width as well: at it one way round, over it the other', () => {
  // The roll's width less 40 mm to pull at each side; the bars add 38 at each side of the face.
  const widest = (studio.lots.find((l) => l.id === 'canvas-44')?.measured.width ?? 0) / 1000 - 80 - 76
  const length = (width: number) =>
    waysFor(
      brief({
        paperId: 'mainsail-canvas',
        sheet: null,
        size: { by: 'picture', width: mm(width), height: mm(500) },
        make: { as: 'wrapped-canvas', depth: mm(38), wrap: 'mirror', colour: '#ffffff', tuck: mm(40) },
      }),
      studio,
    ).find((w) => w.ruledOut === null)?.fed.length
  expect([length(widest), length(widest + 0.1)]).toEqual([mm(500 + 76 + 80), mm(widest + 0.1 + 76 + 80)])
})

test('a pairing vouches for its entry unless it only ever went wrong; what won on strips comes before it', () => {
  const heron = studio.printers.find((p) => p.id === 'heron')
  const paper = studio.papers.find((p) => p.id === 'harbour-lustre')
  const known = studio.pairings.find((p) => p.printerId === 'heron' && p.paperId === 'harbour-lustre')
  if (!heron || !paper || !known) throw new Error('no heron')
  const of = (good: number, bad: number, tested: string | null = null) =>
    nearestMediaType(heron, paper, {
      ...known,
      mediaTypeId: 'photographic-glossy',
      good,
      bad,
      tested: tested ? { intent: 'relative', blackPoint: true, mediaTypeId: tested, because: '', on: '2026-01-02' } : null,
    }).id
  expect([of(1, 9), of(0, 0), of(0, 1)]).toEqual(['photographic-glossy', 'photographic-glossy', 'photographic-satin'])
  expect(of(5, 0, 'fine-art-matte')).toBe('fine-art-matte')
  expect(nearestMediaType(heron, paper, null).id).toBe('photographic-satin')
})

test('what does not fit is measured along the side that sticks out', () => {
  // 100 × 500 mm, upright: the A3 of 296.6 × 419.8 mm prints on 413.8 of its length.
  const tall = { picture: picture({ width: 1000, height: 5000 }), size: { by: 'picture' as const, width: mm(100), height: null } }
  expect(says(tall, 'heron-cassette')?.find((s) => s.includes('does not fit'))).toBe('86.2 mm of the picture does not fit')
})

test('a length alone is cut from a roll as it was asked for', () => {
  const ways = waysFor(brief({ paperId: 'pilot-rag', sheet: { width: null, length: mm(750), name: null } }), studio)
  const roll = ways.find((w) => w.path.id === 'heron-roll' && w.lot.form === 'roll')
  expect(roll?.fed.length).toBe(mm(750))
})

test('only a machine that has one of two blacks is asked to swap it', () => {
  for (const paper of studio.papers)
    for (const way of waysFor(brief({ paperId: paper.id, sheet: null, size: { by: 'sheet', fill: false } }), studio)) {
      const { swap, installed } = way.printer.black
      const swaps = way.costs.some((c) => /^swap to (matte|photo) black: \d+ min and \d+ ml of ink$/.test(c.says))
      expect([way.printer.id, paper.id, way.costs.some((c) => c.says.startsWith('swap'))]).toEqual([way.printer.id, paper.id, swaps])
      if (swap === null || installed === 'both') expect([way.printer.id, swaps]).toEqual([way.printer.id, false])
    }
})

test('paper counts from half a unit of money on, and small change is not spoken of', () => {
  const priced = (price: number) => {
    const changed = structuredClone(studio)
    for (const p of changed.papers) if (p.id === 'harbour-lustre') p.pricePerSquareMetre = price
    return waysFor(brief(), changed)
      .find((w) => w.path.id === 'heron-cassette')
      ?.costs.filter((c) => c.says.endsWith('of paper'))
      .map((c) => c.says)
  }
  // The A3 measures 296.6 × 419.8 mm: 0.1245 m².
  expect(priced(4)).toEqual([])
  expect(priced(4.1)).toEqual(['0.51 of paper'])
})

test('of a roll an equal border all round takes the picture’s shape between the borders, and both of them', () => {
  const on = { paperId: 'fairway-satin', sheet: null, size: { by: 'border', border: mm(50) } } as const
  const way = best({ ...on, picture: picture({ width: 6000, height: 3000 }) })
  const width = way?.lot.measured.width ?? 0
  expect(way?.fed.length).toBe(Math.round((width - mm(100)) / 2) + mm(100))
  // One that stands is turned: it takes no more.
  expect(best({ ...on, picture: picture({ width: 3000, height: 6000 }) })?.fed.length).toBe(way?.fed.length)
})
