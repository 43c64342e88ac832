import { writeSize } from '../length/length.ts'
import type { Check } from './check.ts'

export const sheetNotAsAsked: Check = {
  id: 'sheet-not-as-asked',
  title: 'Not the sheet that was asked for',
  touches: ['stock'],
  on: 'plate',
  find: ({ way, brief, layout }) => {
    if (!brief.sheet || way.ruledOut === null || way.violations.length > 0) return []
    return [
      {
        level: 'stop',
        says: `The brief asks for ${brief.sheet.name ?? writeSize(brief.sheet.width, brief.sheet.length, brief.unit)}; this sheet measures ${writeSize(layout.sheet.w, layout.sheet.h, brief.unit)}.`,
        numbers: { width: layout.sheet.w, length: layout.sheet.h },
        fix: { label: 'Ask for no particular sheet', brief: { sheet: null } },
      },
    ]
  },
}
