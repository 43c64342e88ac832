import { z } from 'zod'
import { PathSchema } from '../paths/path.ts'
import { InkMeterSchema } from './ink-meter.ts'
import type { Printer } from './printer.ts'

const id = z.string().min(1).max(60)

/** How a printer is right now, beside what it is: it changes with every print and with service, not when its record is edited. */
export const MachineSchema = z.object({
  /** Millilitres left, by ink. */
  inks: z.record(id, z.number().nonnegative()),
  /** What the levels have taught of how much each ink takes. */
  meters: z.record(id, InkMeterSchema).default({}),
  /** Which blacks print now; `both` when they have channels of their own. */
  black: z.enum(['photo', 'matte', 'both']),
  /** Borderless ink beside the paper since it was cleaned, m². */
  oversprayed: z.number().nonnegative(),
  /** Day of the last service of each path, ISO 8601; null or left out when it never was. */
  serviced: z.record(id, z.iso.date().nullable()),
  /** Whether each path's sensing of size is on, and what was noted of it, as in the path's own record. */
  sensing: z.record(id, PathSchema.shape.sensing.unwrap()).default({}),
  noted: z.record(id, PathSchema.shape.noted.unwrap()).default({}),
})
export type Machine = z.infer<typeof MachineSchema>

/** What changes with a path by hand or by itself, beside what it is. */
const PATH_STATES = ['serviced', 'sensing', 'noted'] as const
const ofPaths = (of: (state: (typeof PATH_STATES)[number]) => object) =>
  Object.fromEntries(PATH_STATES.map((state) => [state, of(state)])) as Pick<Machine, (typeof PATH_STATES)[number]>

/** A change to it: what is left out stays, also within inks and paths. */
export const MachineChangeSchema = MachineSchema.partial()
export type MachineChange = z.infer<typeof MachineChangeSchema>

/** How a printer is, from its whole record. */
export const machineOf = (printer: Printer): Machine => ({
  inks: Object.fromEntries(printer.inks.map((ink) => [ink.id, ink.millilitres])),
  meters: Object.fromEntries(printer.inks.map((ink) => [ink.id, ink.meter])),
  black: printer.black.installed,
  oversprayed: printer.overspray.since,
  ...ofPaths((state) => Object.fromEntries(printer.paths.map((path) => [path.id, path[state]]))),
})

/** The record with how the machine is. An ink or path the machine has not heard of stays as the record has it. */
export const withMachine = (printer: Printer, machine: Machine): Printer => ({
  ...printer,
  inks: printer.inks.map((ink) => ({
    ...ink,
    millilitres: Math.min(ink.capacity, machine.inks[ink.id] ?? ink.millilitres),
    meter: machine.meters[ink.id] ?? ink.meter,
  })),
  black: { ...printer.black, installed: machine.black },
  overspray: { ...printer.overspray, since: machine.oversprayed },
  paths: printer.paths.map((path) => {
    const known = PATH_STATES.filter((state) => machine[state][path.id] !== undefined)
    return { ...path, ...Object.fromEntries(known.map((state) => [state, machine[state][path.id]])) }
  }),
})

/** The machine after a change. */
export const changedMachine = (machine: Machine, change: MachineChange): Machine => ({
  black: change.black ?? machine.black,
  oversprayed: change.oversprayed ?? machine.oversprayed,
  inks: { ...machine.inks, ...change.inks },
  meters: { ...machine.meters, ...change.meters },
  ...ofPaths((state) => ({ ...machine[state], ...change[state] })),
})

const differing = <T>(now: Record<string, T>, then: Record<string, T>): Record<string, T> | undefined => {
  const entries = Object.entries(now).filter(([key, value]) => JSON.stringify(then[key]) !== JSON.stringify(value))
  return entries.length > 0 ? Object.fromEntries(entries) : undefined
}

/** What somebody who edited a whole record changed of how the machine is; empty when nothing. */
export function machineChange(before: Printer, after: Printer): MachineChange {
  const [then, now] = [machineOf(before), machineOf(after)]
  const inks = differing(now.inks, then.inks)
  const paths = PATH_STATES.flatMap((state) => {
    const changed = differing<unknown>(now[state], then[state])
    return changed ? [[state, changed]] : []
  })
  return {
    ...(inks ? { inks } : {}),
    ...(now.black === then.black ? {} : { black: now.black }),
    ...(now.oversprayed === then.oversprayed ? {} : { oversprayed: now.oversprayed }),
    ...Object.fromEntries(paths),
  }
}
