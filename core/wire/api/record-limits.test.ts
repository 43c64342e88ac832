import type { z } from 'zod'
import { ProfileFactsSchema } from '../../color/profile/facts.ts'
import { EMPTY_ITEM, ItemChangeSchema } from '../../things/brief/item.ts'
import { mirrored } from '../../things/brief/make.ts'
import { NO_PICTURE } from '../../things/brief/picture.ts'
import { LotSchema } from '../../things/media/media.ts'
import { PathSchema } from '../../things/paths/path.ts'
import { InspectionSchema } from '../../work/runs/inspection.ts'
import { ArchiveManifestSchema } from './archive.ts'
import { StripsAskedSchema } from './calls/test-sheets.ts'
import { JobEditSchema, JobNewSchema } from './dto.ts'
import { HandSchema } from './machine.ts'

/** What one place of a record takes: the value at its limit, and the one beyond it. */
const takes = (schema: z.ZodType, record: object, at: string, value: unknown) => {
  const copy = structuredClone(record) as Record<string, unknown>
  const keys = at.split('.')
  const last = keys.pop() as string
  const place = keys.reduce<Record<string, unknown>>((o, k) => o[k] as Record<string, unknown>, copy)
  place[last] = value
  const read = schema.safeParse(copy)
  return read.success || !read.error.issues.some((issue) => issue.path.join('.').startsWith(at))
}
const capacity = { capacity: [{ upTo: 100, sheets: 1 }] }
const strip = { intent: 'relative', blackPoint: true, profileId: 'p', mediaTypeId: null }

test.each([
  ['an id', LotSchema, { id: 'x' }, 'id', 'x'.repeat(60), 'x'.repeat(61)],
  ['sheets of a path', PathSchema, capacity, 'capacity.0.sheets', 5000, 5001],
  ['the title of a job', JobEditSchema, { version: 1 }, 'title', 'x', ' '],
  ['the title of a new job', JobNewSchema, {}, 'title', 'x', ''],
  ['the pace of a machine', HandSchema, { act: 'pace', pace: 1 }, 'pace', 1_000_000, 1_000_001],
  ['the lightest step seen', InspectionSchema, { target: { light: 250 } }, 'target.light', 245, 244],
  ['the last step seen', InspectionSchema, { target: { light: 250 } }, 'target.light', 254, 255],
  ['strips', StripsAskedSchema, { candidates: [] }, 'candidates', Array(8).fill(strip), Array(9).fill(strip)],
  ['fewest strips', StripsAskedSchema, { candidates: [] }, 'candidates', Array(2).fill(strip), Array(1).fill(strip)],
  ['the name of a studio in an archive', ArchiveManifestSchema, {}, 'name', 'x'.repeat(120), 'x'.repeat(121)],
  ['its short name there', ArchiveManifestSchema, {}, 'studio', 'x'.repeat(40), 'x'.repeat(41)],
  ['a file name', ProfileFactsSchema, {}, 'fileName', 'x'.repeat(255), 'x'.repeat(256)],
] as const)('%s: its limit is taken, what lies beyond is not', (_name, schema, record, at, limit, beyond) => {
  expect([takes(schema, record, at, limit), takes(schema, record, at, beyond)]).toEqual([true, false])
})

test('an item’s own id is no change to it', () => {
  expect(ItemChangeSchema.parse({ id: '7', copies: 3 })).toEqual({ copies: 3 })
  expect(EMPTY_ITEM.id).toBe('1')
})

test('only a print is mirrored, and only when it says so', () => {
  expect([{ as: 'print', mirror: true }, { as: 'print', mirror: false }, { as: 'print' }].map((m) => mirrored(m as never))).toEqual([
    true,
    false,
    false,
  ])
})

test('a brief without a picture is laid out for one of three to two', () => {
  expect([NO_PICTURE.width, NO_PICTURE.height]).toEqual([6000, 4000])
})
