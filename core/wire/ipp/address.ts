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

/** Why no printer can be at this host or numeric address, or null: nobody’s, everybody’s, and link-local ones. */
export function refusedHost(host: string): string | null {
  const h = host.toLowerCase()
  const v4 = /^(?:::ffff:)?(\d+)\.(\d+)\.(\d+)\.(\d+)$/.exec(h)
  if (v4) {
    const [a = 0, b = 0] = v4.slice(1).map(Number)
    if (v4.slice(1).some((n) => Number(n) > 255)) return 'The host in this address is not one.'
    if (a === 0 || a >= 224) return 'This address is nobody’s or everybody’s, not a printer’s.'
    if (a === 169 && b === 254) return 'Link-local addresses change by themselves; give the printer a fixed one.'
    return null
  }
  if (h === '::' || /^ff/.test(h)) return h.includes(':') ? 'This address is nobody’s or everybody’s, not a printer’s.' : null
  if (/^fe[89ab][0-9a-f]:/.test(h)) return 'Link-local addresses change by themselves; give the printer a fixed one.'
  return null
}

/** Whether a printer is on this very machine, as the simulated ones are. */
export const isLocal = (address: string): boolean => {
  const read = parsePrinterAddress(address)
  return read.ok && (read.value.host === 'localhost' || read.value.host === '::1' || /^127\./.test(read.value.host))
}
