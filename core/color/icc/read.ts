import { fail, ok, type Result } from '../../problem/problem.ts'

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
  tags: { signature: string; offset: number; size: number }[]
  /** Which intents have their own table from the connection space to the device. */
  intents: { perceptual: boolean; relative: boolean; saturation: boolean }
}

const ascii = (bytes: Uint8Array, at: number, length: number) => String.fromCharCode(...bytes.subarray(at, at + length))

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
  const tags: ProfileInfo['tags'] = []
  for (let i = 0; i < count; i++) {
    const at = 132 + i * 12
    const tag = { signature: ascii(bytes, at, 4), offset: view.getUint32(at + 4), size: view.getUint32(at + 8) }
    if (tag.offset < 128 || tag.size < 8 || tag.offset + tag.size > bytes.length)
      return bad('profile-tag-range', `The tag “${tag.signature}” lies outside the file.`)
    tags.push(tag)
  }
  const connection = ascii(bytes, 20, 4)
  if (connection !== 'XYZ ' && connection !== 'Lab ')
    return bad('profile-connection', `The connection space “${connection.trim()}” is not one that colours can be exchanged in.`)
  const has = (signature: string) => tags.some((t) => t.signature === signature)
  const desc = tags.find((t) => t.signature === 'desc')
  return ok({
    description: (desc ? descriptionOf(bytes, view, desc.offset, desc.size) : '').trim().slice(0, 300) || 'Profile without a name',
    deviceClass: ascii(bytes, 12, 4),
    space: ascii(bytes, 16, 4),
    connection,
    version: `${view.getUint8(8)}.${view.getUint8(9) >> 4}`,
    tags,
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
