import { demoStudio } from '../../../demo/studio.ts'
import { changedMachine, machineOf, withMachine } from './machine.ts'
import { machineAfter, type PrinterNote, PrinterNoteSchema } from './printer-log.ts'

const heron = demoStudio().printers.find((p) => p.id === 'heron')
if (!heron) throw new Error('no heron')
const after = (...notes: PrinterNote[]) =>
  withMachine(
    heron,
    notes.reduce(
      (machine, note) => changedMachine(machine, machineAfter(note)),
      machineOf({ ...heron, overspray: { ...heron.overspray, since: 0.3 } }),
    ),
  )
const note = (event: PrinterNote['event'], pathId: string | null, on = '2026-11-20', says = ''): PrinterNote => ({
  event,
  pathId,
  on,
  says,
})
const pathOf = (id: string, of = after()) => of.paths.find((p) => p.id === id)

test('what is worn is noted on its path alone, and service takes that back', () => {
  const worn = after(note('worn', 'heron-cassette', '2026-11-20', 'slips with satin'))
  expect(pathOf('heron-cassette', worn)?.noted).toEqual({ on: '2026-11-20', says: 'slips with satin' })
  expect(pathOf('heron-roll', worn)?.noted).toEqual(pathOf('heron-roll')?.noted)
  const mended = after(note('worn', 'heron-cassette'), note('serviced', 'heron-cassette', '2026-11-26'))
  expect(pathOf('heron-cassette', mended)).toMatchObject({ noted: null, serviced: '2026-11-26' })
})
test('only wiping takes the overspray off', () => {
  expect(after(note('cleaned', null), note('quirk', null), note('other', 'heron-roll')).overspray.since).toBe(0.3)
  expect(after(note('wiped', null)).overspray.since).toBe(0)
})
test.each([
  [note('worn', null), false],
  [note('worn', 'heron-roll'), true],
  [note('cleaned', 'heron-roll'), false],
  [note('cleaned', null), true],
  [note('serviced', null), true],
  [note('quirk', 'heron-roll'), true],
  [{ ...note('quirk', null), on: '2026-02-30' }, false],
  [{ ...note('quirk', null), says: 'x'.repeat(401) }, false],
])('%j can be written down: %s', (of, can) => {
  expect(PrinterNoteSchema.safeParse(of).success).toBe(can)
})
