import { facingDifference, unseenDifference } from '../../sheet/facing-borders.ts'
import { writeLength } from '../../things/length/length.ts'
import { pageShift, quirkFor } from '../decisions/page.ts'
import { eachSheet } from '../settle/each-sheet.ts'
import { type Check, UNUSABLE } from './check.ts'

export const lotDiffers: Check = {
  id: 'lot-differs',
  title: 'The sheet is not the size of the page',
  touches: ['page', 'stock'],
  about: 'plate',
  follows: [...UNUSABLE, 'driver-quirk'],
  on: 'plate',
  find: (plate) => {
    const { way, page, path, brief, studio, lot, printer, borderless } = plate
    // A driver that refuses the true size is told a lie on purpose; the quirk's own finding says so.
    const quirk = printer.quirks.some((q) => q.accepts === page.width || q.accepts === page.length)
    const shift = pageShift(way.fed, page, path.registration)
    const most = Math.max(shift.across, shift.along)
    if (most < 100 || quirk) return []
    const how =
      path.registration === 'centre'
        ? 'half of the difference to each side'
        : `all of it at the ${path.registration === 'left' ? 'right' : 'left'} edge`
    const off = [
      { by: way.fed.width - page.width, shown: shift.across >= 100, where: `in width (${how})` },
      { by: way.fed.length - page.length, shown: shift.along >= 100, where: 'in length (at the trailing edge)' },
    ].filter(({ shown }) => shown)
    const parts = off.map(({ by, where }) => `${writeLength(Math.abs(by), brief.unit)} ${by < 0 ? 'less' : 'more'} ${where}`)
    // The placement is worked out on the sheet as it measures: only what is left of the difference is seen.
    const uneven = Math.max(...eachSheet(plate).map(({ borders }) => facingDifference(borders)))
    const unseen = unseenDifference(studio.rules.visibleShift)
    const madeUp = borderless === 'none' && uneven < unseen
    const so =
      borderless !== 'none'
        ? off.every(({ by }) => by > 0)
          ? 'So much less runs past there.'
          : off.every(({ by }) => by < 0)
            ? 'So much more runs past there.'
            : 'Where the sheet is larger so much less runs past its edge, where it is smaller so much more.'
        : madeUp
          ? `The placement makes up for it; a program that trusts the page would print ${writeLength(most, brief.unit)} off.`
          : `Facing borders differ by ${writeLength(uneven, brief.unit)} on this sheet.`
    const customTaken = path.customSizes && !quirkFor(printer, way.fed)
    return [
      {
        level: most >= unseen && !madeUp ? 'warn' : 'note',
        says: `The lot measures ${parts.join(' and ')} than the page. ${so}`,
        numbers: { across: shift.across, along: shift.along, measuredWidth: lot.measured.width, pageWidth: page.width },
        fix:
          most >= studio.rules.visibleShift && customTaken && brief.finish === 'bordered' && borderless === 'none' && page.pwg !== null
            ? { label: 'Use a custom page of the measured size', pins: { page: 'measured' } }
            : null,
      },
    ]
  },
}
