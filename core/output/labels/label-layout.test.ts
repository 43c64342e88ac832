import fc from 'fast-check'
import { checkLabelSheet, LABEL_SHEETS, type LabelSheet, LabelSheetSchema, placeLabels } from './label-layout.ts'

const [a4] = LABEL_SHEETS.map((s) => s.sheet) as [LabelSheet]

test.each(LABEL_SHEETS.map((s) => [s.title, s.sheet] as const))('%s can be had', (_, sheet) => {
  expect(checkLabelSheet(sheet)).toEqual({ ok: true, value: sheet })
})
test('by row, onto the next sheet when one is full, after those that are gone (by hand)', () => {
  expect(placeLabels(a4, 3, 22)).toEqual([
    { page: 0, left: 70_000, top: 259_500 },
    { page: 0, left: 140_000, top: 259_500 },
    { page: 1, left: 0, top: 500 },
  ])
})
test.each<[Partial<LabelSheet>, string | null]>([
  [{ labelWidth: 40_000 }, null],
  [{ labelWidth: 39_999 }, 'label-small'],
  [{ labelLength: 18_000 }, null],
  [{ labelLength: 17_999 }, 'label-small'],
  [{ pitchAcross: 69_999 }, 'labels-overlap'],
  [{ pitchDown: 36_999 }, 'labels-overlap'],
  [{ left: 1 }, 'labels-outside'],
  [{ top: 1000 }, null],
  [{ top: 1001 }, 'labels-outside'],
])('%j is refused as %s', (change, code) => {
  const read = checkLabelSheet({ ...a4, ...change })
  expect(read.ok ? null : read.problem.code).toBe(code)
})
test('a refusal says the length that is wrong and the one that is allowed, in millimetres', () => {
  expect(checkLabelSheet({ ...a4, labelWidth: 39_500 })).toMatchObject({
    problem: { field: 'labelWidth', value: '39.5 mm', limit: '40 mm' },
  })
})
test('whatever is accepted lies on its sheet and beside its neighbours; whatever is not does not', () => {
  const whole = (min: number, max: number) => fc.integer({ min, max })
  let accepted = 0
  fc.assert(
    fc.property(
      fc.record({ columns: whole(1, 3), rows: whole(1, 6), left: whole(0, 20_000), top: whole(0, 20_000) }),
      fc.record({ labelWidth: whole(40_000, 80_000), labelLength: whole(18_000, 50_000) }),
      whole(-300, 6000),
      whole(-300, 6000),
      whole(0, 17),
      (grid, label, across, down, used) => {
        const of = {
          width: 210_000,
          length: 297_000,
          ...grid,
          ...label,
          pitchAcross: label.labelWidth + across,
          pitchDown: label.labelLength + down,
        }
        const each = of.columns * of.rows
        const placed = placeLabels(of, each, used % each)
        const inside = placed.every((a) => a.left + of.labelWidth <= of.width && a.top + of.labelLength <= of.length)
        const apart = placed.every((a, i) =>
          placed
            .slice(0, i)
            .every((b) => a.page !== b.page || Math.abs(a.left - b.left) >= of.labelWidth || Math.abs(a.top - b.top) >= of.labelLength),
        )
        const { ok } = checkLabelSheet(of)
        if (ok) accepted++
        // A first row or column alone on its sheet says nothing of the others.
        if (ok) expect([inside, apart]).toEqual([true, true])
        else if (used % each === 0) expect(inside && apart).toBe(false)
      },
    ),
    { seed: 16, numRuns: 500 },
  )
  expect(accepted).toBeGreaterThan(50)
})

test.each(LABEL_SHEETS.map((s) => [s.title, s.sheet] as const))('the labels of %s lie in the middle of it', (_, of) => {
  const right = of.width - of.left - (of.columns - 1) * of.pitchAcross - of.labelWidth
  const bottom = of.length - of.top - (of.rows - 1) * of.pitchDown - of.labelLength
  expect([right, bottom]).toEqual([of.left, of.top])
})

test('a sheet that is used up begins on the next', () => {
  expect(placeLabels(a4, 2, 24)).toEqual([
    { page: 1, left: 0, top: 500 },
    { page: 1, left: 70_000, top: 500 },
  ])
  expect(placeLabels(a4, 1)).toEqual([{ page: 0, left: 0, top: 500 }])
})

test('a label that is not long enough is refused by its length', () => {
  expect(checkLabelSheet({ ...a4, labelLength: 17_500 })).toMatchObject({
    problem: { field: 'labelLength', value: '17.5 mm', limit: '18 mm' },
  })
})

test('a sheet has up to twenty columns and sixty rows of labels', () => {
  const reads = (columns: number, rows: number) => LabelSheetSchema.safeParse({ ...a4, columns, rows }).success
  expect([reads(20, 60), reads(21, 60), reads(20, 61), reads(0, 60), reads(20, 0)]).toEqual([true, false, false, false, false])
})
