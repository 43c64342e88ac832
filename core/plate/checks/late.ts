import { togetherOf } from '../../things/brief/brief.ts'
import type { Quality } from '../../things/printers/printer.ts'
import { beginBy, worked } from '../../things/studio/working-hours.ts'
import type { Moment } from '../decisions/decision.ts'
import { dryingOf, timesOf, workMinutes } from '../estimates/estimates.ts'
import type { Settled } from '../settle/settled.ts'
import { nearestMediaType } from '../ways/media-distance.ts'
import type { Way } from '../ways/way.ts'
import type { Check, Fix } from './check.ts'

/** “2 h 5 min”, “40 min”. */
export function sayMinutes(minutes: number): string {
  const whole = Math.max(1, Math.round(minutes))
  const [days, hours, rest] = [Math.floor(whole / 1440), Math.floor((whole % 1440) / 60), whole % 60]
  return [days > 0 ? `${days} d` : '', hours > 0 ? `${hours} h` : '', rest > 0 && days === 0 ? `${rest} min` : ''].filter(Boolean).join(' ')
}

/** The finest first. */
const finest = (qualities: readonly Quality[]) => [...qualities].sort((a, b) => b.secondsPerSquareMetre - a.secondsPerSquareMetre)

type Times = ReturnType<typeof timesOf>

/** When a print that these minutes stand before can be handed over, ms since 1970: people have hours, a print dries at night too. */
const readyAt = ({ studio }: Settled, { now }: Moment, before: number, times: Times): number =>
  worked(Date.parse(now), before + workMinutes(times), studio.rules.workingHours) + dryingOf(times) * 60_000

/** What the job takes on another way with one of its qualities, set up there as it would be by itself. */
function timesOn(plate: Settled, way: Way, quality: Quality): Times {
  const mediaType = nearestMediaType(way.printer, way.paper, way.pairing)
  const gap = mediaType.platenGap === 'wide' || way.paper.thickness > way.printer.normalGapUpTo ? 'wide' : 'normal'
  return timesOf({ ...way, brief: plate.brief, mediaType, gap, page: way.fed, quality })
}

/** Something that would be in time: the finest quality that is, else another path or printer, at its usual quality if that will do. */
function inTime(plate: Settled, moment: Moment, due: number): { says: string; fix: Fix } | null {
  const { printer, quality, ways, way } = plate
  const makes = (of: Way, times: Times) => readyAt(plate, moment, moment.standing[of.printer.id] ?? 0, times) <= due
  const faster = finest(printer.qualities).find((q) => q !== quality && makes(way, timesOf({ ...plate, loaded: way.loaded, quality: q })))
  if (faster)
    return { says: `“${faster.name}” would be ready in time`, fix: { label: `Print it on ${faster.name}`, pins: { quality: faster.id } } }
  for (const w of ways) {
    if (w.badness > 0 || (w.path === way.path && w.lot === way.lot)) continue
    const usual = w.printer.qualities.find((q) => q.id === w.pairing?.qualityId)
    const inTime = [...(usual ? [usual] : []), ...finest(w.printer.qualities)].find((q) => makes(w, timesOn(plate, w, q)))
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

/** How many of a picture's copies would be ready in time as it is set up, where not all are; 0 where none, or where there are several pictures. */
function copiesInTime(plate: Settled, moment: Moment, due: number): number {
  const { brief, estimates, printer } = plate
  const [item, ...more] = brief.items
  // Of a layout fewer copies may still be as many sheets; and of a job that is partly out it is not the copies that are left.
  if (!item || more.length > 0 || togetherOf(brief) || estimates.sheets !== item.copies) return 0
  const before = moment.standing[printer.id] ?? 0
  const makes = (copies: number) => readyAt(plate, moment, before, timesOf({ ...plate, loaded: plate.way.loaded, sheets: copies })) <= due
  let [most, tooMany] = [0, item.copies]
  while (tooMany - most > 1) {
    const half = Math.floor((most + tooMany) / 2)
    if (makes(half)) most = half
    else tooMany = half
  }
  return most
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
    const [now, due] = [Date.parse(moment.now), Date.parse(brief.dueAt)]
    const before = moment.standing[printer.id] ?? 0
    const over = (readyAt(plate, moment, before, estimates) - due) / 60_000
    if (over <= 0) return []
    const hours = plate.studio.rules.workingHours
    const drying = dryingOf(estimates)
    const parts = [
      before > 0 ? `${sayMinutes(before)} stand before it on ${printer.name}` : '',
      `${sayMinutes(estimates.loadingMinutes + estimates.handsMinutes)} of hands`,
      `${sayMinutes(estimates.printingSeconds / 60)} of printing`,
      drying > 0 ? `${sayMinutes(drying)} of drying` : '',
    ].filter(Boolean)
    const start = (beginBy(due - drying * 60_000, workMinutes(estimates), hours) - now) / 60_000
    const when = start >= 0 ? `It has to begin within ${sayMinutes(start)}` : `It had to begin ${sayMinutes(-start)} ago`
    const way = inTime(plate, moment, due)
    const fewer = way ? 0 : copiesInTime(plate, moment, due)
    const [item] = brief.items
    return [
      {
        level: 'warn',
        says: `Ready ${sayMinutes(over)} after it is due: ${parts.join(', ')}${hours ? `, worked from ${hours.from} to ${hours.until}` : ''}. ${when}. ${way ? `${way.says}.` : `Nothing in the studio makes it${fewer > 0 ? `, but ${fewer} of ${item?.copies} would be ready in time` : ''}: tell the client.`}`,
        numbers: { lateMinutes: Math.round(over), startsInMinutes: Math.round(start), standing: Math.round(before) },
        fix: way?.fix ?? (fewer > 0 ? { label: `Print ${fewer} of them`, item: { copies: fewer } } : null),
      },
    ]
  },
}
