import { facingDifference } from '../../sheet/facing-borders.ts'
import { viewOf } from '../../sheet/form.ts'
import type { Rect } from '../../sheet/rect.ts'
import { type Brief, itemOf, togetherOf } from '../../things/brief/brief.ts'
import { trims } from '../../things/brief/make.ts'
import { isSideways, type Turn } from '../../things/brief/turn.ts'
import { type Um, writeLength } from '../../things/length/length.ts'
import { lotSizeName } from '../../things/media/lot-name.ts'
import { EDGES, isDead } from '../../things/paths/path.ts'
import type { Studio } from '../../things/studio/studio.ts'
import type { Fix } from '../checks/check.ts'
import { fittedTo } from '../checks/picture-clipped.ts'
import type { Pins } from '../decisions/registry.ts'
import { applyFix } from './apply-fix.ts'
import { pinsFor } from './compare-ways.ts'
import { pictureLost } from './picture-lost.ts'
import { type Plate, sideOf } from './plate.ts'
import { resolve } from './resolve.ts'

/** One thing to do about picture that falls where the printer cannot print, worked out in full. */
export interface Remedy {
  id: 'as-it-is' | 'turn' | 'shift' | 'longer-sheet' | 'scale' | 'other-path'
  title: string
  /** Share of the picture lost that is not blank paper, 0…1; of several, of the one that loses most. */
  lost: number
  /** Most a facing pair of borders differs on any kind of sheet, µm. */
  offCentre: Um
  /** What it costs besides, in words. */
  cost: string
  /** What one press changes; null for leaving things alone, or when it cannot be done. */
  fix: Fix | null
}

const tooLarge = (picture: Rect, printable: Rect, roll: boolean): boolean => picture.w > printable.w || (!roll && picture.h > printable.h)

/** Each kind of sheet as it lies. */
const fronts = ({ forms }: Pick<Plate, 'forms'>) => forms.filter(({ side }) => side === 'front').map(viewOf)

/** What would come out, to tell whether a remedy changes anything. */
const whatPrints = ({ setup, forms }: Plate): string => JSON.stringify([setup?.printer.id, setup?.path.id, setup?.lot.id, forms])

function outcome(plate: Plate): { lost: number; offCentre: Um } | null {
  const each = fronts(plate)
  if (each.length === 0) return null
  return { lost: pictureLost(plate), offCentre: Math.max(...each.map(({ layout }) => facingDifference(layout.borders))) }
}

/** Whether a plate has anything to remedy: a dead margin on its path, or picture cut off. */
export const needsRemedy = (plate: Plate): boolean =>
  plate.setup?.borderless === 'none' &&
  EDGES.some((e) => isDead(plate.setup?.path.margins[e] ?? 0) || fronts(plate).some(({ layout }) => layout.clipped[e] > 0))

/**
 * The remedies in the order people use them (handbook: turn it half round, move it, a longer sheet and trim, another
 * path), each resolved in full so that its loss and cost are what would really come out.
 */
export function remedies(brief: Brief, studio: Studio, pins: Pins): Remedy[] {
  const now = resolve(brief, studio, pins)
  const { setup } = now
  const front = sideOf(now)
  const here = outcome(now)
  if (!setup || !front || !here) return []
  const { layout, turn } = front
  const list: Remedy[] = [{ id: 'as-it-is', title: 'Leave it as it is', ...here, cost: 'nothing to do', fix: null }]
  const add = (id: Remedy['id'], title: string, cost: string, fix: Fix) => {
    const changed = applyFix({ brief, pins }, fix)
    const plate = resolve(changed.brief, studio, changed.pins)
    const then = outcome(plate)
    if (then && whatPrints(plate) !== whatPrints(now)) list.push({ id, title, ...then, cost, fix })
  }
  const several = brief.items.length > 1
  // What is said of how pictures lie holds for each of them: those that lie differently are not turned by one word.
  const alike = fronts(now).every((other) => other.turn === turn)
  // A layout turns each by itself.
  if (alike && !togetherOf(brief)) {
    const turned = ((turn + 180) % 360) as Turn
    const foot = isSideways(turn) ? 'sides change places' : turned === 180 ? 'the foot leads' : 'the head leads'
    const title = several ? 'Turn all of them half round' : 'Turn it half round'
    add('turn', title, foot, { label: title, pins: { orientation: String(turned), placement: 'centred' } })
  }
  if (now.decisions.find((d) => d.key === 'placement')?.value !== 'shifted') {
    const title = several ? 'Move all of them out of the dead margin' : 'Move it out of the dead margin'
    add('shift', title, 'borders are no longer equal', {
      label: title,
      pins: { ...(alike ? { orientation: String(turn) } : {}), placement: 'shifted' },
    })
  }
  const { lot, paper, path, printer } = setup
  const large = togetherOf(brief)
    ? undefined
    : fronts(now).find(({ layout: { picture, printable } }) => tooLarge(picture, printable, lot.form === 'roll'))
  if (large) {
    const item = large.form.placements[0]?.item
    const at = brief.items.findIndex(({ id }) => id === item)
    const fitted = fittedTo({ ...large, brief, lot, item: brief.items[at] ?? itemOf(brief) }, several ? `picture ${at + 1}` : 'it')
    if (fitted)
      add('scale', fitted.fix.label, `${(fitted.smaller * 100).toFixed(0)} % smaller than asked for`, {
        ...fitted.fix,
        ...(item === undefined ? {} : { of: item }),
      })
  }
  const needed = layout.sheet.h + Math.max(...EDGES.map((e) => path.margins[e]))
  const longer = studio.lots
    .filter(
      (l) =>
        l.form === 'sheet' &&
        l.paperId === paper.id &&
        l.stock > 0 &&
        Math.min(l.measured.width, l.measured.length) >= layout.sheet.w - 1000 &&
        Math.max(l.measured.width, l.measured.length) >= needed - 1000,
    )
    .sort((a, b) => a.measured.width * a.measured.length - b.measured.width * b.measured.length)[0]
  if (longer && lot.form === 'sheet' && trims(brief.make))
    add(
      'longer-sheet',
      `Print on ${lotSizeName(longer, brief.unit)} and trim`,
      `a larger sheet, a custom page and ${writeLength(Math.max(longer.measured.width, longer.measured.length) - layout.sheet.h, brief.unit)} to cut off`,
      {
        label: `Print on ${lotSizeName(longer, brief.unit)} and trim`,
        brief: {
          sheet: { width: longer.nominal.width, length: longer.nominal.length, name: lotSizeName(longer, brief.unit) },
          finished: brief.finished ?? { width: Math.round(layout.sheet.w), length: Math.round(layout.sheet.h) },
        },
        pins: { stock: longer.id, printer: null, path: null, page: null, orientation: null, placement: null },
      },
    )
  const other = now.decisions
    .filter((d) => d.key === 'path' || d.key === 'printer')
    .flatMap((d) => d.alternatives.map((a) => ({ ...a, key: d.key })))
    .find((a) => a.ruledOut === null && (a.key === 'path' ? a.id !== path.id : a.id !== printer.id))
  if (other) {
    const at: Pins = other.key === 'path' ? { printer: printer.id, path: other.id } : { printer: other.id }
    const released = Object.fromEntries(Object.keys(pins).map((key) => [key, null]))
    add('other-path', `Use ${other.label} instead`, other.costs[0]?.says ?? 'another path to load', {
      label: `Use ${other.label} instead`,
      pins: { ...released, ...pinsFor(pins, at) },
    })
  }
  return list
}
