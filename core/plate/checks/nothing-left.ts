import { type Um, writeLength, writeSize } from '../../things/length/length.ts'
import { type Check, type Fix, UNUSABLE } from './check.ts'
import { clearBorder } from './clear-border.ts'

/** Of a print narrower than this nobody sees what it is, µm. */
const SEEN: Um = 1000

export const nothingLeft: Check = {
  id: 'nothing-left',
  title: 'Nothing of the picture would be seen',
  touches: ['placement', 'stock'],
  about: 'item',
  follows: UNUSABLE,
  on: 'plate',
  find: ({ face, layout, item: { size }, brief: { unit }, together }) => {
    if (Math.min(face.w, face.h) >= SEEN) return []
    const { frame } = layout
    const left = Math.min(face.w, face.h) <= 0 ? 'nothing of the picture' : `${writeSize(face.w, face.h, unit)} of the picture`
    // A tenth of the short side all round is a generous border.
    const border = Math.max(clearBorder(layout), Math.floor(Math.min(frame.w, frame.h) / 10_000) * 1000)
    const narrower: Fix | null =
      size.by === 'border' && border < size.border
        ? { label: `Borders of ${writeLength(border, unit)}`, item: { size: { ...size, border } }, pins: { placement: null } }
        : null
    const fit: Fix | null = together
      ? null
      : { label: 'Fit it to the sheet', item: { size: { by: 'sheet', fill: false } }, pins: { placement: null } }
    return [
      {
        level: 'stop',
        says:
          size.by === 'border'
            ? `Borders of ${writeLength(size.border, unit)} leave ${left} on ${writeSize(frame.w, frame.h, unit)}.`
            : `At this size ${left} is printed.`,
        numbers: { width: Math.round(face.w), height: Math.round(face.h) },
        fix: narrower ?? fit,
      },
    ]
  },
}
