import { isRoll } from '../../things/paths/kinds.ts'
import { CAUTIONS } from '../loading/step.ts'
import { type Fault, type FaultContext, otherwise } from './fault.ts'

const wide = { label: 'Widen the gap', pins: { 'platen-gap': 'wide' } } as const
const normalGap = ({ setup }: FaultContext) => setup.gap === 'normal'

export const headStrike: Fault = {
  title: 'The head struck the sheet',
  reasons: ['media-jam-during-print'],
  spoils: true,
  caution: CAUTIONS.inside,
  causes: [
    {
      id: 'gap-too-small',
      weight: (c) => (normalGap(c) ? (c.setup.paper.thickness > c.setup.printer.normalGapUpTo * 0.8 ? 6 : 2) : 0),
      says: ({ setup }) => `The head travelled with the normal gap over a sheet of ${(setup.paper.thickness / 1000).toFixed(2)} mm.`,
      remedy: () => 'Let it dry, throw the sheet away, look at the next one along its side edges.',
      change: () => wide,
    },
    {
      id: 'sheet-curled',
      weight: ({ setup }) => (isRoll(setup.path) ? 3 : 2),
      says: ({ setup }) =>
        isRoll(setup.path)
          ? 'The roll’s curl lifts the sheet, the more the nearer its end.'
          : 'The sheet is not flat: edges or corners stand up.',
      remedy: () => 'Flatten it under a board for an hour, or roll it gently against its curl; keep paper out of dry air.',
      change: (c) => (normalGap(c) ? wide : otherwise(c, 'path', (name) => `Use ${name}`)),
    },
    {
      id: 'too-heavy-ink',
      weight: ({ setup }) => (setup.paper.weight < 200 ? 2 : 0.5),
      says: () => 'Much ink on a thin sheet makes it swell and cockle into the head.',
      remedy: () => 'Let sheets lie in the room before printing; use an entry with less ink.',
      change: (c) => otherwise(c, 'media-type', (name) => `Use ${name}`),
    },
  ],
}

export const inkOut: Fault = {
  title: 'An ink ran out',
  reasons: ['marker-supply-empty', 'marker-supply-missing', 'marker-waste-full'],
  spoils: true,
  caution: 'Gloves; keep ink off eyes and skin; waste as the safety sheet and local rules say.',
  causes: [
    {
      id: 'used-up',
      weight: () => 5,
      says: () => 'The cartridge or tank is empty.',
      remedy: () =>
        'Put in a fresh one, shaken as its label says, then go on. A print that stood still often shows a line where it stopped.',
    },
    {
      id: 'ink-record-wrong',
      weight: () => 1,
      says: () => 'More ink was believed to be left than there was.',
      remedy: () => 'Read the levels from the printer before the next long job.',
      change: (c) => otherwise(c, 'printer', (name) => `Print on ${name}`),
    },
  ],
}

export const paperOut: Fault = {
  title: 'The paper ended in the middle of the print',
  reasons: ['media-empty'],
  spoils: true,
  caution: CAUTIONS.heavy,
  causes: [
    {
      id: 'roll-record-wrong',
      weight: ({ setup }) => (isRoll(setup.path) ? 5 : 0),
      says: () => 'The roll was shorter than its record.',
      remedy: () => 'Put on another roll. Correct the record of this lot by its diameter or a measured length.',
      change: (c) => otherwise(c, 'stock', (name) => `Take ${name}`),
    },
    {
      id: 'count-wrong',
      weight: ({ setup }) => (isRoll(setup.path) ? 0 : 4),
      says: () => 'Fewer sheets were in the path than was thought.',
      remedy: () => 'Put more in and go on.',
    },
  ],
}

export const waitsSilently: Fault = {
  title: 'The printer waits and says nothing',
  reasons: ['confirm-at-panel'],
  spoils: false,
  caution: null,
  causes: [
    {
      id: 'wide-gap-question',
      weight: ({ setup }) => (setup.gap === 'wide' && setup.printer.confirmsWideGap ? 8 : setup.gap === 'wide' ? 2 : 0),
      says: ({ setup }) => `With the wide gap ${setup.printer.name} asks at its panel before every print.`,
      remedy: () => 'Look at the panel and press OK.',
      change: ({ setup }) =>
        setup.paper.thickness <= setup.printer.normalGapUpTo
          ? { label: 'Print with the normal gap', pins: { 'platen-gap': 'normal' } }
          : null,
    },
    {
      id: 'panel-question',
      weight: () => 2,
      says: () => 'The panel shows a question that the printer does not pass on.',
      remedy: () => 'Look at the panel and answer it.',
    },
    {
      id: 'other-job-first',
      weight: () => 1,
      says: () => 'Another job is in front of this one.',
      remedy: () => 'Finish or cancel the job in front.',
    },
  ],
}

export const coverOpen: Fault = {
  title: 'A cover is open',
  reasons: ['cover-open', 'door-open', 'interlock-open'],
  spoils: false,
  caution: CAUTIONS.inside,
  causes: [
    {
      id: 'cover-not-shut',
      weight: () => 5,
      says: () => 'A cover, the back or a tray is not shut to its stop.',
      remedy: () => 'Close it until it clicks; the printer goes on. If it opened during the print, look for a line across the sheet.',
    },
    {
      id: 'attachment-wrong',
      weight: ({ setup }) => (setup.path.attachment ? 3 : 0),
      says: ({ setup }) => `The parts for ${setup.path.name} are not seated.`,
      remedy: ({ setup }) => setup.path.attachment?.fit ?? '',
    },
  ],
}

export const networkLost: Fault = {
  title: 'The printer cannot be reached',
  reasons: ['printer-away'],
  spoils: false,
  caution: null,
  causes: [
    {
      id: 'switched-off',
      weight: () => 4,
      says: () => 'It is switched off, asleep or starting.',
      remedy: () => 'Switch it on. The run goes on by itself; nothing is sent twice.',
    },
    {
      id: 'cable-or-network',
      weight: () => 2,
      says: () => 'Cable or network is interrupted.',
      remedy: () => 'Check the cable at both ends, or the printer’s network page.',
    },
    {
      id: 'address-changed',
      weight: () => 1,
      says: ({ setup }) => `It no longer has the address ${setup.printer.address}.`,
      remedy: () => 'Read its address at the panel and enter it under Printers.',
    },
  ],
}
