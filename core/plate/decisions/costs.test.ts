import { CASES, picture, plateOf, sheet } from '../../testing/fixtures.ts'
import type { BriefParts } from '../../things/brief/brief-of.ts'
import { mm } from '../../things/length/length.ts'
import type { Studio } from '../../things/studio/studio.ts'
import { sayRisk } from './expansion.ts'

type Points = (...found: number[]) => number | readonly number[] | { from: number; to: number }
/**
 * What each thing costs, one point about a minute of an operator's time (docs/decisions/3): a sentence, and the points that
 * follow from the numbers in it. The third column is how far rounding in the sentence may leave them off.
 */
const TABLE: readonly [RegExp, Points, number?][] = [
  // Ways through the studio.
  [/^cut it first: (\d+) /, (n) => 6 + 3 * n],
  [/^another paper is in this path: change it$/, () => 4],
  [/^not loaded yet$/, () => 4],
  [/^this paper has never been printed here$/, () => 15],
  [/^more bad prints \(\d+\) than good \(\d+\) here$/, () => 10],
  [/^proven on another path$/, () => 8],
  [/^no profile for this paper here$/, () => 10],
  [/^swap to \w+ black: (\d+) min and (\d+) ml of ink$/, (minutes, ml) => minutes + ml],
  [/^cannot print borderless on this sheet$/, () => 40],
  [/^borderless at the two sides only$/, () => 20],
  [/^loses ([\d.]+) mm at the \w+ edge$/, (dead) => dead / 4],
  [/^loses ([\d.]+) mm at the \w+ edge, loses ([\d.]+) mm at the \w+ edge$/, (one, other) => (one + other) / 4],
  [/^([\d.]+) mm of the picture does not fit$/, (over) => 30 + over, 0.05],
  [/^(\d+) loads of \d+$/, (loads) => (loads - 1) * 2],
  [/^one cut by hand: this roll has no cutter$/, () => 2],
  [/^(\d+) cuts by hand: this roll has no cutter$/, (cuts) => (cuts > 1 ? 2 * cuts : Number.NaN)],
  [/^prints for (\d+) min$/, (minutes) => minutes / 10, 0.051],
  [/^not enough of this lot$/, () => 25],
  [/^([\d.]+) of paper$/, (price) => price / 5, 0.0011],
  [/is the nearest entry here and does not suit the paper$/, () => [12, 80]],
  // Page, margins and expansion.
  [/^the page lies ([\d.]+) mm off on this sheet$/, (off) => 4 + 2 * off, 0.11],
  [/^the page lies ([\d.]+) mm off, which nobody sees$/, (off) => 2 * off, 0.11],
  [/^a custom page to type in$/, () => 2],
  [/^a custom page is not printed borderless here$/, () => 30],
  [/^paper shows; the brief asks for borderless$/, () => 25],
  [/^the brief asks for borders$/, () => 25],
  [/^the edge of the picture is lost; the brief asks for borders$/, () => 25],
  [/^([\d.]+) % of the print lies past the edge$/, (lost) => lost / 2, 0.051],
  [
    /a white sliver on (\d+) sheets? of (\d+) ?(\d+)?$/,
    (white, of, more) => 1 + (60 * white) / (Number.isNaN(more) ? of : of * 1000 + more),
    0.06,
  ],
  // Orientation and placement.
  [/cut off, all of it blank$/, () => 0.2],
  [/cut off: ([\d.]+) % of the picture$/, (lost) => 8 + 1.5 * lost, 0.08],
  [/^the picture’s \w+ is cut, which you want kept$/, () => 60],
  [/^has to be moved ([\d.]+) mm off centre$/, (shift) => 3 + shift / 2, 0.03],
  [/^facing borders differ by ([\d.]+) mm$/, (differ) => (differ < 1 ? 0 : 3 + differ / 4), 0.03],
  [/^paper stays at the /, () => 15],
  [/^the print is [\d.]+ mm at its longest, smaller than it could be$/, () => ({ from: 0, to: 20 })],
  [/^([\d.]+) % of the picture is cropped$/, (cropped) => cropped * 0.4, 0.21],
  [/^the print comes out head last$/, () => 0.5],
  [/^the brief asks for (head|foot|turned)/, () => 60],
  // Media, quality, gap, coat.
  [/^another one won on test strips$/, () => 50],
  [/^the profile was made with another media type$/, () => 20],
  [/^meant for \w+ paper, this is \w+$/, () => 4],
  [/^meant for [\d–]+ g\/m², this is \d+$/, () => 5],
  [/^not the nearest entry$/, () => ({ from: 3, to: 20 })],
  [/^prints with \w+ black, which (stays dull|does not bind)/, () => 120],
  [/^lays ink for \w+ paper: too (little|much)/, () => 90],
  [/^is meant for \w+ paper and this is \w+: tones and drying will differ$/, () => 12],
  // Time counts in a rush.
  [/^(\d+) min longer than the fastest$/, (extra) => [extra / 50, extra / 2], 0.26],
  [/^no profile was made at this resolution$/, () => [8, 2]],
  [/^not what the pairing was made with$/, () => [2, 0]],
  [/^visibly coarse$/, () => 12],
  [/^a little less sharp$/, () => 1],
  [/^more time and ink for what few can see$/, () => 2],
  // Paper thicker than the normal gap clears, or the curled end of a roll.
  [/^the head can strike the sheet$/, () => [12, 8]],
  [/^the printer asks at its panel before every print$/, () => 1],
  [/^bare paper and ink shine differently$/, () => 4],
  [/^more ink, borders shine too$/, () => 2],
  [/^a little more ink$/, () => 1],
  [/^greys of several inks can shift under other light$/, () => 1],
  [/^it takes no profile: /, () => 2],
  // Colour.
  [/^the driver manages colour, so it would not be used$/, () => 20],
  [/^nobody has said what it was made for$/, () => 25],
  [/^made for another printer$/, () => 60],
  [/^made for another paper$/, () => 30],
  [/^made with another media type$/, () => 8],
  [/^made at \d+ dpi$/, () => 4],
  [/^borrowed from /, () => 2],
  [/^the program would have nothing to manage with$/, () => 35],
  [/^the printer’s own tables know nothing of this paper$/, () => 5],
  [/^no profile for this paper to manage with$/, () => 6],
  [/^(double profiling|unmanaged colour)$/, () => 30],
  [/^for proofs of another paper: tints the whites$/, () => 20],
  [/^for charts, not for photographs$/, () => 15],
  [/^colours (beyond the gamut flatten|that would print as they are move a little too)$/, () => 2.5],
  [/^shadows below the paper’s black run together$/, () => 5],
  [/^the house rule is off$/, () => 5],
  [/^goes against another choice you pinned$/, () => 500],
]

const TESTED = { intent: 'relative' as const, blackPoint: true, because: '', on: '2026-01-02' }
const A3 = sheet('iso_a3_297x420mm')
const MORE: { brief: BriefParts; pins?: Record<string, string>; studio?: (s: Studio) => void }[] = [
  { brief: { copies: 31 }, pins: { printer: 'heron' } },
  { brief: { paperId: 'beacon-gloss', sheet: sheet('na_index-4x6_4x6in'), copies: 100 } },
  { brief: { keep: ['head', 'foot'], turn: 180, paperId: 'breakwater-board', size: { by: 'picture', width: mm(390), height: null } } },
  { brief: { sheet: { width: mm(210), length: mm(594), name: null } } },
  { brief: { paperId: 'lamproom-baryta', picture: picture({ told: 'black-and-white' }) } },
  { brief: { paperId: 'pilot-rag', sheet: null, size: { by: 'picture', width: mm(380), height: null }, copies: 2 } },
  { brief: { finish: 'borderless', size: { by: 'sheet', fill: true }, sheet: A3 } },
  { brief: { size: { by: 'sheet', fill: true }, picture: picture({ width: 2000, height: 2000 }) } },
  { brief: { size: { by: 'picture', width: mm(500), height: null } } },
  {
    brief: { keep: ['left', 'right'], paperId: 'breakwater-board', size: { by: 'picture', width: mm(410), height: null } },
    pins: { path: 'gannet-board' },
  },
  { brief: { paperId: 'beacon-gloss', sheet: sheet('na_super-b_13x19in') }, pins: { printer: 'heron' } },
  ...[1, 3].map((copies) => ({
    brief: { paperId: 'pilot-rag', sheet: null, size: { by: 'picture', width: mm(380), height: null }, copies } as BriefParts,
    studio: (s: Studio) => {
      for (const p of s.printers) for (const path of p.paths) if (path.kind === 'roll') path.kind = 'roll-uncut'
    },
  })),
  {
    brief: {},
    studio: (s) => {
      s.rules.blackPointCompensation = false
      for (const p of s.printers) {
        for (const path of p.paths) Object.assign(path.margins, { leading: mm(16), trailing: mm(22) })
        for (const q of p.qualities) if (q.id === 'standard') q.ipp = 'draft'
        p.mediaTypes = p.mediaTypes.filter((m) => m.surface !== 'gloss' && m.surface !== 'satin')
      }
      for (const p of s.pairings) p.tested = { ...TESTED, mediaTypeId: 'fine-art-matte' }
      for (const [i, p] of s.profiles.entries()) p.boundTo = i % 2 === 0 || !p.boundTo ? null : { ...p.boundTo, borrowedFrom: 'Heron 24' }
    },
  },
  {
    brief: {},
    studio: (s) => {
      for (const p of s.pairings) Object.assign(p, { good: 1, bad: 3 })
      for (const l of s.lots) l.stock = 1
      for (const l of s.lots) l.measured = { width: l.measured.width - 1400, length: l.measured.length - 2100 }
    },
  },
]

test('every cost of every alternative is what its sentence says, and is in the table', () => {
  const used = new Set<RegExp>()
  const wrong = new Set<string>()
  const hold = ({ points, says }: { points: number; says: string }) => {
    const row = TABLE.find(([pattern]) => pattern.test(says))
    if (!row) return wrong.add(`not in the table: ${says} (${points})`)
    const [pattern, of, off = 1e-9] = row
    used.add(pattern)
    const wanted = of(...(pattern.exec(says) ?? []).slice(1).map(Number))
    const right =
      typeof wanted === 'object' && 'from' in wanted
        ? points >= wanted.from - off && points <= wanted.to + off
        : [wanted].flat().some((w) => Math.abs(points - w) <= off)
    return right ? wrong : wrong.add(`${says}: ${points} for ${JSON.stringify(wanted)}`)
  }
  for (const { brief, pins = {}, studio } of [...CASES, ...MORE].map((c) => ({ studio: undefined, ...c }))) {
    const plate = plateOf({ brief: { ...brief, unit: 'mm' }, pins, ...(studio ? { studio } : {}) })
    for (const line of plate.decisions) for (const a of line.alternatives) a.costs.forEach(hold)
  }
  expect([...wrong]).toEqual([])
  // Rows that nothing here costs would only look like a promise.
  expect(TABLE.filter(([pattern]) => !used.has(pattern)).map(([pattern]) => pattern.source)).toEqual([])
})

test.each([
  [0, 'no sheet of 10 000'],
  [0.00001, '1 sheet of 10 000'],
  [0.0009, '9 sheets of 10 000'],
  [0.001, '1 sheet of 1 000'],
  [0.0994, '99 sheets of 1 000'],
  [0.1, '10 sheets of 100'],
  [1, '100 sheets of 100'],
])('a risk of %d is said as %s', (risk, says) => expect(sayRisk(risk).replaceAll('\u202f', ' ').replaceAll('\u00a0', ' ')).toBe(says))

test('what a finer quality costs more time than the fastest, by hand, and from fifty copies on it weighs more', () => {
  // 296.6 × 419.8 mm of A3 lustre; 520, 1100 and 2600 s/m² are the printer's own.
  const minutes = (seconds: number, copies: number) => (((seconds - 520) * 0.2966 * 0.4198) / 60) * copies
  for (const [copies, weight] of [
    [30, 0.02],
    [49, 0.02],
    [50, 0.5],
  ] as const) {
    const of = plateOf({ brief: { copies }, pins: { printer: 'gannet' } }).decisions.find(({ key }) => key === 'quality')
    const costs = (id: string) => of?.alternatives.find((a) => a.id === id)?.costs[0]
    expect(costs('standard')).toBeUndefined()
    for (const [id, seconds] of [
      ['fine', 1100],
      ['finest', 2600],
    ] as const) {
      expect(costs(id)?.says).toBe(`${minutes(seconds, copies).toFixed(0)} min longer than the fastest`)
      expect(costs(id)?.points).toBeCloseTo(weight * minutes(seconds, copies), 6)
    }
  }
})

test('what is cropped, and how much smaller a print could be, by hand for a picture five to four on A3', () => {
  // What prints is 291 × 414 mm.
  const told = (fill: boolean) =>
    plateOf({ brief: { picture: picture({ width: 3000, height: 2400 }), size: { by: 'sheet', fill } } })
      .decisions.find(({ key }) => key === 'orientation')
      ?.alternatives.map(({ id, costs }) => [id, ...costs.map(({ points, says }) => `${says}: ${points.toFixed(2)}`)])
  const own = (list: unknown[] = []) => list.filter((words) => !/blank/.test(String(words)))
  // Filled: 1 − 1.25 / (414 / 291) lying, 1 − (291 / 414) / 1.25 upright, forty points for all of it.
  expect(told(true)?.map(own)).toEqual([
    ['90', '12 % of the picture is cropped: 4.86'],
    ['270', '12 % of the picture is cropped: 4.86', 'the print comes out head last: 0.50'],
    ['0', '44 % of the picture is cropped: 17.51'],
    ['180', '44 % of the picture is cropped: 17.51', 'the print comes out head last: 0.50'],
  ])
  // Whole: 291 × 232.8 upright has 0.64 of 363.75 × 291, twenty points for all of it.
  const smaller = 'the print is 291.0 mm at its longest, smaller than it could be: 7.20'
  expect(told(false)).toEqual([
    ['90'],
    ['270', 'the print comes out head last: 0.50'],
    ['0', smaller],
    ['180', smaller, 'the print comes out head last: 0.50'],
  ])
})
