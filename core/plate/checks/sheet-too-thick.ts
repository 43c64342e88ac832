import { pathLimitCheck } from './path-limit.ts'

export const sheetTooThick = pathLimitCheck('sheet-too-thick', 'The sheet is too thick for the path', ['thick', 'heavy'])
