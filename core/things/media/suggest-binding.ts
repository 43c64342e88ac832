import type { Studio } from '../studio/studio.ts'
import type { Binding } from './media.ts'

const wordsOf = (text: string) =>
  new Set(
    text
      .toLowerCase()
      .split(/[^\p{L}\p{N}]+/u)
      .filter((w) => w.length > 0),
  )

/** Share of a name's words that a text holds; figures count as words. */
function held(name: string, text: ReadonlySet<string>): number {
  const words = [...wordsOf(name)]
  return words.length === 0 ? 0 : words.filter((w) => text.has(w)).length / words.length
}

/** A name is recognised when at least this share of its words is there. */
const RECOGNISED = 0.6

/** The one thing whose name a text holds best; null when none is recognised or two are alike. */
function best<T>(things: readonly T[], name: (thing: T) => string, text: ReadonlySet<string>): T | null {
  const scored = things.map((thing) => ({ thing, score: held(name(thing), text), words: wordsOf(name(thing)).size }))
  scored.sort((a, b) => b.score - a.score || b.words - a.words)
  const [first, second] = scored
  if (!first || first.score < RECOGNISED) return null
  return second && second.score === first.score && second.words === first.words ? null : first.thing
}

/**
 * What a profile seems to have been made for, from the words in its description and file name. Only what is recognised
 * is filled in; a person confirms it.
 */
export function suggestBinding(
  text: string,
  { printers, papers }: Pick<Studio, 'printers' | 'papers'>,
  known: { created?: string | null; patches?: number } = {},
): Partial<Binding> | null {
  const words = wordsOf(text)
  const printer = best(printers, (p) => p.name, words)
  const paper = best(papers, (p) => p.name, words)
  const media = printer ? best(printer.mediaTypes, (m) => m.driverName, words) : null
  const stated = [...text.matchAll(/(\d{3,4})\s*(?:x\s*\d{3,4}\s*)?(?:dpi|ppi)\b/gi)].map((m) => Number(m[1]))
  const dpi = printer?.qualities.find((q) => stated.includes(q.dpi) || (stated.length === 0 && words.has(String(q.dpi))))?.dpi
  const oneWay = /\b(unidirectional|uni-?dir|one.?way)\b/i.test(text)
  const bothWays = /\b(bidirectional|bi-?dir|both ways|high.?speed)\b/i.test(text)
  const black = /\b(photo black|pk)\b/i.test(text) ? 'photo' : /\b(matte black|mk)\b/i.test(text) ? 'matte' : null
  if (!printer && !paper) return null
  return {
    ...(printer ? { printerId: printer.id } : {}),
    ...(paper ? { paperId: paper.id } : {}),
    ...(media ? { mediaTypeId: media.id } : {}),
    ...(dpi ? { dpi } : {}),
    ...(oneWay ? { bidirectional: false } : bothWays ? { bidirectional: true } : {}),
    ...(black ? { black } : {}),
    ...(known.created ? { made: known.created.slice(0, 10) } : {}),
    ...(known.patches ? { patches: known.patches } : {}),
  }
}
