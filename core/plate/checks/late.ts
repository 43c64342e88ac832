import type { Quality } from '../../things/printers/printer.ts'
import { minutesOf, timesOf } from '../estimates/estimates.ts'
import type { Settled } from '../settle/settled.ts'
import { nearestMediaType } from '../ways/media-distance.ts'
import type { Way } from '../ways/ways.ts'
import type { Check, Fix } from './check.ts'

/** “2 h 5 min”, “40 min”. */
export function sayMinutes(minutes: number): string {
  const whole = Math.max(1, Math.round(minutes))
  const [days, hours, rest] = [Math.floor(whole / 1440), Math.floor((whole % 1440) / 60), whole % 60]
  return [days > 0 ? `${days} d` : '', hours > 0 ? `${hours} h` : '', rest > 0 && days === 0 ? `${rest} min` : ''].filter(Boolean).join(' ')
}

/** The finest first. */
const finest = (qualities: readonly Quality[]) => [...qualities].sort((a, b) => b.secondsPerSquareMetre - a.secondsPerSquareMetre)

/** Minutes of the job on another way with one of its qualities, set up there as it would be by itself. */
function minutesOn(plate: Settled, way: Way, quality: Quality): number {
  const mediaType = nearestMediaType(way.printer, way.paper, way.pairing)
  const gap = mediaType.platenGap === 'wide' || way.paper.thickness > way.printer.normalGapUpTo ? 'wide' : 'normal'
  return minutesOf(timesOf({ ...way, brief: plate.brief, item: plate.item, mediaType, gap, page: way.fed, quality }))
}

/** Something that would be in time: the finest quality that is, else another path or printer, at its usual quality if that will do. */
function inTime(plate: Settled, available: number, standing: Readonly<Record<string, number>>): { says: string; fix: Fix } | null {
  const { printer, quality, ways, way } = plate
  const before = (of: Way) => standing[of.printer.id] ?? 0
  const faster = finest(printer.qualities).find(
    (q) => q !== quality && before(way) + minutesOf(timesOf({ ...plate, loaded: way.loaded, quality: q })) <= available,
  )
  if (faster)
    return { says: `“${faster.name}” would be ready in time`, fix: { label: `Print it on ${faster.name}`, pins: { quality: faster.id } } }
  for (const w of ways) {
    if (w.ruledOut !== null || (w.path === way.path && w.lot === way.lot)) continue
    const usual = w.printer.qualities.find((q) => q.id === w.pairing?.qualityId)
    const inTime = [...(usual ? [usual] : []), ...finest(w.printer.qualities)].find((q) => before(w) + minutesOn(plate, w, q) <= available)
    if (!inTime) continue
    const where = `${w.path.name} of ${w.printer.name}`
    return {
      says: `${where} would be ready in time${inTime === usual ? '' : ` on ${inTime.name}`}`,
      fix: {
        label: `Use ${where}`,
        pins: {
          printer: w.printer.id,
          path: w.path.id,
          stock: w.lot.id,
          'media-type': null,
          quality: inTime.id,
          profile: null,
          page: null,
        },
      },
    }
  }
  return null
}

export const late: Check = {
  id: 'late',
  title: 'It will be late',
  touches: ['printer', 'quality', 'path'],
  about: 'plate',
  on: 'plate',
  find: (plate) => {
    const { brief, moment, printer, estimates } = plate
    if (!moment || !brief.dueAt) return []
    const available = (Date.parse(brief.dueAt) - Date.parse(moment.now)) / 60_000
    const before = moment.standing[printer.id] ?? 0
    const own = minutesOf(estimates)
    const over = before + own - available
    if (over <= 0) return []
    const parts = [
      before > 0 ? `${sayMinutes(before)} stand before it on ${printer.name}` : '',
      `${sayMinutes(estimates.loadingMinutes + estimates.handsMinutes)} of hands`,
      `${sayMinutes(estimates.printingSeconds / 60)} of printing`,
      estimates.dryingMinutes > 0 ? `${sayMinutes(estimates.dryingMinutes)} of drying` : '',
    ].filter(Boolean)
    const start = available - own
    const when = start >= 0 ? `It has to begin within ${sayMinutes(start)}` : `It had to begin ${sayMinutes(-start)} ago`
    const way = inTime(plate, available, moment.standing)
    return [
      {
        level: 'warn',
        says: `Ready ${sayMinutes(over)} after it is due: ${parts.join(', ')}. ${when}. ${way ? `${way.says}.` : 'Nothing in the studio makes it: print fewer, or tell the client.'}`,
        numbers: { lateMinutes: Math.round(over), startsInMinutes: Math.round(start), standing: Math.round(before) },
        fix: way?.fix ?? null,
      },
    ]
  },
}
