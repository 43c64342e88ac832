import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import { SENTENCE } from '../../testing/sentence.ts'
import { LIMITS, readProfile, requirePrinterProfile } from './read.ts'

const good = new Uint8Array(readFileSync('demo/profiles/heron-harbour-lustre.icc'))
const code = (bytes: Uint8Array) => {
  const read = readProfile(bytes)
  return read.ok ? 'ok' : read.problem.code
}

test('reads what a printer profile says of itself', () => {
  const read = readProfile(good)
  expect(
    read.ok && { ...read.value, tags: read.value.tags.length > 8, tables: read.value.tables.map((t) => `${t.tag} ${t.kind} ${t.grid}`) },
  ).toEqual({
    description: 'Heron 17, Harbour Lustre 255, Photo satin, 1440 dpi',
    deviceClass: 'prtr',
    space: 'RGB ',
    connection: 'Lab ',
    version: '2.2',
    created: expect.stringMatching(/^2026-/),
    maker: '',
    model: '',
    creator: 'argl',
    makerText: expect.any(String),
    modelText: expect.any(String),
    readings: null,
    tags: true,
    tables: [...['A2B1', 'A2B0', 'A2B2', 'B2A1', 'B2A0', 'B2A2', 'gamt'].map((tag) => `${tag} lut16 17,17,17`)],
    intents: { perceptual: true, relative: true, saturation: true },
  })
})

test.each([
  ['an empty file', new Uint8Array(), 'profile-truncated'],
  ['text', new TextEncoder().encode('not a profile '.repeat(40)), 'profile-no-signature'],
  ['half a profile', good.slice(0, 5000), 'profile-truncated'],
  ['absurd tag count', Object.assign(good.slice(), { 128: 255, 129: 255 }), 'profile-tag-count'],
  ['a tag beyond the end', Object.assign(good.slice(), { 136: 255, 137: 255 }), 'profile-tag-range'],
])('%s is refused', (_name, bytes, expected) => expect(code(bytes)).toBe(expected))

test('a profile larger than the limit is refused before it is read', () =>
  expect(code(new Uint8Array(LIMITS.bytes + 1))).toBe('profile-too-large'))

test('what cannot print is named for what it is', () => {
  const display = Object.assign(good.slice(), { 12: 0x6d, 13: 0x6e, 14: 0x74, 15: 0x72 })
  const read = readProfile(display)
  const checked = read.ok ? requirePrinterProfile(read.value) : read
  expect(checked.ok ? '' : checked.problem.message).toContain('a display')
})

test('no mutation of a profile makes the reader throw', () => {
  fc.assert(
    fc.property(fc.array(fc.tuple(fc.nat(400), fc.nat(255)), { minLength: 1, maxLength: 12 }), fc.nat(good.length), (changes, keep) => {
      const bytes = good.slice(0, keep)
      for (const [at, value] of changes) if (at < bytes.length) bytes[at] = value
      const read = readProfile(bytes)
      expect(read.ok ? 'It was read.' : read.problem.message).toMatch(SENTENCE)
    }),
    { numRuns: 500 },
  )
})

test('chart readings that a profile carries are found', () => {
  const text = new TextEncoder().encode('text\0\0\0\0CTI3\nNUMBER_OF_SETS 2\nBEGIN_DATA\n1 0 0 0\n2 100 100 100\nEND_DATA\n\0')
  const bytes = new Uint8Array(good.length + text.length)
  bytes.set(good)
  bytes.set(text, good.length)
  const view = new DataView(bytes.buffer)
  view.setUint32(0, bytes.length)
  // The copyright's entry in the tag table is given to the readings.
  const entry =
    132 + 12 * Array.from({ length: view.getUint32(128) }, (_, i) => i).findIndex((i) => view.getUint32(132 + i * 12) === 0x63707274)
  bytes.set(new TextEncoder().encode('targ'), entry)
  view.setUint32(entry + 4, good.length)
  view.setUint32(entry + 8, text.length)
  const read = readProfile(bytes)
  expect(read.ok && read.value.readings).toContain('2 100 100 100')
})

test('two tags that lie over one another are refused, two that share their data are not', () => {
  const view = new DataView(good.buffer, good.byteOffset)
  const crossed = good.slice()
  new DataView(crossed.buffer).setUint32(136 + 12, view.getUint32(136) + 8)
  expect(code(crossed)).toBe('profile-tag-overlap')
  expect(code(good)).toBe('ok')
})

test.each([
  [[2026, 11, 26, 3, 4, 5], '2026-11-26T03:04:05.000Z'],
  [[1990, 1, 1, 0, 0, 0], '1990-01-01T00:00:00.000Z'],
  [[2200, 12, 31, 23, 59, 59], '2200-12-31T23:59:59.000Z'],
  [[1989, 11, 26, 3, 4, 5], null],
  [[2201, 11, 26, 3, 4, 5], null],
  [[2026, 0, 26, 3, 4, 5], null],
  [[2026, 13, 26, 3, 4, 5], null],
  [[2026, 11, 0, 3, 4, 5], null],
  [[2026, 11, 32, 3, 4, 5], null],
  [[2026, 11, 26, 24, 4, 5], null],
  [[2026, 11, 26, 3, 60, 5], null],
  [[2026, 11, 26, 3, 4, 60], null],
])('a profile made at %j (ICC.1, dateTimeNumber) is of %s', (parts, created) => {
  const bytes = good.slice()
  const view = new DataView(bytes.buffer)
  parts.forEach((v, i) => {
    view.setUint16(24 + 2 * i, v)
  })
  const read = readProfile(bytes)
  expect(read.ok && read.value.created).toBe(created)
})

test('a hundred tags are read, more are not believed; what a profile has is asked of its tags', () => {
  const withTags = (count: number) => {
    const header = good.slice(0, 128)
    const bytes = new Uint8Array(132 + count * 12 + count * 16)
    bytes.set(header)
    const view = new DataView(bytes.buffer)
    view.setUint32(0, bytes.length)
    view.setUint32(128, count)
    for (let i = 0; i < count; i++) {
      bytes.set(new TextEncoder().encode(`t${String(i).padStart(3, '0')}`), 132 + i * 12)
      view.setUint32(136 + i * 12, 132 + count * 12 + i * 16)
      view.setUint32(140 + i * 12, 16)
    }
    return bytes
  }
  expect([code(withTags(99)), code(withTags(100)), code(withTags(101))]).toEqual(['ok', 'ok', 'profile-tag-count'])
  const read = readProfile(withTags(3))
  expect(read.ok && read.value.intents).toEqual({ perceptual: false, relative: false, saturation: false })
})

test('a profile may have a hundred tags, and not one more', () => {
  const tagged = (count: number) => {
    const bytes = new Uint8Array(good.length + 2000)
    bytes.set(good.subarray(0, 128))
    const view = new DataView(bytes.buffer)
    view.setUint32(0, bytes.length)
    view.setUint32(128, count)
    for (let i = 0; i < count; i++) {
      // Each has a signature of its own and shares the same few bytes, as tags may.
      bytes.set([0x61, 0x61, 0x61 + Math.floor(i / 20), 0x61 + (i % 20)], 132 + i * 12)
      view.setUint32(136 + i * 12, 1500)
      view.setUint32(140 + i * 12, 40)
    }
    return code(bytes)
  }
  expect([tagged(LIMITS.tags), tagged(LIMITS.tags + 1)]).toEqual(['ok', 'profile-tag-count'])
})

test('a description in several languages is read by its first record; with no record, or one beyond the tag, there is none', () => {
  const read = readProfile(good)
  const tag = read.ok ? read.value.tags.find(({ signature }) => signature === 'desc') : undefined
  if (!tag) throw new Error('no description')
  const described = (records: number, length: number, start: number) => {
    const bytes = good.slice()
    const view = new DataView(bytes.buffer, tag.offset, tag.size)
    // multiLocalizedUnicodeType: its name, four bytes, how many records and how long each is; language, length and place of one.
    for (const [i, c] of [...'mluc'].entries()) view.setUint8(i, c.charCodeAt(0))
    view.setUint32(8, records)
    view.setUint32(12, 12)
    view.setUint32(20, length)
    view.setUint32(24, start)
    for (const [i, c] of [...'Möwe'].entries()) if (start + 2 * i + 2 <= tag.size) view.setUint16(start + 2 * i, c.charCodeAt(0))
    const made = readProfile(bytes)
    return made.ok ? made.value.description : made.problem.code
  }
  const NONE = 'Profile without a name'
  expect(tag.size).toBeGreaterThan(40)
  expect([described(1, 8, 28), described(1, 4, 28), described(0, 8, 28), described(1, 8, tag.size - 7)]).toEqual(['Möwe', 'Mö', NONE, NONE])
  expect(described(1, 8, tag.size - 8)).toBe('Möwe')
})

test('a printer profile proofs with the tables of either intent, and with none of them not at all', () => {
  const without = (...tags: string[]) => {
    const bytes = Buffer.from(good)
    // The tag table stands at byte 128, its names are four letters each (ICC.1).
    for (let at = 132; at < 132 + bytes.readUInt32BE(128) * 12; at += 12)
      if (tags.includes(bytes.toString('latin1', at, at + 4))) bytes.write('none', at, 'latin1')
    const read = readProfile(new Uint8Array(bytes))
    const checked = read.ok ? requirePrinterProfile(read.value) : read
    return checked.ok ? 'ok' : checked.problem.code
  }
  expect([without(), without('A2B0'), without('A2B1'), without('A2B0', 'A2B1')]).toEqual(['ok', 'ok', 'ok', 'profile-no-tables'])
})
