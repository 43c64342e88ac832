import { type Um, type Unit, writeRoll } from '../length/length.ts'
import { counted } from '../words/counted.ts'
import type { Lot } from './media.ts'

/** So much of a lot in words: `25 sheets`, or `7.40 m` of a roll. @param of sheets, or µm of a roll */
export const lotAmount = ({ form }: Pick<Lot, 'form'>, of: number | Um, unit: Unit): string =>
  form === 'roll' ? writeRoll(of, unit) : counted(of, 'sheet')
