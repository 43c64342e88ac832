import { printedLab } from './inks.ts'
import { type InkOnPaper, inkModelFor } from './paper-inks.ts'

const on = (change: Partial<InkOnPaper> = {}): InkOnPaper => ({
  inkSet: 'pigment-10',
  coating: 'gloss',
  expects: 'gloss',
  white: [95, 1, -4],
  black: 'photo',
  ...change,
})
const print = (change: Partial<InkOnPaper>, rgb: [number, number, number]) => printedLab(inkModelFor(on(change)))(rgb)
const near = (found: readonly number[], wanted: readonly number[]) => expect(found.map((v) => Math.round(v * 10) / 10)).toEqual(wanted)

// By hand from the corners of ten pigment inks on gloss; the paper’s own yellow or blue shows through by three parts in ten.
test('each full ink prints its corner, and overprints theirs', () => {
  near(print({}, [1, 1, 1]), [95, 1, -4])
  near(print({}, [0, 1, 1]), [55, -38, -51.2])
  near(print({}, [1, 0, 1]), [48, 76, -9.2])
  near(print({}, [1, 1, 0]), [90, -7, 96.8])
  near(print({}, [1, 0, 0]), [48, 70, 52.8])
  near(print({}, [0, 1, 0]), [50, -70, 30.8])
  near(print({}, [0, 0, 1]), [26, 26, -59.2])
  near(print({}, [0, 0, 0]), [4, 0.2, -0.3])
})

test('ink set and coating take chroma away and lift what was dark', () => {
  // Matte takes 0.8 of the chroma and lifts by 5; twelve inks reach 1.05 of ten’s, dye 0.98, bulk 0.88.
  near(print({ coating: 'matte', expects: 'matte', black: 'matte' }, [1, 0, 1]), [53, 60.8, -7.6])
  near(print({ inkSet: 'pigment-12' }, [1, 0, 1]), [48, 79.8, -9.6])
  near(print({ inkSet: 'dye-6' }, [1, 0, 1]), [48, 74.5, -9])
  near(print({ inkSet: 'bulk-4' }, [1, 0, 1]), [48, 66.9, -8.2])
  near(print({ inkSet: 'bulk-4' }, [0, 0, 0]), [6, 0.2, -0.3])
  near(print({ coating: 'plain', expects: 'plain', black: 'matte' }, [0, 0, 0]), [25, 0.2, -0.3])
})

test('too much ink on an absorbent sheet goes flat and warm, too little on a sealed one is weak', () => {
  // Flooded: 0.86 of 0.78 of the chroma, black 16 + 10 (photo black) + 5 lighter; starved: 0.8.
  near(print({ coating: 'art', expects: 'gloss' }, [1, 0, 1]), [53, 51, -6.6])
  near(print({ coating: 'art', expects: 'gloss' }, [0, 0, 0]), [31, 0.2, 1.8])
  near(print({ expects: 'art', black: 'matte' }, [1, 0, 1]), [48, 60.8, -7.6])
  near(print({ expects: 'art', black: 'matte' }, [0, 0, 0]), [19, 0.2, 3])
  const half = (change: Partial<InkOnPaper>) => print(change, [0.5, 0.5, 0.5])[0]
  expect(half({ coating: 'art', expects: 'gloss', black: 'matte' })).toBeLessThan(half({ coating: 'art', expects: 'art', black: 'matte' }))
  expect(half({ expects: 'art' })).toBeGreaterThan(half({}))
})

test('half of one ink covers half of the paper before it spreads: Yule and Nielsen’s mean of the roots', () => {
  // By hand for lightness alone: n = 1.9, spread 1.02 on gloss; Y of L* 95 and 55 (CIE 15).
  const y = (l: number) => ((l + 16) / 116) ** 3
  const area = 0.5 ** 1.02
  const mixed = (area * y(55) ** (1 / 1.9) + (1 - area) * y(95) ** (1 / 1.9)) ** 1.9
  expect(print({}, [0.5, 1, 1])[0]).toBeCloseTo(116 * Math.cbrt(mixed) - 16, 6)
})

test('board mixes as roughly as art paper: its factor is 2.4', () => {
  const y = (l: number) => ((l + 16) / 116) ** 3
  const found = print({ coating: 'board', expects: 'board', black: 'matte' }, [0.5, 1, 1])[0]
  const area = 0.5 ** 0.95
  // Cyan on board: 55 lifted by 6.
  const mixed = (area * y(61) ** (1 / 2.4) + (1 - area) * y(95) ** (1 / 2.4)) ** 2.4
  expect(found).toBeCloseTo(116 * Math.cbrt(mixed) - 16, 6)
})
