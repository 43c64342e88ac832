import { pathLimitCheck } from './path-limit.ts'

export const sheetTooWide = pathLimitCheck('sheet-too-wide', 'The sheet is too wide for the path', ['wide'])
