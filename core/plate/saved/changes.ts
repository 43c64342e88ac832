import { writeLength, writeSize } from '../../things/length/length.ts'
import type { Printer } from '../../things/printers/printer.ts'
import type { Studio } from '../../things/studio/studio.ts'
import type { Plate } from '../resolve/plate.ts'
import { resolve } from '../resolve/resolve.ts'

/** Something that is not as it was when a set-up was saved. */
export interface Change {
  /** Stable name of what changed. */
  id: string
  /** Whether it can spoil a print, or is good to know. */
  weight: 'matters' | 'note'
  says: string
}

/** A set-up that was kept under a name: the plate, and the printer's whole record as it was. */
export interface SavedPlate {
  plate: Plate
  printer: Printer
}

const same = (one: unknown, other: unknown) => JSON.stringify(one) === JSON.stringify(other)

/** Pins that ask for everything a plate decided, so that it comes out the same wherever it still can. */
export const pinsOf = (plate: Plate): Plate['pins'] =>
  // Of several items the first speaks: the others were decided for by themselves.
  Object.fromEntries([...plate.decisions].reverse().flatMap((d) => (d.value === null ? [] : [[d.key, d.value]])))

/** Everything of the studio that has changed since a plate was kept and that the plate depends on. */
export function changesSince({ plate, printer: then }: SavedPlate, studio: Studio): Change[] {
  const { setup } = plate
  if (!setup) return []
  const { unit } = plate.brief
  const out: Change[] = []
  const matters = (id: string, says: string) => out.push({ id, weight: 'matters', says })
  const note = (id: string, says: string) => out.push({ id, weight: 'note', says })
  const printer = studio.printers.find((p) => p.id === setup.printer.id)
  if (!printer) {
    matters('printer', `${setup.printer.name} is no longer in the studio.`)
    return out
  }
  const path = printer.paths.find((p) => p.id === setup.path.id)
  if (!path) matters('path', `${setup.path.name} is no longer one of ${printer.name}’s paths.`)
  else {
    if (!same(path.margins, setup.path.margins)) matters('path-margins', `The margins of ${path.name} have been changed.`)
    if (!same(path.borderless, setup.path.borderless))
      matters('path-borderless', `What ${path.name} prints without borders has been changed.`)
    if (!same(path.tolerance, setup.path.tolerance)) note('path-tolerance', `The tolerances of ${path.name} have been changed.`)
    if (!same(path.attachment, setup.path.attachment) || !same(path.loadSteps, setup.path.loadSteps))
      note('path-steps', `How ${path.name} is loaded has been changed.`)
    if (path.serviced !== setup.path.serviced && path.serviced !== null)
      matters('path-serviced', `${path.name} was serviced on ${path.serviced}: check where it lays a print before a costly sheet.`)
  }
  const offset = studio.calibrations.find((c) => c.printerId === printer.id && c.pathId === setup.path.id)
  const [x, y] = [offset?.across ?? 0, offset?.along ?? 0]
  if (Math.hypot(x - setup.offset.x, y - setup.offset.y) >= 200)
    note(
      'path-offset',
      `Inspections have taught since that ${setup.path.name} lays prints elsewhere: by ${writeLength(Math.round(Math.hypot(x - setup.offset.x, y - setup.offset.y)), unit)}.`,
    )
  const added = printer.quirks.filter((q) => !then.quirks.some((old) => same(old, q)))
  for (const quirk of added)
    matters(
      `quirk-${quirk.kind}-${quirk.width}`,
      `The driver has been found to refuse ${quirk.kind === 'refused-width' ? 'a width' : 'a length'} of ${writeLength(quirk.width, unit)} since.`,
    )
  const mediaType = printer.mediaTypes.find((m) => m.id === setup.mediaType.id)
  if (!mediaType) matters('media-type', `The media type “${setup.mediaType.driverName}” is gone from ${printer.name}.`)
  else if (!same(mediaType, setup.mediaType))
    matters('media-type', `The entry “${setup.mediaType.driverName}” of ${printer.name} has been changed.`)
  if (!printer.qualities.some((q) => same(q, setup.quality)))
    matters('quality', `The quality “${setup.quality.name}” of ${printer.name} has been changed.`)
  if (printer.black.installed !== setup.printer.black.installed)
    matters('black', `${printer.name} now has the ${printer.black.installed} black in; it had the ${setup.printer.black.installed} black.`)
  if (printer.address !== setup.printer.address) note('address', `${printer.name} has another address now.`)
  const { profile } = setup
  if (profile) {
    const now = studio.profiles.find((p) => p.id === profile.id)
    if (!now) matters('profile', `The profile “${profile.description}” is no longer on the shelf.`)
    else if (now.hash !== profile.hash) matters('profile', `The profile “${profile.description}” has been replaced by another file.`)
    else if (!same(now.boundTo, profile.boundTo))
      matters('profile', `What the profile “${profile.description}” is bound to has been changed.`)
  }
  const pairing = studio.pairings.find((p) => p.printerId === printer.id && p.paperId === setup.paper.id)
  if (pairing?.profileId && pairing.profileId !== profile?.id) {
    const newer = studio.profiles.find((p) => p.id === pairing.profileId)
    matters('pairing-profile', `The pairing uses another profile now${newer ? `: “${newer.description}”` : ''}.`)
  }
  const paper = studio.papers.find((p) => p.id === setup.paper.id)
  if (!paper) matters('paper', `${setup.paper.name} is no longer in the studio.`)
  else if (
    !same(
      [paper.thickness, paper.weight, paper.surface, paper.white],
      [setup.paper.thickness, setup.paper.weight, setup.paper.surface, setup.paper.white],
    )
  )
    matters('paper', `What is known of ${paper.name} has been changed: thickness, weight, surface or white.`)
  const lot = studio.lots.find((l) => l.id === setup.lot.id)
  if (!lot || lot.stock === 0)
    matters(
      'lot',
      `The lot it was made for (${writeSize(setup.lot.measured.width, setup.lot.measured.length, unit)}) is used up: another one will be taken, of its own size.`,
    )
  else if (!same(lot.measured, setup.lot.measured))
    matters(
      'lot',
      `The lot has been measured again: ${writeSize(lot.measured.width, lot.measured.length, unit)}, it was ${writeSize(setup.lot.measured.width, setup.lot.measured.length, unit)}.`,
    )
  // What else comes out differently by now, whatever the reason.
  const again = resolve(plate.brief, studio, plate.pins)
  const known = new Set(
    ['profile', 'media-type', 'quality', 'stock'].filter((key) => out.some((c) => c.id.includes(key === 'stock' ? 'lot' : key))),
  )
  for (const decision of plate.decisions) {
    const now = again.decisions.find((d) => d.key === decision.key)
    if (now && now.value !== decision.value && !known.has(decision.key))
      note(`decision-${decision.key}`, `${decision.title} would be decided otherwise today: “${now.label}” instead of “${decision.label}”.`)
  }
  return out
}

/** What differs between a plate and the last one of its kind that came out right. */
export function differsFrom(plate: Plate, good: Plate): string[] {
  const { setup } = plate
  const then = good.setup
  if (!setup || !then) return []
  const out = plate.decisions.flatMap((d) => {
    const before = good.decisions.find((g) => g.key === d.key)
    return before && before.value !== d.value ? [`${d.title}: “${d.label}”, at the last good run “${before.label}”.`] : []
  })
  if (setup.profile && then.profile && setup.profile.id === then.profile.id && setup.profile.hash !== then.profile.hash)
    out.push('The profile is another file than at the last good run.')
  if (setup.lot.id !== then.lot.id) out.push('The sheets are of another lot than at the last good run.')
  return out
}
