import { z } from 'zod'
import { PathSchema } from '../paths/path.ts'
import { InkMeterSchema, UNMETERED } from './ink-meter.ts'
import { MACHINE_PART_KEYS } from './parts.ts'

const id = z.string().min(1).max(60)
const um = z.number().int().nonnegative()

/** Pins, pairings and what is loaded name these by their id. */
const distinct = (list: readonly { id: string }[]) => new Set(list.map((entry) => entry.id)).size === list.length

/** A kind of paper as the printer knows it: the same entry has one name on the computer and another at the panel. */
export const MediaTypeSchema = z.object({
  /** IPP keyword sent as `media-type` (RFC 8011, PWG 5100.7). */
  id,
  driverName: z.string().max(80),
  panelName: z.string().max(80),
  surface: z.enum(['gloss', 'satin', 'matte', 'art', 'canvas', 'board', 'plain']),
  /** Grammage the entry is meant for, g/m². */
  weight: z
    .object({ min: z.number().nonnegative(), max: z.number().positive() })
    .refine((w) => w.min <= w.max, 'the minimum is above the maximum'),
  black: z.enum(['photo', 'matte', 'either']),
  platenGap: z.enum(['normal', 'wide']),
})
export type MediaType = z.infer<typeof MediaTypeSchema>

export const QualitySchema = z.object({
  id,
  name: z.string().max(60),
  /** Resolution class the profile is bound to, dots per inch (720, 1440, 2880). */
  dpi: z.number().int().positive(),
  /** IPP `print-quality`: draft, normal or high (RFC 8011 section 5.2.13). */
  ipp: z.enum(['draft', 'normal', 'high']),
  secondsPerSquareMetre: z.number().positive(),
})
export type Quality = z.infer<typeof QualitySchema>

export const ExpansionSchema = z.object({ id, name: z.string().max(40), um: um.positive() })
export type Expansion = z.infer<typeof ExpansionSchema>

/** A custom page width (or length) the driver refuses, and the one it takes instead. */
const QuirkSchema = z
  .object({ kind: z.enum(['refused-width', 'refused-length']), width: um.positive(), accepts: um.positive() })
  .refine((q) => q.width !== q.accepts, 'the accepted value is the refused one')

const InkSchema = z.object({
  id,
  name: z.string().max(40),
  millilitres: z.number().nonnegative(),
  capacity: z.number().positive(),
  /** The maker's code of the cartridge or bottle. */
  code: z.string().trim().max(40).default(''),
  /** What a full one costs, cents of the studio's currency; null when nobody has said. */
  priceCents: z.number().int().nonnegative().max(10_000_000).nullable().default(null),
  /** Day it was last replaced or filled up, ISO 8601. */
  replacedOn: z.iso.date().nullable().default(null),
  /** Pigment or dye; null when the record does not say, and the ink set has to. */
  pigment: z.boolean().nullable().default(null),
  /** What its levels have taught of how much it takes. */
  meter: InkMeterSchema.default(UNMETERED),
})

export const PrinterSchema = z.object({
  id,
  name: z.string().min(1).max(80),
  /** What kind of machine it is, in a few words. */
  kind: z.string().max(120),
  inkSet: z.enum(['dye-6', 'pigment-10', 'pigment-12', 'bulk-4']),
  inks: z.array(InkSchema).min(1).max(16),
  black: z.object({
    /** Which blacks print now; `both` when they have channels of their own. */
    installed: z.enum(['photo', 'matte', 'both']),
    /** What a swap costs, or null when there is nothing to swap. */
    swap: z.object({ minutes: z.number().nonnegative(), millilitres: z.number().nonnegative() }).nullable(),
  }),
  mediaTypes: z.array(MediaTypeSchema).min(1).max(100).refine(distinct, 'two have the same id'),
  qualities: z.array(QualitySchema).min(1).max(12).refine(distinct, 'two have the same id'),
  expansions: z.array(ExpansionSchema).max(8),
  quirks: z.array(QuirkSchema).max(20),
  paths: z.array(PathSchema).min(1).max(12).refine(distinct, 'two have the same id'),
  /** What the panel calls a size that is not in its list. */
  unlistedSize: z.string().max(80).default('User-defined'),
  /** What its driver calls the choices that every driver has and names its own way. */
  driverWords: z
    .object({
      colourOff: z.string().trim().min(1).max(80).default('Colours: as they come'),
      colourOn: z.string().trim().min(1).max(80).default('Colours: by the driver'),
      gapNormal: z.string().trim().min(1).max(80).default('Head height: usual'),
      gapWide: z.string().trim().min(1).max(80).default('Head height: raised'),
    })
    .prefault({}),
  /** What its driver calls its own mode for black and white; empty when it has none. */
  monochromeMode: z.string().max(80).default(''),
  /** Tones that mode offers, in its words, the neutral one first; empty when it has one only. */
  monochromeTones: z.array(z.string().trim().min(1).max(40)).max(8).default([]),
  /** What its driver calls its clear coat against gloss differential; empty when it has none. */
  clearCoat: z.string().max(80).default(''),
  /** Thickest sheet the head clears with the normal platen gap, µm. */
  normalGapUpTo: um.default(400),
  /** Asks at its panel before every print with the wide gap, and waits without a word to the computer. */
  confirmsWideGap: z.boolean().default(false),
  /** Whether the panel has to be set for every job, or what the computer sends overrides it. */
  panelRule: z.enum(['set', 'overridden']).default('set'),
  /** Where a setting of the agreement (by its key) is found in the driver or at the panel, as one goes there. */
  menus: z
    .array(
      z.object({
        place: z.enum(['driver', 'panel']),
        setting: z.string().regex(/^[a-z-]{1,20}$/),
        where: z.string().trim().min(1).max(160),
      }),
    )
    .max(60)
    .default([]),
  /** Overspray of borderless prints soils the inside: how much since it was cleaned, and after how much to clean, m². */
  overspray: z.object({ since: z.number().nonnegative(), cleanAfter: z.number().positive() }).default({ since: 0, cleanAfter: 0.2 }),
  /** Pixels per inch the printer wants its page data in. */
  feedPpi: z.number().int().min(72).max(1440),
  /** Parts of this that are only usual ones of its class: nobody has held them against this machine. */
  unconfirmed: z.array(z.enum(MACHINE_PART_KEYS)).max(20).default([]),
  /** Where it listens, `ipp://host:port/path`. */
  address: z.string().max(300),
})
export type Printer = z.infer<typeof PrinterSchema>

/** Whether it prints with pigment: what its inks say, else what its ink set is called. */
export const usesPigment = ({ inks, inkSet }: Pick<Printer, 'inks' | 'inkSet'>): boolean =>
  inks.some((ink) => ink.pigment ?? inkSet.startsWith('pigment'))
