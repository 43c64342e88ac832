import fc from 'fast-check'
import { MaxRectsPacker } from 'maxrects-packer/dist/maxrects-packer.mjs'
import potpack from 'potpack'
import { nestSheets, nestStretch, type Wanted } from './nest.ts'
import { type Laid, lengthOf, type Piece } from './piece.ts'
import { layShelves } from './shelves.ts'

/** Repeatable luck of the tests' own. */
function dice(seed: number): () => number {
  let state = seed + 1
  return () => {
    state = (Math.imul(state, 1_103_515_245) + 12_345) & 0x7fffffff
    return state / 0x7fffffff
  }
}

const piece = (id: string, w: number, h: number, turns = true): Piece => ({ id, w, h, turns })

/** Pieces of a sheet that was cut up by straight cuts: laid back together they take the sheet and nothing more. */
function cutUp(w: number, h: number, pieces: number, random: () => number): Piece[] {
  const parts = [{ w, h }]
  while (parts.length < pieces) {
    parts.sort((a, b) => b.w * b.h - a.w * a.h)
    const { w, h } = parts.shift() as { w: number; h: number }
    const share = 0.3 + 0.4 * random()
    if (random() < w / (w + h)) parts.push({ w: Math.round(w * share), h }, { w: w - Math.round(w * share), h })
    else parts.push({ w, h: Math.round(h * share) }, { w, h: h - Math.round(h * share) })
  }
  return parts.map((p, i) => (random() < 0.5 ? piece(String(i), p.w, p.h) : piece(String(i), p.h, p.w)))
}

const overlaps = (laid: readonly Laid[], gap: number): boolean =>
  laid.some((a, i) =>
    laid.some((b, k) => k > i && a.x < b.x + b.w + gap && b.x < a.x + a.w + gap && a.y < b.y + b.h + gap && b.y < a.y + a.h + gap),
  )

/** Whether straight cuts, each right across what it divides, part all pieces: tried by cutting wherever nothing is cut in two. */
function cuttable(laid: readonly Laid[]): boolean {
  if (laid.length <= 1) return true
  for (const [at, size] of [
    ['x', 'w'],
    ['y', 'h'],
  ] as const) {
    const ends = [...new Set(laid.map((one) => one[at] + one[size]))].sort((a, b) => a - b).slice(0, -1)
    for (const cut of ends) {
      const before = laid.filter((one) => one[at] + one[size] <= cut)
      const after = laid.filter((one) => one[at] >= cut)
      // Where a cut is possible, what it parts can be cut on without the rest: no need to look for another.
      if (before.length + after.length === laid.length && after.length > 0) return cuttable(before) && cuttable(after)
    }
  }
  return false
}

/** Every way of laying pieces by straight cuts, tried one by one: the pieces in every order as the leaves of every tree. */
function exhaustive(pieces: readonly Piece[], width: number): number {
  type Size = { w: number; h: number }
  const all = (set: readonly Piece[]): Size[] => {
    const [one, ...more] = set
    if (!one) return []
    if (more.length === 0) return one.turns ? [one, { w: one.h, h: one.w }] : [one]
    const out: Size[] = []
    for (let mask = 1; mask < (1 << set.length) - 1; mask++) {
      const a = all(set.filter((_, i) => mask & (1 << i)))
      const b = all(set.filter((_, i) => !(mask & (1 << i))))
      for (const p of a) for (const q of b) out.push({ w: p.w + q.w, h: Math.max(p.h, q.h) }, { w: Math.max(p.w, q.w), h: p.h + q.h })
    }
    return out
  }
  return Math.min(...all(pieces).flatMap((s) => (s.w <= width ? [s.h] : [])))
}

/**
 * The shortest stretch for pieces of whole units, searched from the paper down: each piece of paper is cut at every place,
 * across and along, with every share of the pieces for either part, until each part holds one piece.
 */
function fromThePaper(pieces: readonly Piece[], width: number): number {
  const areas = Array.from({ length: 1 << pieces.length }, (_, set) =>
    pieces.reduce((sum, { w, h }, i) => sum + (set & (1 << i) ? w * h : 0), 0),
  )
  const known = new Map<number, boolean>()
  const fits = (set: number, w: number, h: number): boolean => {
    if ((areas[set] as number) > w * h) return false
    const key = (set * 64 + w) * 256 + h
    const before = known.get(key)
    if (before !== undefined) return before
    const found = search(set, w, h)
    known.set(key, found)
    return found
  }
  const search = (set: number, w: number, h: number): boolean => {
    const [one, ...more] = pieces.filter((_, i) => set & (1 << i))
    if (one && more.length === 0) return (one.w <= w && one.h <= h) || (one.turns && one.h <= w && one.w <= h)
    // The lowest piece lies in the first part: the other shares are the same, the parts exchanged.
    const lowest = set & -set
    for (let part = (set - 1) & set; part > 0; part = (part - 1) & set) {
      if (!(part & lowest)) continue
      const rest = set ^ part
      for (let cut = 1; cut < w; cut++) if (fits(part, cut, h) && fits(rest, w - cut, h)) return true
      for (let cut = 1; cut < h; cut++) if (fits(part, w, cut) && fits(rest, w, h - cut)) return true
    }
    return false
  }
  const all = (1 << pieces.length) - 1
  let length = Math.ceil((areas[all] as number) / width)
  while (!fits(all, width, length)) length++
  return length
}

describe('a stretch', () => {
  test('five to eight pieces lie as short as any cutting up of the paper allows', () => {
    for (let seed = 0; seed < 24; seed++) {
      const random = dice(seed + 500)
      const pieces = Array.from({ length: 5 + (seed % 4) }, (_, i) =>
        piece(String(i), 1 + Math.floor(random() * 8), 1 + Math.floor(random() * 8), random() < 0.6),
      )
      const width = 11
      expect([seed, nestStretch(pieces, width, { cuts: 'straight', gap: 0 })?.length]).toEqual([seed, fromThePaper(pieces, width)])
    }
  })

  test('up to four pieces lie as short as any way of cutting them does', () => {
    for (let seed = 0; seed < 40; seed++) {
      const random = dice(seed)
      const pieces = Array.from({ length: 2 + (seed % 3) }, (_, i) =>
        piece(String(i), 40 + Math.floor(random() * 200), 40 + Math.floor(random() * 200), random() < 0.7),
      )
      const width = 260
      expect([seed, nestStretch(pieces, width, { cuts: 'straight', gap: 0 })?.length]).toEqual([seed, exhaustive(pieces, width)])
    }
  })

  test('what was cut from a sheet fits back into it, ten to a hundred pieces; two hundred take at most 3 % more', () => {
    for (const [pieces, most] of [
      [8, 1],
      [10, 1],
      [40, 1],
      [100, 1],
      [200, 1.03],
    ] as const)
      for (let seed = 0; seed < 3; seed++) {
        const nest = nestStretch(cutUp(610_000, 900_000, pieces, dice(seed * 7 + pieces)), 610_000, { cuts: 'straight', gap: 0 })
        expect((nest?.length ?? 0) / 900_000).toBeLessThanOrEqual(most)
        expect([overlaps(nest?.laid ?? [], 0), cuttable(nest?.laid ?? []), nest?.laid.length]).toEqual([false, true, pieces])
      }
  })

  // Rivals from npm, on the same pieces in the same run. Neither cuts straight, so both have it easier.
  test('never longer than maxrects-packer or potpack', () => {
    let sum = 0
    for (let seed = 0; seed < 12; seed++) {
      const random = dice(seed)
      const pieces = Array.from({ length: 12 + seed * 4 }, (_, i) =>
        piece(String(i), 60 + Math.floor(random() * 180), 60 + Math.floor(random() * 180)),
      )
      const area = pieces.reduce((total, p) => total + p.w * p.h, 0)
      const pot = potpack(pieces.map(({ w, h }) => ({ w, h })))
      const packer = new MaxRectsPacker<{ width: number; height: number; x: number; y: number }>(610, 100_000, 0, {
        smart: true,
        pot: false,
        square: false,
        allowRotation: true,
      })
      packer.addArray(pieces.map(({ w, h }) => ({ width: w, height: h, x: 0, y: 0 })))
      const rival = Math.max(...packer.bins.flatMap((bin) => bin.rects.map((r) => r.y + r.height)))
      const free = nestStretch(pieces, 610, { cuts: 'free', gap: 0 })?.length ?? Number.POSITIVE_INFINITY
      expect(free).toBeLessThanOrEqual(rival)
      // potpack chooses its own width: on that width ours is no longer.
      expect(nestStretch(pieces, pot.w, { cuts: 'free', gap: 0, effort: 100 })?.length).toBeLessThanOrEqual(pot.h)
      sum += free / (area / 610)
    }
    // The least there could be is the area itself: on the mean an eighth above it at the most.
    expect(sum / 12).toBeLessThan(1.125)
  })

  test('gaps lie between pieces and not at the edges: three of 100 with gaps of 5 take 310', () => {
    const three = ['a', 'b', 'c'].map((id) => piece(id, 100, 50))
    expect(nestStretch(three, 310, { cuts: 'straight', gap: 5 })?.length).toBe(50)
    expect(nestStretch(three, 309, { cuts: 'straight', gap: 5 })?.length).toBe(100)
    expect(nestStretch([piece('a', 100, 50, false)], 99, { cuts: 'straight', gap: 5 })).toBeNull()
    expect(nestStretch([piece('a', 100, 50)], 50, { cuts: 'free', gap: 5 })?.length).toBe(100)
  })

  test('more effort never makes it longer, and it can be stopped with the best so far', () => {
    const random = dice(5)
    const pieces = Array.from({ length: 14 }, (_, i) => piece(String(i), 60 + Math.floor(random() * 180), 60 + Math.floor(random() * 180)))
    const quick = nestStretch(pieces, 500, { cuts: 'straight', gap: 4 })
    const long = nestStretch(pieces, 500, { cuts: 'straight', gap: 4, effort: 80 })
    expect(long?.length ?? 0).toBeLessThanOrEqual(quick?.length ?? 0)
    const told: number[] = []
    const stopped = nestStretch(pieces, 500, { cuts: 'straight', gap: 4, effort: 80, onTried: (best) => told.push(best) < 3 })
    expect(told.length).toBe(3)
    expect(stopped?.laid.length).toBe(14)
  })
})

describe('sheets', () => {
  const wanted = fc.array(
    fc.record({
      w: fc.integer({ min: 20, max: 260 }),
      h: fc.integer({ min: 20, max: 260 }),
      count: fc.integer({ min: 1, max: 9 }),
      turns: fc.boolean(),
    }),
    { minLength: 1, maxLength: 7 },
  )
  test.each(['straight', 'free'] as const)(
    '%s: nothing overlaps, all lie on the sheet, counts are exact, and straight plans can be cut',
    (cuts) => {
      fc.assert(
        fc.property(wanted, fc.integer({ min: 0, max: 12 }), (list, gap) => {
          const pieces = list.map((p, i): Wanted => ({ id: String(i), ...p }))
          const sheet = { w: 297, h: 420 }
          const { sheets, left } = nestSheets(pieces, sheet, { cuts, gap })
          const laid = new Map<string, number>()
          for (const { laid: on, count } of sheets) {
            expect(overlaps(on, gap)).toBe(false)
            if (cuts === 'straight') expect(cuttable(on)).toBe(true)
            for (const one of on) {
              expect(one.x >= 0 && one.y >= 0 && one.x + one.w <= sheet.w && one.y + one.h <= sheet.h).toBe(true)
              expect([one.w, one.h]).toEqual(one.turned ? [one.piece.h, one.piece.w] : [one.piece.w, one.piece.h])
              laid.set(one.piece.id, (laid.get(one.piece.id) ?? 0) + count)
            }
          }
          for (const { id, count } of pieces) expect((laid.get(id) ?? 0) + (left.find((l) => l.id === id)?.count ?? 0)).toBe(count)
        }),
        { numRuns: 120 },
      )
    },
  )

  // By hand: two columns of upright cards hold four, one of lying cards four; one of each, 254 wide, two and four.
  test('ninety-two cards of 100 × 150 on A3 with gaps of 4: six to a sheet, fifteen sheets alike and one with two', () => {
    const { sheets } = nestSheets([{ ...piece('card', 100, 150), count: 92 }], { w: 297, h: 420 }, { cuts: 'straight', gap: 4 })
    expect(sheets.map(({ laid, count }) => [laid.length, count])).toEqual([
      [6, 15],
      [2, 1],
    ])
  })

  test('what is larger than the sheet is left, and said', () => {
    const { sheets, left } = nestSheets(
      [
        { ...piece('large', 298, 421), count: 2 },
        { ...piece('just', 297, 420), count: 1 },
      ],
      { w: 297, h: 420 },
      { cuts: 'straight', gap: 10 },
    )
    expect([sheets.length, left.map(({ id, count }) => [id, count])]).toEqual([1, [['large', 2]]])
  })

  test('all on one sheet lie as on a stretch of that width, so that a roll is as long as it says', () => {
    const pieces = cutUp(297, 400, 9, dice(3))
    const stretch = nestStretch(pieces, 297, { cuts: 'straight', gap: 0 })
    const { sheets } = nestSheets(
      pieces.map((p) => ({ ...p, count: 1 })),
      { w: 297, h: 420 },
      { cuts: 'straight', gap: 0 },
    )
    expect(lengthOf(sheets[0]?.laid ?? [])).toBe(stretch?.length)
  })
})

test('in rows a piece as wide as the stretch goes across it, a wider one turned, one that is wider both ways not at all', () => {
  const laid = (w: number, h: number) => layShelves([piece('a', w, h)], 300)?.laid.map((one) => [one.w, one.h, one.turned])
  expect([laid(300, 400), laid(301, 300), laid(301, 400)]).toEqual([[[300, 400, false]], [[300, 301, true]], undefined])
})
