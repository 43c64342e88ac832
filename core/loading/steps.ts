import { LONG_SHEET } from '../checks/long-sheet.ts'
import { cutSentences } from '../cutting/cut-plan.ts'
import { type Unit, writeLength, writeSize } from '../length/length.ts'
import { capacityFor } from '../paths/limits.ts'
import { isRoll } from '../paths/path.ts'
import type { Plate, Setup } from '../plate/plate.ts'

export type StepPhase = 'computer' | 'panel' | 'load' | 'after'

/** One thing to do at the printer or the computer, in order. */
export interface Step {
  /** Stable for a plate, so that a tick survives a reload. */
  id: string
  phase: StepPhase
  /** The act, a few words. */
  title: string
  /** How, in one or two sentences. */
  text: string
  /** What can hurt here, with whom to defer to. */
  caution: string | null
  /** This step is where the sheet is put in: ticking it records what the path holds. */
  loads?: boolean
  /** Must be done before the job is sent, or only after the printer asks. */
  when: 'before' | 'asked' | 'after'
}

const KEEP_CLEAR = 'Fingers, hair, ties and lanyards clear of rollers, carriage and cutter. Never hold a sheet that is being drawn in.'
const HEAVY = 'A wide roll is heavy: two people or a lift. Follow the printer maker’s instructions and your local rules.'
const BLADE = 'Cutting mat, metal rule with a finger guard, fresh blade, blade away from the hand; close it when you are done.'

type Draft = Omit<Step, 'when'> & { when?: Step['when'] }

function sideText({ path }: Setup): string {
  return path.printableSide === 'up'
    ? 'Printable side up, facing you. As it comes out of the pack the printing side is up; in doubt, a moist fingertip in a corner sticks to the coated side.'
    : 'Printable side down: this path turns the sheet over on its way. As it comes out of the pack the printing side is up.'
}

function loadSteps(s: Setup, plate: Plate, unit: Unit): Draft[] {
  const { path, paper, lot } = s
  const steps: Draft[] = []
  const asked = path.drawIn === 'when-asked'
  const when = asked ? 'asked' : 'before'
  if (path.attachment) steps.push({ id: 'fit', phase: 'load', title: 'Change the parts', text: path.attachment.fit, caution: KEEP_CLEAR })
  const long = plate.layout?.sheet.h ?? 0
  if (!isRoll(path) && long > LONG_SHEET) {
    steps.push({
      id: 'room',
      phase: 'load',
      title: 'Make room',
      text: `The sheet is ${writeLength(long, unit)} long. Keep ${writeLength(path.clearance.behind + (path.clearance.ofSheet ? long : 0), unit)} clear behind the printer and ${writeLength(path.clearance.before + (path.clearance.ofSheet ? long : 0), unit)} before it; turn the printer sideways on the table if it must be.`,
      caution: 'Keep cables and sheets off the walkway.',
    })
  }
  if (asked)
    steps.push({
      id: 'wait',
      phase: 'load',
      title: 'Do not load yet',
      text: `${path.name} takes the sheet only when the printer asks, after the data has arrived. Send the job first.`,
      caution: null,
      when: 'asked',
    })
  if (isRoll(path)) {
    steps.push(
      {
        id: 'flange',
        phase: 'load',
        title: 'Put the roll on',
        text: 'Set the adapters to the core, push the roll flush against the fixed flange, then lock the sliding one.',
        caution: HEAVY,
      },
      {
        id: 'feed',
        phase: 'load',
        title: 'Feed it square',
        text: `Suction low. Feed ${paper.name} square, printable side ${path.printableSide}, pull back gently to take out the slack, suction normal, close.`,
        caution: KEEP_CLEAR,
        loads: true,
      },
    )
  } else {
    const count = Math.min(plate.brief.copies, Math.max(1, capacityFor(path, paper.thickness)))
    steps.push({ id: 'side', phase: 'load', title: 'Find the printable side', text: sideText(s), caution: null, when })
    const how =
      path.kind === 'fine-art-slot'
        ? 'Hold it straight against the guide, press until it draws in, wait for the printer to check and align.'
        : path.kind === 'board'
          ? 'Slide it in level along the guide until it stops; it runs tight.'
          : path.kind === 'cut-sheet'
            ? 'Choose “sheet” at the panel first, hold it so that it does not slide through, align it with the right-hand mark, close, confirm.'
            : 'Guides snug against the stack, never bowing it.'
    steps.push({
      id: 'load',
      phase: 'load',
      title: `Load ${count} ${count === 1 ? 'sheet' : 'sheets'}`,
      text: `${paper.name}, lot ${s.cut ? `cut from ${s.cut.fromLotId}` : lot.id}, into ${path.name}. ${how}`,
      caution: KEEP_CLEAR,
      loads: true,
      when,
    })
  }
  for (const [i, text] of path.loadSteps.entries())
    steps.push({ id: `own-${i}`, phase: 'load', title: `${path.name}, as its manual says`, text, caution: null, when })
  return steps
}

/** What is done with the sheets between the first and the second side. */
function secondSide(s: Setup, plate: Plate): Draft[] {
  if (!plate.back) return []
  const blank = s.path.printableSide
  return [
    {
      id: 'turn-over',
      phase: 'after',
      title: 'Turn the sheets over',
      text: `When they are dry, turn the stack over sideways: left and right change places, the leading edge stays the leading edge. The blank side faces ${blank}. Then press “Print the back”.`,
      caution: KEEP_CLEAR,
    },
  ]
}

/** What is made of the print once it is dry. */
function finishing(s: Setup, plate: Plate, unit: Unit): Draft[] {
  const { brief, layout } = plate
  const steps: Draft[] = []
  if (brief.finished && layout)
    steps.push({
      id: 'trim',
      phase: 'after',
      title: 'Trim it',
      text: `Cut it down to ${writeSize(layout.frame.w, layout.frame.h, unit)}: ${writeLength(layout.frame.y, unit)} off the leading edge, ${writeLength(layout.sheet.h - layout.frame.y - layout.frame.h, unit)} off the trailing edge, ${writeLength(layout.frame.x, unit)} off the left.`,
      caution: BLADE,
    })
  if (s.fold)
    steps.push({
      id: 'fold',
      phase: 'after',
      title: 'Fold it',
      text: `Crease it ${writeLength(s.fold.at, unit)} from the ${s.fold.axis === 'across' ? 'leading' : 'left'} edge${s.paper.weight >= 180 ? '; score it first' : ''}.`,
      caution: null,
    })
  if (brief.make.as === 'wrapped-canvas')
    steps.push({
      id: 'wrap',
      phase: 'after',
      title: 'Stretch it over the bars',
      text: `Lay it face down on something clean, the bars on the marks ${writeLength(brief.make.depth, unit)} inside the print, pull from the middle of each side outwards and fasten the ${writeLength(brief.make.tuck, unit)} of bare canvas behind.`,
      caution: 'Stapler and pliers: eyes and fingers clear.',
    })
  return steps
}

/** The ordered steps for a plate: set the computer, set the panel, load, and put things back. Empty without a set-up. */
export function loadingSteps(plate: Plate, unit: Unit): Step[] {
  const s = plate.setup
  if (!s) return []
  const page = s.page.pwg === null ? `custom page ${writeLength(s.page.width, unit)} × ${writeLength(s.page.length, unit)}` : s.page.name
  const colour = {
    program: 'colour management off in the driver',
    driver: 'colour management by the driver',
    both: 'colour management on',
    none: 'colour management off',
  }[s.management]
  const cutting: Draft[] = s.cut
    ? [{ id: 'cut', phase: 'load', title: 'Cut the sheets first', text: cutSentences(s.cut, unit).join(' '), caution: BLADE }]
    : []
  const drafts: Draft[] = [
    ...cutting,
    {
      id: 'computer',
      phase: 'computer',
      title: 'Check the computer’s settings',
      text: `${s.path.name}; ${page}; ${s.mediaType.driverName}; ${s.quality.name}; ${s.borderless === 'none' ? 'with margins' : `borderless, ${s.expansion?.name.toLowerCase() ?? 'no'} expansion`}; ${colour}. Arch Plate sends these with the job; set them yourself if you print from another program.`,
      caution: null,
    },
    {
      id: 'panel',
      phase: 'panel',
      title: `Set the panel to “${s.mediaType.panelName}”`,
      text: `At the panel: source “${s.path.panelName}”, paper “${s.mediaType.panelName}”, size “${s.page.pwg === null ? s.printer.unlistedSize : s.page.name}”.${s.mediaType.platenGap === 'wide' ? ' Platen gap wide: the printer may ask you to confirm every print.' : ''}`,
      caution: null,
    },
    ...loadSteps(s, plate, unit),
    {
      id: 'dry',
      phase: 'after',
      title: `Let it dry ${plate.estimates?.dryingMinutes ?? 30} min`,
      text: 'Lay the prints singly, face up, out of draughts, before they are stacked, measured or trimmed.',
      caution: 'Fresh ink and overspray: air the room.',
      when: 'after',
    },
    ...secondSide(s, plate),
    ...finishing(s, plate, unit),
    ...s.path.tidySteps.map((text, i): Draft => ({ id: `tidy-${i}`, phase: 'after', title: 'Tidy up', text, caution: null })),
  ]
  if (s.path.attachment)
    drafts.push({
      id: 'unfit',
      phase: 'after',
      title: 'Put the printer back',
      text: s.path.attachment.remove,
      caution: KEEP_CLEAR,
      when: 'after',
    })
  return drafts.map((step) => ({ ...step, when: step.when ?? (step.phase === 'after' ? 'after' : 'before') }))
}
