import { pathLimitCheck } from './path-limit.ts'

export const sheetTooShort = pathLimitCheck('sheet-too-short', 'The sheet is too small for the path', ['short', 'narrow'])
