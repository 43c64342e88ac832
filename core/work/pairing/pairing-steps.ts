import { type Misfit, mediaDistance, misfitOf, recommendedEntry, sayMisfit } from '../../plate/ways/media-distance.ts'
import { ENOUGH_READINGS } from '../../things/calibration/offset.ts'
import { writeCaliper } from '../../things/media/caliper.ts'
import { blackOf, type Pairing, type Paper, tallyOf } from '../../things/media/media.ts'
import { borrowable, expectedOf, profilesServing } from '../../things/media/profiled.ts'
import { lotLimits, violationsText } from '../../things/paths/limits.ts'
import { listed } from '../../things/printers/parts.ts'
import type { MediaType, Printer } from '../../things/printers/printer.ts'
import type { Studio } from '../../things/studio/studio.ts'

/** An entry of the driver that may stand for a paper, with why it does or does not. */
export interface EntryChoice {
  entry: MediaType
  misfit: Misfit | null
  /** It is what is taken now. */
  taken: boolean
  why: string
}

/** The entries of a printer for a paper, the most fitting first. */
export function entryChoices(printer: Printer, paper: Paper, pairing: Pairing | null): EntryChoice[] {
  const named = recommendedEntry(printer, paper)
  const tested = pairing?.tested?.mediaTypeId ?? null
  const sorted = [...printer.mediaTypes].sort((a, b) => mediaDistance(a, paper, printer) - mediaDistance(b, paper, printer))
  const nearest = sorted[0]
  const taken = tested ?? pairing?.mediaTypeId ?? named?.id ?? nearest?.id
  return sorted.map((entry) => {
    const misfit = misfitOf(entry, paper)
    const { good } = pairing ? tallyOf(pairing, entry.id) : { good: 0 }
    const beyond = paper.weight < entry.weight.min || paper.weight > entry.weight.max
    const why = [
      entry.id === tested ? 'it won on test strips' : '',
      good > 0 ? `${good} good ${good === 1 ? 'print' : 'prints'}` : '',
      entry === named ? 'the paper’s maker names it' : '',
      misfit
        ? sayMisfit(misfit, entry, paper)
        : entry.surface === paper.surface
          ? `for ${entry.surface} paper, as this is`
          : `for ${entry.surface} paper`,
      beyond ? `meant for ${entry.weight.min}–${entry.weight.max} g/m², this is ${paper.weight}` : '',
      entry === nearest ? 'the nearest of all' : '',
    ].filter(Boolean)
    return { entry, misfit, taken: entry.id === taken, why: why.join('; ') }
  })
}

const PAIRING_STEPS = ['entry', 'path', 'profile', 'layout', 'target', 'proven'] as const
export interface PairingStep {
  id: (typeof PAIRING_STEPS)[number]
  done: boolean
  /** What is known, or what is missing and what that costs. */
  says: string
}

/**
 * What lies between a paper and a printer it is new on, and prints that can be trusted; each step with what is known of it,
 * or what its lack costs.
 * @param checks how often its profile has been held against a printed target
 */
export function pairingSteps(studio: Studio, printer: Printer, paper: Paper, checks: number): PairingStep[] {
  const pairing = studio.pairings.find((p) => p.printerId === printer.id && p.paperId === paper.id) ?? null
  const lots = studio.lots.filter((l) => l.paperId === paper.id)
  const takes = printer.paths.filter((path) => lots.some((lot) => lotLimits(path, paper, lot).length === 0))
  /** What a path breaks of the lot that breaks least there. */
  const closest = (path: (typeof printer.paths)[number]) =>
    lots.map((lot) => lotLimits(path, paper, lot)).sort((a, b) => a.length - b.length)[0] ?? []
  const chosen = entryChoices(printer, paper, pairing).find((c) => c.taken)
  const { own: profiles, borrowed } = profilesServing(studio, printer.id, paper.id)
  const family = borrowable(studio, printer.id, paper.id)[0]
  const prints = takes.flatMap((path) => {
    const known = studio.calibrations.find((c) => c.printerId === printer.id && c.pathId === path.id)
    return known ? [{ path, prints: known.runs.length }] : []
  })
  const measured = prints.filter((p) => p.prints >= ENOUGH_READINGS)
  // As the plate decides it, but for the end of a roll, which depends on the job.
  const thick = paper.thickness > printer.normalGapUpTo
  const byEntry = chosen?.entry.platenGap === 'wide'
  const wide = thick || byEntry
  const gap = `${wide ? 'raised' : 'usual'} head height for ${writeCaliper(paper.thickness)}${byEntry && !thick ? ', as its entry asks' : ''}${paper.thicknessFrom === 'estimated' ? ', which is an estimate: measure it' : ''}${wide && printer.confirmsWideGap ? '; the panel asks and waits' : ''}`
  const black = blackOf(paper)
  return [
    {
      id: 'entry',
      done: pairing !== null && chosen?.misfit === null,
      says: chosen
        ? `“${chosen.entry.driverName}”: ${chosen.why}. ${chosen.entry.black === 'either' ? `It prints with either black; this paper holds ${black}.` : `It prints with ${chosen.entry.black} black.`}`
        : 'This printer has no media types yet.',
    },
    {
      id: 'path',
      done: takes.length > 0,
      says:
        lots.length === 0
          ? 'Nothing of it is on the shelf: write down a box or a roll, and the paths that take it are known.'
          : takes.length === 0
            ? `No path of this printer takes it as it is. ${printer.paths.map((path) => violationsText(path, closest(path), studio.rules.unit)).join(' ')}`
            : `${takes.map((p) => p.name).join(', ')}; ${gap}.`,
    },
    {
      id: 'profile',
      done: profiles.length > 0,
      says:
        profiles.length > 0
          ? profiles.map((p) => p.description).join('; ')
          : borrowed
            ? `“${borrowed.description}” is borrowed: expect ${expectedOf(borrowed, printer.id)} until this paper has a profile of its own.`
            : family
              ? `None. Colours are made by the driver: expect 4 to 8 ΔE. “${family.description}”, ${family.boundTo?.printerId === printer.id ? `of another ${paper.surface} paper` : `of ${paper.surface} paper on a printer with the same inks`}, may be borrowed: expect ${expectedOf(family, printer.id)}.`
              : 'None. Colours are made by the driver: expect 4 to 8 ΔE.',
    },
    {
      id: 'layout',
      done: measured.length > 0,
      says:
        measured.length > 0
          ? `Measured on ${measured.map((p) => p.path.name).join(', ')}: drawings make up for where it lays prints.`
          : prints.length > 0
            ? `Measured ${prints.map((p) => `${p.prints} of ${ENOUGH_READINGS} times on ${p.path.name}`).join(', ')}; then drawings make up for where it lays prints.`
            : `${takes.length > 0 ? `Nothing was measured on ${listed(takes.map((p) => p.name))}` : 'Not measured'}: borders may be off by as much as the path’s tolerance. It takes one sheet a time.`,
    },
    {
      id: 'target',
      done: checks > 0,
      says:
        checks > 0
          ? `Its profile was held against a print ${checks === 1 ? 'once' : `${checks} times`}.`
          : profiles.length > 0 || borrowed
            ? 'Not read: what the profile promises has not been seen on paper.'
            : 'Not printed: it shows tones and colours of the driver as they are.',
    },
    {
      id: 'proven',
      done: (pairing?.good ?? 0) > 0,
      says:
        pairing && pairing.good > 0
          ? `${pairing.good} good${pairing.bad > 0 ? `, ${pairing.bad} wasted` : ''}.`
          : `Not yet${pairing && pairing.bad > 0 ? `, ${pairing.bad} wasted` : ''}: the first print that is inspected and found right proves it.`,
    },
  ]
}
