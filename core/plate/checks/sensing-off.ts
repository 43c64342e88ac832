import { writeSize } from '../../things/length/length.ts'
import { type Check, UNUSABLE } from './check.ts'

export const sensingOff: Check = {
  id: 'sensing-off',
  title: 'Size sensing is switched off',
  touches: ['path', 'page'],
  about: 'plate',
  follows: UNUSABLE,
  on: 'plate',
  find: ({ path, printer, lot, page, brief }) => {
    if (!path.senses.size || lot.form === 'roll' || path.sensing !== 'off') return []
    const size = page.pwg === null ? writeSize(page.width, page.length, brief.unit) : page.name
    const where = printer.menus.find((m) => m.place === 'panel' && m.setting === 'sensing')?.where
    const pick = printer.menus.find((m) => m.place === 'panel' && m.setting === 'page')?.where
    return [
      {
        level: 'warn',
        says: `${path.name} does not look at the size of its sheets now. Switch it on at the panel${where ? ` (${where})` : ''}, or choose ${size} there by hand${pick ? ` (${pick})` : ''}; otherwise it prints on whatever size it was told last.`,
        numbers: { width: page.width, length: page.length },
      },
    ]
  },
}
