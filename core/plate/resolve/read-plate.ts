import type { Form } from '../../sheet/form.ts'
import { readBrief, splitFlat } from '../../things/brief/read-brief.ts'
import { DECISIONS, withYoungerFields } from '../decisions/registry.ts'
import { PLATE_SCHEMA_VERSION, type Plate, PlateSchema } from './plate.ts'

type Stored = Record<string, unknown>
const list = (value: unknown): Stored[] => (Array.isArray(value) ? value : [])

/** Version 1 had one picture, its geometry beside the set-up, and fixes that named the picture's fields among the brief's. */
function fromFirst(raw: Stored): Stored {
  const setup = raw.setup as Stored | null
  const front = raw.layout as (Stored & Partial<Form>) | null
  const back = raw.back as Stored | null
  const item = '1'
  const form = (side: Form['side'], layout: Stored, of: Stored): Stored => {
    const { sheet, page, printable, ...landed } = layout
    const whole = { frame: sheet, borders: layout.margins, face: of.face ?? layout.picture, fold: null, text: null, ppi: null }
    const { frame, borders, face, fold, text, ppi } = {
      ...whole,
      ...of,
      ...(layout.frame ? { frame: layout.frame, borders: layout.borders } : {}),
    }
    const placement = { ...landed, item, turn: of.turn, crop: of.crop, borders, face, ppi }
    return { id: side, side, sheet, frame, page, printable, placements: of.crop ? [placement] : [], fold, text }
  }
  const lines = list(raw.decisions).map((line) => ({
    ...line,
    item: DECISIONS.some((d) => d.key === line.key && d.about === 'item') ? item : null,
  }))
  const findings = list(raw.findings).map((finding) => {
    const fix = finding.fix as Stored | null
    const { shared: brief, item: change } = splitFlat((fix?.brief as Stored | undefined) ?? {})
    const parts = { ...(Object.keys(brief).length > 0 ? { brief } : {}), ...(Object.keys(change).length > 0 ? { item: change } : {}) }
    const { brief: _, ...rest } = fix ?? {}
    return { ...finding, item: null, form: null, fix: fix && { ...rest, ...parts } }
  })
  return {
    ...raw,
    schemaVersion: 2,
    decisions: lines,
    findings,
    forms: [
      ...(front && setup ? [form('front', front, { ...setup, ppi: raw.ppi ?? null })] : []),
      ...(back ? [form('back', back.layout as Stored, back)] : []),
    ],
  }
}

/** In version 2 every form was printed as often as the job's one picture had copies. */
function fromSecond(raw: Stored): Stored {
  const count = readBrief(raw.brief).items[0]?.copies ?? 1
  return { ...raw, schemaVersion: 3, forms: list(raw.forms).map((form) => ({ ...form, count })) }
}

/** Upgrades from each version to the next. */
const UPGRADES: Record<number, (raw: Stored) => Stored> = { 1: fromFirst, 2: fromSecond }

/** A plate frozen by any version, as this one has it. Throws a ZodError when it is no plate. */
export function readPlate(stored: unknown): Plate {
  let raw = stored as Stored
  for (let version = Number(raw?.schemaVersion); version < PLATE_SCHEMA_VERSION; version++) raw = UPGRADES[version]?.(raw) ?? raw
  const setup = raw?.setup as Stored | null | undefined
  return PlateSchema.parse({ ...raw, brief: readBrief(raw?.brief), setup: setup ? withYoungerFields(setup) : null })
}
