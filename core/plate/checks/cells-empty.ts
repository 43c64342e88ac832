import { type Check, UNUSABLE } from './check.ts'

export const cellsEmpty: Check = {
  id: 'cells-empty',
  title: 'Cells stay empty',
  touches: ['stock'],
  about: 'front',
  follows: [...UNUSABLE, 'no-place'],
  on: 'plate',
  find: ({ together, arranged, forms, brief }) => {
    const cells = together?.as === 'grid' ? (arranged?.cells ?? null) : null
    const last = forms.filter((form) => form.side === 'front').at(-1)
    if (!cells || !last) return []
    const all = cells.columns * cells.rows
    const empty = all - last.placements.length
    if (empty <= 0) return []
    const [one, ...more] = brief.items
    const fronts = forms.filter((form) => form.side === 'front').length
    return [
      {
        level: 'note',
        says: `${empty} of ${all} cells of the ${fronts === 1 ? 'sheet' : 'last sheet'} stay empty.`,
        numbers: { empty, cells: all },
        fix: one && more.length === 0 ? { label: `Print ${one.copies + empty} of it`, item: { copies: one.copies + empty } } : null,
      },
    ]
  },
}
