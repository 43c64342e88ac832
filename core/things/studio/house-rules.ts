import { z } from 'zod'
import { isGlossy, type Surface } from '../media/media.ts'
import { TOLERANCES } from './tolerances.ts'

/** How the form asks for a rule: one of several, yes or no, a length in µm, a share as per cent, or a list that is filled elsewhere. */
type Control =
  | { as: 'choice'; options: readonly (readonly [value: string, label: string])[] }
  | { as: 'switch' }
  | { as: 'length' }
  | { as: 'percent' }
  | { as: 'list'; empty: string }

interface Rule<S extends z.ZodType> {
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
  everydayIntent: rule({
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
    schema: z.boolean(),
    usual: true,
    label: 'Black point compensation for photographs',
    help: '',
    control: { as: 'switch' },
  }),
  /** A difference between two facing borders that people see, µm. Common practice: 0.5 mm unseen, 1 mm seen. */
  visibleShift: rule({
    schema: z.number().int().positive(),
    usual: 500,
    label: 'A shift nobody sees, up to',
    help: '',
    control: { as: 'length' },
  }),
  /** Share of a picture, 0…1, that may be lost before it is warned of. */
  cropAllowed: rule({
    schema: z.number().min(0).max(1),
    usual: 0.05,
    label: 'A crop that needs no warning, up to',
    help: '',
    control: { as: 'percent' },
  }),
  tolerance: rule({
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

/** What the everyday intent comes to on a surface: matte papers lean perceptual, gloss relative (common practice). */
export const houseIntent = (rule: HouseRules['everydayIntent'], surface: Surface): 'relative' | 'perceptual' =>
  rule === 'by-surface' ? (isGlossy(surface) ? 'relative' : 'perceptual') : rule
