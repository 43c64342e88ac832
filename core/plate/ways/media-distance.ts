import { blackOf, isGlossy, type Pairing, type Paper, type Surface, tallyOf } from '../../things/media/media.ts'
import type { MediaType, Printer } from '../../things/printers/printer.ts'

/**
 * How an entry of the driver can be wrong for a paper, the worst first: the black that does not hold on this coating, ink
 * meant for the other kind of coating, or another family of surface.
 */
export type Misfit = 'black' | 'coating' | 'surface'

/** Surfaces that take ink alike: entries within a family stand in for each other. Common practice. */
const FAMILY: Record<Surface, 'sealed' | 'matte' | 'canvas' | 'plain'> = {
  gloss: 'sealed',
  satin: 'sealed',
  matte: 'matte',
  art: 'matte',
  board: 'matte',
  canvas: 'canvas',
  plain: 'plain',
}

/**
 * How far an entry for the second surface is from a paper of the first, 0 (the same) to 99; not the same both ways: a
 * plain entry starves art paper more than a matte entry floods plain. Within a family it is a matter of shine, texture or
 * thickness; canvas is nearest to art paper (as absorbent, coarser); plain paper takes least ink and is far from all.
 * Common practice.
 */
const SURFACE_DISTANCE: Record<Surface, Record<Surface, number>> = {
  gloss: { gloss: 0, satin: 10, matte: 80, art: 90, board: 90, canvas: 90, plain: 95 },
  satin: { gloss: 10, satin: 0, matte: 75, art: 85, board: 85, canvas: 85, plain: 95 },
  matte: { gloss: 80, satin: 75, matte: 0, art: 15, board: 20, canvas: 45, plain: 50 },
  art: { gloss: 90, satin: 85, matte: 15, art: 0, board: 12, canvas: 40, plain: 70 },
  board: { gloss: 90, satin: 85, matte: 20, art: 12, board: 0, canvas: 50, plain: 70 },
  canvas: { gloss: 90, satin: 85, matte: 45, art: 40, board: 50, canvas: 0, plain: 80 },
  plain: { gloss: 95, satin: 95, matte: 30, art: 60, board: 60, canvas: 80, plain: 0 },
}

/**
 * What each thing weighs, so that the earlier always outweighs all that follow: a wrong black stays wrong whatever the
 * weight. The black rubs off or goes grey; ink for the other coating floods or starves; another surface shifts tones; a
 * gap can still be set by itself; a grammage within the family changes feed and drying a little.
 */
const POINTS = { black: 100_000, coating: 50_000, surface: 100, gap: 60, weight: 50 } as const
/** Grammage beyond an entry's range that counts in full, g/m². */
const FAR_OFF = 500

/** What is wrong with printing on this paper as that entry, or null. An entry that prints with either black has none wrong. */
export function misfitOf(
  entry: Pick<MediaType, 'surface' | 'black'>,
  paper: Pick<Paper, 'surface'> & Partial<Pick<Paper, 'black'>>,
): Misfit | null {
  const sealed = isGlossy(paper.surface)
  if (entry.black !== 'either' && entry.black !== blackOf(paper)) return 'black'
  if (isGlossy(entry.surface) !== sealed) return 'coating'
  return FAMILY[entry.surface] === FAMILY[paper.surface] ? null : 'surface'
}

/** How far this entry is from what the paper needs on this printer; 0 where nothing is wrong. */
export function mediaDistance(entry: MediaType, paper: Paper, { normalGapUpTo }: Pick<Printer, 'normalGapUpTo'>): number {
  const misfit = misfitOf(entry, paper)
  const gap = (entry.platenGap === 'wide') === paper.thickness > normalGapUpTo ? 0 : POINTS.gap
  const beyond = Math.max(entry.weight.min - paper.weight, paper.weight - entry.weight.max, 0)
  return (
    (misfit === 'black' ? POINTS.black : 0) +
    (isGlossy(entry.surface) === isGlossy(paper.surface) ? 0 : POINTS.coating) +
    SURFACE_DISTANCE[paper.surface][entry.surface] * POINTS.surface +
    gap +
    (Math.min(beyond, FAR_OFF) / FAR_OFF) * POINTS.weight
  )
}

/** The entry nearest to what the paper needs, whatever it was printed as before. */
export const nearestEntry = (printer: Printer, paper: Paper): MediaType =>
  printer.mediaTypes.reduce((best, m) => (mediaDistance(m, paper, printer) < mediaDistance(best, paper, printer) ? m : best))

/**
 * The entry the paper's maker names for this printer, or null: written like the driver's or the panel's name of it, for this
 * printer by its name or kind, or for any.
 */
export function recommendedEntry(
  printer: Pick<Printer, 'name' | 'kind' | 'mediaTypes'>,
  paper: Pick<Paper, 'recommends'>,
): MediaType | null {
  const plain = (words: string) => words.toLowerCase().replace(/\s+/g, ' ').trim()
  const machine = plain(`${printer.name} ${printer.kind}`)
  for (const { printers, mediaType } of paper.recommends) {
    if (printers !== '' && !machine.includes(plain(printers))) continue
    const found = printer.mediaTypes.find((m) => [m.driverName, m.panelName].some((name) => plain(name) === plain(mediaType)))
    if (found) return found
  }
  return null
}

/**
 * The media type that stands in for this paper: the one that won on strips, else the pairing's, else the one the paper's
 * maker names, else the nearest.
 */
export const nearestMediaType = (printer: Printer, paper: Paper, pairing: Pairing | null): MediaType =>
  printer.mediaTypes.find((m) => m.id === (pairing?.tested?.mediaTypeId ?? provenEntry(pairing))) ??
  recommendedEntry(printer, paper) ??
  nearestEntry(printer, paper)

/** The entry a pairing vouches for; none where it only ever went wrong. */
function provenEntry(pairing: Pairing | null): string | undefined {
  if (!pairing) return undefined
  const { good, bad } = tallyOf(pairing)
  return good > 0 || bad === 0 ? pairing.mediaTypeId : undefined
}

/** What is wrong, in words that follow ““Photo gloss””. */
export const sayMisfit = (misfit: Misfit, entry: MediaType, paper: Paper): string =>
  misfit === 'black'
    ? `prints with ${entry.black} black, which ${blackOf(paper) === 'photo' ? 'stays dull on a sealed surface' : 'does not bind to an absorbent one and rubs off'}`
    : misfit === 'coating'
      ? `lays ink for ${entry.surface} paper: ${isGlossy(paper.surface) ? 'too little for a sealed surface' : 'too much for an absorbent one'}`
      : `is meant for ${entry.surface} paper and this is ${paper.surface}: tones and drying will differ`
