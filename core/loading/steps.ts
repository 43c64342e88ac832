import { type Unit, writeLength } from '../length/length.ts'
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
const LONG_SHEET = 600_000

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
      text: `The sheet is ${writeLength(long, unit)} long and needs that length clear before and behind the printer. Turn the printer sideways on the table if it must be.`,
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
      text: `${paper.name}, lot ${lot.id}, into ${path.name}. ${how}`,
      caution: KEEP_CLEAR,
      loads: true,
      when,
    })
  }
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
  const drafts: Draft[] = [
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
      text: `At the panel: source “${s.path.panelName}”, paper “${s.mediaType.panelName}”, size ${s.page.pwg === null ? 'user-defined' : s.page.name}.${s.mediaType.platenGap === 'wide' ? ' Platen gap wide: the printer may ask you to confirm every print.' : ''}`,
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
  return drafts.map((step) => ({ ...step, when: step.when ?? 'before' }))
}

/** The same settings as a table: what the computer and the panel must each show. */
export function settingsTable(plate: Plate, unit: Unit): { setting: string; computer: string; panel: string }[] {
  const s = plate.setup
  if (!s) return []
  const size = s.page.pwg === null ? `${writeLength(s.page.width, unit)} × ${writeLength(s.page.length, unit)}` : s.page.name
  const managed = { program: 'Off (Arch Plate manages)', driver: 'On', both: 'On, and managed by Arch Plate', none: 'Off' }[s.management]
  return [
    { setting: 'Source', computer: s.path.name, panel: s.path.panelName },
    { setting: 'Size', computer: s.page.pwg === null ? `Custom, ${size}` : size, panel: s.page.pwg === null ? 'User-defined' : size },
    { setting: 'Media type', computer: s.mediaType.driverName, panel: s.mediaType.panelName },
    { setting: 'Edges', computer: s.borderless === 'none' ? 'With margins' : `Borderless, ${s.expansion?.name ?? 'no step'}`, panel: '—' },
    { setting: 'Quality', computer: `${s.quality.name}, ${s.quality.dpi} dpi`, panel: '—' },
    { setting: 'Driver colour', computer: managed, panel: '—' },
    { setting: 'Profile', computer: s.profile?.description ?? 'None', panel: '—' },
    { setting: 'Intent', computer: `${s.intent}${s.blackPoint ? ', black point compensation' : ''}`, panel: '—' },
    { setting: 'Platen gap', computer: s.mediaType.platenGap, panel: s.mediaType.platenGap },
  ]
}
