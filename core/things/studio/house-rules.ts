import { z } from 'zod'
import { TOLERANCES } from './tolerances.ts'
import { WorkingHoursSchema } from './working-hours.ts'

/** What red findings somebody may print in spite of. */
const IN_SPITE = ['all', 'harmless', 'none'] as const

/**
 * How the form asks for a rule: one of several, yes or no, a length in µm, a share as per cent, money in cents, days, a count, the
 * hours of a week, or a list that is filled elsewhere.
 */
type Control =
  | { as: 'choice'; options: readonly (readonly [value: string, label: string])[] }
  | { as: 'switch' }
  | { as: 'length' }
  | { as: 'percent' }
  | { as: 'money' }
  | { as: 'days' }
  | { as: 'count'; unit: string; max: number }
  | { as: 'hours' }
  | { as: 'list'; empty: string }

/** What rules are about, in the order they are asked. */
export const RULE_GROUPS = ['Units and money', 'Time and care', 'Borders and crops', 'Colour', 'Kept'] as const

interface Rule<S extends z.ZodType> {
  group: (typeof RULE_GROUPS)[number]
  schema: S
  /** What a studio has that never said. */
  usual: z.output<S>
  label: string
  /** Why it is a question, and why the usual answer is the usual one; empty where the label says it. */
  help: string
  control: Control
}
const rule = <S extends z.ZodType>(declared: Rule<S>): Rule<S> => declared

/** Studio-wide preferences that decide ties. A new one is one entry here: schema, record, default and form follow. */
export const HOUSE_RULES = {
  unit: rule({
    group: 'Units and money',
    schema: z.enum(['mm', 'in']),
    usual: 'mm',
    label: 'Unit of new jobs',
    help: '',
    control: {
      as: 'choice',
      options: [
        ['mm', 'millimetres'],
        ['in', 'inches'],
      ],
    },
  }),
  currency: rule({
    group: 'Units and money',
    schema: z.string().regex(/^[A-Z]{3}$/),
    usual: 'EUR',
    label: 'Currency',
    help: 'Prices are kept as they were entered: changing it converts nothing.',
    control: {
      as: 'choice',
      options: [
        'AUD',
        'BRL',
        'CAD',
        'CHF',
        'CNY',
        'CZK',
        'DKK',
        'EUR',
        'GBP',
        'HUF',
        'INR',
        'JPY',
        'KRW',
        'MXN',
        'NOK',
        'NZD',
        'PLN',
        'SEK',
        'USD',
        'ZAR',
      ].map((code) => [code, code] as const),
    },
  }),
  /** Share of a price that goes to the state, 0…1; 0 where nothing is said of it. */
  tax: rule({
    group: 'Units and money',
    schema: z.number().min(0).max(1),
    usual: 0,
    label: 'Tax on what is sold',
    help: 'What a job costs is said with it and without it. At nought it is left out.',
    control: { as: 'percent' },
  }),
  hourCents: rule({
    group: 'Units and money',
    schema: z.number().int().nonnegative().max(10_000_000),
    usual: 0,
    label: 'An hour of hands costs',
    help: 'Loading, changing, cutting and folding are counted with it; the time the head moves is not. At nought hands cost nothing.',
    control: { as: 'money' },
  }),
  workingHours: rule({
    group: 'Time and care',
    schema: WorkingHoursSchema.nullable(),
    usual: null,
    label: 'Somebody is there',
    help: 'Loading and printing fall into these hours when it is worked out whether a job is late; a print dries at night too.',
    control: { as: 'hours' },
  }),
  practiseCents: rule({
    group: 'Time and care',
    schema: z.number().int().nonnegative().max(10_000_000),
    usual: 100,
    label: 'Practise first on a sheet that costs at least',
    help: 'On a path or a paper that is new to the log, the loading guide then begins with something cheaper, or without paper.',
    control: { as: 'money' },
  }),
  inSpite: rule({
    group: 'Time and care',
    schema: z.enum(IN_SPITE),
    usual: 'all',
    label: 'May be printed in spite of',
    help: 'Somebody always has to say why, and it goes into the log.',
    control: {
      as: 'choice',
      options: [
        ['all', 'anything, with a reason'],
        ['harmless', 'what spoils a sheet at most; not what can hurt the printer'],
        ['none', 'nothing: what is red has to be put right'],
      ],
    },
  }),
  keepSheetsDays: rule({
    group: 'Kept',
    schema: z.number().int().positive().max(36_500).nullable(),
    usual: null,
    label: 'Pictures of delivered sheets are kept for',
    help: 'The log keeps everything else of a run for good. Files that are still wanted elsewhere stay.',
    control: { as: 'days' },
  }),
  keepPreviewsDays: rule({
    group: 'Kept',
    schema: z.number().int().positive().max(36_500).nullable(),
    usual: null,
    label: 'Previews and counted colours of pictures are kept for',
    help: 'Since they were made. Those of open jobs stay; the others are made again from the picture when somebody looks at it.',
    control: { as: 'days' },
  }),
  keepPrintFilesHours: rule({
    group: 'Kept',
    schema: z.number().int().min(1).max(336),
    usual: 1,
    label: 'Files made for other programs are kept for',
    help: 'Fetch them before; they can be made again.',
    control: { as: 'count', unit: 'h', max: 336 },
  }),
  nightlyBackups: rule({
    group: 'Kept',
    schema: z.number().int().min(0).max(60),
    usual: 3,
    label: 'Backups that are kept, one made each night',
    help: 'Of all studios together, at two in the night or when it is next started; where studios differ the largest number counts. At nought none is made. One on the same disk does not outlive the disk: copy them elsewhere.',
    control: { as: 'count', unit: '', max: 60 },
  }),
  /** Megabytes. */
  diskReserve: rule({
    group: 'Kept',
    schema: z.number().int().min(0).max(10_000_000),
    usual: 500,
    label: 'Room that is kept free on the disk',
    help: 'Below it nothing is taken in and nothing is printed, so that what is under way can be finished and written down.',
    control: { as: 'count', unit: 'MB', max: 10_000_000 },
  }),
  everydayIntent: rule({
    group: 'Colour',
    schema: z.enum(['relative', 'perceptual', 'by-surface']),
    usual: 'by-surface',
    label: 'Everyday intent',
    help: 'Practitioners differ. By surface is the default because matte papers lose more beyond their gamut, and gloss holds most colours as they are.',
    control: {
      as: 'choice',
      options: [
        ['by-surface', 'by surface: perceptual on matte, relative on gloss'],
        ['relative', 'media-relative colorimetric every day'],
        ['perceptual', 'perceptual every day'],
      ],
    },
  }),
  blackPointCompensation: rule({
    group: 'Colour',
    schema: z.boolean(),
    usual: true,
    label: 'Black point compensation for photographs',
    help: '',
    control: { as: 'switch' },
  }),
  /** A difference between two facing borders that people see, µm. Common practice: 0.5 mm unseen, 1 mm seen. */
  visibleShift: rule({
    group: 'Borders and crops',
    schema: z.number().int().positive(),
    usual: 500,
    label: 'A shift nobody sees, up to',
    help: '',
    control: { as: 'length' },
  }),
  /** Share of a picture, 0…1, that may be lost before it is warned of. */
  cropAllowed: rule({
    group: 'Borders and crops',
    schema: z.number().min(0).max(1),
    usual: 0.05,
    label: 'A crop that needs no warning, up to',
    help: '',
    control: { as: 'percent' },
  }),
  tolerance: rule({
    group: 'Colour',
    schema: z.enum(TOLERANCES.map((t) => t.id)),
    usual: 'edition',
    label: 'Profile checks are held to',
    help: '',
    control: {
      as: 'choice',
      options: TOLERANCES.map((t) => [t.id, `${t.name}, ${t.purpose}: ΔE2000 mean ${t.mean}, 95th ${t.p95}, max ${t.max}`]),
    },
  }),
  /** The light prints are judged by (ISO 3664 P1: 2000 lx, P2: 500 lx, both D50; from memory). */
  viewingLight: rule({
    group: 'Colour',
    schema: z.enum(['unknown', 'critical', 'practical', 'window', 'room']),
    usual: 'unknown',
    label: 'Prints are judged under',
    help: 'Said wherever a print is inspected. A viewing light of D50 is the reference; daylight from a north window comes near it.',
    control: {
      as: 'choice',
      options: [
        ['unknown', 'nobody has said'],
        ['critical', 'a viewing light, D50, about 2000 lx'],
        ['practical', 'a viewing light, D50, about 500 lx'],
        ['window', 'a north window by day'],
        ['room', 'the light of the room'],
      ],
    },
  }),
  /** Sizes this studio uses most, as they are typed; offered first. */
  favouriteSizes: rule({
    group: 'Borders and crops',
    schema: z.array(z.string().min(1).max(60)).max(40),
    usual: [],
    label: 'Favourite sizes',
    help: 'Offered first wherever a sheet is asked for. Added in a brief, with “Make it a favourite”.',
    control: { as: 'list', empty: 'None yet.' },
  }),
}
type Rules = typeof HOUSE_RULES
export type HouseRules = { [K in keyof Rules]: z.output<Rules[K]['schema']> }
export const HOUSE_RULE_KEYS = Object.keys(HOUSE_RULES) as (keyof Rules)[]

const shape: { [K in keyof Rules]: z.ZodDefault<z.ZodType<HouseRules[K]>> } = Object.assign(
  {},
  ...Object.entries(HOUSE_RULES).map(([key, { schema, usual }]) => ({ [key]: (schema as z.ZodType).default(usual) })),
)
/** What a studio has never said, or what is younger than its record, is as usual. */
export const HouseRulesSchema = z.object(shape)
/** A change to the rules: what is left out stays. */
export const RuleChangeSchema = z.strictObject(
  Object.fromEntries(Object.entries(HOUSE_RULES).map(([key, { schema }]) => [key, (schema as z.ZodType).optional()])),
)
export const DEFAULT_RULES: HouseRules = HouseRulesSchema.parse({})
