import { layoutOf } from '../../plate/resolve/plate.ts'
import { rollAfter } from '../../things/media/roll-end.ts'
import { isRoll } from '../../things/paths/kinds.ts'
import { capacityFor } from '../../things/paths/limits.ts'
import { counted } from '../../things/words/counted.ts'
import { CAUTIONS } from '../loading/step.ts'
import { type Cause, type Fault, type FaultContext, otherwise } from './fault.ts'

const loadedIn = ({ studio, setup }: FaultContext) =>
  studio.loaded.find((l) => l.printerId === setup.printer.id && l.pathId === setup.path.id) ?? null
const holds = ({ setup }: FaultContext) => Math.max(1, capacityFor(setup.path, setup.paper.thickness))
const roll = ({ setup }: FaultContext) => isRoll(setup.path)
const nearEnd = (c: FaultContext) =>
  roll(c) && rollAfter(c.studio, c.setup.printer.id, c.setup.path.id, c.setup.lot, layoutOf(c.plate)?.sheet.h ?? 0) !== null

const overfilled: Cause = {
  id: 'overfilled',
  weight: (c) => (roll(c) ? 0 : (loadedIn(c)?.remaining ?? 0) > holds(c) ? 6 : holds(c) === 1 ? 0 : 1),
  says: (c) => `More sheets than the path takes of this paper: it holds ${holds(c)}.`,
  remedy: () => 'Take the stack out, leave out the rest, square it and put it back.',
}

const worn: Cause = {
  id: 'worn-rollers',
  weight: (c) => (roll(c) ? 0.5 : (c.history?.sheets ?? 0) > 2000 ? 4 : 1.5),
  says: (c) =>
    `The feed rollers slip${c.history ? `: ${counted(c.history.sheets, 'sheet has', 'sheets have')} gone through ${c.setup.path.name}` : ''}.`,
  remedy: () =>
    'Clean the rollers as the maker says. A fingertip may help the sheet in only with fingers clear of the rollers. Note it for service.',
  change: (c) => otherwise(c, 'path', (name) => `Use ${name}`),
}

const thick: Cause = {
  id: 'thick-for-path',
  weight: ({ setup }) => (setup.paper.thickness > setup.path.thickness.max * 0.85 ? 5 : 0),
  says: ({ setup }) =>
    `At ${(setup.paper.thickness / 1000).toFixed(2)} mm the sheet is close to all this path takes (${(setup.path.thickness.max / 1000).toFixed(2)} mm).`,
  remedy: () => 'Feed it singly and level, with light pressure until it is taken.',
  change: (c) => otherwise(c, 'path', (name) => `Use ${name}`),
}

const guides: Cause = {
  id: 'guides-off',
  weight: (c) => (roll(c) ? 0 : 2),
  says: () => 'The guides are too tight or too loose: a bowed or free sheet is not taken straight.',
  remedy: () => 'Set the guides so that they just touch the sheet, and put it in again.',
}

const curled: Cause = {
  id: 'curled-edge',
  weight: (c) => (nearEnd(c) ? 6 : roll(c) ? 1 : 0.5),
  says: (c) => (nearEnd(c) ? 'The end of the roll is curled and catches as it feeds.' : 'The leading edge is curled or nicked.'),
  remedy: () => 'Cut the edge clean and square, bend it flat against its curl, and feed it again.',
  change: (c) => (nearEnd(c) ? otherwise(c, 'stock', (name) => `Take ${name}`) : null),
}

const early: Cause = {
  id: 'loaded-early',
  weight: ({ setup }) => (setup.path.drawIn === 'when-asked' ? 5 : 0),
  says: ({ setup }) => `${setup.path.name} takes a sheet only after the data has arrived; one put in before is pushed out.`,
  remedy: () => 'Take it out, wait until the panel asks, then put it in again.',
}

export const cannotFeed: Fault = {
  title: 'The sheet is not drawn in',
  reasons: ['media-jam'],
  spoils: false,
  caution: CAUTIONS.clear,
  causes: [early, overfilled, thick, curled, guides, worn],
}

const loose: Cause = {
  ...guides,
  id: 'guides-loose',
  weight: (c) => (roll(c) ? 0 : 4),
  says: () => 'The guides did not hold the sheet: it turned as it was taken.',
}
const notSquare: Cause = {
  id: 'roll-not-square',
  weight: (c) => (roll(c) ? 5 : 0),
  says: () => 'The roll was not fed square, or sits off its flange.',
  remedy: () => 'Push it flush to the fixed flange, feed it again, pull back the slack until both edges lie even.',
}
const long: Cause = {
  id: 'long-sheet-drags',
  weight: ({ plate }) => ((layoutOf(plate)?.sheet.h ?? 0) > 700_000 ? 4 : 0),
  says: () => 'A long sheet hangs or drags where it goes in and pulls the print round.',
  remedy: () => 'Hold its free end level on something smooth; keep the way out clear.',
}
/** A borderless print survives a skew that the next larger expansion covers. */
const widerStep = (c: FaultContext) => (c.setup.borderless === 'none' ? null : otherwise(c, 'expansion', (name) => `Expand more: ${name}`))

export const fedAskew: Fault = {
  title: 'The sheet went in askew',
  reasons: ['media-askew'],
  spoils: true,
  caution: CAUTIONS.clear,
  causes: [
    { ...loose, change: widerStep },
    { ...overfilled, id: 'overfilled-askew', says: (c) => `An overfilled path turns sheets: it holds ${holds(c)}.` },
    notSquare,
    long,
    { ...worn, id: 'worn-one-side', says: () => 'One feed roller slips more than the other.' },
  ],
}

export const sizeMismatch: Fault = {
  title: 'The printer says the size is wrong',
  reasons: ['media-size-mismatch', 'media-path-media-size-mismatch', 'input-media-size-change'],
  spoils: false,
  caution: null,
  causes: [
    {
      id: 'other-paper-inside',
      weight: () => 5,
      says: ({ setup }) => `Something else lies in ${setup.path.name} than the log has it: somebody refilled it.`,
      remedy: ({ setup }) => `Look into ${setup.path.name} and put in ${setup.paper.name}.`,
    },
    {
      id: 'size-sensing-off',
      weight: ({ setup }) => (setup.path.senses.size || setup.path.senses.width ? 2 : 0.5),
      says: () => 'Size sensing is switched off, or the guides it reads stand wrong.',
      remedy: () => 'Switch sensing on at the panel, set the guides to the sheet, and try again.',
    },
    {
      id: 'nominal-page',
      weight: ({ setup }) => (setup.page.pwg !== null ? 2 : 0.5),
      says: () => 'The page is set to the label’s size and the sheet measures something else.',
      remedy: () => 'Measure one sheet of the lot and enter it under Papers.',
      change: (c) => otherwise(c, 'page', (name) => `Set the page: ${name}`),
    },
  ],
}

export const mediaMismatch: Fault = {
  title: 'Panel and job name different papers',
  reasons: ['input-media-type-change', 'media-type-mismatch'],
  spoils: false,
  caution: null,
  causes: [
    {
      id: 'panel-left-over',
      weight: () => 5,
      says: () => 'The panel is still set to what was printed before.',
      remedy: ({ setup }) => `Set ${setup.path.panelName} at the panel to “${setup.mediaType.panelName}”, then go on.`,
    },
    {
      id: 'media-type-wrong',
      weight: () => 1,
      says: () => 'The panel is right and the job asks for another entry.',
      remedy: () => 'Cancel, and choose the entry the paper was proven with.',
      change: (c) => otherwise(c, 'media-type', (name) => `Use ${name}`),
    },
  ],
}
