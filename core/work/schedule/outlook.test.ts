import { plateOf } from '../../testing/fixtures.ts'
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
