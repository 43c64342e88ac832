import type { Path } from '../../things/paths/path.ts'
import type { PrinterNow } from '../../work/preflight/standing.ts'
import type { Listing } from './listing.ts'
import type { Attributes } from './message.ts'
import { listingOf } from './readings-from-listing.ts'

const strings = (listing: Listing, name: string): string[] => (listing[name] ?? []).filter((v): v is string => typeof v === 'string')
const STOPPED = '5'
/** Reasons that report and warn; what stands without such a suffix is the case now (RFC 8011 section 5.4.12). */
const REPORTS = /-(report|warning)$/

/** `key=value;` pairs of a tray (PWG 5100.13, `printer-input-tray`). */
const trayOf = (words: string): Record<string, string> =>
  Object.fromEntries(
    words.split(';').flatMap((pair) => (pair.includes('=') ? [[pair.slice(0, pair.indexOf('=')), pair.slice(pair.indexOf('=') + 1)]] : [])),
  )

/** A level that says no more than that something is there (PWG 5100.13). Other levels below zero are unknown. */
const AT_LEAST_ONE = -3

/** Whether its trays say that this source holds anything; null where they do not speak of it. */
function held(listing: Listing, source: string): boolean | null {
  const tray = strings(listing, 'printer-input-tray')
    .map(trayOf)
    .find((t) => t.name === source)
  const level = Number(tray?.level ?? Number.NaN)
  return level === AT_LEAST_ONE ? true : level >= 0 ? level > 0 : null
}

/** Reads a printer's answer to Get-Printer-Attributes for one of its paths. */
export function printerNow(attributes: Attributes, path: Pick<Path, 'source'>): PrinterNow {
  const listing = listingOf(attributes)
  const [state] = strings(listing, 'printer-state')
  const ready = (listing['media-col-ready'] ?? []).find(
    (v): v is Listing => typeof v === 'object' && strings(v, 'media-source')[0] === path.source,
  )
  const size = ready?.['media-size']?.[0]
  const side = (name: string) => (typeof size === 'object' ? Number(strings(size, name)[0] ?? Number.NaN) * 10 : Number.NaN)
  const [width, length] = [side('x-dimension'), side('y-dimension')]
  const type = ready ? (strings(ready, 'media-type')[0] ?? null) : null
  const sensing = strings(listing, 'size-sensing').find((v) => v.startsWith(`${path.source}.`))
  const names = strings(listing, 'marker-names')
  return {
    stopped: state === STOPPED,
    reasons: strings(listing, 'printer-state-reasons').filter((r) => r !== 'none' && !REPORTS.test(r)),
    message: strings(listing, 'printer-state-message')[0] ?? '',
    accepting: strings(listing, 'printer-is-accepting-jobs')[0] !== 'false',
    ahead: Number(strings(listing, 'queued-job-count')[0] ?? 0) || 0,
    holds: held(listing, path.source) ?? (ready ? true : null),
    mediaType: type === 'auto' ? null : type,
    size: Number.isFinite(width) ? { width, length: Number.isFinite(length) ? length : 0 } : null,
    sensing: sensing === undefined ? null : sensing.endsWith('.on') ? 'on' : 'off',
    // Levels in per cent (PWG 5100.13); below zero they are unknown.
    empty: strings(listing, 'marker-levels').flatMap((level, i) => (Number(level) >= 0 && Number(level) < 1 ? [names[i] ?? 'an ink'] : [])),
  }
}
