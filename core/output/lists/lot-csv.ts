import type { z } from 'zod'
import type { LotStorySchema, Paper } from '../../things/media/media.ts'
import { toCsv } from './csv.ts'

/** A box or roll as it stands in its table, lengths in µm. */
export interface ListedLot {
  id: string
  paperId: string
  form: 'sheet' | 'roll'
  nominalWidth: number
  nominalLength: number
  measuredWidth: number
  measuredLength: number
  /** Sheets, or µm of roll. */
  stock: number
  story: Partial<z.infer<typeof LotStorySchema>> | null
  aside: boolean
  /** Used up. */
  archived: boolean
}

/** A list of boxes and rolls with the columns a spreadsheet shows; millimetres, and metres of roll. */
export const writeLotCsv = (lots: readonly ListedLot[], papers: readonly Pick<Paper, 'id' | 'name'>[]): string => {
  const names = new Map(papers.map((p) => [p.id, p.name]))
  return toCsv(
    [
      'lot',
      'paper',
      'form',
      'width mm',
      'length mm',
      'measured width',
      'measured length',
      'sheets left',
      'metres left',
      'number',
      'arrived',
      'paid',
      'mark',
      'state',
    ],
    lots.map((l) => {
      const roll = l.form === 'roll'
      return [
        l.id,
        names.get(l.paperId) ?? l.paperId,
        l.form,
        l.nominalWidth / 1000,
        roll ? '' : l.nominalLength / 1000,
        l.measuredWidth / 1000,
        roll ? '' : l.measuredLength / 1000,
        roll ? '' : l.stock,
        roll ? l.stock / 1_000_000 : '',
        l.story?.number ?? '',
        l.story?.arrived ?? '',
        l.story?.paidCents == null ? '' : l.story.paidCents / 100,
        l.story?.mark ?? '',
        l.archived ? 'used up' : l.aside ? 'set aside' : '',
      ]
    }),
  )
}
