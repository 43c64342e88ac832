// An independent codec from the registry, used only to check ours.
import sealsystems from '@sealsystems/ipp'
import fc from 'fast-check'
import { plateOf } from '../../testing/fixtures.ts'
import { type Attributes, decode, encode, first, groupOf, IppError, LIMITS, v } from './message.ts'
import { jobAttributesFor } from './plate-attributes.ts'
import { OPERATION } from './tags.ts'

const operation: Attributes = {
  'attributes-charset': v.charset('utf-8'),
  'attributes-natural-language': v.language('en'),
  'printer-uri': v.uri('ipp://127.0.0.1/ipp/print'),
}
const request = (job: Attributes) =>
  encode({
    version: [2, 0],
    code: OPERATION['Print-Job'],
    requestId: 7,
    groups: [
      { group: 'operation', attributes: operation },
      { group: 'job', attributes: job },
    ],
  })

test('what another implementation of RFC 8010 reads is what we wrote', () => {
  const read = sealsystems.parse(Buffer.from(request(jobAttributesFor(plateOf({})))))
  expect(read.operation).toBe('Print-Job')
  expect(read.id).toBe(7)
  expect(read['operation-attributes-tag']['printer-uri']).toBe('ipp://127.0.0.1/ipp/print')
  const job = read['job-attributes-tag']
  expect(job.copies).toBe(1)
  expect(job['print-quality']).toBe('normal')
  expect(job['print-scaling']).toBe('none')
  expect(job['media-col']['media-size']).toEqual({ 'x-dimension': 29_700, 'y-dimension': 42_000 })
  expect(job['media-col']['media-source']).toBe('main')
})

test('what another implementation writes is what we read', () => {
  const bytes = sealsystems.serialize({
    operation: 'Get-Jobs',
    id: 3,
    'operation-attributes-tag': {
      'attributes-charset': 'utf-8',
      'attributes-natural-language': 'en',
      'printer-uri': 'ipp://x/y',
      'which-jobs': 'completed',
      limit: 5,
    },
  })
  const { message, rest } = decode(new Uint8Array(bytes))
  expect([message.code, message.requestId, rest]).toEqual([OPERATION['Get-Jobs'], 3, bytes.length])
  expect(first(groupOf(message, 'operation'), 'which-jobs')).toBe('completed')
  expect(first(groupOf(message, 'operation'), 'limit')).toBe(5)
})

test('every syntax comes back as it went', () => {
  const job: Attributes = {
    a: v.integer(-5, 2147483647),
    b: v.boolean(true, false),
    c: v.enum(4),
    d: v.range([1, 999]),
    e: v.resolution([360, 360, 'dpi'], [118, 118, 'dpcm']),
    f: v.text('Größe'),
    g: v.keyword('one-sided'),
    h: v.none(null),
    i: v.collection({ inner: v.collection({ x: v.integer(1) }), list: v.keyword('a', 'b') }),
    j: v.octets(new Uint8Array([0, 255])),
  }
  expect(groupOf(decode(request(job)).message, 'job')).toEqual(job)
})

test('borderless pages ask for no margin, bordered ones for the path’s', () => {
  const margins = (plate: ReturnType<typeof plateOf>) => {
    const col = jobAttributesFor(plate)['media-col']?.[0]
    return col?.tag === 'begCollection' ? first(col.value, 'media-top-margin') : null
  }
  expect(margins(plateOf({}))).toBe(300)
  expect(
    margins(
      plateOf({
        brief: { paperId: 'beacon-gloss', sheet: null, finish: 'borderless', size: { by: 'sheet', fill: true } },
        pins: { stock: 'gloss-4x6' },
      }),
    ),
  ).toBe(0)
})

test('cut off anywhere, it says so and does not read past the end', () => {
  const whole = request(jobAttributesFor(plateOf({})))
  for (let length = 0; length < whole.length; length++) expect(() => decode(whole.subarray(0, length))).toThrow(IppError)
})

test('a text in a language is its words, at every length that can be (RFC 8011 section 5.1.3)', () => {
  // One attribute of a job, "n", textWithLanguage: the lengths of language and words, each with theirs.
  const message = (value: number[]) =>
    new Uint8Array([2, 0, 0, 0, 0, 0, 0, 1, 2, 0x35, 0, 1, 110, value.length >> 8, value.length & 255, ...value, 3])
  const read = (value: number[]) => groupOf(decode(message(value)).message, 'job').n
  expect(read([0, 2, 100, 101, 0, 3, 66, 105, 109])).toEqual([{ tag: 'text', value: 'Bim' }])
  // No words in no language is the shortest there is.
  expect(read([0, 0, 0, 0])).toEqual([{ tag: 'text', value: '' }])
  expect(() => read([0, 0, 0])).toThrow('too short')
  expect(read([0, 1, 100, 0, 0])).toEqual([{ tag: 'text', value: '' }])
  expect(() => read([0, 2, 100, 0, 0])).toThrow('cut off')
})

test('hostile bytes end in an error of ours, soon', () => {
  fc.assert(
    fc.property(fc.uint8Array({ maxLength: 600 }), (noise) => {
      try {
        decode(noise)
      } catch (error) {
        expect(error).toBeInstanceOf(IppError)
      }
    }),
  )
  const deep = new Uint8Array([
    2,
    0,
    0,
    2,
    0,
    0,
    0,
    1,
    2,
    ...Array.from({ length: 40 }, () => [0x34, 0, 1, 97, 0, 0, 0x4a, 0, 0, 0, 1, 98]).flat(),
  ])
  expect(() => decode(deep)).toThrow(IppError)
  expect(LIMITS.depth).toBeLessThan(40)
})
