import { queryOptions } from '@tanstack/react-query'
import type { Plate } from '../../../core/plate/resolve/plate.ts'
import type { Side } from '../../../core/sheet/form.ts'
import { type Chosen, sheetsIn } from '../../../core/sheet/run-pages.ts'
import type { Missing } from '../../../core/work/runs/missing.ts'
import { api } from '../../api/client.ts'

/** Which sheets of a job are still to be printed, as it is saved. */
export const missingQuery = (id: number, version: number) =>
  queryOptions({ queryKey: ['runs', 'missing', id, version], queryFn: () => api('GET /jobs/{id}/missing', { id }) })

/** What is still missing of a side where some of it is out; null where all of it is, or none. */
export function leftOf(plate: Plate, side: Side, missing: Missing | undefined): Chosen[] | null {
  const left = missing?.sheets[side] ?? []
  const all = plate.forms.filter((form) => form.side === side)
  return missing?.begun && left.length > 0 && sheetsIn(left) < sheetsIn(all) ? left : null
}
