import type { TextBlock } from '../../sheet/make/back-text.ts'
import { gaps, intersect, type Rect } from '../../sheet/rect.ts'
import { writeLength } from '../../things/length/length.ts'
import { EDGES } from '../../things/paths/path.ts'
import { type Check, type Found, UNUSABLE } from './check.ts'

/** How far words may reach past what the printer prints before a letter is hurt, µm. */
const HURT = 50

function outside(text: TextBlock | null, printable: Rect, sheet: Rect): number {
  if (!text) return 0
  const g = gaps(text.rect, intersect(text.rect, intersect(printable, sheet)))
  return Math.max(0, ...EDGES.map((e) => g[e]))
}

export const backText: Check = {
  id: 'back-text',
  title: 'Words on the back will not print',
  touches: ['margins', 'path'],
  about: 'back',
  follows: UNUSABLE,
  on: 'plate',
  find: ({ brief, text, back, layout }) => {
    const { make } = brief
    const found: Found[] = []
    const lost = Math.max(outside(text, layout.printable, layout.sheet), back ? outside(back.text, back.printable, back.sheet) : 0)
    if (lost > HURT) {
      const accepted = make.as === 'folded-card' && make.textInDeadMargin
      found.push({
        suffix: 'cut',
        level: accepted ? 'note' : 'stop',
        says: `${writeLength(lost, brief.unit)} of the words on the back fall where the printer cannot print${accepted ? ', which you accepted' : ''}. Make them smaller, move them on the back, or break the lines.`,
        numbers: { lost },
        fix:
          make.as === 'folded-card' && !accepted
            ? { label: 'Accept it for this card', brief: { make: { ...make, textInDeadMargin: true } } }
            : null,
      })
    }
    if (make.as === 'two-sided' && make.backPicture === 'none' && !back?.text)
      found.push({
        suffix: 'empty',
        level: 'stop',
        says: 'The job is two-sided and nothing is to be printed on the back. Type its words, choose a picture for it, or print one side only.',
        numbers: { lines: 0 },
        fix: { label: 'Print one side only', brief: { make: { as: 'print' as const } } },
      })
    return found
  },
}
