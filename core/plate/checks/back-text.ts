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

/** What is said on the back: on second sides all words, those of each card too; on a folded card's front pass those of its back panel. */
const saidOnBack = (form: Form, make: Make): TextBlock[] =>
  [form.side === 'back' || make.as === 'folded-card' ? form.text : null, ...(form.side === 'back' ? form.captions : [])].flatMap(
    (text) => text ?? [],
  )

/** Words that are an item of their own, on the front. */
const saidOnFront = (form: Form, make: Make): TextBlock[] =>
  form.side === 'front' && make.as !== 'folded-card' && form.text ? [form.text] : []

/** How far the worst of these words of any sheet reach past what is printed, µm. */
const furthest = (forms: readonly Form[], make: Make, of: typeof saidOnBack): number =>
  Math.max(0, ...forms.flatMap((form) => of(form, make).map((text) => outside(text, form))))

export const backText: Check = {
  id: 'back-text',
  title: 'Words on the back will not print',
  touches: ['margins', 'path'],
  about: 'back',
  follows: UNUSABLE,
  on: 'plate',
  find: ({ brief, forms }) => {
    const { make } = brief
    const found: Found[] = []
    const before = furthest(forms, make, saidOnFront)
    if (before > HURT)
      found.push({
        suffix: 'front',
        level: 'stop',
        title: 'Words will not print',
        says: `${writeLength(before, brief.unit)} of the words fall where the printer cannot print. Make them smaller, or break the lines.`,
        numbers: { lost: before },
      })
    const lost = furthest(forms, make, saidOnBack)
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
    if (
      make.as === 'two-sided' &&
      make.backPicture === 'none' &&
      !forms.some((form) => form.side === 'back' && saidOnBack(form, make).length > 0)
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
