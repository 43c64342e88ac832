import { type Brief, type BriefChange, EMPTY_BRIEF, withItem } from './brief.ts'
import type { ItemChange } from './item.ts'
import type { Picture } from './picture.ts'
import { splitFlat } from './read-brief.ts'

/** Parts of a brief and of its item side by side. */
export interface BriefParts extends BriefChange, ItemChange {
  picture?: Picture | null
}

/** A whole brief from parts of it and of its item, which one is told from its name. */
export function briefOf({ picture, ...parts }: BriefParts): Brief {
  const { shared, item } = splitFlat({ ...parts, ...(picture === undefined ? {} : { picture }) })
  return withItem({ ...EMPTY_BRIEF, ...shared }, item)
}
