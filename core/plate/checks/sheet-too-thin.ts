import { pathLimitCheck } from './path-limit.ts'

export const sheetTooThin = pathLimitCheck('sheet-too-thin', 'The sheet is too thin for the path', ['thin'])
