import { BriefEditSchema, briefFor, EMPTY_BRIEF } from './brief.ts'
import { ItemChangeSchema } from './item.ts'

test('a job that is begun asks for a print with borders, one picture, nothing of its own added and samples marked', () => {
  const { items, arrangement, ...rest } = EMPTY_BRIEF
  expect(rest).toMatchObject({ make: { as: 'print' }, finish: 'bordered', adds: [], sampleMark: true, paperId: null })
  expect(items).toHaveLength(1)
  expect(arrangement.as).toBe('apart')
  expect(BriefEditSchema.safeParse(EMPTY_BRIEF).success).toBe(true)
})

test('the border at the foot is as wide as the others at least, and four times as wide at most', () => {
  const taken = (foot: number) => ItemChangeSchema.safeParse({ size: { by: 'border', border: 20_000, foot } }).success
  expect([0.99, 1, 4, 4.01].map(taken)).toEqual([false, true, true, false])
})

test('of a picture one copy is printed at least, and ten thousand at most', () => {
  expect([0, 1, 10_000, 10_001].map((copies) => ItemChangeSchema.safeParse({ copies }).success)).toEqual([false, true, true, false])
})

test('a wish is what it says, and what a job begins with otherwise; what it leaves undefined it does not say', () => {
  const made = briefFor({ paperId: 'quay-matte', notes: undefined, items: [{ copies: 7, sharpen: undefined }] })
  expect(made).toMatchObject({ ...EMPTY_BRIEF, paperId: 'quay-matte', items: [{ copies: 7, sharpen: EMPTY_BRIEF.items[0]?.sharpen }] })
})
