import { sheetsOf } from '../../sheet/form.ts'
import { isRoll, kindOf } from '../../things/paths/kinds.ts'
import { capacityFor } from '../../things/paths/limits.ts'
import type { Path } from '../../things/paths/path.ts'
import { counted } from '../../things/words/counted.ts'
import { CAUTIONS, type LoadContext, type StepMaker } from './step.ts'

export const wait: StepMaker = ({ path }) =>
  path.drawIn === 'when-asked'
    ? [
        {
          id: 'wait',
          kind: 'wait',
          phase: 'load',
          title: 'Do not load yet',
          text: `${path.name} takes the sheet only when the printer asks, after the data has arrived. Send the job first; a sheet put in early is pushed back out.`,
          when: 'asked',
        },
      ]
    : []

export const side: StepMaker = ({ path, feeding }) => {
  if (isRoll(path)) return []
  const how =
    'In doubt, a moist fingertip in a corner sticks to the coated side; under a slanting light the coated side is the smoother one.'
  return [
    {
      id: 'side',
      kind: 'side',
      phase: 'load',
      title: `Printable side ${path.printableSide}`,
      text:
        path.printableSide === 'up'
          ? `Printable side up, facing you. As it comes out of the pack the printing side is up. ${how}`
          : `Printable side down: this path turns the sheet over on its way. As it comes out of the pack the printing side is up. ${how}`,
      when: feeding,
    },
  ]
}

/** How the path tells that it has the sheet; nothing where its record does not say. */
const sayTaken = ({ signal, name }: Path): string => (signal === '' ? '' : ` ${name} tells that it has it by ${signal}: wait for that.`)

/** Sheets to put in at once: as many as the job takes and the path may hold. */
export const sheetsToLoad = ({ plate, path, setup }: Pick<LoadContext, 'plate' | 'path' | 'setup'>): number =>
  Math.min(sheetsOf(plate.forms), Math.max(1, capacityFor(path, setup.paper.thickness)))

export const loadSheets: StepMaker = (context) => {
  const { path, setup: s, feeding } = context
  if (isRoll(path)) return []
  const count = sheetsToLoad(context)
  const { hands } = kindOf(path)
  const holds = Math.max(1, capacityFor(path, s.paper.thickness))
  const { mark } = s.lot
  const which = mark ? `sheet ${mark}` : `lot ${s.cut ? `cut from ${s.cut.fromLotId}` : s.lot.id}`
  const told = mark ? ` Look for ${mark} on its back: out of the pack nobody can tell it from the others.` : ''
  const more = sheetsOf(context.plate.forms) > count ? ` It holds ${holds}: load again when it is empty.` : ''
  return [
    {
      id: 'load',
      kind: hands.drawing,
      phase: 'load',
      title: mark ? `Load sheet ${mark}` : `Load ${counted(count, 'sheet')}`,
      text: `${s.paper.name}, ${which}, into ${path.name}.${told} ${hands.text}${sayTaken(path)}${more}`,
      caution: CAUTIONS.clear,
      loads: true,
      when: feeding,
    },
  ]
}

export const loadRoll: StepMaker = ({ path, setup: s }) => {
  if (!isRoll(path)) return []
  const { cores, suction, selfLoading } = path.roll
  const steps: ReturnType<StepMaker> = []
  if (cores.length > 1)
    steps.push({
      id: 'core',
      kind: 'core',
      phase: 'load',
      title: 'Match the adapters to the core',
      text: `Measure the inside of the core: this printer takes ${cores.map((c) => `${c} in`).join(' and ')}. Fit the adapters of that size on both ends.`,
    })
  steps.push({
    id: 'flange',
    kind: 'flange',
    phase: 'load',
    title: 'Put the roll on',
    text: `Push the roll flush against the fixed flange, then lock the sliding one.${cores.length > 1 ? '' : ' Set the adapters to the core.'}`,
    caution: CAUTIONS.heavy,
  })
  if (suction)
    steps.push({
      id: 'suction',
      kind: 'suction',
      phase: 'load',
      title: 'Suction low',
      text: 'Low suction while you feed: the sheet slides and can be squared.',
    })
  steps.push({
    id: 'feed',
    kind: 'feed',
    phase: 'load',
    title: selfLoading ? 'Hand it the edge' : 'Feed it square',
    text: selfLoading
      ? `Lay the leading edge of ${s.paper.name} into the slot, printable side ${path.printableSide}, until the printer takes it; it loads and squares the roll itself.${sayTaken(path)}`
      : `Feed ${s.paper.name} square, printable side ${path.printableSide}, until it passes the platen. Pull back gently to take out the slack; both edges must lie flat and even.${sayTaken(path)}${suction ? ' Then suction back to normal, and close.' : ' Close.'}`,
    caution: CAUTIONS.clear,
    loads: true,
  })
  return steps
}

/** What the panel wants to know once paper is in. */
export const media: StepMaker = ({ path, setup: s }) =>
  kindOf(path).asksMedia
    ? [
        {
          id: 'media',
          kind: 'media',
          phase: 'panel',
          title: 'Tell it the paper',
          text: `The panel asks what was loaded: choose “${s.mediaType.panelName}”${path.senses.width ? '; the width it has measured itself' : ', and give the width'}.`,
          when: path.drawIn === 'when-asked' ? 'asked' : 'before',
        },
      ]
    : []

export const ownSteps: StepMaker = ({ path, feeding }) =>
  path.loadSteps.map((text, i) => ({
    id: `own-${i}`,
    kind: isRoll(path) ? 'feed' : 'guides',
    phase: 'load',
    title: `${path.name}, as its manual says`,
    text,
    when: feeding,
  }))

/** The other black goes into the head first; it costs time and ink. */
export const swapBlack: StepMaker = ({ setup }) => {
  const { installed, swap } = setup.printer.black
  const { black } = setup.mediaType
  if (!swap || installed === 'both' || black === 'either' || installed === black) return []
  return [
    {
      id: 'swap-black',
      kind: 'confirm',
      phase: 'panel',
      title: `Swap to ${black} black`,
      text: `The panel asks when the job arrives, or choose it there now: ${swap.minutes} min and ${swap.millilitres} ml. Print what needs the same black together.`,
      when: 'asked',
    },
  ]
}

/** Some printers ask before every print with the wide gap, and tell nobody but their panel. */
export const confirm: StepMaker = ({ setup, plate }) =>
  setup.gap === 'wide' && setup.printer.confirmsWideGap
    ? [
        {
          id: 'confirm',
          kind: 'confirm',
          phase: 'panel',
          title: 'Confirm at the panel',
          text: `With the wide gap ${setup.printer.name} asks before ${sheetsOf(plate.forms) === 1 ? 'the print' : 'every print'} and waits, without a word to the computer, until you press OK.`,
          when: 'asked',
        },
      ]
    : []
