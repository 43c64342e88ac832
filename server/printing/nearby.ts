import { Bonjour } from 'bonjour-service'
import { type Announced, type Nearby, nearbyFrom } from '../../core/wire/ipp/nearby.ts'
import { log } from '../log.ts'
import { pause } from './run-row.ts'

/** How long is listened: printers that sleep answer late, ms. */
const LISTENED = 3000
/** Announcements looked at; a network that shouts does not fill the memory. */
const MOST = 200

/** Asks the network once for printers that speak IPP, over multicast DNS (RFC 6762). Nothing listens before or after. */
export async function lookNearby(): Promise<Nearby[]> {
  const found: Announced[] = []
  const bonjour = new Bonjour({}, (error: Error) => log.warn({ err: error }, 'looking for printers'))
  const browser = bonjour.find({ type: 'ipp' }, ({ name, port, host, addresses = [], txt }) => {
    if (found.length < MOST) found.push({ name, port, host, addresses, txt: (txt ?? {}) as Record<string, unknown> })
  })
  try {
    await pause(LISTENED)
    return nearbyFrom(found)
  } finally {
    browser.stop()
    bonjour.destroy()
  }
}
