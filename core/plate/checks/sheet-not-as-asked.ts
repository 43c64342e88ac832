import { writeSize } from '../../things/length/length.ts'
import { writeAsked } from '../../things/sizes/asked.ts'
import type { Check } from './check.ts'

export const sheetNotAsAsked: Check = {
  id: 'sheet-not-as-asked',
  title: 'Not the sheet that was asked for',
  touches: ['stock'],
  about: 'plate',
  follows: ['two-sided-stock', 'sheet-too-long', 'sheet-too-wide', 'sheet-too-short'],
  on: 'plate',
  find: ({ way, brief, layout }) => {
    if (!brief.sheet || way.against !== 'sheet') return []
    return [
      {
        level: 'stop',
        says: `The brief asks for ${brief.sheet.name ?? writeAsked(brief.sheet, brief.unit)}; this sheet measures ${writeSize(layout.sheet.w, layout.sheet.h, brief.unit)}.`,
        numbers: { width: layout.sheet.w, length: layout.sheet.h },
        fix: { label: 'Ask for no particular sheet', brief: { sheet: null } },
      },
    ]
  },
}
