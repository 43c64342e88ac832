import { demoStudio } from '../../demo/studio.ts'
import type { Finding } from '../plate/checks/check.ts'
import type { Pins } from '../plate/decisions/registry.ts'
import { applyFix } from '../plate/resolve/apply-fix.ts'
import type { Plate } from '../plate/resolve/plate.ts'
import { resolve } from '../plate/resolve/resolve.ts'
import type { Brief } from '../things/brief/brief.ts'
import { type BriefParts, briefOf } from '../things/brief/brief-of.ts'
import type { Picture } from '../things/brief/picture.ts'
import { mm } from '../things/length/length.ts'
import { namedSize } from '../things/sizes/named.ts'
import type { Studio } from '../things/studio/studio.ts'

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
  hash: 'a'.repeat(64),
  preview: '',
  warning: null,
  colours: '',
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
  const studio = demoStudio()
  alter?.(studio)
  return resolve(brief(change), studio, pins)
}

export const finding = (plate: Plate, id: string): Finding | undefined =>
  plate.findings.find((f) => f.id === id || f.id.startsWith(`${id}:`))

/** The value a decision came to. */
export const decided = (plate: Plate, key: string): string | null | undefined => plate.decisions.find((d) => d.key === key)?.value

/** Applies a finding's fix as the interface does and resolves again. */
export function afterFix(plate: Plate, id: string, alter?: (studio: Studio) => void): Plate {
  const fix = finding(plate, id)?.fix
  if (!fix) throw new Error(`${id} has no fix`)
  const studio = demoStudio()
  alter?.(studio)
  const then = applyFix(plate, fix)
  return resolve(then.brief, studio, then.pins)
}
