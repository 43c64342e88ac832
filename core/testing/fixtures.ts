import { readFileSync } from 'node:fs'
import type { Check, Finding, Found } from '../plate/checks/check.ts'
import type { Pins } from '../plate/decisions/registry.ts'
import { applyFix } from '../plate/resolve/apply-fix.ts'
import type { Plate } from '../plate/resolve/plate.ts'
import { resolve } from '../plate/resolve/resolve.ts'
import type { Brief } from '../things/brief/brief.ts'
import { type BriefParts, briefOf } from '../things/brief/brief-of.ts'
import { NEW_MAKE } from '../things/brief/make.ts'
import type { Picture } from '../things/brief/picture.ts'
import { mm } from '../things/length/length.ts'
import { namedSize } from '../things/sizes/named.ts'
import { DEFAULT_RULES } from '../things/studio/house-rules.ts'
import { type Studio, StudioSchema } from '../things/studio/studio.ts'

const STUDIO: Studio = StudioSchema.parse({ ...JSON.parse(readFileSync('core/testing/studio.json', 'utf8')), rules: DEFAULT_RULES })

/** The studio of core's own tests, to be changed freely: five printers and their papers, unlike each other. The demo's is the demo's. */
export const studioOf = (): Studio => structuredClone(STUDIO)

/** A picture large enough for anything, with a profile. */
export const picture = (change: Partial<Picture> = {}): Picture => ({
  id: 'p',
  name: 'lens.jpg',
  width: 9000,
  height: 6000,
  ppi: 300,
  bits: 8,
  channels: 'rgb',
  profile: 'sRGB',
  profileHash: null,
  joins: true,
  hash: 'a'.repeat(64),
  preview: '',
  warning: null,
  colours: '',
  told: null,
  inked: null,
  content: null,
  ...change,
})

export const sheet = (pwg: string) => {
  const size = namedSize(pwg)
  if (!size) throw new Error(`no size ${pwg}`)
  return { width: size.width, length: size.length, name: size.name }
}

export const brief = (change: BriefParts = {}): Brief =>
  briefOf({
    picture: picture(),
    paperId: 'harbour-lustre',
    sheet: sheet('iso_a3_297x420mm'),
    size: { by: 'border', border: mm(20) },
    ...change,
  })

export interface Case {
  brief?: BriefParts
  pins?: Pins
  studio?: (studio: Studio) => void
}

/** Resolves a case against the demo studio, changed as the case says. */
export function plateOf({ brief: change = {}, pins = {}, studio: alter }: Case): Plate {
  const studio = studioOf()
  alter?.(studio)
  return resolve(brief(change), studio, pins)
}

/** Jobs of every make, on every printer, bordered and not: for what has to hold whatever the plate. */
export const CASES: readonly { name: string; brief: BriefParts; pins?: Pins }[] = [
  { name: 'bordered', brief: { size: { by: 'border', border: mm(20) } } },
  { name: 'filled, in inches', brief: { size: { by: 'sheet', fill: true }, unit: 'in', copies: 3 } },
  {
    name: 'borderless card',
    brief: {
      paperId: 'beacon-gloss',
      sheet: sheet('na_index-4x6_4x6in'),
      finish: 'borderless',
      size: { by: 'sheet', fill: true },
      copies: 60,
    },
  },
  {
    name: 'two-sided',
    brief: {
      paperId: 'keepsake-card',
      sheet: sheet('na_index-4x6_4x6in'),
      size: { by: 'border', border: mm(6) },
      make: { ...NEW_MAKE['two-sided'], backPicture: 'same' },
    },
  },
  {
    name: 'folded',
    brief: {
      paperId: 'keepsake-card',
      sheet: sheet('iso_a4_210x297mm'),
      size: { by: 'sheet', fill: false },
      make: { ...NEW_MAKE['folded-card'], text: { text: 'Lamp room', points: 9, at: 'foot', align: 'centre' } },
    },
  },
  {
    name: 'wrapped canvas',
    brief: {
      paperId: 'mainsail-canvas',
      sheet: null,
      size: { by: 'picture', width: mm(600), height: null },
      make: NEW_MAKE['wrapped-canvas'],
    },
  },
  {
    name: 'rag from a roll',
    brief: { paperId: 'pilot-rag', sheet: null, size: { by: 'picture', width: mm(380), height: null } },
    pins: { printer: 'heron', path: 'heron-roll' },
  },
  {
    name: 'cotton by hand',
    brief: { paperId: 'saltmarsh-cotton', size: { by: 'border', border: mm(35) } },
    pins: { printer: 'gannet', path: 'gannet-art' },
  },
  { name: 'board', brief: { paperId: 'breakwater-board', size: { by: 'border', border: mm(30) } } },
  {
    name: 'matte, driver manages',
    brief: { paperId: 'quay-matte', sheet: null, size: { by: 'sheet', fill: false } },
    pins: { 'colour-management': 'driver' },
  },
  { name: 'absolute', brief: {}, pins: { intent: 'absolute' } },
  { name: 'trimmed', brief: { finished: { width: mm(250), length: mm(350) } } },
]

export const finding = (plate: Plate, id: string): Finding | undefined =>
  plate.findings.find((f) => f.id === id || f.id.startsWith(`${id}:`))

/** How a decision stands, and one of its options. */
export const lineOf = (plate: Plate, key: string) => plate.decisions.find((d) => d.key === key)
export const optionOf = (plate: Plate, key: string, id: string) => lineOf(plate, key)?.alternatives.find((a) => a.id === id)

/** The value a decision came to. */
export const decided = (plate: Plate, key: string): string | null | undefined => lineOf(plate, key)?.value

/** Applies a finding's fix as the interface does and resolves again. */
export function afterFix(plate: Plate, id: string, alter?: (studio: Studio) => void): Plate {
  const fix = finding(plate, id)?.fix
  if (!fix) throw new Error(`${id} has no fix`)
  const studio = studioOf()
  alter?.(studio)
  const then = applyFix(plate, fix)
  return resolve(then.brief, studio, then.pins)
}

/** What a check finds in just so much of a settled plate as it looks at. */
export const foundBy = (check: Check, settled: object): Found[] => (check.find as (of: unknown, none: null) => Found[])(settled, null)
