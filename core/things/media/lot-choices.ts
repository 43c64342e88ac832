import type { Unit } from '../length/length.ts'
import { lotSizeName } from './lot-name.ts'
import type { Lot, Paper } from './media.ts'

/** Lots to choose from: the id of each, and its paper and size in words. One whose paper is not there cannot be chosen. */
export function lotChoices(lots: readonly Lot[], papers: readonly Paper[], unit: Unit): (readonly [id: string, words: string])[] {
  const names = new Map(papers.map(({ id, name }) => [id, name]))
  return lots.flatMap((lot) => {
    const name = names.get(lot.paperId)
    return name === undefined ? [] : [[lot.id, `${name}, ${lotSizeName(lot, unit)}`] as const]
  })
}
