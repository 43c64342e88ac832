import type { Plate } from '../../plate/resolve/plate.ts'
import type { Unit } from '../../things/length/length.ts'
import type { Studio } from '../../things/studio/studio.ts'
import { PLACES, type Place, SET_PLACES, type SetPlace } from './place.ts'
import type { KeptReading, Reading } from './reading.ts'
import type { AgreementContext, AgreementSetting, Choice, Wanted } from './setting.ts'
import { SETTING_KEYS, SETTINGS, type SettingKey } from './settings.ts'

/**
 * How a cell stands: nothing to say there, not yet looked at, looked at and right, or not what the plate says.
 * `overridden` needs no look: what the computer sends counts.
 */
export type CellState = 'none' | 'open' | 'agrees' | 'differs' | 'overridden'

export interface Cell {
  place: Place
  state: CellState
  /** What it must say, in that place's own words; empty when it has nothing of the kind. */
  wanted: string
  /** What it says, or null while nobody knows. */
  shows: string | null
  /** Where it is set, as one goes there. */
  where: string | null
  /** What else it could be set to. */
  choices: Choice[]
  /** Who looked and when; null for what follows from the studio's records. */
  reading: KeptReading | null
}

export interface AgreementRow {
  key: SettingKey
  title: string
  says: string
  /** What the plate's own wish does to the print where it is wrong in itself; then no cell agrees. */
  harm: string | null
  cells: Record<Place, Cell>
}

const context = (plate: Plate, studio: Studio, unit: Unit): AgreementContext | null => {
  const { setup } = plate
  const printer = studio.printers.find((p) => p.id === setup?.printer.id)
  return setup && printer ? { plate, setup, studio, printer, unit } : null
}

const NOTHING: Omit<Cell, 'place'> = { state: 'none', wanted: '', shows: null, where: null, choices: [], reading: null }

const plain = (words: string) =>
  words
    .trim()
    .toLowerCase()
    .replace(/[\s,.:;–-]+/g, ' ')

/** What words mean at a place: one of its choices, or what it reads from them. */
function meaning(wanted: Wanted, words: string): string | null {
  const exact = [wanted.choice, ...wanted.others].find((c) => plain(c.words) === plain(words) || c.value === words)
  return exact?.value ?? wanted.read?.(words) ?? null
}

const settingOf = (key: SettingKey): AgreementSetting => SETTINGS[key]

function wantedAt(c: AgreementContext, key: SettingKey, place: SetPlace): Wanted | null {
  return settingOf(key).set[place]?.(c) ?? null
}

/** The table of one job. Empty while the plate has no set-up. */
export function agreementTable(plate: Plate, studio: Studio, readings: readonly KeptReading[], unit: Unit): AgreementRow[] {
  const c = context(plate, studio, unit)
  if (!c) return []
  return SETTING_KEYS.flatMap((key): AgreementRow[] => {
    const setting = settingOf(key)
    const says = setting.says(c)
    if (says === null) return []
    const harm = setting.harm?.(c) ?? null
    const cellAt = (place: Place): Cell => {
      if (place === 'loaded' || place === 'profile') {
        const fact = setting[place]?.(c)
        if (!fact) return { place, ...NOTHING }
        const state = fact.is === null ? 'open' : fact.is.value === fact.wanted.value ? 'agrees' : 'differs'
        return { ...NOTHING, place, state, wanted: fact.wanted.words, shows: fact.is?.words ?? null }
      }
      const wanted = setting.set[place]?.(c)
      if (!wanted) return { place, ...NOTHING }
      const reading = readings.find((r) => r.place === place && r.setting === key) ?? null
      const right =
        reading !== null && reading.value !== null && (reading.value === wanted.choice.value || wanted.same?.(reading.value) === true)
      const overridden = place === 'panel' && c.printer.panelRule === 'overridden'
      return {
        place,
        state: overridden ? 'overridden' : reading === null ? 'open' : right && harm === null ? 'agrees' : 'differs',
        wanted: wanted.choice.words,
        shows: reading?.words ?? null,
        where: c.printer.menus.find((m) => m.place === place && m.setting === key)?.where ?? null,
        choices: wanted.others,
        reading,
      }
    }
    const cells = Object.fromEntries(PLACES.map((place) => [place, cellAt(place)])) as Record<Place, Cell>
    return [{ key, title: setting.title, says, harm, cells }]
  })
}

/** What somebody saw at a place, as a reading. Words that mean nothing there are kept as they are and do not agree. */
export function readingOf(
  plate: Plate,
  studio: Studio,
  unit: Unit,
  seen: { place: SetPlace; setting: SettingKey; words: string; how: Reading['how']; by: string },
): Reading | null {
  const c = context(plate, studio, unit)
  const wanted = c && wantedAt(c, seen.setting, seen.place)
  return wanted ? { ...seen, value: meaning(wanted, seen.words) } : null
}

/** Readings that tick off every cell of a place that is still open. */
export function tickAll(rows: readonly AgreementRow[], plate: Plate, studio: Studio, unit: Unit, place: SetPlace, by: string): Reading[] {
  return rows.flatMap(({ key, cells }) => {
    const { state, wanted } = cells[place]
    if (state !== 'open') return []
    return readingOf(plate, studio, unit, { place, setting: key, words: wanted, how: 'ticked', by }) ?? []
  })
}

export interface Disagreement {
  setting: SettingKey
  /** Where it was seen, or null when what the plate itself wants is wrong. */
  place: Place | null
  says: string
}

/** Whether it was seen at a place that is set by hand; what is loaded, or wanted wrongly, has findings of its own. */
export const seenWhereSet = (seen: Disagreement): seen is Disagreement & { place: SetPlace } =>
  (SET_PLACES as readonly (Place | null)[]).includes(seen.place)

/** Everything that is not as the plate says, and what it says that cannot be right, in sentences. */
export function disagreements(rows: readonly AgreementRow[]): Disagreement[] {
  const WHERE: Record<Place, string> = {
    program: 'The program shows',
    driver: 'The driver shows',
    panel: 'The panel shows',
    loaded: 'Loaded is',
    profile: 'The profile was made with',
  }
  return rows.flatMap((row): Disagreement[] => {
    if (row.harm !== null) return [{ setting: row.key, place: null, says: `${row.title}: the plate itself says ${row.says}. ${row.harm}` }]
    return PLACES.filter((place) => row.cells[place].state === 'differs').map((place) => ({
      setting: row.key,
      place,
      says: `${row.title}: ${WHERE[place].toLowerCase()} “${row.cells[place].shows}”, wanted is “${row.cells[place].wanted}”.`,
    }))
  })
}

/** How far a table has been gone through: cells to look at by hand, and how many were. */
export function progressOf(rows: readonly AgreementRow[]): { asked: number; looked: number; differs: number } {
  const cells = rows
    .flatMap((row) => SET_PLACES.map((place) => row.cells[place]))
    .filter((c) => c.state !== 'none' && c.state !== 'overridden')
  return {
    asked: cells.length,
    looked: cells.filter((c) => c.state !== 'open').length,
    differs: disagreements(rows).length,
  }
}
