import { pathLimitCheck } from './path-limit.ts'

export const stockForm = pathLimitCheck('stock-form', 'Roll and sheet do not go together', ['form'])
