import type { Plate } from '../../plate/resolve/plate.ts'
import type { Unit } from '../../things/length/length.ts'
import type { Studio } from '../../things/studio/studio.ts'
import { cutOff, dry, fold, secondSide, tidy, trim, wrap } from './afterwards.ts'
import { attach, computer, cut, panel, practise, room } from './prepare.ts'
import { confirm, loadRoll, loadSheets, media, ownSteps, side, swapBlack, wait } from './put-in.ts'
import type { Step, StepMaker } from './step.ts'

/** Every subject of the guide, in the order of the hands. */
const MAKERS: readonly StepMaker[] = [
  practise,
  cut,
  computer,
  panel,
  attach,
  room,
  wait,
  side,
  loadSheets,
  loadRoll,
  media,
  ownSteps,
  swapBlack,
  confirm,
  cutOff,
  dry,
  secondSide,
  trim,
  fold,
  wrap,
  tidy,
]

/**
 * The ordered steps for a plate: set the computer, set the panel, load, and put things back. Empty without a set-up.
 * With the studio the guide also knows what is new to it, and which printers need no panel setting.
 */
export function loadingSteps(plate: Plate, unit: Unit, studio: Studio | null = null): Step[] {
  const { setup } = plate
  if (!setup) return []
  const feeding = setup.path.drawIn === 'when-asked' ? 'asked' : 'before'
  const context = { plate, setup, path: setup.path, unit, studio, feeding } as const
  return MAKERS.flatMap((make) => make(context)).map((draft) => ({
    caution: null,
    loads: false,
    minutes: null,
    when: draft.phase === 'after' ? 'after' : 'before',
    ...draft,
  }))
}
