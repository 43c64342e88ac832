import { z } from 'zod'
import { type Brief, BriefSchema, EMPTY_BRIEF } from './brief.ts'
import { EMPTY_ITEM, ITEM_KEYS } from './item.ts'

type Stored = Record<string, unknown>

/** Fields of an item among those of a brief that had but one picture, its picture as content. Also for parts of such a brief. */
export function splitFlat(flat: Stored): { shared: Stored; item: Stored } {
  const { picture, ...rest } = flat
  const own = new Set<string>(ITEM_KEYS)
  const entries = Object.entries(rest)
  const item = Object.fromEntries(entries.filter(([key]) => own.has(key)))
  return {
    shared: Object.fromEntries(entries.filter(([key]) => !own.has(key))),
    item: picture === undefined ? item : { ...item, content: { as: 'picture', picture } },
  }
}

/**
 * A brief as any version stored it. Before there were items, what is the item's own stood beside what is shared; what has
 * been added since is neutral. Throws a ZodError when it is no brief.
 */
export function readBrief(stored: unknown): Brief {
  const raw = z.record(z.string(), z.unknown()).parse(stored)
  if (!('items' in raw)) {
    const { shared, item } = splitFlat(raw)
    return BriefSchema.parse({ ...EMPTY_BRIEF, ...shared, items: [{ ...EMPTY_ITEM, ...item }] })
  }
  const items = z.array(z.record(z.string(), z.unknown())).parse(raw.items)
  return BriefSchema.parse({ ...EMPTY_BRIEF, ...raw, items: items.map((item) => ({ ...EMPTY_ITEM, ...item })) })
}
