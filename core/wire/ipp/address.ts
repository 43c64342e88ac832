import { fail, ok, type Result } from '../../things/problem/problem.ts'

/** Where a printer listens. */
export interface PrinterAddress {
  /** As it is sent in `printer-uri`. */
  uri: string
  secure: boolean
  host: string
  port: number
  path: string
}

/** Port of IPP where the address names none (RFC 8010 section 4). */
const IPP_PORT = 631
const LONGEST = 300
const HOST = /^(?:[a-z0-9](?:[a-z0-9-]{0,62})(?:\.[a-z0-9-]{1,63})*\.?|\[[0-9a-f:]+\])$/i

const bad = (value: string, message: string) =>
  fail({ field: 'address', code: 'bad-printer-address', value: value.slice(0, LONGEST), limit: 'ipp://host:port/path', message })

/** Reads the address of a printer. Nothing but `ipp` and `ipps` is spoken, and nothing is hidden in it. */
export function parsePrinterAddress(text: string): Result<PrinterAddress> {
  const value = text.trim()
  if (value.length > LONGEST) return bad(value, `A printer’s address has at most ${LONGEST} characters.`)
  const scheme = /^(ipps?):\/\//.exec(value)?.[1]
  if (!scheme) return bad(value, 'A printer’s address begins with ipp:// or ipps://.')
  let url: URL
  try {
    url = new URL(value.replace(/^ipps?:/, 'http:'))
  } catch {
    return bad(value, 'That is not an address. It looks like ipp://host:631/ipp/print.')
  }
  if (url.username || url.password) return bad(value, 'A printer’s address holds no name or password.')
  if (url.search || url.hash) return bad(value, 'A printer’s address ends with its path.')
  if (!HOST.test(url.hostname)) return bad(value, 'The host in this address is not one.')
  const host = url.hostname.replace(/^\[|\]$/g, '')
  const refused = refusedHost(host)
  if (refused) return bad(value, refused)
  // The URL parser drops port 80 of http; for IPP it is a port like any other.
  const named = /^ipps?:\/\/(?:\[[^\]]*\]|[^/:]*):(\d+)/.exec(value)?.[1]
  const port = named === undefined ? IPP_PORT : Number(named)
  if (port < 1 || port > 65_535) return bad(value, 'The port in this address is not one.')
  return ok({ uri: value, secure: scheme === 'ipps', host, port, path: url.pathname })
}

/** Why no printer can be at this host or numeric address, or null: nobody’s, everybody’s, and link-local ones, in any disguise. */
export function refusedHost(host: string): string | null {
  const v4 = /^(\d+)\.(\d+)\.(\d+)\.(\d+)$/.exec(host)
  if (v4) return refused4(v4.slice(1).map(Number))
  const v6 = groupsOf(host.toLowerCase())
  if (!v6) return host.includes(':') ? NO_HOST : null
  const [first = 0] = v6
  if ((first & 0xff00) === 0xff00 || v6.every((g) => g === 0)) return NOBODY
  if ((first & 0xffc0) === 0xfe80) return LINK_LOCAL
  const inside = carried4(v6)
  return inside && refused4(inside)
}

const NO_HOST = 'The host in this address is not one.'
const NOBODY = 'This address is nobody’s or everybody’s, not a printer’s.'
const LINK_LOCAL = 'Link-local addresses change by themselves; give the printer a fixed one.'

function refused4([a = 0, b = 0, ...rest]: readonly number[]): string | null {
  if ([a, b, ...rest].some((n) => n > 255)) return NO_HOST
  if (a === 0 || a >= 224) return NOBODY
  return a === 169 && b === 254 ? LINK_LOCAL : null
}

/** The eight groups of an IPv6 address (RFC 4291 section 2.2), or null when it is not one. */
function groupsOf(text: string): number[] | null {
  const dotted = /^(.*:)(\d+)\.(\d+)\.(\d+)\.(\d+)$/.exec(text)
  const [, head = '', ...bytes] = dotted ?? []
  const [a = 0, b = 0, c = 0, d = 0] = bytes.map(Number)
  const plain = dotted ? `${head}${(a * 256 + b).toString(16)}:${(c * 256 + d).toString(16)}` : text
  const halves = plain.split('::')
  if (halves.length > 2 || !plain.includes(':')) return null
  const [left = [], right = []] = halves.map((half) =>
    half === '' ? [] : half.split(':').map((g) => (/^[0-9a-f]{1,4}$/.test(g) ? Number.parseInt(g, 16) : Number.NaN)),
  )
  const gap = 8 - left.length - right.length
  const groups = halves.length === 2 ? [...left, ...Array<number>(Math.max(0, gap)).fill(0), ...right] : left
  return groups.length === 8 && groups.every((g) => g <= 0xffff) ? groups : null
}

/**
 * The IPv4 address that an IPv6 one stands for: mapped or compatible (RFC 4291 section 2.5.5), translated (RFC 6052, RFC
 * 8215), or tunnelled (6to4, RFC 3056; Teredo, RFC 4380, there inverted). Null where it stands for itself, as `::1` does.
 */
function carried4(g: readonly number[]): number[] | null {
  const at = (i: number, invert = 0) => [g[i] ?? 0, g[i + 1] ?? 0].flatMap((v) => [(v ^ invert) >> 8, (v ^ invert) & 0xff])
  const zero = (n: number) => g.slice(0, n).every((v) => v === 0)
  if (zero(5) && g[5] === 0xffff) return at(6)
  if (zero(4) && g[4] === 0xffff && g[5] === 0) return at(6)
  if (zero(6) && (g[6] !== 0 || (g[7] ?? 0) > 1)) return at(6)
  if (g[0] === 0x64 && g[1] === 0xff9b) return at(6)
  if (g[0] === 0x2002) return at(1)
  if (g[0] === 0x2001 && g[1] === 0) return at(6, 0xffff)
  return null
}

/** Whether a numeric address is this very machine's: loopback in any of its forms. */
export function isLoopback(host: string): boolean {
  const v6 = groupsOf(host.toLowerCase())
  const v4 = v6 ? carried4(v6) : host.split('.').map(Number)
  return v6?.join(':') === '0:0:0:0:0:0:0:1' || (v4?.length === 4 && v4[0] === 127)
}

/** Whether a printer is on this very machine, as the simulated ones are. */
export const isLocal = (address: string): boolean => {
  const read = parsePrinterAddress(address)
  return read.ok && (read.value.host === 'localhost' || isLoopback(read.value.host))
}
