import { pathLimitCheck } from './path-limit.ts'

export const sheetTooLong = pathLimitCheck('sheet-too-long', 'The sheet is too long for the path', ['long'])
