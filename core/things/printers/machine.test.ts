import { studioOf } from '../../testing/fixtures.ts'
import { UNMETERED } from './ink-meter.ts'
import { changedMachine, machineChange, machineOf, withMachine } from './machine.ts'
import type { Printer } from './printer.ts'

const printer = studioOf().printers[2] as Printer
const [first, second] = printer.inks as [Printer['inks'][number], Printer['inks'][number]]
const [path] = printer.paths as [Printer['paths'][number]]

test('a record with its own machine is the record', () => {
  expect(withMachine(printer, machineOf(printer))).toEqual(printer)
})

test('how the machine is stands over what the record says; an ink holds no more than its cartridge', () => {
  const machine = {
    inks: { [first.id]: 1.5, [second.id]: 9999 },
    meters: { [second.id]: { ...UNMETERED, reckoned: 4, fallen: 6 } },
    black: 'matte' as const,
    oversprayed: 0.25,
    serviced: { [path.id]: '2026-10-01' },
    sensing: { [path.id]: 'off' as const },
    noted: { [path.id]: { on: '2026-11-02', says: 'slips on thick sheets' } },
  }
  const now = withMachine(printer, machine)
  expect(now.inks.slice(0, 2).map((i) => i.millilitres)).toEqual([1.5, second.capacity])
  expect(now.inks.slice(0, 2).map((i) => i.meter)).toEqual([UNMETERED, { ...UNMETERED, reckoned: 4, fallen: 6 }])
  expect(now.paths[0]).toMatchObject({ sensing: 'off', noted: { says: 'slips on thick sheets' } })
  expect(now.paths.slice(1).every((p) => p.sensing === null && p.noted === null)).toBe(true)
  expect([now.black.installed, now.overspray.since, now.paths[0]?.serviced]).toEqual(['matte', 0.25, '2026-10-01'])
  expect(now.inks[2]?.millilitres).toBe(printer.inks[2]?.millilitres)
  expect(now.overspray.cleanAfter).toBe(printer.overspray.cleanAfter)
})

test('a change leaves what it does not name, also among inks and paths', () => {
  const before = machineOf(printer)
  const after = changedMachine(before, { inks: { [first.id]: 3 } })
  expect(after).toEqual({ ...before, inks: { ...before.inks, [first.id]: 3 } })
  expect(changedMachine(before, { black: 'photo' }).inks).toEqual(before.inks)
})

test('what an owner edited of how the machine is: only that, and nothing where only the record changed', () => {
  expect(machineChange(printer, { ...printer, name: 'Another', overspray: { ...printer.overspray, cleanAfter: 5 } })).toEqual({})
  const edited: Printer = {
    ...printer,
    black: { ...printer.black, installed: printer.black.installed === 'photo' ? 'matte' : 'photo' },
    paths: printer.paths.map((p) => (p.id === path.id ? { ...p, serviced: '2026-11-02' } : p)),
    inks: printer.inks.map((i) => (i.id === second.id ? { ...i, millilitres: 0 } : i)),
  }
  expect(machineChange(printer, edited)).toEqual({
    black: edited.black.installed,
    serviced: { [path.id]: '2026-11-02' },
    inks: { [second.id]: 0 },
  })
})
