import { z } from 'zod'
import type { MachineChange } from './machine.ts'

interface Kind {
  title: string
  /** Whether it is said of one path, of the whole machine, or of either. */
  of: 'path' | 'machine' | 'either'
  /** What it changes of how the machine is, which paths and findings go by. */
  changes(of: { pathId: string | null; on: string; says: string }): MachineChange
}

/** What happens to a printer beside printing. */
export const PRINTER_EVENTS = {
  serviced: {
    title: 'serviced',
    of: 'either',
    changes: ({ pathId, on }) => (pathId === null ? {} : { serviced: { [pathId]: on }, noted: { [pathId]: null } }),
  },
  worn: {
    title: 'rollers or feed worn',
    of: 'path',
    changes: ({ pathId, on, says }) => (pathId === null ? {} : { noted: { [pathId]: { on, says: says || 'worn' } } }),
  },
  cleaned: { title: 'head cleaned', of: 'machine', changes: () => ({}) },
  wiped: { title: 'overspray wiped off', of: 'machine', changes: () => ({ oversprayed: 0 }) },
  quirk: { title: 'quirk found', of: 'either', changes: () => ({}) },
  other: { title: 'something else', of: 'either', changes: () => ({}) },
} as const satisfies Record<string, Kind>
export type PrinterEvent = keyof typeof PRINTER_EVENTS
const KEYS = Object.keys(PRINTER_EVENTS) as [PrinterEvent, ...PrinterEvent[]]

/** A line of a printer's own log, as somebody writes it. */
export const PrinterNoteSchema = z
  .object({
    event: z.enum(KEYS),
    /** The path it is about; null for the whole machine. */
    pathId: z.string().min(1).max(60).nullable(),
    /** Day, ISO 8601. */
    on: z.iso.date(),
    says: z.string().trim().max(400),
  })
  .refine(({ event, pathId }) => PRINTER_EVENTS[event].of !== 'path' || pathId !== null, { error: 'is said of one path', path: ['pathId'] })
  .refine(({ event, pathId }) => PRINTER_EVENTS[event].of !== 'machine' || pathId === null, {
    error: 'is said of the whole machine',
    path: ['pathId'],
  })
export type PrinterNote = z.infer<typeof PrinterNoteSchema>

/** How the machine is after it. */
export const machineAfter = ({ event, ...of }: PrinterNote): MachineChange => (PRINTER_EVENTS[event] as Kind).changes(of)
