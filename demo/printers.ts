import { inch, mm } from '../core/length/length.ts'
import type { Path } from '../core/paths/path.ts'
import type { MediaType, Printer, Quality } from '../core/printers/printer.ts'

const even = (value: number) => ({ leading: mm(value), trailing: mm(value), left: mm(value), right: mm(value) })
const range = (min: number, max: number) => ({ min: mm(min), max: mm(max) })

const media = (id: string, driverName: string, panelName: string, surface: MediaType['surface'], weight: [number, number], black: MediaType['black'], platenGap: MediaType['platenGap'] = 'normal'): MediaType => ({
  id, driverName, panelName, surface, weight: { min: weight[0], max: weight[1] }, black, platenGap,
})

const quality = (id: string, name: string, dpi: number, ipp: Quality['ipp'], secondsPerSquareMetre: number): Quality => ({ id, name, dpi, ipp, secondsPerSquareMetre })

const inks = (names: readonly string[], capacity: number, levels: readonly number[]) =>
  names.map((name, i) => ({ id: name.toLowerCase().replace(/ /g, '-'), name, capacity, millilitres: levels[i % levels.length] ?? capacity }))

type PathInput = Omit<Path, 'attachment' | 'twoSided' | 'senses' | 'tolerance'> & Partial<Pick<Path, 'attachment' | 'twoSided' | 'senses' | 'tolerance'>>
const path = (p: PathInput): Path => ({
  attachment: null,
  twoSided: false,
  senses: { width: false, size: false },
  tolerance: { across: mm(0.6), along: mm(0.6), skewDegrees: 0.1 },
  ...p,
})

const PHOTO_SIZES = ['oe_photo-l_3.5x5in', 'na_index-4x6_4x6in', 'na_5x7_5x7in', 'jpn_hagaki_100x148mm']
const SHEET_SIZES = [...PHOTO_SIZES, 'iso_a4_210x297mm', 'na_letter_8.5x11in', 'na_govt-letter_8x10in']
const LARGE_SIZES = [...SHEET_SIZES, 'iso_a3_297x420mm', 'na_super-b_13x19in', 'na_ledger_11x17in']

const STEPS = [
  { id: 'small', name: 'Small', um: mm(1.2) },
  { id: 'medium', name: 'Medium', um: mm(2.5) },
  { id: 'large', name: 'Large', um: mm(3.8) },
]

const PIGMENT = ['Photo black', 'Matte black', 'Cyan', 'Vivid magenta', 'Yellow', 'Light cyan', 'Light magenta', 'Grey', 'Light grey', 'Violet']

/** Seven invented printers, one of each class the work needs. Addresses are those of the simulated machines. */
export const PRINTERS: Printer[] = [
  {
    id: 'tern', name: 'Tern A4', kind: 'Six-ink A4 sheet printer, custom lengths to 1 200 mm', inkSet: 'dye-6',
    inks: inks(['Black', 'Cyan', 'Magenta', 'Yellow', 'Light cyan', 'Light magenta'], 14, [9, 6, 7.5, 11, 5, 4.2]),
    black: { installed: 'both', swap: null },
    mediaTypes: [
      media('photographic-glossy', 'Glossy photo', 'Photo gloss', 'gloss', [200, 300], 'either'),
      media('photographic-matte', 'Matte photo', 'Photo matte', 'matte', [150, 280], 'either'),
      media('stationery', 'Plain', 'Plain', 'plain', [60, 120], 'either'),
    ],
    qualities: [quality('standard', 'Standard', 720, 'normal', 700), quality('fine', 'Fine', 1440, 'high', 1700)],
    expansions: STEPS.slice(0, 2), quirks: [], feedPpi: 360, address: 'ipp://127.0.0.1:8651/ipp/print',
    paths: [
      path({ id: 'tern-rear', name: 'Rear feeder', kind: 'rear-feeder', source: 'rear', panelName: 'Rear', width: range(89, 216), length: range(127, 1200), thickness: range(0.08, 0.35), weight: { min: 60, max: 300 }, capacity: [{ upTo: 150, sheets: 80 }, { upTo: 350, sheets: 20 }], margins: even(3), borderless: { edges: ['leading', 'trailing', 'left', 'right'], sizes: SHEET_SIZES, enforced: mm(4) }, printableSide: 'up', registration: 'right', customSizes: true, drawIn: 'at-once', tolerance: { across: mm(0.6), along: mm(0.8), skewDegrees: 0.15 } }),
    ],
  },
  {
    id: 'dunlin', name: 'Dunlin', kind: 'Compact with main tray, photo tray, size sensing and two-sided card support', inkSet: 'dye-6',
    inks: inks(['Black', 'Photo black', 'Cyan', 'Magenta', 'Yellow', 'Grey'], 12, [10, 3.4, 8, 7, 9, 6]),
    black: { installed: 'both', swap: null },
    mediaTypes: [
      media('photographic-glossy', 'Glossy', 'Photo paper, glossy', 'gloss', [180, 280], 'either'),
      media('cardstock', 'Two-sided card', 'Card', 'matte', [180, 300], 'either'),
      media('stationery', 'Plain', 'Plain paper', 'plain', [60, 110], 'either'),
    ],
    qualities: [quality('standard', 'Standard', 720, 'normal', 600), quality('fine', 'Best', 1440, 'high', 1500)],
    expansions: STEPS, quirks: [], feedPpi: 360, address: 'ipp://127.0.0.1:8652/ipp/print',
    paths: [
      path({ id: 'dunlin-main', name: 'Main tray', kind: 'cassette', source: 'main', panelName: 'Lower tray', width: range(90, 216), length: range(148, 356), thickness: range(0.08, 0.3), weight: { min: 60, max: 260 }, capacity: [{ upTo: 150, sheets: 100 }, { upTo: 300, sheets: 20 }], margins: even(3.4), borderless: null, printableSide: 'down', registration: 'centre', customSizes: false, drawIn: 'at-once', twoSided: true, senses: { width: true, size: true } }),
      path({ id: 'dunlin-photo', name: 'Photo tray', kind: 'photo-tray', source: 'photo', panelName: 'Upper tray', width: range(89, 127), length: range(127, 178), thickness: range(0.15, 0.35), weight: { min: 150, max: 300 }, capacity: [{ upTo: 350, sheets: 20 }], margins: even(3.4), borderless: { edges: ['leading', 'trailing', 'left', 'right'], sizes: PHOTO_SIZES, enforced: mm(4.2) }, printableSide: 'down', registration: 'centre', customSizes: false, drawIn: 'at-once', twoSided: true, senses: { width: true, size: true }, tolerance: { across: mm(0.5), along: mm(0.7), skewDegrees: 0.15 } }),
    ],
  },
  {
    id: 'gannet', name: 'Gannet 13', kind: '13-inch ten-ink pigment printer', inkSet: 'pigment-10',
    inks: inks(PIGMENT, 26, [18, 21, 9, 12, 15, 7, 11, 19, 5.5, 14]),
    black: { installed: 'both', swap: null },
    mediaTypes: [
      media('photographic-glossy', 'Photo glossy', 'Photo, glossy', 'gloss', [200, 350], 'photo'),
      media('photographic-satin', 'Photo lustre', 'Photo, semi-gloss', 'satin', [200, 350], 'photo'),
      media('photographic-matte', 'Matte', 'Matte', 'matte', [120, 220], 'matte'),
      media('fine-art-matte', 'Fine art matte', 'Art paper, thick', 'art', [180, 400], 'matte', 'wide'),
      media('board-matte', 'Poster board', 'Board', 'board', [500, 1200], 'matte', 'wide'),
      media('stationery', 'Plain', 'Plain', 'plain', [60, 120], 'matte'),
    ],
    qualities: [quality('standard', 'Standard', 720, 'normal', 520), quality('fine', 'Fine', 1440, 'normal', 1100), quality('finest', 'Finest', 2880, 'high', 2600)],
    expansions: STEPS, quirks: [{ kind: 'refused-width', width: inch(13), accepts: mm(329) }], feedPpi: 360, address: 'ipp://127.0.0.1:8653/ipp/print',
    paths: [
      path({ id: 'gannet-rear', name: 'Rear feeder', kind: 'rear-feeder', source: 'rear', panelName: 'Rear feeder', width: range(89, 330.2), length: range(127, 1200), thickness: range(0.08, 0.36), weight: { min: 60, max: 320 }, capacity: [{ upTo: 150, sheets: 100 }, { upTo: 260, sheets: 20 }, { upTo: 360, sheets: 10 }], margins: even(3), borderless: { edges: ['leading', 'trailing', 'left', 'right'], sizes: LARGE_SIZES, enforced: mm(4.5) }, printableSide: 'up', registration: 'right', customSizes: true, drawIn: 'at-once' }),
      path({ id: 'gannet-art', name: 'Fine-art slot', kind: 'fine-art-slot', source: 'manual', panelName: 'Single sheet, rear', width: range(203, 330.2), length: range(254, 600), thickness: range(0.25, 0.7), weight: { min: 180, max: 500 }, capacity: [{ upTo: 700, sheets: 1 }], margins: { leading: mm(3), trailing: mm(12), left: mm(3), right: mm(3) }, borderless: { edges: ['left', 'right'], sizes: ['iso_a4_210x297mm', 'iso_a3_297x420mm', 'na_super-b_13x19in'], enforced: mm(4.5) }, printableSide: 'up', registration: 'right', customSizes: true, drawIn: 'at-once', tolerance: { across: mm(0.5), along: mm(0.6), skewDegrees: 0.1 } }),
      path({ id: 'gannet-board', name: 'Board path', kind: 'board', source: 'by-pass-tray', panelName: 'Straight path, front', width: range(203, 330.2), length: range(254, 600), thickness: range(0.7, 1.6), weight: { min: 300, max: 1300 }, capacity: [{ upTo: 1600, sheets: 1 }], margins: { leading: mm(3), trailing: mm(24), left: mm(3), right: mm(3) }, borderless: null, printableSide: 'up', registration: 'right', customSizes: true, drawIn: 'when-asked', attachment: { fit: 'Take off the output tray and fit the board guide.', remove: 'Take off the board guide and put the output tray back.' }, tolerance: { across: mm(0.8), along: mm(1), skewDegrees: 0.15 } }),
    ],
  },
  {
    id: 'heron', name: 'Heron 17', kind: '17-inch printer with cassette, front slot and roll', inkSet: 'pigment-12',
    inks: inks([...PIGMENT, 'Orange', 'Green'], 80, [52, 61, 33, 40, 58, 28, 36, 62, 44, 50, 71, 66]),
    black: { installed: 'photo', swap: { minutes: 4, millilitres: 3 } },
    mediaTypes: [
      media('photographic-satin', 'Photo satin', 'Satin photo', 'satin', [200, 320], 'photo'),
      media('photographic-glossy', 'Photo gloss', 'Glossy photo', 'gloss', [200, 350], 'photo'),
      media('fine-art-matte', 'Art matte', 'Heavyweight art', 'art', [150, 350], 'matte', 'wide'),
      media('photographic-matte', 'Heavyweight matte', 'Thick matte', 'matte', [150, 250], 'matte'),
    ],
    qualities: [quality('standard', 'Standard', 720, 'normal', 330), quality('fine', 'Fine', 1440, 'normal', 760), quality('finest', 'Finest', 2880, 'high', 1800)],
    expansions: STEPS, quirks: [], feedPpi: 360, address: 'ipp://127.0.0.1:8654/ipp/print',
    paths: [
      path({ id: 'heron-cassette', name: 'Cassette', kind: 'cassette', source: 'main', panelName: 'Cassette', width: range(203, 432), length: range(254, 594), thickness: range(0.1, 0.27), weight: { min: 64, max: 260 }, capacity: [{ upTo: 150, sheets: 250 }, { upTo: 270, sheets: 50 }], margins: even(3), borderless: { edges: ['left', 'right'], sizes: ['iso_a4_210x297mm', 'iso_a3_297x420mm', 'iso_a2_420x594mm', 'na_c_17x22in'], enforced: mm(5) }, printableSide: 'down', registration: 'centre', customSizes: true, drawIn: 'at-once' }),
      path({ id: 'heron-front', name: 'Front slot', kind: 'front-manual', source: 'manual', panelName: 'Front, one sheet', width: range(210, 432), length: range(297, 762), thickness: range(0.25, 1.5), weight: { min: 180, max: 1200 }, capacity: [{ upTo: 1500, sheets: 1 }], margins: { leading: mm(3), trailing: mm(20), left: mm(3), right: mm(3) }, borderless: null, printableSide: 'up', registration: 'right', customSizes: true, drawIn: 'when-asked', tolerance: { across: mm(0.7), along: mm(0.8), skewDegrees: 0.1 } }),
      path({ id: 'heron-roll', name: 'Roll', kind: 'roll', source: 'main-roll', panelName: 'Roll', width: range(254, 431.8), length: range(203, 15000), thickness: range(0.1, 0.5), weight: { min: 64, max: 400 }, capacity: [{ upTo: 500, sheets: 1 }], margins: { leading: mm(3), trailing: mm(3), left: mm(3), right: mm(3) }, borderless: { edges: ['leading', 'trailing', 'left', 'right'], sizes: 'any', enforced: mm(5) }, printableSide: 'up', registration: 'centre', customSizes: true, drawIn: 'at-once', senses: { width: true, size: false }, tolerance: { across: mm(0.4), along: mm(0.5), skewDegrees: 0.05 } }),
    ],
  },
  {
    id: 'petrel', name: 'Petrel 24', kind: '24-inch roll printer that loads itself and senses width and thickness', inkSet: 'pigment-10',
    inks: inks(PIGMENT, 150, [120, 96, 60, 88, 130, 72, 91, 140, 110, 125]),
    black: { installed: 'both', swap: null },
    mediaTypes: [
      media('photographic-satin', 'Satin photo paper', 'Satin photo', 'satin', [180, 300], 'photo'),
      media('photographic-matte', 'Coated matte', 'Matte coated', 'matte', [120, 220], 'matte'),
      media('canvas', 'Canvas', 'Canvas', 'canvas', [280, 450], 'matte', 'wide'),
    ],
    qualities: [quality('standard', 'Standard', 720, 'normal', 170), quality('fine', 'Fine', 1440, 'normal', 400)],
    expansions: STEPS.slice(1), quirks: [], feedPpi: 300, address: 'ipp://127.0.0.1:8655/ipp/print',
    paths: [
      path({ id: 'petrel-roll', name: 'Roll', kind: 'roll', source: 'main-roll', panelName: 'Roll 1', width: range(254, 610), length: range(280, 18000), thickness: range(0.1, 0.55), weight: { min: 60, max: 450 }, capacity: [{ upTo: 550, sheets: 1 }], margins: { leading: mm(5), trailing: mm(5), left: mm(3), right: mm(3) }, borderless: { edges: ['left', 'right'], sizes: 'any', enforced: mm(5) }, printableSide: 'up', registration: 'right', customSizes: true, drawIn: 'at-once', senses: { width: true, size: false }, tolerance: { across: mm(0.4), along: mm(0.5), skewDegrees: 0.04 } }),
    ],
  },
  {
    id: 'albatross', name: 'Albatross 44', kind: '44-inch roll printer, 2- and 3-inch cores, suction, cut-sheet loading', inkSet: 'pigment-12',
    inks: inks([...PIGMENT, 'Orange', 'Green'], 330, [210, 260, 120, 180, 300, 90, 140, 250, 200, 170, 310, 280]),
    black: { installed: 'matte', swap: { minutes: 6, millilitres: 5 } },
    mediaTypes: [
      media('canvas', 'Canvas', 'Canvas, matte', 'canvas', [300, 450], 'matte', 'wide'),
      media('fine-art-matte', 'Fine art', 'Art paper', 'art', [180, 400], 'matte', 'wide'),
      media('photographic-satin', 'Photo satin', 'Satin', 'satin', [200, 320], 'photo'),
    ],
    qualities: [quality('standard', 'Standard', 720, 'normal', 120), quality('fine', 'Fine', 1440, 'normal', 290), quality('finest', 'Finest', 2880, 'high', 650)],
    expansions: STEPS.slice(1), quirks: [], feedPpi: 300, address: 'ipp://127.0.0.1:8656/ipp/print',
    paths: [
      path({ id: 'albatross-roll', name: 'Roll', kind: 'roll', source: 'main-roll', panelName: 'Roll', width: range(254, 1118), length: range(280, 18000), thickness: range(0.1, 0.8), weight: { min: 60, max: 500 }, capacity: [{ upTo: 800, sheets: 1 }], margins: { leading: mm(5), trailing: mm(5), left: mm(3), right: mm(3) }, borderless: { edges: ['leading', 'trailing', 'left', 'right'], sizes: 'any', enforced: mm(5) }, printableSide: 'up', registration: 'right', customSizes: true, drawIn: 'at-once', tolerance: { across: mm(0.5), along: mm(0.6), skewDegrees: 0.04 } }),
      path({ id: 'albatross-sheet', name: 'Cut sheet', kind: 'cut-sheet', source: 'manual', panelName: 'Sheet', width: range(254, 1118), length: range(420, 1580), thickness: range(0.2, 1.5), weight: { min: 150, max: 1200 }, capacity: [{ upTo: 1500, sheets: 1 }], margins: { leading: mm(5), trailing: mm(20), left: mm(3), right: mm(3) }, borderless: null, printableSide: 'up', registration: 'right', customSizes: true, drawIn: 'when-asked', tolerance: { across: mm(0.8), along: mm(1), skewDegrees: 0.12 } }),
    ],
  },
  {
    id: 'plover', name: 'Plover A3', kind: 'A3 bulk-ink office printer with three sources', inkSet: 'bulk-4',
    inks: inks(['Black', 'Cyan', 'Magenta', 'Yellow'], 120, [88, 64, 70, 95]),
    black: { installed: 'both', swap: null },
    mediaTypes: [
      media('stationery', 'Plain paper', 'Plain', 'plain', [60, 120], 'either'),
      media('cardstock', 'Heavyweight', 'Thick', 'matte', [150, 256], 'either'),
      media('photographic-matte', 'Matte', 'Matte photo', 'matte', [150, 220], 'either'),
    ],
    qualities: [quality('draft', 'Draft', 360, 'draft', 130), quality('standard', 'Standard', 720, 'normal', 300), quality('fine', 'Fine', 1440, 'high', 900)],
    expansions: [], quirks: [], feedPpi: 300, address: 'ipp://127.0.0.1:8657/ipp/print',
    paths: [
      path({ id: 'plover-tray-1', name: 'Tray 1', kind: 'cassette', source: 'tray-1', panelName: 'Paper source 1', width: range(90, 297), length: range(148, 432), thickness: range(0.07, 0.25), weight: { min: 60, max: 200 }, capacity: [{ upTo: 150, sheets: 250 }, { upTo: 250, sheets: 50 }], margins: even(3), borderless: null, printableSide: 'down', registration: 'centre', customSizes: false, drawIn: 'at-once', twoSided: true, senses: { width: false, size: true } }),
      path({ id: 'plover-tray-2', name: 'Tray 2', kind: 'cassette', source: 'tray-2', panelName: 'Paper source 2', width: range(182, 297), length: range(257, 432), thickness: range(0.07, 0.15), weight: { min: 60, max: 120 }, capacity: [{ upTo: 150, sheets: 500 }], margins: even(3), borderless: null, printableSide: 'down', registration: 'centre', customSizes: false, drawIn: 'at-once', twoSided: true, senses: { width: false, size: true } }),
      path({ id: 'plover-rear', name: 'Rear feed', kind: 'rear-feeder', source: 'rear', panelName: 'Rear', width: range(64, 329), length: range(127, 1200), thickness: range(0.07, 0.35), weight: { min: 60, max: 256 }, capacity: [{ upTo: 150, sheets: 50 }, { upTo: 350, sheets: 10 }], margins: even(3), borderless: null, printableSide: 'up', registration: 'right', customSizes: true, drawIn: 'at-once', tolerance: { across: mm(0.9), along: mm(1), skewDegrees: 0.2 } }),
    ],
  },
]
