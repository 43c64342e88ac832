import { parsePrinterAddress, refusedHost } from './address.ts'

/** A service of DNS-SD as it was announced (RFC 6763). */
export interface Announced {
  name: string
  port: number
  /** Host name, `printer.local`. */
  host: string
  /** Numeric addresses of the host. */
  addresses: readonly string[]
  /** Its TXT record: `rp` the path of the queue, `ty` make and model, `note` where it stands. */
  txt: Record<string, unknown>
}

/** A printer on the network, as it can be asked for its record. */
export interface Nearby {
  name: string
  /** What it says of itself and where it stands; empty when it says nothing. */
  says: string
  address: string
}

const words = (value: unknown): string => (typeof value === 'string' ? value.trim().slice(0, 120) : '')

/**
 * The printers among what was announced, one for each queue, by name. A printer is asked by its IPv4 address where it has
 * one, else by the first that a printer can be at, else by its host name. Key names: Bonjour Printing Specification 1.2.1.
 */
export function nearbyFrom(announced: readonly Announced[]): Nearby[] {
  const found = new Map<string, Nearby>()
  for (const { name, port, host, addresses, txt } of announced) {
    const usable = addresses.filter((a) => refusedHost(a) === null)
    const at = usable.find((a) => /^\d+(\.\d+){3}$/.test(a)) ?? usable[0] ?? host.replace(/\.$/, '')
    const path = words(txt.rp).replace(/^\/+/, '') || 'ipp/print'
    const address = `ipp://${at.includes(':') ? `[${at}]` : at}:${port}/${path}`
    if (!parsePrinterAddress(address).ok) continue
    const says = [words(txt.ty), words(txt.note)].filter(Boolean).join(', ')
    found.set(address, { name: words(name) || at, says, address })
  }
  return [...found.values()].sort((a, b) => a.name.localeCompare(b.name, 'en'))
}
