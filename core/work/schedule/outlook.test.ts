import { resolvePart } from '../../plate/resolve/part.ts'
import { plateOf, studioOf } from '../../testing/fixtures.ts'
import { outlookOf } from './outlook.ts'
import { queueUp } from './queue.ts'

test('from afar a plate is where it prints, how long that takes, and the first thing that stops it', () => {
  const plate = plateOf({ brief: { copies: 3 } })
  const outlook = outlookOf(plate)
  expect(outlook).toMatchObject({
    printerId: plate.setup?.printer.id,
    printerName: plate.setup?.printer.name,
    paperName: plate.setup?.paper.name,
    stop: null,
  })
  const job = { id: 7, dueAt: null }
  expect(queueUp([{ ...job, plate: outlook }])).toEqual(queueUp([{ ...job, plate }]))
  expect(queueUp([{ ...job, plate }])).toHaveLength(1)
  const stopped = plateOf({ brief: { paperId: 'gone' } })
  expect(outlookOf(stopped)).toEqual({
    printerId: null,
    printerName: '',
    paperName: '',
    estimates: null,
    stop: stopped.findings.find((f) => f.level === 'stop')?.title,
  })
  expect(outlookOf(stopped).stop).not.toBeNull()
})

test('of a job of which some sheets are out the axis has what a job of so many would take, and nothing is short that is there', () => {
  const { brief, pins } = plateOf({ brief: { copies: 40 } })
  const left = outlookOf(resolvePart(brief, studioOf(), pins, null, [{ form: 'front', count: 7 }]))
  expect(left).toEqual(outlookOf(plateOf({ brief: { copies: 7 } })))
  const whole = outlookOf(plateOf({ brief: { copies: 40 } }))
  // The fixture's lot has 31 sheets.
  expect([left.stop, whole.stop]).toEqual([null, 'Not enough of this lot'])
  const each = (whole.estimates?.printingSeconds ?? 0) / 40
  expect(each).toBeGreaterThan(1)
  expect(left.estimates?.printingSeconds).toBeCloseTo(7 * each, 6)
})
