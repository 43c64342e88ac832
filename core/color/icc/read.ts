import { fail, ok, type Result } from '../../things/problem/problem.ts'
import { readTables, type Table, type Tag } from './tables.ts'

/** Limits for profiles from outside. The largest real printer profiles are about 10 MB. */
export const LIMITS = { bytes: 32 << 20, tags: 100 } as const

/** What the header and the tag table of a profile say. Source: ICC.1:2022, sections 7.2 and 7.3. */
export interface ProfileInfo {
  description: string
  /** Device class signature, e.g. `prtr`, `mntr`, `scnr`. */
  deviceClass: string
  /** Data colour space, e.g. `RGB `, `GRAY`, `CMYK`. */
  space: string
  connection: 'XYZ ' | 'Lab '
  version: string
  /** When it was made, ISO 8601 UTC, or null where the header gives no possible date. */
  created: string | null
  /** Four-letter signatures of the header, and what the profile says in words; empty where it says nothing. */
  maker: string
  model: string
  creator: string
  makerText: string
  modelText: string
  tags: Tag[]
  tables: Table[]
  /** Chart readings in CGATS text that the profile carries, or null. */
  readings: string | null
  /** Which intents have their own table from the connection space to the device. */
  intents: { perceptual: boolean; relative: boolean; saturation: boolean }
}

/** Tags that may hold chart readings as CGATS text, by common practice. */
const READINGS = ['targ', 'CIED', 'DevD']

const ascii = (bytes: Uint8Array, at: number, length: number) => String.fromCharCode(...bytes.subarray(at, at + length))
const signatureAt = (bytes: Uint8Array, at: number) =>
  ascii(bytes, at, 4)
    .replace(/[^\x20-\x7e]/g, '')
    .trim()

/** The header's date and time. Source: ICC.1:2022, 4.2 (dateTimeNumber). */
function createdAt(view: DataView): string | null {
  const [year, month, day, hour, minute, second] = [24, 26, 28, 30, 32, 34].map((at) => view.getUint16(at)) as [
    number,
    number,
    number,
    number,
    number,
    number,
  ]
  if (year < 1990 || year > 2200 || month < 1 || month > 12 || day < 1 || day > 31 || hour > 23 || minute > 59 || second > 59) return null
  return new Date(Date.UTC(year, month - 1, day, hour, minute, second)).toISOString()
}

/** Two tags may share their data whole; a part in common means that one of them is damaged. */
function overlap(tags: readonly Tag[]): Tag | null {
  const sorted = [...tags].sort((a, b) => a.offset - b.offset || a.size - b.size)
  for (const [i, tag] of sorted.entries()) {
    const before = sorted[i - 1]
    if (before && before.offset !== tag.offset && before.offset + before.size > tag.offset) return tag
  }
  return null
}

/** The chart readings a profile carries, as text. */
function readingsOf(bytes: Uint8Array, tags: readonly Tag[]): string | null {
  const tag = tags.find((t) => READINGS.includes(t.signature))
  if (!tag || tag.size < 16) return null
  const text = new TextDecoder('latin1').decode(bytes.subarray(tag.offset + 8, tag.offset + tag.size)).replace(/\0.*$/s, '')
  return text.includes('BEGIN_DATA') ? text : null
}

function descriptionOf(bytes: Uint8Array, view: DataView, offset: number, size: number): string {
  if (size < 12) return ''
  const type = ascii(bytes, offset, 4)
  if (type === 'desc') {
    const length = Math.min(view.getUint32(offset + 8), size - 12, 1000)
    return ascii(bytes, offset + 12, Math.max(0, length)).replace(/\0.*$/s, '')
  }
  if (type === 'mluc' && size >= 28 && view.getUint32(offset + 8) > 0) {
    const length = view.getUint32(offset + 20)
    const start = view.getUint32(offset + 24)
    if (start + length > size || length > 2000) return ''
    return new TextDecoder('utf-16be').decode(bytes.subarray(offset + start, offset + start + length)).replace(/\0.*$/s, '')
  }
  return ''
}

/** Reads a profile's header, tag table and description. Every length is checked before it is used. */
export function readProfile(bytes: Uint8Array, field = 'profile'): Result<ProfileInfo> {
  const bad = (code: string, message: string, limit?: string) => fail({ field, code, message, ...(limit ? { limit } : {}) })
  if (bytes.length > LIMITS.bytes)
    return bad('profile-too-large', 'This profile is larger than any printer profile.', `${LIMITS.bytes} bytes`)
  if (bytes.length < 132) return bad('profile-truncated', 'This is not an ICC profile: it ends within the header.', '132 bytes')
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  if (ascii(bytes, 36, 4) !== 'acsp') return bad('profile-no-signature', 'This is not an ICC profile: the signature “acsp” is missing.')
  const stated = view.getUint32(0)
  if (stated > bytes.length)
    return bad('profile-truncated', `The profile says it has ${stated} bytes, and the file has ${bytes.length}.`, `${stated} bytes`)
  const count = view.getUint32(128)
  if (count > LIMITS.tags || 132 + count * 12 > bytes.length)
    return bad('profile-tag-count', `The profile claims ${count} tags.`, `${LIMITS.tags} tags`)
  const tags: Tag[] = []
  for (let i = 0; i < count; i++) {
    const at = 132 + i * 12
    const tag = { signature: ascii(bytes, at, 4), offset: view.getUint32(at + 4), size: view.getUint32(at + 8) }
    if (tag.offset < 128 || tag.size < 8 || tag.offset + tag.size > bytes.length)
      return bad('profile-tag-range', `The tag “${tag.signature}” lies outside the file.`)
    tags.push(tag)
  }
  const crossed = overlap(tags)
  if (crossed) return bad('profile-tag-overlap', `The tag “${crossed.signature}” lies over another one: the profile is damaged.`)
  const connection = ascii(bytes, 20, 4)
  if (connection !== 'XYZ ' && connection !== 'Lab ')
    return bad('profile-connection', `The connection space “${connection.trim()}” is not one that colours can be exchanged in.`)
  const tables = readTables(bytes, tags, field)
  if (!tables.ok) return tables
  const has = (signature: string) => tags.some((t) => t.signature === signature)
  const words = (signature: string) => {
    const tag = tags.find((t) => t.signature === signature)
    // biome-ignore lint/suspicious/noControlCharactersInRegex: what a profile calls text may hold anything
    const text = (tag ? descriptionOf(bytes, view, tag.offset, tag.size) : '').replace(/[\x00-\x1f\x7f]+/g, ' ').trim()
    return text.slice(0, 300)
  }
  return ok({
    description: words('desc') || 'Profile without a name',
    deviceClass: ascii(bytes, 12, 4),
    space: ascii(bytes, 16, 4),
    connection,
    version: `${view.getUint8(8)}.${view.getUint8(9) >> 4}`,
    created: createdAt(view),
    maker: signatureAt(bytes, 48),
    model: signatureAt(bytes, 52),
    creator: signatureAt(bytes, 80),
    makerText: words('dmnd'),
    modelText: words('dmdd'),
    tags,
    tables: tables.value,
    readings: readingsOf(bytes, tags),
    intents: { perceptual: has('B2A0'), relative: has('B2A1'), saturation: has('B2A2') },
  })
}

/** Checks that a profile can drive a printer: an output profile for RGB data with tables both ways. */
export function requirePrinterProfile(info: ProfileInfo, field = 'profile'): Result<ProfileInfo> {
  const kind: Record<string, string> = {
    mntr: 'a display',
    scnr: 'an input device',
    spac: 'a working space',
    link: 'a link between two devices',
    abst: 'an abstract effect',
    nmcl: 'named colours',
  }
  if (info.deviceClass !== 'prtr')
    return fail({
      field,
      code: 'profile-not-printer',
      value: info.deviceClass,
      message: `This profile describes ${kind[info.deviceClass] ?? 'something else'}, not a printer.`,
    })
  if (info.space !== 'RGB ')
    return fail({
      field,
      code: 'profile-not-rgb',
      value: info.space.trim(),
      message: `This profile is for ${info.space.trim()} data; the printers here take RGB.`,
    })
  if (!info.tags.some((t) => t.signature === 'A2B0' || t.signature === 'A2B1') || !(info.intents.perceptual || info.intents.relative)) {
    return fail({ field, code: 'profile-no-tables', message: 'This profile has no tables to print or proof with.' })
  }
  return ok(info)
}
