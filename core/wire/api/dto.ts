import { z } from 'zod'
import { ProfileCheckSchema } from '../../color/accuracy/profile-check.ts'
import { MeasuresSchema } from '../../color/measure/measures.ts'
import { ProfileFactsSchema } from '../../color/profile/facts.ts'
import { PRINT_FORMATS } from '../../output/page/print-format.ts'
import { PinsSchema } from '../../plate/decisions/registry.ts'
import { PlateSchema } from '../../plate/resolve/plate.ts'
import { ChosenSchema } from '../../sheet/run-pages.ts'
import { BriefChangeSchema, BriefEditSchema, BriefSchema, BriefWishSchema, MAX_ITEMS } from '../../things/brief/brief.ts'
import { PictureSchema } from '../../things/brief/picture.ts'
import { MAX_LENGTH } from '../../things/length/length.ts'
import { INTENTS } from '../../things/media/intent.ts'
import { BindingSchema, LotSchema, PaperSchema, ProfileSchema, ReadingsSchema } from '../../things/media/media.ts'
import { FAULT_IDS } from '../../work/faults/registry.ts'
import { PrinterNowSchema } from '../../work/preflight/standing.ts'
import { FoundFaultSchema, InspectionSchema } from '../../work/runs/inspection.ts'
import { ASKED_HOWS, HOWS, JOB_STATES, RUN_STATES } from '../../work/runs/states.ts'

/** What the server and the browser say to each other. Times are ISO 8601, UTC. */

const id = z.number().int().positive()
const time = z.iso.datetime()

export const ProblemSchema = z.object({
  code: z.string(),
  field: z.string().optional(),
  value: z.string().optional(),
  limit: z.string().optional(),
  message: z.string(),
  /** On a lost race: the newer version of what was to be changed. */
  current: z.unknown().optional(),
})

export const JobSchema = z.object({
  id,
  title: z.string(),
  state: z.enum(JOB_STATES),
  brief: BriefSchema,
  pins: PinsSchema,
  /** Raised at every change; sent back with an edit so that nobody overwrites another. */
  version: z.number().int(),
  archived: z.boolean(),
  /** The job its pieces are printed with; null where it is printed by itself. */
  gang: id.nullable(),
  createdAt: time,
  updatedAt: time,
})
export type Job = z.infer<typeof JobSchema>

/** A picture the studio has, and the jobs that need it. */
export const PictureEntrySchema = z.object({
  id: z.string(),
  name: z.string(),
  width: z.number().int(),
  height: z.number().int(),
  preview: z.string(),
  addedAt: time,
  /** Of its file; null where it is gone. */
  bytes: z.number().int().nonnegative().nullable(),
  /** Jobs that are not over. */
  jobs: z.array(z.object({ id, title: z.string() })),
})
export type PictureEntry = z.infer<typeof PictureEntrySchema>
export const PicturesPageSchema = z.object({
  pictures: z.array(PictureEntrySchema),
  /** After which picture to go on; null when all were told. */
  next: z.string().nullable(),
})
export type PicturesPage = z.infer<typeof PicturesPageSchema>

/** What tells a job from how it was: one with the same head is the same. */
const JobHeadSchema = JobSchema.pick({ id: true, version: true, state: true, gang: true, updatedAt: true }).extend({
  /** As its brief has it: which job comes first is known before the job is. */
  dueAt: BriefSchema.shape.dueAt,
  /** Whether a run of it has brought sheets, good or spoilt: then fewer may be left to print than it has. */
  begun: z.boolean(),
})
export type JobHead = z.infer<typeof JobHeadSchema>
export const JobHeadsSchema = z.object({
  /** The word for just these heads: sent along the next time. */
  at: z.string(),
  /** All of them; null where the caller is told what has changed. */
  heads: z.array(JobHeadSchema).nullable(),
  /** A ListChange: what makes these of those the caller has. */
  changed: z.object({ put: z.array(JobHeadSchema), gone: z.array(id) }).nullable(),
})
export type JobHeads = z.infer<typeof JobHeadsSchema>

export const JobEditSchema = z.object({
  version: z.number().int(),
  title: z.string().trim().min(1).max(120).optional(),
  brief: BriefEditSchema.optional(),
  pins: PinsSchema.optional(),
  archived: z.boolean().optional(),
})
export type JobEdit = z.infer<typeof JobEditSchema>

/** What is asked for one of many pictures, in the order of the pictures. */
const WishSchema = z.object({
  size: z.object({ width: z.number().int().positive().max(MAX_LENGTH), height: z.number().int().positive().max(MAX_LENGTH) }).nullable(),
  copies: z.number().int().min(1).max(10_000).nullable(),
})

/** A change to one of several jobs that are changed at once. */
export const JobsEditSchema = z.object({ edits: z.array(JobEditSchema.extend({ id })).min(1).max(500) })

export const JobNewSchema = z.object({
  title: z.string().trim().min(1).max(120).optional(),
  pictureId: z.string().max(60).nullable().optional(),
  /** Several pictures of one job, in their order. */
  pictureIds: z.array(z.string().max(60)).min(1).max(MAX_ITEMS).optional(),
  /** Begin as a kept set-up says, with these pictures. */
  setupId: z.number().int().positive().optional(),
  /** Begin as another job is set up: with these pictures, or as it is where none are named. */
  likeJob: z.number().int().positive().optional(),
  /** Begin as a run was printed. */
  likeRun: z.number().int().positive().optional(),
  wishes: z.array(WishSchema).max(MAX_ITEMS).optional(),
  brief: BriefWishSchema.optional(),
})

/** Many jobs begun at once, one for each picture, each set up the same way. */
export const JobsNewSchema = z.object({
  pictureIds: z.array(z.string().max(60)).min(1).max(MAX_ITEMS),
  setupId: z.number().int().positive().optional(),
  likeJob: z.number().int().positive().optional(),
  /** Beside those of one job, the paper it is printed on. */
  wishes: z
    .array(WishSchema.extend({ paperId: z.string().max(60).nullable() }))
    .max(MAX_ITEMS)
    .optional(),
  brief: BriefChangeSchema.optional(),
})

/** What a run was printed in spite of, as it was said, and the reason that was given. */
export const InSpiteSchema = z.object({ of: z.array(z.string()), because: z.string() })

export const RunSchema = z.object({
  id,
  jobId: id,
  jobTitle: z.string(),
  state: z.enum(RUN_STATES),
  /** What is going on or what it waits for, for people. */
  message: z.string(),
  /** Machine-readable reason for waiting (IPP keyword), or null. */
  reason: z.string().nullable(),
  /** 0…100 of the sheet now printing. */
  progress: z.number(),
  sheetsDelivered: z.number().int(),
  /** Sheets it prints, copies and all. */
  copies: z.number().int(),
  /** Sheets that are printed again by themselves; null where it is the whole job. */
  only: z.array(ChosenSchema).nullable(),
  how: z.enum(HOWS),
  faults: z.array(FoundFaultSchema),
  /** Which side of a two-sided job this pass printed. */
  side: z.enum(['front', 'back']),
  printerId: z.string(),
  printerName: z.string(),
  paperName: z.string(),
  /** SHA-256 of the picture of the delivered sheet, or null. */
  delivered: z.string().nullable(),
  dryUntil: time.nullable(),
  /** What it was printed in spite of, and why; null when nothing stood against it. */
  inSpite: InSpiteSchema.nullable(),
  inspection: InspectionSchema.nullable(),
  createdAt: time,
  /** When it last had something new to say. */
  updatedAt: time,
  finishedAt: time.nullable(),
})
export type Run = z.infer<typeof RunSchema>

/** A run that a printer is at, or has before it. */
export const AtWorkSchema = RunSchema.pick({
  id: true,
  jobId: true,
  jobTitle: true,
  printerId: true,
  state: true,
  message: true,
  reason: true,
}).extend({
  /** Minutes of loading, hands and printing that are left of it, by its estimate. */
  minutesLeft: z.number(),
})
export type AtWork = z.infer<typeof AtWorkSchema>

export const RunDetailSchema = RunSchema.extend({ plate: PlateSchema })
export type RunDetail = z.infer<typeof RunDetailSchema>

/** A set-up that was kept under a name, and what has changed since. */
export const SavedSetupSchema = z.object({
  id: z.number().int(),
  name: z.string(),
  printerId: z.string(),
  jobId: z.number().int(),
  at: time,
  paper: z.string(),
  path: z.string(),
  /** What jobs begin with that are set up so. */
  begins: z.object({ brief: BriefSchema, pins: PinsSchema }),
  /** The shape its picture was printed in, upright, µm, whether others are cropped to fill it, and turned to; null without a place. */
  shape: z.object({ width: z.number(), height: z.number(), fills: z.boolean(), turns: z.boolean() }).nullable(),
  changes: z.array(z.object({ id: z.string(), weight: z.enum(['matters', 'note']), says: z.string() })),
  /** How it differs from the last run of this paper on this printer that came out right; null when there was none. */
  lastGood: z.object({ runId: z.number().int(), differs: z.array(z.string()) }).nullable(),
})
export type SavedSetup = z.infer<typeof SavedSetupSchema>

export const TickSchema = z.object({ stepId: z.string().max(60), at: time })
export type Tick = z.infer<typeof TickSchema>

/** What to do about a fault: keep what was found, and go on, print again with the plate changed, or neither. */
export const RemedySchema = z.object({
  faultId: z.enum(FAULT_IDS),
  causeId: z.string().max(60),
  sheets: z.number().int().nonnegative().max(1000),
  next: z.enum(['go-on', 'again', 'nothing']),
  /** Apply the change the cause suggests. */
  change: z.boolean(),
  /** Findings the operator prints in spite of. */
  despite: z.array(z.string().max(120)).max(50).default([]),
})

/** A job of ours that a printer has before another, and what it waits for. */
const BehindSchema = z.object({ jobId: id, runId: id, title: z.string(), waits: z.string().nullable() })

/** What a printer says before anything is sent to it. */
export const BeforeSendingSchema = z.object({
  format: z.string().nullable(),
  /** How it stands, or null when it does not answer. */
  now: PrinterNowSchema.extend({ mediaTypeName: z.string().nullable(), behind: BehindSchema.nullable() }).nullable(),
  substitutions: z.array(
    z.object({
      attribute: z.string(),
      asked: z.string(),
      instead: z.string().nullable(),
      weight: z.enum(['matters', 'note']),
      says: z.string(),
    }),
  ),
})
export type BeforeSending = z.infer<typeof BeforeSendingSchema>

export const PrintRequestSchema = z.object({
  version: z.number().int(),
  /** The decisions the operator saw; the print is refused when the studio now decides otherwise. */
  decisions: z.record(z.string(), z.string().nullable()),
  /** Ids of stop findings the operator has read and wants to print in spite of. */
  despite: z.array(z.string().max(120)).max(50),
  /** Why it is printed in spite of them; needed where there are any, and kept in the log. */
  because: z.string().trim().max(400).default(''),
  side: z.enum(['front', 'back']).default('front'),
  /** Some sheets by themselves, by the forms of the plate; left out for all of them. */
  only: z.array(ChosenSchema).min(1).max(200).nullable().default(null),
  how: z.enum(ASKED_HOWS).default('sent'),
})

export const ProfileEntrySchema = ProfileSchema.extend({
  facts: ProfileFactsSchema,
  /** What its description says it was made for, as far as the studio knows the words; null when nothing is recognised. */
  suggestion: BindingSchema.partial().nullable(),
  addedAt: time,
})
export type ProfileEntry = z.infer<typeof ProfileEntrySchema>

/** What became of one file of an import. */
/** What refers to a profile. */
export const ProfileUsesSchema = z.object({
  /** Pairings that print with it, or borrow it. */
  pairings: z.array(z.object({ id: z.string(), printer: z.string(), paper: z.string(), borrowed: z.boolean() })),
  /** Jobs still to be printed in which somebody chose it. */
  jobs: z.array(z.object({ id, title: z.string() })),
  /** Kept set-ups that have it. */
  setups: z.array(z.object({ id, name: z.string() })),
  checks: z.number().int().nonnegative(),
  /** Runs on their way that are printed with it. */
  underWay: z.number().int().nonnegative(),
})
export type ProfileUses = z.infer<typeof ProfileUsesSchema>

export const ImportOutcomeSchema = z.object({
  name: z.string(),
  outcome: z.enum(['added', 'known', 'refused']),
  /** The profile's description, or why it was refused. */
  says: z.string(),
  profileId: z.string().nullable(),
})
export type ImportOutcome = z.infer<typeof ImportOutcomeSchema>

/** A profile held against the measurements of one day. */
export const KeptCheckSchema = z.object({
  id,
  profileId: z.string(),
  profile: z.string(),
  name: z.string(),
  measuredOn: z.iso.date(),
  check: ProfileCheckSchema,
  /** SHA-256 of the CGATS file it was read from; null for checks of before it was kept. */
  readings: z.string().nullable(),
})
export type KeptCheck = z.infer<typeof KeptCheckSchema>

export const LotEditSchema = LotSchema.pick({ measured: true, spread: true, stock: true }).partial()

export const LotReadingsSchema = ReadingsSchema

export const PictureMeasuresSchema = z.object({
  profileId: z.string(),
  measures: MeasuresSchema,
  recommendation: z.object({ intent: z.enum(INTENTS), says: z.string(), close: z.boolean() }),
})
export type PictureMeasures = z.infer<typeof PictureMeasuresSchema>

/** A picture on one paper of the studio, under the intent recommended for it there. */
export const PaperChoiceSchema = z.object({
  printerId: z.string(),
  printer: z.string(),
  paperId: z.string(),
  paper: z.string(),
  surface: PaperSchema.shape.surface,
  white: PaperSchema.shape.white,
  price: z.number(),
  inStock: z.boolean(),
  /** Shares 0…1. */
  outOfGamut: z.number(),
  belowBlack: z.number(),
  flattened: z.number(),
  /** Mean CIEDE2000 between picture and print. */
  error: z.number(),
  intent: z.enum(INTENTS),
  says: z.string(),
  /** Greatest chroma in each of 36 directions of hue; empty when the profile's file is gone. */
  silhouette: z.array(z.number()),
})
export type PaperChoice = z.infer<typeof PaperChoiceSchema>

/** A page being made as a file. */
export const PrintFileSchema = z.object({
  id: z.string(),
  jobId: id,
  format: z.enum(PRINT_FORMATS),
  state: z.enum(['making', 'ready', 'failed']),
  /** 0…1. */
  share: z.number(),
  says: z.string(),
  bytes: z.number(),
})
export type PrintFile = z.infer<typeof PrintFileSchema>

export { LotSchema, PictureSchema, PinsSchema, PlateSchema }
