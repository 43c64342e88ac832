import type { z } from 'zod'
import { inch, mm } from '../length/length.ts'
import type { PathSchema } from '../paths/path.ts'
import { MACHINE_PART_KEYS, PATH_PART_KEYS } from './parts.ts'
import { type MediaType, type Printer, PrinterSchema } from './printer.ts'

type PathInput = z.input<typeof PathSchema>

const even = (um: number) => ({ leading: um, trailing: um, left: um, right: um })
const range = (min: number, max: number) => ({ min: mm(min), max: mm(max) })
/** What most paths are like; nobody has held any of it against the machine. */
const path = (
  of: Partial<PathInput> & Pick<PathInput, 'id' | 'name' | 'kind' | 'source' | 'width' | 'length' | 'thickness' | 'weight' | 'capacity'>,
): PathInput => ({
  panelName: of.name,
  margins: even(mm(3)),
  borderless: null,
  printableSide: 'up',
  registration: 'centre',
  senses: { width: true, size: false },
  customSizes: true,
  drawIn: 'at-once',
  attachment: null,
  tolerance: { across: mm(0.8), along: mm(0.8), skewDegrees: 0.15 },
  unconfirmed: [...PATH_PART_KEYS],
  ...of,
})

const PHOTO_SIZES = ['na_index-4x6_4x6in', 'na_5x7_5x7in', 'na_govt-letter_8x10in', 'iso_a4_210x297mm', 'na_letter_8.5x11in']
const LARGE_SIZES = [...PHOTO_SIZES, 'iso_a3_297x420mm', 'na_ledger_11x17in', 'na_super-b_13x19in']
const FOUR = ['leading', 'trailing', 'left', 'right'] as const

const entry = (
  id: string,
  name: string,
  surface: MediaType['surface'],
  weight: [number, number],
  black: MediaType['black'],
  platenGap: MediaType['platenGap'] = 'normal',
): MediaType => ({
  id,
  driverName: name,
  panelName: name,
  surface,
  weight: { min: weight[0], max: weight[1] },
  black,
  platenGap,
})
/** One entry for each family of surface, under plain words: the driver's own names are for whoever has it before them. */
const entries = (blacks: boolean, thick: boolean): MediaType[] => [
  entry('photographic-glossy', 'Glossy photo', 'gloss', [180, 320], blacks ? 'photo' : 'either'),
  entry('photographic-satin', 'Satin photo', 'satin', [180, 320], blacks ? 'photo' : 'either'),
  entry('photographic-matte', 'Matte', 'matte', [120, 250], blacks ? 'matte' : 'either'),
  ...(thick
    ? [
        entry('art-matte', 'Fine art', 'art', [200, 400], blacks ? 'matte' : 'either', 'wide'),
        entry('canvas', 'Canvas', 'canvas', [300, 500], blacks ? 'matte' : 'either', 'wide'),
      ]
    : []),
  entry('stationery', 'Plain', 'plain', [60, 120], 'either'),
]
const QUALITIES = (perSquareMetre: number): Printer['qualities'] => [
  { id: 'standard', name: 'Standard', dpi: 720, ipp: 'normal', secondsPerSquareMetre: perSquareMetre },
  { id: 'fine', name: 'Fine', dpi: 1440, ipp: 'high', secondsPerSquareMetre: Math.round(perSquareMetre * 2.2) },
]
const STEPS: Printer['expansions'] = [
  { id: 'small', name: 'Small', um: mm(1) },
  { id: 'medium', name: 'Medium', um: mm(2) },
  { id: 'large', name: 'Large', um: mm(3) },
]
const DYE = ['Black', 'Cyan', 'Magenta', 'Yellow', 'Light cyan', 'Light magenta']
const PIGMENT = ['Photo black', 'Matte black', 'Cyan', 'Magenta', 'Yellow', 'Light cyan', 'Light magenta', 'Grey', 'Light grey', 'Violet']
const inks = (names: readonly string[], capacity: number) =>
  names.map((name) => ({ id: name.toLowerCase().replace(/ /g, '-'), name, capacity, millilitres: capacity }))

const rearFeeder = (widest: number, longest: number, upTo: number) =>
  path({
    id: 'rear',
    name: 'Rear feeder',
    kind: 'rear-feeder',
    source: 'rear',
    width: range(89, widest),
    length: range(127, longest),
    thickness: range(0.08, upTo),
    weight: { min: 60, max: 320 },
    capacity: [
      { upTo: 150, sheets: 80 },
      { upTo: mm(upTo), sheets: 20 },
    ],
    borderless: { edges: [...FOUR], sizes: widest > 300 ? LARGE_SIZES : PHOTO_SIZES, enforced: mm(4) },
    registration: 'right',
  })
const artSlot = (widest: number) =>
  path({
    id: 'art',
    name: 'Fine-art slot',
    kind: 'fine-art-slot',
    source: 'manual',
    width: range(203, widest),
    length: range(254, 1200),
    thickness: range(0.29, 1.5),
    weight: { min: 200, max: 1200 },
    capacity: [{ upTo: 1500, sheets: 1 }],
    margins: { leading: mm(20), trailing: mm(20), left: mm(3.4), right: mm(3.4) },
    drawIn: 'when-asked',
    clearance: { before: 0, behind: mm(100), ofSheet: true },
  })
const roll = (inches: number) =>
  path({
    id: 'roll',
    name: 'Roll',
    kind: 'roll',
    source: 'main-roll',
    width: { min: inch(8), max: inch(inches) },
    length: range(203, 15_000),
    thickness: range(0.08, 0.5),
    weight: { min: 60, max: 450 },
    capacity: [{ upTo: 500, sheets: 1 }],
    borderless: { edges: ['left', 'right'], sizes: 'any', enforced: mm(3) },
    roll: { cores: [2, 3], suction: true, selfLoading: false },
    tolerance: { across: mm(0.6), along: mm(1), skewDegrees: 0.1 },
  })

interface PrinterClass {
  id: string
  title: string
  /** What a machine of it is like, to be recognised by. */
  says: string
  record: Omit<z.input<typeof PrinterSchema>, 'id' | 'name' | 'address'>
}

const of = (
  id: string,
  title: string,
  says: string,
  record: Partial<PrinterClass['record']> & Pick<PrinterClass['record'], 'inkSet' | 'inks' | 'mediaTypes' | 'qualities' | 'paths'>,
): PrinterClass => ({
  id,
  title,
  says,
  record: { kind: title, black: { installed: 'both', swap: null }, expansions: STEPS, quirks: [], feedPpi: 360, ...record },
})

/**
 * Generic printers to begin from where nothing is at hand but the machine: usual values of their kind, ours, each path
 * marked as such until somebody has held it against the manual or measured it. Common practice.
 */
export const PRINTER_CLASSES: readonly PrinterClass[] = [
  of('a4-six-ink', 'A4, six dye inks', 'A desktop photo printer with a rear feeder.', {
    inkSet: 'dye-6',
    inks: inks(DYE, 12),
    mediaTypes: entries(false, false),
    qualities: QUALITIES(800),
    paths: [rearFeeder(216, 1200, 0.3)],
  }),
  of(
    '13-inch-pigment',
    '13-inch pigment with a fine-art slot',
    'A3+ sheets from the rear, thick art paper and board from the front, one at a time.',
    {
      inkSet: 'pigment-10',
      inks: inks(PIGMENT, 25),
      mediaTypes: entries(true, true),
      qualities: QUALITIES(520),
      paths: [rearFeeder(330, 1200, 0.35), artSlot(330)],
    },
  ),
  of('17-inch-pigment', '17-inch pigment with roll', 'A2 sheets, a fine-art slot and a roll.', {
    inkSet: 'pigment-12',
    inks: inks([...PIGMENT, 'Green', 'Orange'], 80),
    mediaTypes: entries(true, true),
    qualities: QUALITIES(380),
    paths: [rearFeeder(432, 1500, 0.4), artSlot(432), roll(17)],
  }),
  of('24-inch-roll', '24-inch roll', 'Stands on its own feet; a roll of up to 610 mm, single sheets by hand.', {
    inkSet: 'pigment-12',
    inks: inks([...PIGMENT, 'Green', 'Orange'], 350),
    mediaTypes: entries(true, true),
    qualities: QUALITIES(160),
    paths: [
      roll(24),
      {
        ...artSlot(610),
        id: 'sheet',
        name: 'Single sheet',
        kind: 'front-manual',
        thickness: range(0.08, 1.5),
        weight: { min: 60, max: 1200 },
      },
    ],
  }),
  of('44-inch-roll', '44-inch roll', 'A roll of up to 1118 mm.', {
    inkSet: 'pigment-12',
    inks: inks([...PIGMENT, 'Green', 'Orange'], 700),
    mediaTypes: entries(true, true),
    qualities: QUALITIES(120),
    paths: [roll(44)],
  }),
  of('blank', 'None of these', 'One path and one media type, to be filled in from the manual.', {
    inkSet: 'bulk-4',
    inks: inks(['Black', 'Cyan', 'Magenta', 'Yellow'], 70),
    mediaTypes: [
      entry('stationery', 'Plain', 'plain', [60, 120], 'either'),
      entry('photographic-matte', 'Matte', 'matte', [120, 250], 'either'),
    ],
    qualities: QUALITIES(900),
    expansions: [],
    paths: [rearFeeder(216, 356, 0.3)],
  }),
]

/**
 * A printer of a class, to be confirmed.
 * @param address where it listens, `ipp://host:port/path`; empty for one that is printed to from another program
 * @throws RangeError for a class there is none of
 */
export function printerOfClass(classId: string, { id, name, address }: Pick<Printer, 'id' | 'name' | 'address'>): Printer {
  const found = PRINTER_CLASSES.find((c) => c.id === classId)
  if (!found) throw new RangeError(`no class ${classId}`)
  const { record } = found
  // Ids of paths are distinct in the whole studio.
  return PrinterSchema.parse({
    ...record,
    unconfirmed: [...MACHINE_PART_KEYS],
    id,
    name,
    address,
    paths: record.paths.map((p) => ({ ...p, id: `${id}-${p.id}` })),
  })
}
