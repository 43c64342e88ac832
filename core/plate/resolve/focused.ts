import { itemById } from '../../things/brief/brief.ts'
import type { Plate } from './plate.ts'

/**
 * A plate as one of its items sees it: with that item alone, where it first lies, and its own intent. For whatever looks at one picture, its
 * crop or its colours. The plate itself where it has no such item.
 */
export function focused(plate: Plate, id: string): Plate {
  const item = itemById(plate.brief, id)
  if (!item || plate.brief.items.length === 1) return plate
  const seen = new Set<string>()
  const forms = plate.forms.flatMap((form) => {
    const placement = form.placements.find((p) => p.item === id)
    if (!placement || seen.has(form.side)) return []
    seen.add(form.side)
    return [{ ...form, placements: [placement] }]
  })
  const intent = forms.find((form) => form.side === 'front')?.placements[0]?.intent
  const setup = plate.setup && intent ? { ...plate.setup, intent } : plate.setup
  return { ...plate, setup, brief: { ...plate.brief, items: [item] }, forms }
}
