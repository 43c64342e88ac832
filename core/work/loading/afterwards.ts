import { layoutOf, sideOf } from '../../plate/resolve/plate.ts'
import { MEASURABLE } from '../../sheet/loss.ts'
import { sayOver } from '../../sheet/make/two-sided.ts'
import { trimmedTo } from '../../things/brief/brief.ts'
import { writeLength, writeSize } from '../../things/length/length.ts'
import { kindOf } from '../../things/paths/kinds.ts'
import { CAUTIONS, type StepMaker } from './step.ts'

export const dry: StepMaker = ({ plate }) => {
  const minutes = plate.estimates?.dryingMinutes ?? 30
  if (minutes === 0) return []
  return [
    {
      id: 'dry',
      kind: 'dry',
      phase: 'after',
      title: `Let it dry ${minutes} min`,
      text: 'Lay the prints singly, face up, out of draughts, before they are stacked, measured or trimmed.',
      caution: CAUTIONS.air,
      minutes,
    },
  ]
}

/** What is done with the sheets between the first and the second side. */
export const secondSide: StepMaker = ({ plate, path }) => {
  const { make } = plate.brief
  return make.as === 'two-sided' && sideOf(plate, 'back')
    ? [
        {
          id: 'turn-over',
          kind: 'turn-over',
          phase: 'after',
          title: 'Turn the sheets over',
          text: `When they are dry, turn the stack over ${sayOver(make)}. The blank side faces ${path.printableSide}. Then press “Print the back”.`,
          caution: CAUTIONS.clear,
        },
      ]
    : []
}

export const cutOff: StepMaker = ({ path, plate, unit }) => {
  const layout = layoutOf(plate)
  return kindOf(path).cutByHand && layout
    ? [
        {
          id: 'cut-off',
          kind: 'trim',
          phase: 'after',
          title: 'Cut it off by hand',
          text: `${path.name} does not cut. Let it feed out until ${writeLength(layout.sheet.h, unit)} have passed, hold the roll still, and cut square along a metal rule; do not pull the print from the printer.`,
          caution: CAUTIONS.blade,
        },
      ]
    : []
}

export const trim: StepMaker = ({ plate, unit }) => {
  const layout = layoutOf(plate)
  if (!trimmedTo(plate.brief) || !layout) return []
  const { frame, sheet } = layout
  const lines = plate.forms.some(({ side, strokes }) => side === 'front' && strokes.length > 0)
  const off = (
    [
      [frame.y, 'leading edge'],
      [sheet.h - frame.y - frame.h, 'trailing edge'],
      [frame.x, 'left'],
      [sheet.w - frame.x - frame.w, 'right'],
    ] as const
  ).flatMap(([um, edge]) => (um >= MEASURABLE ? [`${writeLength(um, unit)} off the ${edge}`] : []))
  return [
    {
      id: 'trim',
      kind: 'trim',
      phase: 'after',
      title: 'Trim it',
      text: `Cut it down to ${writeSize(frame.w, frame.h, unit)}${off.length > 0 ? `: ${off.join(', ')}` : ''}.${lines ? ' Printed from here it has fine lines at its corners that show where.' : ''}`,
      caution: CAUTIONS.blade,
    },
  ]
}

export const fold: StepMaker = ({ plate, setup: s, unit }) => {
  const crease = sideOf(plate)?.fold
  if (crease && s.paper.crease)
    return [
      {
        id: 'fold',
        kind: 'fold',
        phase: 'after',
        title: 'Fold it along its crease',
        text: `The card comes creased ${writeLength(crease.at, unit)} from the ${crease.axis === 'across' ? 'leading' : 'left'} edge: fold it there, without scoring.`,
      },
    ]
  return crease
    ? [
        {
          id: 'fold',
          kind: 'fold',
          phase: 'after',
          title: 'Fold it',
          text: `Crease it ${writeLength(crease.at, unit)} from the ${crease.axis === 'across' ? 'leading' : 'left'} edge${s.paper.weight >= 180 ? '; score it first' : ''}.`,
        },
      ]
    : []
}

export const wrap: StepMaker = ({ plate: { brief }, unit }) =>
  brief.make.as === 'wrapped-canvas'
    ? [
        {
          id: 'wrap',
          kind: 'wrap',
          phase: 'after',
          title: 'Stretch it over the bars',
          text: `Lay it face down on something clean, the bars on the marks ${writeLength(brief.make.depth, unit)} inside the print, pull from the middle of each side outwards and fasten the ${writeLength(brief.make.tuck, unit)} of bare canvas behind.`,
          caution: 'Stapler and pliers: eyes and fingers clear.',
        },
      ]
    : []

/** Leaves the printer as the next person expects it. */
export const tidy: StepMaker = ({ path }) => [
  ...path.tidySteps.map((text, i) => ({ id: `tidy-${i}`, kind: 'tidy' as const, phase: 'after' as const, title: 'Tidy up', text })),
  ...(path.attachment
    ? [
        {
          id: 'unfit',
          kind: 'attach' as const,
          phase: 'after' as const,
          title: 'Put the printer back',
          text: path.attachment.remove,
          caution: CAUTIONS.inside,
        },
      ]
    : []),
]
