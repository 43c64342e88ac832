import { plateOf } from '../../core/testing/fixtures.ts'
import { ipp } from './ipp-client.ts'
import { addressOf, jobOf, nameAtPrinter } from './run-row.ts'

const plate = plateOf({})
const frozen = plate.setup?.printer.address
/** Where a run goes whose printer's record has this address now; undefined where the printer was put aside. */
const goes = (now?: string) =>
  addressOf({ printers: { tryFind: async () => (now === undefined ? null : { version: 2, printer: { address: now } }) } } as never, {
    plate,
  })

test('a run goes to where its printer listens now; where nobody knows, to where it did', async () => {
  expect(frozen).toMatch(/^ipp:/)
  expect(await goes('ipp://192.0.2.9/ipp/print')).toBe('ipp://192.0.2.9/ipp/print')
  expect([await goes(''), await goes()]).toEqual([frozen, frozen])
})

describe('a job of this number', () => {
  const run = { plate, studio: 'quay', id: 7, jobId: 3 }
  const real = ipp.job
  afterEach(() => {
    ipp.job = real
  })
  /** What is made of a printer’s answer at this address. */
  const asked = (address: string, name: string | null) => {
    ipp.job = async (_address, id) => ({ id, name }) as Awaited<ReturnType<typeof ipp.job>>
    return jobOf(run, 5, address).then(
      (job) => job.id,
      (error: Error) => error.message,
    )
  }
  test('is the run’s at the address it was sent to, whatever the printer calls it', async () => {
    expect([await asked(frozen ?? '', null), await asked(frozen ?? '', 'document')]).toEqual([5, 5])
  })
  test('counts at another address only under the run’s own name: there it may be somebody else’s', async () => {
    const there = 'ipp://192.0.2.9/ipp/print'
    expect(await asked(there, nameAtPrinter(run))).toBe(5)
    for (const name of [null, 'document', `${nameAtPrinter(run)}0`])
      expect(await asked(there, name)).toContain('knows nothing of this print')
  })
})
