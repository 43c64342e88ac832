import { writeLength } from '../../things/length/length.ts'
import { quirkFor, refusalText } from '../decisions/page.ts'
import { type Check, UNUSABLE } from './check.ts'

export const driverQuirk: Check = {
  id: 'driver-quirk',
  title: 'The driver refuses this custom size',
  touches: ['page'],
  about: 'plate',
  follows: UNUSABLE,
  on: 'plate',
  find: ({ page, printer, brief, way }) => {
    const { unit } = brief
    const refused = page.pwg === null ? quirkFor(printer, page) : undefined
    if (refused) {
      return [
        {
          level: 'stop',
          says: `${refusalText(refused, unit)} It takes ${writeLength(refused.accepts, unit)}.`,
          numbers: { refused: refused.width, accepts: refused.accepts },
          fix: { label: `Tell it ${writeLength(refused.accepts, unit)}`, pins: { page: 'accepted' } },
        },
      ]
    }
    const lie = printer.quirks.find((q) =>
      q.kind === 'refused-width'
        ? q.accepts === page.width && page.width !== way.fed.width
        : q.accepts === page.length && page.length !== way.fed.length,
    )
    return lie
      ? [
          {
            level: 'note',
            says: `The driver is told ${writeLength(lie.accepts, unit)} because it refuses ${writeLength(lie.width, unit)}; the drawing allows for it.`,
            numbers: { refused: lie.width, accepts: lie.accepts },
          },
        ]
      : []
  },
}
