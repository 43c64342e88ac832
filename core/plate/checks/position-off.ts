import { ENOUGH_READINGS } from '../../things/calibration/offset.ts'
import { writeLength } from '../../things/length/length.ts'
import { type Check, UNUSABLE } from './check.ts'

export const positionOff: Check = {
  id: 'position-off',
  title: 'This path is known to lie off',
  touches: ['position'],
  about: 'plate',
  follows: UNUSABLE,
  on: 'plate',
  find: ({ studio, printer, path, offset, brief }) => {
    const known = studio.calibrations.find((c) => c.printerId === printer.id && c.pathId === path.id)
    if (!known || known.runs.length < ENOUGH_READINGS) return []
    const off = Math.max(Math.abs(known.across - offset.x), Math.abs(known.along - offset.y))
    const corrected = offset.x !== 0 || offset.y !== 0
    if (off < studio.rules.visibleShift && !corrected) return []
    if (corrected) {
      const madeUp = [
        ['across', offset.x],
        ['along', offset.y],
      ] as const
      const lengths = madeUp.flatMap(([way, um]) => (um === 0 ? [] : [`${writeLength(Math.abs(um), brief.unit)} ${way}`]))
      return [
        {
          level: 'note',
          says: `The placement makes up for ${lengths.join(' and ')}, measured on ${known.runs.length} prints from ${path.name}.`,
          numbers: { across: offset.x, along: offset.y, runs: known.runs.length },
        },
      ]
    }
    return [
      {
        level: 'warn',
        says: `${known.runs.length} measured prints from ${path.name} lie ${writeLength(off, brief.unit)} off, and this set-up does not make up for it.`,
        numbers: { across: known.across, along: known.along, runs: known.runs.length },
        fix: { label: 'Correct the position', pins: { position: null } },
      },
    ]
  },
}
