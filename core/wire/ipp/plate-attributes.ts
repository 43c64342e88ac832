import { wireAttributesOf } from '../../plate/decisions/registry.ts'
import type { Plate } from '../../plate/resolve/plate.ts'
import type { Side } from '../../sheet/form.ts'
import { collated, pagesOf } from '../../sheet/run-pages.ts'
import { type Attributes, type Value, v } from './message.ts'

/** Members of `media-col` in the order they are sent; what is not listed follows. */
export const MEDIA_COL = [
  'media-size',
  'media-source',
  'media-type',
  'media-top-margin',
  'media-bottom-margin',
  'media-left-margin',
  'media-right-margin',
]
const place = ([name]: readonly [string, unknown]) => MEDIA_COL.indexOf(name.split('.')[0] as string) + 1 || MEDIA_COL.length + 1

/** Attributes whose names have dots, with their collections made. */
function collected(flat: readonly (readonly [string, Value])[]): Attributes {
  const inner = new Map<string, [string, Value][]>()
  const out: Attributes = {}
  for (const [name, value] of flat) {
    const [head, rest] = name.split(/\.(.*)/) as [string, string | undefined]
    if (rest === undefined) out[head] = [value]
    else inner.set(head, [...(inner.get(head) ?? []), [rest, value]])
  }
  for (const [head, members] of inner) out[head] = v.collection(collected(members.sort((a, b) => place(a) - place(b))))
  return out
}

/**
 * Job template attributes that ask a printer for exactly this plate: what every decision says of itself, and what is the
 * same for every job of ours. Source: RFC 8011 section 5.2, PWG 5100.3 (`media-col`), PWG 5100.13 (`print-scaling`,
 * `print-rendering-intent`).
 */
export function jobAttributesFor(plate: Plate, side: Side = 'front', copies = collated(pagesOf(plate, side)).copies): Attributes {
  const { setup } = plate
  if (!setup) return {}
  const decided = collected(Object.entries(wireAttributesOf(setup, side)))
  return {
    copies: v.integer(copies),
    ...decided,
    'print-scaling': v.keyword('none'),
    'print-rendering-intent': v.keyword('auto'),
    'orientation-requested': v.enum(3),
    sides: v.keyword('one-sided'),
  }
}
