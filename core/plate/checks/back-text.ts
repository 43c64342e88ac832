import type { Form } from '../../sheet/form.ts'
import type { TextBlock } from '../../sheet/make/back-text.ts'
import { gaps, intersect } from '../../sheet/rect.ts'
import type { Make } from '../../things/brief/make.ts'
import { writeLength } from '../../things/length/length.ts'
import { EDGES } from '../../things/paths/path.ts'
import { type Check, type Found, UNUSABLE } from './check.ts'

/** How far words may reach past what the printer prints before a letter is hurt, µm. */
const HURT = 50

/** How far words reach past what is printed there, µm. */
function outside({ rect }: Pick<TextBlock, 'rect'>, { printable, sheet }: Pick<Form, 'printable' | 'sheet'>): number {
  const g = gaps(rect, intersect(rect, intersect(printable, sheet)))
  return Math.max(0, ...EDGES.map((e) => g[e]))
}

/**
 * The words of a pass that are read on the back, or in front: second sides are the back, with what is said of each card, and so is a
 * folded card's back panel; in front are words that are an item of their own.
 */
const saidOn = ({ side, text, captions }: Form, make: Make, back: boolean): TextBlock[] =>
  back === (side === 'back' || make.as === 'folded-card') ? [text, ...(side === 'back' ? captions : [])].flatMap((one) => one ?? []) : []

export const backText: Check = {
  id: 'back-text',
  title: 'Words will not print',
  touches: ['margins', 'path'],
  about: 'back',
  follows: UNUSABLE,
  on: 'plate',
  find: ({ brief, forms }) => {
    const { make } = brief
    const found: Found[] = []
    for (const back of [false, true]) {
      const lost = Math.max(0, ...forms.flatMap((form) => saidOn(form, make, back).map((text) => outside(text, form))))
      if (lost <= HURT) continue
      const card = back && make.as === 'folded-card' ? make : null
      const accepted = card?.textInDeadMargin === true
      found.push({
        suffix: back ? 'cut' : 'front',
        level: accepted ? 'note' : 'stop',
        says: `${writeLength(lost, brief.unit)} of the words${back ? ' on the back' : ''} fall where the printer cannot print${accepted ? ', which you accepted' : ''}. Make them smaller, move them${back ? ' on the back' : ''}, or break the lines.`,
        numbers: { lost },
        fix: card && !accepted ? { label: 'Accept it for this card', brief: { make: { ...card, textInDeadMargin: true } } } : null,
      })
    }
    if (
      make.as === 'two-sided' &&
      make.backPicture === 'none' &&
      !forms.some((form) => form.side === 'back' && saidOn(form, make, true).length > 0)
    )
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
