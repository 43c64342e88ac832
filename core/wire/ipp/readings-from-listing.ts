import type { Plate } from '../../plate/resolve/plate.ts'
import { type Unit, writeSize } from '../../things/length/length.ts'
import { namedSize } from '../../things/sizes/named.ts'
import { parsePwgName } from '../../things/sizes/pwg.ts'
import type { Studio } from '../../things/studio/studio.ts'
import type { SetPlace } from '../../work/agreement/place.ts'
import type { Reading } from '../../work/agreement/reading.ts'
import { type SettingKey, sizeValue } from '../../work/agreement/settings.ts'
import type { Listed, Listing } from './listing.ts'
import type { Attributes, Value } from './message.ts'

const words = (value: Value): Listed =>
  value.tag === 'begCollection'
    ? listingOf(value.value)
    : value.value instanceof Uint8Array
      ? new TextDecoder().decode(value.value)
      : Array.isArray(value.value)
        ? value.value.join('-')
        : String(value.value)

/** A printer's answer in the form of a listing. */
export const listingOf = (attributes: Attributes): Listing =>
  Object.fromEntries(Object.entries(attributes).map(([name, list]) => [name, list.map(words)]))

const word = (listing: Listing, name: string): string | null => {
  const value = listing[name]?.[0]
  return typeof value === 'string' && value !== '' ? value : null
}
const inner = (listing: Listing, name: string): Listing | null => {
  const value = listing[name]?.[0]
  return typeof value === 'object' ? value : null
}

/** IPP `print-quality` by number or keyword (RFC 8011 section 5.2.13). */
const QUALITY: Record<string, 'draft' | 'normal' | 'high'> = {
  3: 'draft',
  4: 'normal',
  5: 'high',
  draft: 'draft',
  normal: 'normal',
  high: 'high',
}
const SIDES: Record<string, string> = { 'one-sided': 'one', 'two-sided-long-edge': 'long', 'two-sided-short-edge': 'short' }
const SCALING: Record<string, string> = { none: 'none', fit: 'fit', 'auto-fit': 'fit', fill: 'fill', auto: 'fit' }

/** The media collection a listing speaks of for this source: a job's own, one that is ready, or the default. */
function mediaOf(listing: Listing, source: string): Listing | null {
  const ready = (listing['media-col-ready'] ?? []).filter((v): v is Listing => typeof v === 'object')
  const usual = inner(listing, 'media-col-default')
  // What a printer does by default speaks of this source only when it names it, or none.
  const speaks = usual && (word(usual, 'media-source') ?? source) === source
  return inner(listing, 'media-col') ?? ready.find((col) => word(col, 'media-source') === source) ?? (speaks ? usual : null)
}

/**
 * What a list of IPP attributes says about a place: of a job (what the driver sent), or of a printer (what its panel is
 * set to). Only what it says is read; `-default` stands for what is not there by itself.
 * Sizes come in hundredths of a millimetre (PWG 5100.3).
 */
export function readingsFromListing(
  listing: Listing,
  place: SetPlace,
  how: Reading['how'],
  plate: Plate,
  studio: Studio,
  unit: Unit,
): Reading[] {
  const { setup } = plate
  const printer = studio.printers.find((p) => p.id === setup?.printer.id)
  if (!setup || !printer) return []
  const out: Reading[] = []
  const add = (setting: SettingKey, value: string | null, shown: string) =>
    out.push({ place, setting, value, words: shown.slice(0, 160), how, by: '' })
  const either = (name: string) => word(listing, name) ?? word(listing, `${name}-default`)
  const media = mediaOf(listing, setup.path.source)
  const size = media && inner(media, 'media-size')
  const [x, y] = [size && word(size, 'x-dimension'), size && word(size, 'y-dimension')].map((v) =>
    v === null ? Number.NaN : Number(v) * 10,
  ) as [number, number]
  const name = either('media')
  const named = name === null ? null : (namedSize(name) ?? parsePwgName(name))
  if (Number.isFinite(x) && Number.isFinite(y)) add('page', sizeValue(x, y), writeSize(x, y, unit))
  else if (named) add('page', sizeValue(named.width, named.length), writeSize(named.width, named.length, unit))
  const source = media && word(media, 'media-source')
  if (source) {
    const path = printer.paths.find((p) => p.source === source)
    add('source', path?.id ?? null, path ? (place === 'panel' ? path.panelName : path.name) : source)
  }
  const type = (media && word(media, 'media-type')) ?? either('media-type')
  // Left to what the computer says.
  if (type && type !== 'auto') {
    const known = printer.mediaTypes.find((m) => m.id === type)
    add('media-type', known?.id ?? null, known ? (place === 'panel' ? known.panelName : known.driverName) : type)
  }
  const sensing = listing['size-sensing']?.find((v) => typeof v === 'string' && v.startsWith(`${setup.path.source}.`))
  if (typeof sensing === 'string') add('sensing', sensing.endsWith('.on') ? 'on' : 'off', sensing.endsWith('.on') ? 'On' : 'Off')
  const margins = media && ['top', 'bottom', 'left', 'right'].map((edge) => word(media, `media-${edge}-margin`))
  if (margins?.every((m) => m !== null)) {
    const bare = margins.some((m) => Number(m) === 0)
    // How far a borderless print is enlarged has no attribute: the step stays to be looked at.
    if (!bare) add('edges', 'margins', 'With margins')
    else if (setup.borderless === 'none') add('edges', 'bare', 'Borderless')
  }
  const quality = either('print-quality')
  if (quality) {
    const match =
      printer.qualities.find((q) => q.ipp === QUALITY[quality] && q.id === setup.quality.id) ??
      printer.qualities.find((q) => q.ipp === QUALITY[quality])
    add('quality', match?.id ?? null, match ? `${match.name}, ${match.dpi} dpi` : quality)
  }
  const scaling = either('print-scaling')
  if (scaling) add('scaling', SCALING[scaling] ?? null, scaling)
  const gap = (media && word(media, 'platen-gap')) ?? word(listing, 'platen-gap')
  if (gap === 'wide' || gap === 'normal')
    add(
      'platen-gap',
      gap,
      place === 'panel'
        ? gap === 'wide'
          ? 'Wide'
          : 'Standard'
        : gap === 'wide'
          ? printer.driverWords.gapWide
          : printer.driverWords.gapNormal,
    )
  const sides = either('sides')
  if (sides) add('sides', SIDES[sides] ?? null, sides)
  return out
}
