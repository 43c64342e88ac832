import { z } from 'zod'
import { type ProfileCheck, ProfileCheckSchema } from '../../core/color/accuracy/profile-check.ts'
import { type ProfileFacts, ProfileFactsSchema } from '../../core/color/profile/facts.ts'
import { type Pins, PinsSchema } from '../../core/plate/decisions/registry.ts'
import { type Plate, PlateSchema } from '../../core/plate/resolve/plate.ts'
import { readPlate } from '../../core/plate/resolve/read-plate.ts'
import type { Side } from '../../core/sheet/form.ts'
import { ChosenSchema } from '../../core/sheet/run-pages.ts'
import { ArrangementSchema } from '../../core/things/brief/arrangement.ts'
import { type Brief, BriefSchema } from '../../core/things/brief/brief.ts'
import { type Picture, PictureSchema } from '../../core/things/brief/picture.ts'
import { readBrief } from '../../core/things/brief/read-brief.ts'
import {
  BindingSchema,
  BroughtSchema,
  type Lot,
  LotStorySchema,
  PairingSchema,
  PaperSchema,
  ReadingsSchema,
  TestedSchema,
} from '../../core/things/media/media.ts'
import { SamplePackSchema } from '../../core/things/media/sample-pack.ts'
import { MachineSchema } from '../../core/things/printers/machine.ts'
import { type Printer, PrinterSchema } from '../../core/things/printers/printer.ts'
import type { PrinterEvent } from '../../core/things/printers/printer-log.ts'
import { readPrinter } from '../../core/things/printers/read-printer.ts'
import { HouseRulesSchema } from '../../core/things/studio/house-rules.ts'
import { InSpiteSchema, type Job } from '../../core/wire/api/dto.ts'
import type { SetPlace } from '../../core/work/agreement/place.ts'
import type { Reading } from '../../core/work/agreement/reading.ts'
import type { SettingKey } from '../../core/work/agreement/settings.ts'
import { FoundFaultSchema, InspectionSchema } from '../../core/work/runs/inspection.ts'
import type { HOWS, RunState } from '../../core/work/runs/states.ts'
import {
  bytes,
  day,
  document,
  hash,
  json,
  key,
  longText,
  moment,
  optional,
  plain,
  type RowOf,
  real,
  serial,
  text,
  um,
  unstamped,
  usually,
  versioned,
  whole,
  yes,
} from './columns.ts'

/**
 * Every table, each stated once: the models, the rows' types and what is checked on reading follow from it. A new column
 * stands here and in a new migration; a test compares both with the database.
 */
export const TABLES = {
  /** The studios of this installation: a row of each. */
  studios: versioned('studios', {
    name: text(120),
    /** Made by the program to be looked at; it can be made afresh. */
    demo: usually(false, yes()),
    /** What is being done while it is made; null once it is there. */
    making: optional(text(200)),
  }),
  /** The last number given to a row of each counted series. */
  counters: plain('counters', { series: key(text(40)), last: whole() }),
  pictures: versioned('pictures', {
    id: key(text(60)),
    hash: hash(),
    name: text(255),
    facts: document<Picture>(PictureSchema),
    demo: usually(false, yes()),
    /** The file of its preview: made again under this name when it is asked for and was let go. */
    preview: optional(hash()),
    /** Since when the preview and the counted colours are there; null when they were let go. */
    shown: optional(moment()),
  }),
  printers: versioned('printers', {
    id: key(text(60)),
    position: whole(),
    /** What the printer is; how it is right now stands in `machines`. */
    record: json<Printer>(readPrinter, PrinterSchema),
    archived: usually(false, yes()),
  }),
  /** How a printer is right now: changed by runs, so it is a record of its own. */
  machines: versioned('machines', { printerId: key(text(60)), state: document(MachineSchema) }),
  /** What happened to a printer beside printing, as somebody wrote it down. */
  printerLog: plain('printer_log', {
    id: serial(),
    printerId: text(60),
    event: text<PrinterEvent>(20),
    pathId: optional(text(60)),
    on: day(),
    says: text(400),
  }),
  papers: versioned('papers', { id: key(text(60)), position: whole(), record: document(PaperSchema), archived: usually(false, yes()) }),
  lots: versioned('lots', {
    id: key(text(60)),
    paperId: text(60),
    form: text<Lot['form']>(10),
    pwg: optional(text(80)),
    position: whole(),
    nominalWidth: um(),
    nominalLength: um(),
    measuredWidth: um(),
    measuredLength: um(),
    spread: um(),
    readings: optional(document(ReadingsSchema)),
    outOfSquare: usually(0, real()),
    stock: um(),
    /** Where it came from and what became of it. */
    story: optional(document(LotStorySchema)),
    aside: usually(false, yes()),
    /** Used up, or thrown away. */
    archived: usually(false, yes()),
  }),
  /** Packs of a few sheets each of several papers. */
  samplePacks: versioned('sample_packs', { id: serial(), record: document(SamplePackSchema) }),
  /** Layouts without pictures, by name. */
  layouts: plain('layouts', { id: serial(), name: text(120), arrangement: document(ArrangementSchema) }),
  /** What is to be bought. */
  orders: plain('orders', { id: serial(), paperId: text(60), what: text(200), done: usually(false, yes()) }),
  profiles: versioned('profiles', {
    id: key(text(60)),
    hash: hash(),
    description: text(400),
    boundTo: document(BindingSchema.nullable()),
    facts: document<ProfileFacts>(ProfileFactsSchema),
  }),
  profileChecks: plain('profile_checks', {
    id: serial(),
    profileId: text(60),
    name: text(255),
    measuredOn: day(),
    result: document<ProfileCheck>(ProfileCheckSchema),
    /** The CGATS file it was read from; null for checks of before it was kept. */
    readings: optional(hash()),
  }),
  pairings: versioned('pairings', {
    id: key(text(120)),
    printerId: text(60),
    paperId: text(60),
    mediaTypeId: text(60),
    profileId: optional(text(60)),
    pathId: optional(text(60)),
    borrows: optional(text(60)),
    qualityId: text(60),
    dryingMinutes: whole(),
    good: whole(),
    bad: whole(),
    tested: optional(document(TestedSchema.nullable())),
    tallies: optional(document(PairingSchema.shape.tallies.unwrap())),
    begun: usually('print', text<'print' | 'profile' | 'hand'>(10)),
    notes: usually<string>('', text(2000)),
    /** What of its counts is of no run of this studio, by media type; null while nobody has reckoned it. */
    brought: optional(document(BroughtSchema)),
  }),
  loaded: versioned('loaded', { printerId: key(text(60)), pathId: key(text(60)), lotId: optional(text(60)), remaining: um() }),
  rules: versioned('rules', { id: key(text(20)), record: document(HouseRulesSchema) }),
  jobs: versioned('jobs', {
    id: serial(),
    title: text(120),
    state: text<Job['state']>(20),
    brief: json<Brief>(readBrief, BriefSchema),
    pins: document<Pins>(PinsSchema),
    archived: usually(false, yes()),
    /** The job that prints its pieces with those of others. */
    gang: optional(whole()),
  }),
  ticks: plain('ticks', { jobId: key(whole()), stepId: key(text(60)) }),
  readings: versioned('readings', {
    jobId: key(whole()),
    place: key(text<SetPlace>(10)),
    setting: key(text<SettingKey>(20)),
    value: optional(text(120)),
    words: text(160),
    how: text<Reading['how']>(10),
    seenBy: text(60),
  }),
  /** A plate that was kept under a name, with the printer's record of that day. */
  setups: plain('setups', {
    id: serial(),
    name: text(120),
    printerId: text(60),
    jobId: whole(),
    plate: json<Plate>(readPlate, PlateSchema),
    printer: json<Printer>(readPrinter, PrinterSchema),
  }),
  runs: versioned('runs', {
    id: serial(),
    jobId: whole(),
    state: text<RunState>(20),
    message: text(400),
    reason: optional(text(60)),
    progress: whole(),
    sheetsDelivered: whole(),
    /** The plate it was frozen with: `plates` has it. */
    plateId: hash(),
    printerId: text(60),
    printerName: usually<string>('', text(120)),
    paperId: usually<string>('', text(60)),
    /** The paper with its box, as the log says it. */
    paperName: usually<string>('', text(200)),
    /** Sheets it was sent with. */
    sheets: usually(0, whole()),
    printerJob: optional(whole()),
    delivered: optional(hash()),
    dryUntil: optional(moment()),
    finishedAt: optional(moment()),
    inspection: optional(document(InspectionSchema.nullable())),
    searchText: longText(),
    side: usually('front', text<Side>(10)),
    pathId: optional(text(60)),
    /** Sent from here, or printed from a program of the operator's own. */
    how: usually('sent', text<(typeof HOWS)[number]>(10)),
    /** What went wrong, as somebody found it. */
    faults: { ...document(z.array(FoundFaultSchema)), usual: '[]' },
    /** When its document was first handed to the printer. */
    attemptedAt: optional(moment()),
    /** Sheets that are printed by themselves; null for all of the plate. */
    only: optional(document(z.array(ChosenSchema).nullable())),
    /** Ends when so many sheets are out; null where it prints all it was sent with. */
    until: optional(whole()),
    /** What it was printed in spite of, and why. */
    inSpite: optional(document(InSpiteSchema.nullable())),
  }),
  /** Frozen plates, each once; see store/plates.ts. */
  plates: plain('plates', {
    id: key(hash()),
    printerId: text(60),
    paperId: text(60),
    /** The plate it is built on; null where it is kept whole. */
    base: optional(hash()),
    body: bytes(),
    /** The beginnings of the hashes of the files it names: what nothing else names stays for it. */
    names: longText(),
  }),
  /** The words runs are found by. */
  runWords: unstamped('run_words', { word: key(text(40)), runId: key(whole()) }),
  /** What each path has done since a day: a sum over its runs, kept with them. */
  experience: plain('experience', {
    printerId: key(text(60)),
    pathId: key(text(60)),
    since: optional(day()),
    sheets: um(),
    faults: document(z.record(z.string().max(60), z.number().int())),
  }),
  /** What each inspected run says of where its path lays prints. */
  offsets: versioned('offsets', {
    runId: key(whole()),
    printerId: text(60),
    pathId: text(60),
    across: um(),
    along: um(),
    skewDegrees: optional(real()),
  }),
  /** Requests that changed something, by the key their sender gave them, with their answer once there is one. */
  requests: plain('requests', {
    id: key(text(80)),
    print: hash(),
    status: optional(whole()),
    answer: optional(json<unknown>((stored) => stored, z.unknown())),
  }),
}
export type Tables = typeof TABLES
export type TableName = keyof Tables
export type Row<N extends TableName> = RowOf<Tables[N]>
