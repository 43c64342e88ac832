import { DataTypes, type Model, type ModelStatic, type Sequelize } from 'sequelize'
import { z } from 'zod'
import type { ProfileCheck } from '../../core/color/accuracy/profile-check.ts'
import type { ProfileFacts } from '../../core/color/profile/facts.ts'
import type { Pins } from '../../core/plate/decisions/registry.ts'
import type { Plate } from '../../core/plate/resolve/plate.ts'
import { readPlate } from '../../core/plate/resolve/read-plate.ts'
import type { Brief } from '../../core/things/brief/brief.ts'
import type { Picture } from '../../core/things/brief/picture.ts'
import { readBrief } from '../../core/things/brief/read-brief.ts'
import type { Lot, Pairing, Paper, Profile, Readings } from '../../core/things/media/media.ts'
import { type Printer, PrinterSchema } from '../../core/things/printers/printer.ts'
import { type HouseRules, HouseRulesSchema } from '../../core/things/studio/house-rules.ts'
import { type FoundFault, FoundFaultSchema, type Inspection, type Job, type RunState } from '../../core/wire/api/dto.ts'
import type { SetPlace } from '../../core/work/agreement/place.ts'
import type { Reading } from '../../core/work/agreement/reading.ts'
import type { SettingKey } from '../../core/work/agreement/settings.ts'

/**
 * A column holding a JSON document; what goes in has been validated by its schema at the boundary. `read` brings what an
 * older version stored up to date.
 */
const json = (name: string, read: (stored: never) => unknown = (stored) => stored) => ({
  type: DataTypes.TEXT('long'),
  allowNull: false,
  get(this: Model) {
    const raw = this.getDataValue(name as never) as string | null
    return raw === null || raw === undefined ? null : read(JSON.parse(raw) as never)
  },
  set(this: Model, value: unknown) {
    this.setDataValue(name as never, JSON.stringify(value) as never)
  },
})

const text = (length: number) => ({ type: DataTypes.STRING(length), allowNull: false })
// A fresh object each time: Sequelize writes into the column definitions it is given.
const um = () => ({ type: DataTypes.BIGINT, allowNull: false })
const optional = { allowNull: true }

interface Times {
  createdAt: Date
  updatedAt: Date
}
export type Row<T> = Model<T & Partial<Times>, Partial<T & Times>> & T & Times

export interface PictureRow {
  id: string
  hash: string
  name: string
  facts: Picture
  demo: boolean
}
export interface PrinterRow {
  id: string
  position: number
  record: Printer
  archived: boolean
  version: number
}
export interface PaperRow {
  id: string
  position: number
  record: Paper
}
export interface LotRow {
  id: string
  paperId: string
  form: Lot['form']
  pwg: string | null
  position: number
  nominalWidth: number
  nominalLength: number
  measuredWidth: number
  measuredLength: number
  spread: number
  readings: Readings | null
  outOfSquare: number
  stock: number
  archived: boolean
}
export interface ProfileRow {
  id: string
  hash: string
  description: string
  boundTo: Profile['boundTo']
  facts: ProfileFacts
}
export interface ProfileCheckRow {
  id: number
  profileId: string
  name: string
  /** ISO 8601 day. */
  measuredOn: string
  result: ProfileCheck
}
export interface PairingRow {
  id: string
  printerId: string
  paperId: string
  mediaTypeId: string
  profileId: string | null
  pathId: string | null
  qualityId: string
  dryingMinutes: number
  good: number
  bad: number
  tested?: Pairing['tested']
}
export interface LoadedRow {
  id: string
  printerId: string
  pathId: string
  lotId: string | null
  remaining: number
}
export interface RulesRow {
  id: string
  record: HouseRules
}
export interface JobRow {
  id: number
  title: string
  state: Job['state']
  brief: Brief
  pins: Pins
  version: number
  archived: boolean
}
export interface TickRow {
  jobId: number
  stepId: string
}
export interface ReadingRow {
  jobId: number
  place: SetPlace
  setting: SettingKey
  value: string | null
  words: string
  how: Reading['how']
  seenBy: string
}
/** A plate that was kept under a name, with the printer's record of that day. */
export interface SetupRow {
  id: number
  name: string
  printerId: string
  jobId: number
  plate: Plate
  printer: Printer
}
export interface RunRow {
  id: number
  jobId: number
  state: RunState
  message: string
  reason: string | null
  progress: number
  sheetsDelivered: number
  plate: Plate
  printerId: string
  printerJob: number | null
  delivered: string | null
  dryUntil: Date | null
  finishedAt: Date | null
  inspection: Inspection | null
  searchText: string
  side: 'front' | 'back'
  pathId: string | null
  /** Sent from here, or printed from a program of the operator's own. */
  how: 'sent' | 'own'
  /** What went wrong, as somebody found it. */
  faults: FoundFault[]
  /** When its document was first handed to the printer. */
  attemptedAt: Date | null
  version: number
}
export interface OffsetRow {
  runId: number
  printerId: string
  pathId: string
  across: number
  along: number
  skewDegrees: number | null
}

/** All tables. `version: true` is Sequelize's optimistic lock: a save of a stale row fails. */
export function defineModels(db: Sequelize) {
  const define = <T extends object>(name: string, columns: object): ModelStatic<Row<T>> =>
    db.define(name, columns as never, { tableName: name }) as unknown as ModelStatic<Row<T>>
  return {
    pictures: define<PictureRow>('pictures', {
      id: { ...text(60), primaryKey: true },
      hash: text(64),
      name: text(255),
      facts: json('facts'),
      demo: { type: DataTypes.BOOLEAN, defaultValue: false },
    }),
    printers: define<PrinterRow>('printers', {
      id: { ...text(60), primaryKey: true },
      position: DataTypes.INTEGER,
      record: json('record', (stored) => PrinterSchema.parse(stored)),
      archived: { type: DataTypes.BOOLEAN, defaultValue: false },
      version: { type: DataTypes.INTEGER, defaultValue: 1 },
    }),
    papers: define<PaperRow>('papers', { id: { ...text(60), primaryKey: true }, position: DataTypes.INTEGER, record: json('record') }),
    lots: define<LotRow>('lots', {
      id: { ...text(60), primaryKey: true },
      paperId: text(60),
      form: text(10),
      pwg: { ...text(80), ...optional },
      position: DataTypes.INTEGER,
      nominalWidth: um(),
      nominalLength: um(),
      measuredWidth: um(),
      measuredLength: um(),
      spread: um(),
      readings: { ...json('readings'), allowNull: true },
      outOfSquare: { type: DataTypes.DOUBLE, defaultValue: 0 },
      stock: um(),
      archived: { type: DataTypes.BOOLEAN, defaultValue: false },
    }),
    profiles: define<ProfileRow>('profiles', {
      id: { ...text(60), primaryKey: true },
      hash: text(64),
      description: text(400),
      boundTo: json('boundTo'),
      facts: json('facts'),
    }),
    profileChecks: define<ProfileCheckRow>('profile_checks', {
      id: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
      profileId: text(60),
      name: text(255),
      measuredOn: { type: DataTypes.DATEONLY, allowNull: false },
      result: json('result'),
    }),
    pairings: define<PairingRow>('pairings', {
      id: { ...text(120), primaryKey: true },
      printerId: text(60),
      paperId: text(60),
      mediaTypeId: text(60),
      profileId: { ...text(60), ...optional },
      pathId: { ...text(60), ...optional },
      qualityId: text(60),
      dryingMinutes: DataTypes.INTEGER,
      good: DataTypes.INTEGER,
      bad: DataTypes.INTEGER,
      tested: { ...json('tested'), allowNull: true },
    }),
    loaded: define<LoadedRow>('loaded', {
      id: { ...text(130), primaryKey: true },
      printerId: text(60),
      pathId: text(60),
      lotId: { ...text(60), ...optional },
      remaining: um(),
    }),
    rules: define<RulesRow>('rules', {
      id: { ...text(20), primaryKey: true },
      record: json('record', (stored) => HouseRulesSchema.parse(stored)),
    }),
    jobs: define<JobRow>('jobs', {
      id: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
      title: text(120),
      state: text(20),
      brief: json('brief', readBrief),
      pins: json('pins'),
      version: { type: DataTypes.INTEGER, defaultValue: 1 },
      archived: { type: DataTypes.BOOLEAN, defaultValue: false },
    }),
    ticks: define<TickRow>('ticks', { jobId: { type: DataTypes.INTEGER, primaryKey: true }, stepId: { ...text(60), primaryKey: true } }),
    readings: define<ReadingRow>('readings', {
      jobId: { type: DataTypes.INTEGER, primaryKey: true },
      place: { ...text(10), primaryKey: true },
      setting: { ...text(20), primaryKey: true },
      value: { ...text(120), ...optional },
      words: text(160),
      how: text(10),
      seenBy: text(60),
    }),
    setups: define<SetupRow>('setups', {
      id: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
      name: text(120),
      printerId: text(60),
      jobId: DataTypes.INTEGER,
      plate: json('plate', readPlate),
      printer: json('printer', (stored) => PrinterSchema.parse(stored)),
    }),
    runs: define<RunRow>('runs', {
      id: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
      jobId: DataTypes.INTEGER,
      state: text(20),
      message: text(400),
      reason: { ...text(60), ...optional },
      progress: DataTypes.INTEGER,
      sheetsDelivered: DataTypes.INTEGER,
      plate: json('plate', readPlate),
      printerId: text(60),
      printerJob: { type: DataTypes.INTEGER, ...optional },
      delivered: { ...text(64), ...optional },
      dryUntil: { type: DataTypes.DATE, ...optional },
      finishedAt: { type: DataTypes.DATE, ...optional },
      inspection: { ...json('inspection'), allowNull: true },
      searchText: { type: DataTypes.TEXT, allowNull: false },
      side: { ...text(10), defaultValue: 'front' },
      pathId: { ...text(60), ...optional },
      how: { ...text(10), defaultValue: 'sent' },
      faults: json('faults', (stored) => z.array(FoundFaultSchema).parse(stored)),
      attemptedAt: { type: DataTypes.DATE, ...optional },
      version: { type: DataTypes.INTEGER, defaultValue: 1 },
    }),
    offsets: define<OffsetRow>('offsets', {
      runId: { type: DataTypes.INTEGER, primaryKey: true },
      printerId: text(60),
      pathId: text(60),
      across: um(),
      along: um(),
      skewDegrees: { type: DataTypes.DOUBLE, ...optional },
    }),
  }
}
export type Models = ReturnType<typeof defineModels>
