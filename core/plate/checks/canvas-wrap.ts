import { MEASURABLE } from '../../sheet/loss.ts'
import { canvasFor } from '../../sheet/make/wrapped-canvas.ts'
import { writeLength, writeSize } from '../../things/length/length.ts'
import { EDGES } from '../../things/paths/path.ts'
import { type Check, type Found, UNUSABLE } from './check.ts'

export const canvasWrap: Check = {
  id: 'canvas-wrap',
  title: 'What goes round the bars',
  touches: ['placement', 'stock'],
  about: 'item',
  follows: UNUSABLE,
  on: 'plate',
  find: ({ brief, face, layout }) => {
    const { make, unit } = brief
    if (make.as !== 'wrapped-canvas') return []
    const found: Found[] = []
    const need = canvasFor(make, face)
    const bare = Math.min(...EDGES.map((e) => layout.margins[e]))
    if (make.tuck - bare >= MEASURABLE)
      found.push({
        suffix: 'tuck',
        level: bare < make.tuck / 2 ? 'stop' : 'warn',
        says: `Only ${writeLength(Math.max(0, bare), unit)} of bare canvas stay to pull and fasten; you want ${writeLength(make.tuck, unit)}. A face of ${writeSize(face.w, face.h, unit)} on these bars needs ${writeSize(need.w, need.h, unit)} of canvas.`,
        numbers: { bare, tuck: make.tuck },
      })
    if (make.wrap === 'picture') {
      const hidden = 1 - (face.w * face.h) / (layout.picture.w * layout.picture.h)
      found.push({
        suffix: 'hidden',
        level: hidden > 0.25 ? 'warn' : 'note',
        says: `The picture goes on round the bars: ${(hidden * 100).toFixed(0)} % of it is folded away from the front.`,
        numbers: { hiddenPercent: Number((hidden * 100).toFixed(1)) },
        fix: hidden > 0.25 ? { label: 'Mirror the edge instead', brief: { make: { ...make, wrap: 'mirror' as const } } } : null,
      })
    }
    return found
  },
}
